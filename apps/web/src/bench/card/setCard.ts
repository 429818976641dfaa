import { cardSchema } from '@gangway/contract/card';
import { standEdit } from '../standEdit';
import type { CardSettings } from '@gangway/core/model/card';

/** Changes the photographer's own hand on the card, or says why it cannot be so. */
export function setCard(changes: Partial<CardSettings>, said: string): string | null {
  const settings = standEdit.present();
  if (!settings) return null;
  const parsed = cardSchema.safeParse({ ...settings.card, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This cannot be.';
  standEdit.change({ ...settings, card: parsed.data }, said);
  return null;
}

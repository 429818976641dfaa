import { cardText } from '@gangway/messages/web/bench/card';
import { cardSchema } from '@gangway/contract/card';
import type { CardSettings } from '@gangway/core/model/card';
import { setupEdit } from '../editing/setupEdit';

/** Changes the photographer's own hand on the card, or says why it cannot be so. */
export function setCard(changes: Partial<CardSettings>, said: string): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const parsed = cardSchema.safeParse({ ...settings.card, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? cardText.thisValueIsNotAllowed;
  setupEdit.change({ ...settings, card: parsed.data }, said);
  return null;
}

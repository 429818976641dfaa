import { editingText } from '@gangway/messages/web/bench/editing';
import { benchState } from './benchStore';
import { patched } from '@gangway/core/setup/patch';
import type { ZodSafeParseResult } from 'zod';
import { store } from '../../store/store';
import { changed } from './history';
import type { SetupPatch, SetupSettings } from '@gangway/core/model/setup';

function present(): SetupSettings | null {
  return benchState().edit.present?.settings ?? null;
}

function change(settings: SetupSettings, said: string, gesture?: string): void {
  store.dispatch(changed({ settings, said, ...(gesture !== undefined && { gesture }) }));
}

/** What a schema has against something, in a sentence; `null` for nothing. */
export function refusal(parsed: ZodSafeParseResult<unknown>): string | null {
  return parsed.success ? null : (parsed.error.issues[0]?.message ?? editingText.thisValueIsNotAllowed);
}

function apply(patch: SetupPatch, said: string, gesture?: string): void {
  const settings = present();
  if (settings) change(patched(settings, patch), said, gesture);
}

/** The setup on the bench as it is, and how it is changed. Each change is one step to undo, and says itself in words. */
export const setupEdit = { present, change, apply };

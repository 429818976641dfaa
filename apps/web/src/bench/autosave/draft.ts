import { setupSettingsSchema } from '@gangway/contract/setup';
import { openedSettings, storedSettings } from '@gangway/contract/storedSetup';
import { nameSchema } from '@gangway/contract/name';
import { SETUP_RECORD } from '@gangway/contract/record/setupRecord';
import { isJson, presentVersion, upgraded } from '@gangway/contract/record/versions';
import { z } from 'zod';
import type { SetupSettings } from '@gangway/core/model/setup';

// What is not saved yet survives a reload of its tab: the draft lies in the
// tab's own session storage, so that tabs do not pick up each other's.
const draftSchema = z.strictObject({
  version: z.number().int().positive(),
  name: nameSchema,
  settings: setupSettingsSchema,
  lost: z.array(z.string()),
});
type StoredDraft = z.infer<typeof draftSchema>;
export type Draft = Omit<StoredDraft, 'settings'> & { readonly settings: SetupSettings };

/** A draft is at most so old, ms. */
const DRAFT_MS = 250;

/** Writes shortly after it is asked to, once for all that was asked meanwhile; at once when the page is hidden or left. */
export function createDraftWriter(write: () => void): { readonly soon: () => void; readonly now: () => void; readonly stop: () => void } {
  let timer: ReturnType<typeof setTimeout> | null = null;
  const stop = () => {
    if (timer !== null) clearTimeout(timer);
    timer = null;
  };
  const now = () => {
    if (timer === null) return;
    stop();
    write();
  };
  addEventListener('pagehide', now);
  document.addEventListener('visibilitychange', now);
  return {
    soon: () => {
      timer ??= setTimeout(now, DRAFT_MS);
    },
    now,
    stop,
  };
}

/** A draft with its settings in their present version; one without a version is of the first. */
function upgradedDraft(stored: unknown): unknown {
  if (!isJson(stored)) return stored;
  const { schema = 1, ...draft } = stored;
  return { ...draft, settings: upgraded(SETUP_RECORD, draft.settings, typeof schema === 'number' ? schema : 1) };
}

const key = (setupId: string) => `gangway.draft.${setupId}`;

/** Writes the draft; a full or forbidden storage only loses this safety net, never the edit itself. */
export function writeDraft(setupId: string, draft: Draft): void {
  try {
    sessionStorage.setItem(
      key(setupId),
      JSON.stringify({ ...draft, schema: presentVersion(SETUP_RECORD), settings: storedSettings(draft.settings) }),
    );
  } catch (error) {
    console.warn('Gangway cannot write its draft to this browser’s storage.', error);
  }
}

export function dropDraft(setupId: string): void {
  try {
    sessionStorage.removeItem(key(setupId));
  } catch (error) {
    console.warn('Gangway cannot reach this browser’s storage.', error);
  }
}

/** The draft of a setup, if there is one that can be read. */
export function readDraft(setupId: string): Draft | null {
  try {
    const text = sessionStorage.getItem(key(setupId));
    if (text === null) return null;
    const draft = draftSchema.safeParse(upgradedDraft(JSON.parse(text)));
    return draft.success ? { ...draft.data, settings: openedSettings(draft.data.settings) } : null;
  } catch (error) {
    console.warn('Gangway cannot read its draft from this browser’s storage.', error);
    return null;
  }
}

import { autosaveText } from '@gangway/messages/web/bench/autosave';
import type { Setup } from '@gangway/contract/storedSetup';
import equal from 'fast-deep-equal';
import { listening, refreshLists, store } from '../../store/store';
import { benchState } from '../editing/benchStore';
import { changed, changesEdit, closed, opened } from '../editing/history';
import { createDraftWriter, dropDraft, readDraft, writeDraft } from './draft';
import { createAutosave } from './autosave';
import { autosaveStarted, autosaveStopped, autosaveTold, versionTold } from './state';
import { writeSetup } from './writeSetup';

function underEdit() {
  const { edit, autosave } = benchState();
  if (!edit.present || !autosave) return null;
  const { name, settings } = edit.present;
  return { setupId: autosave.setupId, version: autosave.version, edit: { name, settings } };
}

/** The draft is written some times a second while something is dragged, and at once when the page goes away. */
const draftWriter = createDraftWriter(() => {
  const now = underEdit();
  const phase = benchState().autosave?.saving.phase;
  if (now && phase !== undefined && phase !== 'saved')
    writeDraft(now.setupId, { version: now.version, ...now.edit, lost: [...autosave.lostWrites()] });
});

/** The keeper of this tab. */
export const autosave = createAutosave({
  write: async (setupId, write) => {
    const outcome = await writeSetup(setupId, write);
    // The bench was left meanwhile: what is listed elsewhere is now out of date.
    if (benchState().autosave?.setupId !== setupId) refreshLists();
    return outcome;
  },
  read: underEdit,
  tell: (saving) => {
    // A drag says “changed” at every step; once is enough.
    if (saving.phase !== 'changed' || benchState().autosave?.saving.phase !== 'changed') store.dispatch(autosaveTold(saving));
    const now = underEdit();
    if (!now) return;
    if (saving.phase === 'saved') {
      draftWriter.stop();
      dropDraft(now.setupId);
    } else {
      draftWriter.soon();
    }
  },
  tellVersion: (version) => store.dispatch(versionTold(version)),
  later: (ms, then) => {
    const timer = setTimeout(then, ms);
    return () => clearTimeout(timer);
  },
  newId: () => crypto.randomUUID(),
});

let edited: unknown = null;
listening.startListening({
  predicate: (action) => changesEdit(action) && benchState().edit.present !== edited,
  effect: () => {
    edited = benchState().edit.present;
    autosave.changed();
  },
});
/** Puts a setup on the bench, with what was not saved of it before a reload laid over it. */
export function openSetup(setup: Setup): void {
  autosave.reset(setup);
  store.dispatch(opened(setup));
  store.dispatch(autosaveStarted(setup));
  const draft = readDraft(setup.id);
  if (!draft) return;
  const { name, settings } = draft;
  if (equal({ name, settings }, { name: setup.name, settings: setup.settings })) {
    dropDraft(setup.id);
    return;
  }
  const ours = draft.version === setup.version || (setup.lastWriteId !== null && draft.lost.includes(setup.lastWriteId));
  autosave.adoptLost(draft.lost);
  // Against a newer state from elsewhere the old version makes the server ask; against ours it is simply kept now.
  store.dispatch(versionTold(ours ? setup.version : draft.version));
  store.dispatch(changed({ name, settings, said: autosaveText.whatWasNotSavedBefore }));
}

/** Takes the bench away, saving at once what is not saved yet. */
export function closeSetup(): void {
  draftWriter.now();
  autosave.now();
  autosave.reset(null);
  store.dispatch(closed());
  store.dispatch(autosaveStopped());
  refreshLists();
}

/** After a conflict: their state becomes the present one; ours is one undo away. */
export function takeTheirs(theirs: Setup): void {
  autosave.reset(theirs);
  dropDraft(theirs.id);
  store.dispatch(versionTold(theirs.version));
  store.dispatch(changed({ name: theirs.name, settings: theirs.settings, said: autosaveText.theOtherVersion }));
}

/** After a conflict: ours is written over theirs. */
export function keepOurs(theirs: Setup): void {
  autosave.overwrite(theirs);
}

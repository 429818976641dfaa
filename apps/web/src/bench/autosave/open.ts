import { autosaveText } from '@gangway/messages/web/bench/autosave';
import type { Setup } from '@gangway/contract/storedSetup';
import equal from 'fast-deep-equal';
import { listening, refreshLists, store } from '../../store/store';
import { benchState } from '../editing/benchStore';
import { changed, changesEdit, closed, opened } from '../editing/history';
import { createDraftWriter, dropDraft, readDraft, writeDraft } from './draft';
import { createAutosave } from './autosave';
import { keepStarted, keepStopped, keepTold, versionTold } from './state';
import { writeSetup } from './writeSetup';

function underEdit() {
  const { edit, keep } = benchState();
  if (!edit.present || !keep) return null;
  const { name, settings } = edit.present;
  return { standId: keep.standId, version: keep.version, edit: { name, settings } };
}

/** The draft is written some times a second while something is dragged, and at once when the page goes away. */
const draftWriter = createDraftWriter(() => {
  const now = underEdit();
  const phase = benchState().keep?.keeping.phase;
  if (now && phase !== undefined && phase !== 'kept')
    writeDraft(now.standId, { version: now.version, ...now.edit, lost: [...autosave.lostWrites()] });
});

/** The keeper of this tab. */
export const autosave = createAutosave({
  write: async (standId, write) => {
    const outcome = await writeSetup(standId, write);
    // The bench was left meanwhile: what is listed elsewhere is now out of date.
    if (benchState().keep?.standId !== standId) refreshLists();
    return outcome;
  },
  read: underEdit,
  tell: (keeping) => {
    // A drag says “changed” at every step; once is enough.
    if (keeping.phase !== 'changed' || benchState().keep?.keeping.phase !== 'changed') store.dispatch(keepTold(keeping));
    const now = underEdit();
    if (!now) return;
    if (keeping.phase === 'kept') {
      draftWriter.stop();
      dropDraft(now.standId);
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
/** Puts a setup on the bench, with what was not kept of it before a reload laid over it. */
export function openSetup(stand: Setup): void {
  autosave.reset(stand);
  store.dispatch(opened(stand));
  store.dispatch(keepStarted(stand));
  const draft = readDraft(stand.id);
  if (!draft) return;
  const { name, settings } = draft;
  if (equal({ name, settings }, { name: stand.name, settings: stand.settings })) {
    dropDraft(stand.id);
    return;
  }
  const ours = draft.version === stand.version || (stand.lastWriteId !== null && draft.lost.includes(stand.lastWriteId));
  autosave.adoptLost(draft.lost);
  // Against a newer state from elsewhere the old version makes the server ask; against ours it is simply kept now.
  store.dispatch(versionTold(ours ? stand.version : draft.version));
  store.dispatch(changed({ name, settings, said: autosaveText.whatWasNotSavedBefore }));
}

/** Takes the bench away, keeping at once what is not kept yet. */
export function closeSetup(): void {
  draftWriter.now();
  autosave.now();
  autosave.reset(null);
  store.dispatch(closed());
  store.dispatch(keepStopped());
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

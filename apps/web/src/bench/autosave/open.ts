import { autosaveText } from '@gangway/messages/web/bench/autosave';
import type { NamedSettings } from '@gangway/contract/record/differences/settings';
import { openedSettings, openedSetup, type Setup } from '@gangway/contract/storedSetup';
import { api } from '../../store/api';
import { benchHolds } from '../../store/outbox/caches';
import { firstState } from '../../store/outbox/kinds/setup';
import { dropLastChange, writeLastChange } from '../../store/outbox/lastChange';
import { outbox, waitingIn } from '../../store/outbox/page';
import type { Write } from '../../store/outbox/write';
import { gatheredFor } from '../../store/pressed';
import { setupWrite } from '../../store/setupWrites';
import { listening, refreshLists, store } from '../../store/store';
import { benchState } from '../editing/benchStore';
import { changed, changesEdit, closed, opened } from '../editing/history';
import { createAutosave } from './autosave';
import { laneOfSetup } from './saving';
import { autosaveStarted, autosaveStopped, autosaveTold } from './state';

/** What the changes of this opening of a setup build on. */
interface Opening {
  readonly setup: Pick<Setup, 'id' | 'jobId' | 'version'>;
  readonly chain: string;
  /** The state that the server is known to have. */
  readonly base: NamedSettings | null;
}
let opening: Opening | null = null;

function underEdit(): NamedSettings | null {
  const { edit } = benchState();
  if (!edit.present || !opening) return null;
  const { name, settings } = edit.present;
  return { name, settings };
}

/** The autosave of this tab. */
export const autosave = createAutosave({
  read: underEdit,
  store: async (edit) => {
    if (!opening) return;
    const { setup, chain, base } = opening;
    await outbox.submit(setupWrite(setup, edit, base), chain);
    dropLastChange();
  },
  tell: (stored) => {
    // A drag says so at every step; once is enough.
    if (benchState().autosave?.stored !== stored) store.dispatch(autosaveTold({ stored }));
  },
  later: (ms, then) => {
    const timer = setTimeout(then, gatheredFor(ms));
    return () => clearTimeout(timer);
  },
});

let edited: unknown = null;
listening.startListening({
  predicate: (action) => changesEdit(action) && benchState().edit.present !== edited,
  effect: () => {
    edited = benchState().edit.present;
    autosave.changed();
  },
});

outbox.listen(({ kind, entry }) => {
  const { write } = entry;
  if (kind !== 'delivered' || write.kind !== 'setup' || write.setupId !== opening?.setup.id || entry.chain !== opening.chain) return;
  const base = { name: write.name, settings: openedSettings(write.settings) };
  opening = { ...opening, base, setup: { ...opening.setup, version: write.version + 1 } };
  store.dispatch(autosaveTold({ savedAt: new Date().toISOString() }));
});

/** Stores at once what is not stored yet, and notes it where even a page that is being closed can. */
function hurry(): void {
  const edit = underEdit();
  if (benchState().autosave?.stored !== false || !edit || !opening) return;
  const { setup, chain, base } = opening;
  writeLastChange({ chain, write: setupWrite(setup, edit, base) });
  autosave.now();
}
addEventListener('pagehide', hurry);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') hurry();
});

/** Puts a setup on the bench, as it is with the changes that wait in the outbox. */
export function openSetup(setup: Setup): void {
  const waiting = waitingIn(laneOfSetup(setup.id)).filter(({ write }) => write.kind === 'setup');
  const last = waiting[waiting.length - 1];
  const ancestor = last?.write.kind === 'setup' ? last.write.ancestor : null;
  const base = last ? ancestor && { name: ancestor.name, settings: openedSettings(ancestor.settings) } : setup;
  // What waits is gone on with; it is not a change by somebody else.
  opening = { setup, chain: last?.chain ?? crypto.randomUUID(), base };
  benchHolds(setup.id);
  autosave.reset(setup);
  store.dispatch(opened(setup));
  store.dispatch(autosaveStarted(setup));
}

/**
 * A setup as this device knows it, where the server cannot be asked: from what
 * waits in the outbox, or what was fetched of its job.
 *
 * @param gone whether the server says that there is no such setup: then only one that is still to be made there is known
 */
export function knownSetup(setupId: string, jobId: string, gone: boolean): Setup | null {
  const waiting = waitingIn(laneOfSetup(setupId));
  if (gone && !waiting.some(({ write }) => write.kind === 'newSetup')) return null;
  const { data: job } = api.endpoints.job.select(jobId)(store.getState());
  const fetched = job?.setups.find(({ id }) => id === setupId) ?? null;
  return waiting.reduce<Setup | null>((setup, { write }) => stateAfter(setup, write), fetched);
}

function stateAfter(before: Setup | null, write: Write): Setup | null {
  if (write.kind === 'newSetup') return openedSetup(firstState(write));
  if (write.kind !== 'setup') return before;
  const { jobId, setupId, name, settings, version } = write;
  return openedSetup({ ...firstState({ jobId, setupId, name, settings }), version: version + 1 });
}

/** Takes the bench away; what is not stored yet goes into the outbox. */
export function closeSetup(): void {
  benchHolds(null);
  autosave.now();
  autosave.reset(null);
  opening = null;
  store.dispatch(closed());
  store.dispatch(autosaveStopped());
  refreshLists();
}

/**
 * After a conflict: puts the state that was decided on onto the bench; what it
 * replaces is one undo away.
 *
 * @param decided the state decided on
 * @param theirs the state that the server has
 * @param goesOn whether a change that brings the decision about is in the outbox; else it is theirs, and a new chain begins
 */
export function takeDecision(decided: NamedSettings, theirs: Setup, goesOn: boolean): void {
  if (!opening) return;
  opening = {
    setup: { ...opening.setup, version: theirs.version },
    chain: goesOn ? opening.chain : crypto.randomUUID(),
    base: { name: theirs.name, settings: theirs.settings },
  };
  autosave.reset(decided);
  store.dispatch(changed({ ...decided, said: autosaveText.whatWasDecided }));
  store.dispatch(autosaveTold({ stored: true, savedAt: theirs.updatedAt }));
}

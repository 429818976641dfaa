import { useCallback } from 'react';
import type { KitChange } from '@gangway/contract/kit';
import type { LensTest, LensTestSettings } from '@gangway/contract/lensTest';
import { changeKit, kitNow } from '../store/kitWrites';
import { api } from '../store/api';
import { store, useAppDispatch } from '../store/store';
import { serialQueue } from '../ui/serialQueue';
import { changesTo, doneBetween, kitHistory } from './history';
import { toRedo, toUndo } from '../store/doneHistory';
import { kitState, useKitSelector } from './kitStore';

/** Going back waits for a change that is still on its way, or it would take back the one before. */
const turn = serialQueue();

/** A lens test as it shall be. */
interface WantedTest {
  readonly id: string;
  readonly settings: LensTestSettings;
}

/** Changes the kit, and a lens test with it where one is given, as one step to undo. What the server refuses of the kit waits in the outbox, with the reason. */
export function useChangeKit(): (changes: readonly KitChange[], said: string, test?: WantedTest) => Promise<void> {
  const dispatch = useAppDispatch();
  return useCallback(
    (changes, said, test) =>
      turn(async () => {
        const before = kitNow();
        const tested = test && lensTestNow(test.id);
        // The kit first: once the test says that its values are there, they are kept, whatever becomes of this page.
        if (changes.length > 0) await changeKit(changes, said);
        const refused = test ? await changeTest(test).then(nothing, (error: unknown) => ({ error })) : null;
        // As it is shown with the change.
        const after = kitNow();
        if (!before || !after) {
          if (refused) throw refused.error;
          return;
        }
        const done = doneBetween(before, after, changes, said);
        if (refused && changes.length > 0) dispatch(kitHistory.did(done));
        if (refused) throw refused.error;
        dispatch(kitHistory.did(test && tested ? { ...done, test: { id: test.id, before: tested.settings, after: test.settings } } : done));
      }),
    [dispatch],
  );
}

const nothing = (): null => null;

/** A lens test as it was fetched last. */
function lensTestNow(id: string): LensTest | null {
  return api.endpoints.lensTest.select(id)(store.getState()).data ?? null;
}

/** Sends a lens test as it shall be, without frames that were deleted meanwhile. Throws what the server refused. */
async function changeTest({ id, settings }: WantedTest): Promise<void> {
  const now = lensTestNow(id) ?? (await store.dispatch(api.endpoints.lensTest.initiate(id, { subscribe: false })).unwrap());
  const present = new Set(now.frames.map((frame) => frame.id));
  const shots = settings.shots.map((shot) => (shot.frameId === null || present.has(shot.frameId) ? shot : { ...shot, frameId: null }));
  const kept = shots.every((shot, i) => shot === settings.shots[i]) ? settings : { ...settings, shots };
  await store.dispatch(api.endpoints.changeLensTest.initiate({ id, version: now.version, settings: kept })).unwrap();
}

/** Going back and on again; each says what it would change, `null` when there is nothing. */
export function useKitUndo() {
  const dispatch = useAppDispatch();
  const past = useKitSelector(({ kitHistory }) => toUndo(kitHistory));
  const future = useKitSelector(({ kitHistory }) => toRedo(kitHistory));
  const go = useCallback(
    (back: boolean): Promise<void> =>
      turn(async () => {
        const history = kitState().kitHistory;
        const done = back ? toUndo(history) : toRedo(history);
        const kit = kitNow();
        if (!done || !kit) return;
        const changes = changesTo(kit, done, back ? 'before' : 'after');
        if (changes.length > 0) await changeKit(changes, done.said);
        if (done.test) await changeTest({ id: done.test.id, settings: back ? done.test.before : done.test.after });
        dispatch(back ? kitHistory.wentBack() : kitHistory.wentOn());
      }),
    [dispatch],
  );
  return { undoable: past?.said ?? null, redoable: future?.said ?? null, go };
}

import { useCallback } from 'react';
import type { KitChange } from '@gangway/contract/kit';
import { changeKit, kitNow } from '../store/kitWrites';
import { useAppDispatch } from '../store/store';
import { serialQueue } from '../ui/serialQueue';
import { changesTo, doneBetween, kitHistory } from './history';
import { toRedo, toUndo } from '../store/doneHistory';
import { kitState, useKitSelector } from './kitStore';

/** Going back waits for a change that is still on its way, or it would take back the one before. */
const turn = serialQueue();

/** Changes the kit as one step to undo. What the server refuses of it waits in the outbox, with the reason. */
export function useChangeKit(): (changes: readonly KitChange[], said: string) => Promise<void> {
  const dispatch = useAppDispatch();
  return useCallback(
    (changes, said) =>
      turn(async () => {
        const before = kitNow();
        await changeKit(changes, said);
        // As it is shown with the change.
        const after = kitNow();
        if (before && after) dispatch(kitHistory.did(doneBetween(before, after, changes, said)));
      }),
    [dispatch],
  );
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
        dispatch(back ? kitHistory.wentBack() : kitHistory.wentOn());
      }),
    [dispatch],
  );
  return { undoable: past?.said ?? null, redoable: future?.said ?? null, go };
}

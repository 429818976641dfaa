import { useCallback } from 'react';
import type { Kit, KitChange } from '@gangway/contract/kit';
import { api, errorSentence } from '../store/api';
import { store, useAppDispatch } from '../store/store';
import { serialQueue } from '../ui/serialQueue';
import { changesTo, doneBetween, kitHistory } from './history';
import { toRedo, toUndo } from '../store/doneHistory';
import { kitState, useKitSelector } from './kitStore';

/** Going back waits for a change that is still on its way, or it would take back the one before. */
const turn = serialQueue();

/** The kit as it was fetched last; `null` until it has been. */
export function kitNow(): Kit | null {
  return api.endpoints.kit.select(undefined)(store.getState()).data ?? null;
}

/** Changes the kit as one step to undo; answers a sentence when it was refused. */
export function useChangeKit(): (changes: readonly KitChange[], said: string) => Promise<string | null> {
  const [send] = api.useChangeKitMutation();
  const dispatch = useAppDispatch();
  return useCallback(
    (changes, said) =>
      turn(async () => {
        const before = kitNow();
        const { data, error } = await send(changes);
        if (!data) return errorSentence(error);
        // At once, so that a change that waited for this one is made from what it left.
        dispatch(api.util.updateQueryData('kit', undefined, () => data));
        if (before) dispatch(kitHistory.did(doneBetween(before, data, changes, said)));
        return null;
      }),
    [send, dispatch],
  );
}

/** Going back and on again; each says what it would change, `null` when there is nothing. */
export function useKitUndo() {
  const [send] = api.useChangeKitMutation();
  const dispatch = useAppDispatch();
  const past = useKitSelector(({ kitHistory }) => toUndo(kitHistory));
  const future = useKitSelector(({ kitHistory }) => toRedo(kitHistory));
  const go = useCallback(
    (back: boolean): Promise<string | null> =>
      turn(async () => {
        const history = kitState().kitHistory;
        const done = back ? toUndo(history) : toRedo(history);
        const kit = kitNow();
        if (!done || !kit) return null;
        const changes = changesTo(kit, done, back ? 'before' : 'after');
        if (changes.length > 0) {
          const { error } = await send(changes);
          if (error) return errorSentence(error);
        }
        dispatch(back ? kitHistory.wentBack() : kitHistory.wentOn());
        return null;
      }),
    [send, dispatch],
  );
  return { undoable: past?.said ?? null, redoable: future?.said ?? null, go };
}

import { useCallback, useEffect, useState } from 'react';
import { useSelector } from 'react-redux';
import { CHANGES_MOST } from '@gangway/contract/log';
import type { Shot } from '@gangway/core/log/shotFields';
import { api } from '../store/api';
import { changeLog } from '../store/logWrites';
import { doneHistory, toRedo, toUndo } from '../store/doneHistory';
import { rootReducer, store, useAppDispatch } from '../store/store';
import { serialQueue } from '../ui/serialQueue';
import { useUndoKeys } from '../ui/UndoButtons';

interface Both {
  readonly put: readonly Shot[];
  readonly remove: readonly string[];
}

interface Done {
  readonly said: string;
  readonly forth: Both;
  readonly back: Both;
}

const logHistory = doneHistory<Done>('logHistory');

function addSlice() {
  const added = rootReducer.inject({ reducerPath: 'logHistory', reducer: logHistory.reducer });
  // What is added shows in the state from the next action on.
  store.dispatch({ type: 'log/loaded' });
  return added;
}
type LogState = ReturnType<ReturnType<typeof addSlice>>;
addSlice();
// The slice was added above.
const historyNow = () => (store.getState() as LogState).logHistory;
const useLogSelector = useSelector.withTypes<LogState>();

/** Changes of a log that can be undone: each is kept with what it takes to have things as before. */
export function useLogHistory(jobId: string) {
  const dispatch = useAppDispatch();
  const history = useLogSelector((state) => state.logHistory);
  const [turn] = useState(serialQueue);
  // What was done in the log of another job is not undone in this one.
  useEffect(() => void dispatch(logHistory.forgotten()), [dispatch, jobId]);

  const send = useCallback(
    async ({ put, remove }: Both): Promise<void> => {
      // In parts that the server takes.
      for (let from = 0; from < Math.max(put.length, remove.length, 1); from += CHANGES_MOST) {
        await changeLog(jobId, put.slice(from, from + CHANGES_MOST), remove.slice(from, from + CHANGES_MOST));
      }
    },
    [jobId],
  );

  const change = useCallback(
    (forth: Both, said: string): Promise<void> =>
      turn(async () => {
        const { data } = api.endpoints.log.select(jobId)(store.getState());
        const before = new Map((data?.shots ?? []).map((shot) => [shot.id, shot]));
        const back: Both = {
          put: [...forth.put.map(({ id }) => id), ...forth.remove].flatMap((id) => before.get(id) ?? []),
          remove: forth.put.flatMap(({ id }) => (before.has(id) ? [] : [id])),
        };
        await send(forth);
        dispatch(logHistory.did({ said, forth, back }));
      }),
    [jobId, send, turn, dispatch],
  );

  const go = useCallback(
    (back: boolean) =>
      turn(async () => {
        const done = back ? toUndo(historyNow()) : toRedo(historyNow());
        if (!done) return;
        await send(back ? done.back : done.forth);
        dispatch(back ? logHistory.wentBack() : logHistory.wentOn());
      }),
    [send, turn, dispatch],
  );
  const undo = useCallback(() => void go(true), [go]);
  const redo = useCallback(() => void go(false), [go]);
  useUndoKeys(undo, redo);

  return { change, undo, redo, undoable: toUndo(history)?.said ?? null, redoable: toRedo(history)?.said ?? null };
}

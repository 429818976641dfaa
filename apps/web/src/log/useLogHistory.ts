import { useCallback, useEffect, useRef, useState } from 'react';
import { CHANGES_MOST } from '@gangway/contract/log';
import type { LogTake } from '@gangway/core/log/shotFields';
import { api, errorSentence } from '../store/api';
import { store } from '../store/store';
import { inTurn } from '../ui/inTurn';
import { useTell } from '../ui/Notes';

interface Both {
  readonly put: readonly LogTake[];
  readonly remove: readonly string[];
}

interface Done {
  readonly said: string;
  readonly forth: Both;
  readonly back: Both;
}

interface History {
  readonly past: readonly Done[];
  readonly future: readonly Done[];
}

/** Changes of a log that can be undone: each is kept with what it takes to have things as before. */
export function useLogHistory(jobId: string) {
  const [changeLog] = api.useChangeLogMutation();
  const tell = useTell();
  const [history, setHistory] = useState<History>({ past: [], future: [] });
  // As it is now, for what waited its turn.
  const now = useRef(history);
  const [turn] = useState(inTurn);
  const goes = useCallback((next: History): void => {
    now.current = next;
    setHistory(next);
  }, []);

  const send = useCallback(
    async ({ put, remove }: Both): Promise<string | null> => {
      // In parts that the server takes.
      for (let from = 0; from < Math.max(put.length, remove.length, 1); from += CHANGES_MOST) {
        const { error } = await changeLog({
          jobId,
          put: [...put.slice(from, from + CHANGES_MOST)],
          remove: [...remove.slice(from, from + CHANGES_MOST)],
        });
        if (error) return errorSentence(error);
      }
      return null;
    },
    [changeLog, jobId],
  );

  const change = useCallback(
    (forth: Both, said: string): Promise<string | null> =>
      turn(async () => {
        const { data } = api.endpoints.log.select(jobId)(store.getState());
        const before = new Map((data?.takes ?? []).map((take) => [take.id, take]));
        const back: Both = {
          put: [...forth.put.map(({ id }) => id), ...forth.remove].flatMap((id) => before.get(id) ?? []),
          remove: forth.put.flatMap(({ id }) => (before.has(id) ? [] : [id])),
        };
        const refused = await send(forth);
        if (refused === null) goes({ past: [...now.current.past.slice(-99), { said, forth, back }], future: [] });
        return refused;
      }),
    [jobId, send, turn, goes],
  );

  const undo = useCallback(
    () =>
      turn(async () => {
        const { past, future } = now.current;
        const last = past[past.length - 1];
        if (!last) return;
        const refused = await send(last.back);
        if (refused !== null) tell(`Not undone: ${refused}`);
        else goes({ past: past.slice(0, -1), future: [last, ...future] });
      }),
    [send, turn, goes, tell],
  );
  const redo = useCallback(
    () =>
      turn(async () => {
        const { past, future } = now.current;
        const [next] = future;
        if (!next) return;
        const refused = await send(next.forth);
        if (refused !== null) tell(`Not done again: ${refused}`);
        else goes({ past: [...past, next], future: future.slice(1) });
      }),
    [send, turn, goes, tell],
  );

  // By the keys as well, but not while something is half typed.
  const keys = useRef({ undo, redo });
  useEffect(() => {
    keys.current = { undo, redo };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement)
        return;
      if (event.key === 'z' && !event.shiftKey) void keys.current.undo();
      else if (event.key === 'y' || event.key === 'Z') void keys.current.redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  return { change, undo, redo, undoable: history.past[history.past.length - 1]?.said ?? null, redoable: history.future[0]?.said ?? null };
}

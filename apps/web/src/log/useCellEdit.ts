import { useRef, useState } from 'react';
import type { LogTake } from '@gangway/core/log/take';
import type { Change } from './change';
import { cellDraft, withCell, type LogColumn } from './columns';

/** One figure of a take under correction: what is typed, why it is refused, and how it is taken. Nothing typed is lost by a refusal. */
export function useCellEdit(take: LogTake, column: LogColumn, timeZone: string, onChange: Change) {
  const begin = cellDraft(take, column, timeZone);
  const [typed, setTyped] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const busy = useRef(false);
  return {
    typed: typed ?? begin,
    /** Nothing half typed in it. */
    settled: typed === null || typed === begin,
    refusal,
    type: (words: string) => {
      setTyped(words);
      setRefusal(null);
    },
    /** Takes it; true when there is nothing left to do. */
    commit: async (): Promise<boolean> => {
      if (busy.current) return false;
      if (typed === null || typed === begin) return true;
      const next = withCell(take, column, typed, timeZone);
      if (typeof next === 'string') {
        setRefusal(next);
        return false;
      }
      busy.current = true;
      const refused = await onChange({ put: [next], remove: [] }, `${column.label.toLowerCase()} changed`);
      busy.current = false;
      setRefusal(refused);
      if (refused === null) setTyped(null);
      return refused === null;
    },
    putBack: () => {
      setTyped(null);
      setRefusal(null);
    },
  };
}

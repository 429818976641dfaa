import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { useRef, useState } from 'react';
import type { Shot } from '@gangway/core/log/shotFields';
import type { Change } from './change';
import { cellDraft, withCell, type LogColumn } from './columns';

/** One value of a shot under correction: what is typed, why it is refused, and how it is taken. Nothing typed is lost by a refusal. */
export function useCellEdit(shot: Shot, column: LogColumn, timeZone: string, onChange: Change) {
  const begin = cellDraft(shot, column, timeZone);
  const [typed, setTyped] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const running = useRef<Promise<boolean> | null>(null);
  const takeIt = async (): Promise<boolean> => {
    if (typed === null || typed === begin) return true;
    const next = withCell(shot, column, typed, timeZone);
    if (typeof next === 'string') {
      setRefusal(next);
      return false;
    }
    await onChange({ put: [next], remove: [] }, say(logText.changed, { label: column.label.toLowerCase() }));
    setRefusal(null);
    setTyped(null);
    return true;
  };
  return {
    typed: typed ?? begin,
    /** Nothing half typed in it. */
    settled: typed === null || typed === begin,
    refusal,
    type: (words: string) => {
      setTyped(words);
      setRefusal(null);
    },
    /** Takes it; true when there is nothing left to do. Asked again while it is on its way, it is the same taking. */
    commit: (): Promise<boolean> => {
      running.current ??= takeIt().finally(() => (running.current = null));
      return running.current;
    },
    putBack: () => {
      setTyped(null);
      setRefusal(null);
    },
  };
}

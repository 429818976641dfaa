import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { useEffect, useState } from 'react';
import { useOutbox } from '../../store/outbox/page';
import { compareOther } from './others';

/** How far another photograph has been compared with the first. */
export interface ComparedState {
  /** `idle` where undo has taken the comparison back: then it is made again only when it is asked for, or nothing could be undone any more. */
  readonly state: 'comparing' | 'waiting' | 'compared' | 'idle';
  readonly trouble: string | null;
  readonly again: () => void;
}

/** Compares another photograph with the first, once it has arrived. */
export function useCompared(firstId: string, pictureId: string, isDone: boolean): ComparedState {
  const [asked, setAsked] = useState(!isDone);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { entries } = useOutbox();
  const waiting = entries.some(({ write }) => write.kind === 'attachment' && write.attachmentId === pictureId);
  useEffect(() => {
    if (!asked) return;
    let left = false;
    const end = (words: string | null) => {
      if (left) return;
      setTrouble(words);
      setAsked(false);
    };
    compareOther(firstId, pictureId).then(end, (error: unknown) =>
      end(say(plateText.otherFailed, { why: error instanceof Error ? error.message : String(error) })),
    );
    return () => {
      left = true;
    };
  }, [firstId, pictureId, asked]);
  const again = () => {
    setTrouble(null);
    setAsked(true);
  };
  if (asked) return { state: waiting ? 'waiting' : 'comparing', trouble: null, again };
  if (isDone) return { state: 'compared', trouble: null, again };
  return { state: trouble === null ? 'idle' : 'compared', trouble, again };
}

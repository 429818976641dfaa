import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { useEffect, useState } from 'react';
import { useOutbox } from '../../store/outbox/page';
import { compareOther } from './others';

/** How far another photograph has been compared with the first. */
export interface ComparedState {
  readonly state: 'comparing' | 'waiting' | 'compared';
  readonly trouble: string | null;
  readonly again: () => void;
}

/** Compares another photograph with the first, once it has arrived. */
export function useCompared(firstId: string, pictureId: string, isDone: boolean): ComparedState {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  const { entries } = useOutbox();
  const waiting = entries.some(({ write }) => write.kind === 'attachment' && write.attachmentId === pictureId);
  useEffect(() => {
    if (isDone) return;
    let left = false;
    compareOther(firstId, pictureId).then(
      (refused) => !left && setTrouble(refused),
      (error: unknown) => !left && setTrouble(say(plateText.otherFailed, { why: error instanceof Error ? error.message : String(error) })),
    );
    return () => {
      left = true;
    };
  }, [firstId, pictureId, isDone, tries]);
  const again = () => {
    setTrouble(null);
    setTries(tries + 1);
  };
  if (isDone || trouble !== null) return { state: 'compared', trouble: isDone ? null : trouble, again };
  return { state: waiting ? 'waiting' : 'comparing', trouble: null, again };
}

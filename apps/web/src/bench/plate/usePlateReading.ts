import { useCallback, useEffect, useState } from 'react';
import type { Plate } from '@gangway/core/model/plate';
import { useOutbox } from '../../store/outbox/page';
import { useToast } from '../../ui/Notes';
import { readPlate } from './choosePlate';
import { plateEdit } from './plateEdit';

/** How far a photograph has been read, and what is wrong with it. */
export interface ReadingState {
  readonly state: 'reading' | 'waiting' | 'read';
  readonly trouble: string | null;
  /** Reads it and finds its lines, in place of those that are there. */
  readonly again: () => void;
}

/** Nobody has said anything of how it was held. */
const isNew = ({ uprights, levels, typed, horizon }: Plate): boolean =>
  uprights.length + levels.length === 0 && typed === null && horizon === null;

/** Reads a photograph that is new: what its file says, and its lines. */
export function usePlateReading(plate: Plate): ReadingState {
  const { pictureId } = plate;
  const [attempt, setAttempt] = useState(() => (isNew(plate) ? 1 : 0));
  const [done, setDone] = useState<{ readonly of: string; readonly attempt: number; readonly trouble: string | null } | null>(null);
  const { entries } = useOutbox();
  const tell = useToast();
  const waiting = entries.some(({ write }) => write.kind === 'attachment' && write.attachmentId === pictureId);
  useEffect(() => {
    if (attempt === 0) return;
    let left = false;
    void readPlate(pictureId).then((trouble) => {
      // What cannot be used is gone, and its panel with it.
      if (trouble !== null && plateEdit.present()?.pictureId !== pictureId) tell(trouble);
      if (!left) setDone({ of: pictureId, attempt, trouble });
    });
    return () => {
      left = true;
    };
  }, [pictureId, attempt, tell]);
  const again = useCallback(() => setAttempt((n) => n + 1), []);
  const isDone = attempt === 0 || (done !== null && done.of === pictureId && done.attempt === attempt);
  const trouble = isDone ? (done?.trouble ?? null) : null;
  if (isDone) return { state: 'read', trouble, again };
  return { state: waiting ? 'waiting' : 'reading', trouble, again };
}

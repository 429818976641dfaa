import { useCallback, useEffect, useState } from 'react';
import type { Plate } from '@gangway/core/model/plate';
import { isUnread } from '@gangway/core/plate/blankPlate';
import { useOutbox } from '../../store/outbox/page';
import { useToast } from '../../ui/Notes';
import { isNew, readPlate } from './choosePlate';
import { plateEdit } from './plateEdit';

/** How far a photograph has been read, and what is wrong with it. */
export interface ReadingState {
  readonly state: 'reading' | 'waiting' | 'read';
  readonly trouble: string | null;
  /** Reads it once more: its lines take the place of those that are there, or only come where nothing is there yet. */
  readonly again: (which: 'anew' | 'missing') => void;
}

/** One time that it was asked for. */
interface Asked {
  readonly anew: boolean;
}

/** Reads a photograph that is new: what its file says, and its lines. */
export function usePlateReading(plate: Plate): ReadingState {
  const { pictureId } = plate;
  // `null` where there is nothing to be read for now.
  const [asked, setAsked] = useState<Asked | null>(() => (isNew(plate) || isUnread(plate) ? { anew: false } : null));
  const [done, setDone] = useState<{ readonly asked: Asked; readonly trouble: string | null } | null>(null);
  const { entries } = useOutbox();
  const tell = useToast();
  const waiting = entries.some(({ write }) => write.kind === 'attachment' && write.attachmentId === pictureId);
  useEffect(() => {
    if (asked === null) return;
    let left = false;
    void readPlate(pictureId, asked.anew).then((trouble) => {
      // What cannot be used is gone, and its panel with it.
      if (trouble !== null && plateEdit.present()?.pictureId !== pictureId) tell(trouble);
      if (!left) setDone({ asked, trouble });
    });
    return () => {
      left = true;
    };
  }, [pictureId, asked, tell]);
  const again = useCallback((which: 'anew' | 'missing') => setAsked({ anew: which === 'anew' }), []);
  const isDone = asked === null || done?.asked === asked;
  if (isDone) return { state: 'read', trouble: done?.trouble ?? null, again };
  return { state: waiting ? 'waiting' : 'reading', trouble: null, again };
}

import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { useEffect, useMemo, useState } from 'react';
import type { TakenReading } from '@gangway/contract/plate';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { foundCamera, type FoundCamera } from '@gangway/core/plate/foundCamera';
import { knownPlate } from '@gangway/core/plate/known';
import { plateInView } from '@gangway/core/plate/inView';
import { useOutbox } from '../../store/outbox/page';
import { takenReading } from '../../store/plateReading';

/** How a frame that was taken compares with its plan. */
export type TakenState =
  | { readonly state: 'comparing' | 'waiting' }
  | { readonly state: 'failed'; readonly why: string; readonly again: () => void }
  /** `found` is `null` where the two share too little. */
  | { readonly state: 'compared'; readonly reading: TakenReading; readonly found: FoundCamera | null };

/** Compares a frame with the plan it was taken by; the plan may change meanwhile. */
export function useTaken(geometry: Geometry, setupId: string, frameId: string): TakenState {
  const [answer, setAnswer] = useState<
    { readonly of: string; readonly reading: TakenReading } | { readonly of: string; readonly why: string } | null
  >(null);
  const [tries, setTries] = useState(0);
  const { entries } = useOutbox();
  const waiting = entries.some(({ write }) => write.kind === 'attachment' && write.attachmentId === frameId);
  useEffect(() => {
    let left = false;
    takenReading(setupId, frameId).then(
      (reading) => !left && setAnswer({ of: frameId, reading }),
      (error: unknown) => !left && setAnswer({ of: frameId, why: error instanceof Error ? error.message : String(error) }),
    );
    return () => {
      left = true;
    };
  }, [setupId, frameId, tries]);
  const present = answer?.of === frameId ? answer : null;
  const reading = present && 'reading' in present ? present.reading : null;
  const found = useMemo(() => reading && differencesOf(geometry, reading), [geometry, reading]);
  if (!present) return { state: waiting ? 'waiting' : 'comparing' };
  if ('why' in present) {
    const again = () => {
      setAnswer(null);
      setTries(tries + 1);
    };
    return { state: 'failed', why: say(plateText.afterFailed, { why: present.why }), again };
  }
  return { state: 'compared', reading: present.reading, found };
}

function differencesOf(geometry: Geometry, { widthPx, heightPx, matches }: TakenReading): FoundCamera | null {
  const seen = plateInView(geometry);
  const { back, imageMm, position, wholeFrame, settings } = geometry;
  if (!seen || !back || !settings.plate) return null;
  const { projection: plate, held, place } = seen;
  const perPx = [wholeFrame.widthMm / widthPx, wholeFrame.heightMm / heightPx] as const;
  return foundCamera(
    { plate, held, place: place ?? { plateAt: back.at, front: null, ground: false } },
    { from: back, imageMm, ...position },
    matches.map(([u, v, x, y]) => ({
      platePx: [u, v],
      onBack: [(x - widthPx / 2) * perPx[0], (heightPx / 2 - y) * perPx[1]],
    })),
    knownPlate(settings.plate).level?.uncertaintyDeg ?? null,
  );
}

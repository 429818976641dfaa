import { useEffect, useMemo, useState } from 'react';
import type { LensTest, StoredGrid } from '@gangway/contract/lensTest';
import type { LightResult } from '@gangway/core/lensTests/light';
import { WORKER_NAME } from '../../store/language';

/** What is measured off the page. */
export interface AskedLight {
  readonly frames: readonly {
    readonly name: string;
    readonly fNumber: number;
    readonly riseMm: number;
    readonly shiftMm: number;
    readonly grid: StoredGrid;
  }[];
  readonly size: { readonly widthMm: number; readonly heightMm: number };
}

/** The frames of a test in their places, the empty ones left out. */
export function framesInPlace({
  settings,
  frames,
}: {
  readonly settings: Pick<LensTest['settings'], 'shots'>;
  readonly frames: LensTest['frames'];
}) {
  const byId = new Map(frames.map((frame) => [frame.id, frame]));
  return settings.shots.flatMap((shot, place) => {
    const frame = shot.frameId === null ? undefined : byId.get(shot.frameId);
    return frame ? [{ shot, frame, place }] : [];
  });
}

/** The light of a lens from the frames of a test, measured in a worker that ends when they change. */
export function useMeasuredLight(test: LensTest): {
  readonly result: LightResult | null;
  readonly busy: boolean;
  readonly failed: boolean;
} {
  const { frames } = test;
  const { shots, widthMm, heightMm } = test.settings;
  const asked = useMemo((): AskedLight => {
    const inPlace = framesInPlace({ settings: { shots }, frames });
    return {
      frames: inPlace.map(({ shot: { fNumber, riseMm, shiftMm }, frame }) => ({
        name: frame.name,
        fNumber,
        riseMm,
        shiftMm,
        grid: frame.grid,
      })),
      size: { widthMm, heightMm },
    };
  }, [shots, frames, widthMm, heightMm]);
  const [answer, setAnswer] = useState<{ readonly of: AskedLight; readonly result: LightResult | null } | null>(null);
  useEffect(() => {
    if (asked.frames.length === 0) return;
    const worker = new Worker(new URL('./measureWorker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });
    worker.addEventListener('message', ({ data }: MessageEvent<LightResult>) => setAnswer({ of: asked, result: data }));
    worker.addEventListener('error', () => setAnswer({ of: asked, result: null }));
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [asked]);
  if (asked.frames.length === 0) return { result: null, busy: false, failed: false };
  const fresh = answer?.of === asked;
  return { result: fresh ? answer.result : null, busy: !fresh, failed: fresh && answer.result === null };
}

import { useEffect, useMemo, useState } from 'react';
import type { LensTest, StoredGrid } from '@gangway/contract/lensTest';
import { chartFrameFrom } from '@gangway/contract/lensTestChart';
import { textureFrameFrom } from '@gangway/contract/lensTestTexture';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';
import type { ChartSize } from '@gangway/core/lensTests/chart';
import type { TextureFrame } from '@gangway/core/lensTests/texture';
import type { ChartFrame } from '@gangway/core/lensTests/chartFrame';
import { WORKER_NAME } from '../../store/language';

/** What is measured off the page: the light of a wall, the sharpness of the test chart, or that on a textured subject. */
export type AskedMeasure =
  | {
      readonly kind: 'wall';
      readonly frames: readonly {
        readonly name: string;
        readonly fNumber: number;
        readonly riseMm: number;
        readonly shiftMm: number;
        readonly grid: StoredGrid;
      }[];
      readonly size: { readonly widthMm: number; readonly heightMm: number };
    }
  | { readonly kind: 'texture'; readonly frames: readonly TextureFrame[] }
  | { readonly kind: 'chart'; readonly chart: ChartSize; readonly frames: readonly ChartFrame[]; readonly focalMm: number | null };

/** How far measuring is. */
export interface Measuring {
  readonly result: MeasuredTest | null;
  readonly busy: boolean;
  readonly failed: boolean;
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

/** What the frames of a test tell, measured in a worker that ends when they change. */
export function useMeasured(test: LensTest, focalMm: number | null): Measuring {
  const { frames } = test;
  const { shots, widthMm, heightMm, target, chart, otherCopy } = test.settings;
  const asked = useMemo((): AskedMeasure => {
    const inPlace = framesInPlace({ settings: { shots }, frames });
    const size = { widthMm, heightMm };
    if (target === 'texture')
      return { kind: 'texture', frames: inPlace.flatMap(({ shot, frame }) => textureFrameFrom(frame, shot, size) ?? []) };
    if (chart !== null)
      return { kind: 'chart', chart, focalMm, frames: inPlace.flatMap(({ shot, frame }) => chartFrameFrom(frame, shot, size) ?? []) };
    return {
      kind: 'wall',
      size,
      frames: inPlace.flatMap(({ shot: { fNumber, riseMm, shiftMm }, frame: { name, grid } }) =>
        grid ? [{ name, fNumber, riseMm, shiftMm, grid }] : [],
      ),
    };
  }, [shots, frames, widthMm, heightMm, target, chart, focalMm]);
  const [answer, setAnswer] = useState<{ readonly of: AskedMeasure; readonly result: MeasuredTest | null } | null>(null);
  useEffect(() => {
    if (asked.frames.length === 0) return;
    const worker = new Worker(new URL('./measureWorker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });
    worker.addEventListener('message', ({ data }: MessageEvent<MeasuredTest>) => setAnswer({ of: asked, result: data }));
    worker.addEventListener('error', () => setAnswer({ of: asked, result: null }));
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [asked]);
  if (otherCopy) return { result: otherCopy.result, busy: false, failed: false };
  if (asked.frames.length === 0) return { result: null, busy: false, failed: false };
  const fresh = answer?.of === asked;
  return { result: fresh ? answer.result : null, busy: !fresh, failed: fresh && answer.result === null };
}

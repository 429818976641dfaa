import { useCallback, useEffect, useRef, useState } from 'react';
import type { LensTest, TestShot } from '@gangway/contract/lensTest';
import { numbersFrom } from '@gangway/core/capture/shots';
import type { ChartSize } from '@gangway/core/lensTests/chart';
import type { TextureShot } from '@gangway/core/lensTests/simulatedTexture';
import type { ChartShot } from '@gangway/core/lensTests/simulatedChart';
import { copyNumber, type NominalLens, type WallFrame, type WallShot } from '@gangway/core/lensTests/simulatedWall';
import { lensTestGained, type GainedFrame } from '../../store/api';
import { refusalSentence } from '../../store/sendFiles';
import { useAppDispatch } from '../../store/store';

/** What is exposed off the page. */
export interface AskedExposure {
  readonly lens: NominalLens;
  /** Which invented copy of the lens. */
  readonly copy: number;
  readonly taken:
    | { readonly kind: 'wall'; readonly shot: WallShot }
    | { readonly kind: 'texture'; readonly shot: TextureShot }
    | { readonly kind: 'chart'; readonly shot: ChartShot; readonly chart: ChartSize };
  readonly frame: WallFrame;
}

export interface Exposed {
  readonly samples: ArrayBuffer;
}

/** Pixels along the longer side: as many as the light of a wall needs, as the edges of a chart, as the detail of boards. */
const PX = { wall: 600, chart: 2400, texture: 1600 } as const;
/** Boards in the shade are darker than paper. */
const BOARDS = 0.55;
/** How far the infinity stop of the invented lens is off, mm. */
const STOP_OFF_MM = 0.04;
/** Light in the middle of the circle, and by how much it differs between frames, stops. */
const EXPOSURE = 0.62;
const DRIFT_STOPS = 0.15;
/** How uneven the wall is at most, stops per mm of the picture. */
const SLOPE = 0.003;
const NOISE = 0.01;
/** How the chart stands: nobody gets it quite square, degrees. */
const ROLL_DEG = 0.3;
const TURNED_DEG = [0.15, -0.1] as const;
/** From one frame to the next, ms. */
const EVERY_MS = 8000;

interface Taking {
  readonly how: ReturnType<typeof movementsOf> & Pick<WallShot, 'exposure' | 'noise' | 'seed'>;
  readonly focusMm: number;
  readonly lamp: boolean;
  readonly slope: readonly [number, number];
}

/** What stands before the back. */
function takenOf({ target, chart }: LensTest['settings'], { how, focusMm, lamp, slope }: Taking): AskedExposure['taken'] {
  if (target === 'texture') return { kind: 'texture', shot: { ...how, exposure: BOARDS * how.exposure, focusMm: focusMm - STOP_OFF_MM } };
  if (chart !== null) return { kind: 'chart', chart, shot: { ...how, focusMm, lamp, rollDeg: ROLL_DEG, turnedDeg: TURNED_DEG } };
  return { kind: 'wall', shot: { ...how, slope } };
}

/** The simulated back before a wall, the test chart or weathered boards: exposes the empty places of a test in their order. */
export function useTestBack(test: LensTest, lens: NominalLens | null) {
  const dispatch = useAppDispatch();
  const [progress, setProgress] = useState<{ readonly i: number; readonly n: number } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const expose = useCallback(async () => {
    if (!lens) return;
    const { id, settings } = test;
    const { shots, widthMm, heightMm, target } = settings;
    const empty = shots.flatMap((shot, place) => (shot.frameId === null ? [{ shot, place }] : []));
    const abort = new AbortController();
    running.current = abort;
    setTrouble(null);
    const worker = new Worker(new URL('./backWorker.ts', import.meta.url), { type: 'module' });
    const perMm = PX[target] / Math.max(widthMm, heightMm);
    const frame = { widthMm, heightMm, widthPx: Math.round(perMm * widthMm), heightPx: Math.round(perMm * heightMm) };
    const random = numbersFrom(copyNumber(id));
    const slope = [SLOPE * (2 * random() - 1), SLOPE * (2 * random() - 1)] as const;
    const begun = Date.now();
    try {
      for (const [i, { shot, place }] of empty.entries()) {
        setProgress({ i: i + 1, n: empty.length });
        const exposure = EXPOSURE * 2 ** (DRIFT_STOPS * (2 * random() - 1));
        const how = { ...movementsOf(shot), exposure, noise: NOISE, seed: copyNumber(id) + place };
        const asked: AskedExposure = {
          lens,
          copy: copyNumber(settings.lensId),
          taken: takenOf(settings, { how, focusMm: shot.focusMm, lamp: shot.lamp, slope }),
          frame,
        };
        const samples = await new Promise<ArrayBuffer>((done, failed) => {
          worker.onmessage = ({ data }: MessageEvent<Exposed>) => done(data.samples);
          worker.onerror = (event) => failed(new Error(event.message));
          abort.signal.onabort = () => failed(new Error('stopped'));
          worker.postMessage(asked);
        });
        const query = new URLSearchParams({
          number: String(place + 1),
          width: String(frame.widthPx),
          height: String(frame.heightPx),
          bits: '16',
          format: 'png',
          takenAt: new Date(begun + i * EVERY_MS).toISOString(),
          exposureS: '0.01',
        });
        const answer = await fetch(`/api/lens-tests/${id}/exposures?${query.toString()}`, {
          method: 'POST',
          body: samples,
          headers: { 'Content-Type': 'application/octet-stream' },
          signal: abort.signal,
        });
        if (!answer.ok) throw new Error(await refusalSentence(answer));
        dispatch(lensTestGained(id, (await answer.json()) as GainedFrame));
      }
    } catch (error) {
      if (!abort.signal.aborted) setTrouble(error instanceof Error ? error.message : String(error));
    } finally {
      worker.terminate();
      setProgress(null);
      running.current = null;
    }
  }, [dispatch, lens, test]);

  const cancel = useCallback(() => running.current?.abort(), []);
  return { expose, cancel, progress, trouble };
}

const movementsOf = ({ fNumber, riseMm, shiftMm }: TestShot) => ({ fNumber, riseMm, shiftMm });

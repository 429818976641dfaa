import { WORKER_NAME } from '../../store/language';
import { backText } from '@gangway/messages/web/proof/back';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { useCallback, useEffect, useRef, useState } from 'react';
import { shotsFor, type BackOptions } from '@gangway/core/capture/shots';
import { refusalSentence } from '../../store/sendFiles';
import type { FromBack, ToBack } from './messages';
/** What the simulated back is doing. */
export type BackState = 'ready' | 'exposing' | 'delivering' | 'unplugged';

export interface Back {
  readonly state: BackState;
  /** Of the series that runs: how many frames have come in, of how many, and how far the present one is, 0 to 1. */
  readonly done: number;
  readonly of: number;
  readonly share: number;
  /** What went wrong, in words. */
  readonly trouble: string | null;
  /** How the last frame went: megapixels times aperture points a second. */
  readonly rate: number | null;
  /** Exposes from a frame on; `onExposed` hears of each that came in, from 0, and when it was exposed. */
  readonly shoot: (
    setId: string,
    geometry: Geometry,
    options: BackOptions,
    more?: { readonly from?: number; readonly onExposed?: ((index: number, at: Date) => void) | undefined },
  ) => Promise<boolean>;
  readonly cancel: () => void;
  readonly unplug: () => void;
  readonly plugIn: () => void;
}

/** The simulated back of this page: exposes in a worker, delivers by the same door as files. */
export function useBack(onDelivered: () => void): Back {
  const worker = useRef<Worker | null>(null);
  const stop = useRef<{ why: 'cancelled' | 'unplugged'; abort: AbortController } | null>(null);
  const running = useRef<AbortController | null>(null);
  const [now, setNow] = useState<Omit<Back, 'shoot' | 'cancel' | 'unplug' | 'plugIn'>>({
    state: 'ready',
    done: 0,
    of: 0,
    share: 0,
    trouble: null,
    rate: null,
  });
  const delivered = useRef(onDelivered);
  useEffect(() => {
    delivered.current = onDelivered;
  });
  useEffect(
    () => () => {
      running.current?.abort();
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );

  const expose = useCallback(
    (geometry: Geometry, options: BackOptions, index: number, signal: AbortSignal): Promise<Extract<FromBack, { type: 'exposed' }>> => {
      worker.current ??= new Worker(new URL('./backWorker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });
      const device = worker.current;
      return new Promise((done, failed) => {
        const end = () => {
          device.removeEventListener('message', onMessage);
          device.removeEventListener('error', onError);
          signal.removeEventListener('abort', onAbort);
        };
        const onAbort = () => {
          // A pulled plug does not wait for the frame to end.
          end();
          device.terminate();
          worker.current = null;
          failed(new Error('stopped'));
        };
        const onError = (event: ErrorEvent) => {
          end();
          failed(new Error(event.message));
        };
        const onMessage = ({ data }: MessageEvent<FromBack>) => {
          if (data.type === 'share') {
            setNow((before) => ({ ...before, share: data.share * 0.9 }));
            return;
          }
          end();
          if (data.type === 'exposed') done(data);
          else failed(new Error(data.type === 'failed' ? data.words : 'stopped'));
        };
        device.addEventListener('message', onMessage);
        device.addEventListener('error', onError);
        signal.addEventListener('abort', onAbort);
        device.postMessage({ type: 'expose', settings: geometry.settings, options, index } satisfies ToBack);
      });
    },
    [],
  );

  const shoot = useCallback(
    async (
      setId: string,
      geometry: Geometry,
      options: BackOptions,
      { from = 0, onExposed }: { readonly from?: number; readonly onExposed?: ((index: number, at: Date) => void) | undefined } = {},
    ): Promise<boolean> => {
      const shots = shotsFor(geometry, options);
      const abort = new AbortController();
      running.current = abort;
      stop.current = null;
      const begun = Date.now();
      setNow((before) => ({
        ...before,
        state: 'exposing',
        done: from,
        of: shots.length,
        share: 0,
        trouble: shots.length === 0 ? backText.theBackOfThisSetup : null,
      }));
      try {
        for (let i = from; i < shots.length; i++) {
          const shot = shots[i];
          if (!shot) break;
          setNow((before) => ({ ...before, state: 'exposing', done: i, share: 0 }));
          const frame = await expose(geometry, options, i, abort.signal);
          const rate = (frame.columns * frame.rows * options.samples) / 1e6 / (frame.ms / 1000);
          setNow((before) => ({ ...before, state: 'delivering', share: 0.92, rate }));
          const takenAt = new Date(begun + shot.atS * 1000);
          const query = new URLSearchParams({
            number: String(shot.number),
            width: String(frame.columns),
            height: String(frame.rows),
            bits: String(options.bits),
            format: options.format,
            takenAt: takenAt.toISOString(),
            exposureS: String(shot.exposureS),
          });
          if (shot.writes.fNumber !== null) query.set('fNumber', String(shot.writes.fNumber));
          if (shot.writes.focalMm !== null) query.set('focalMm', String(shot.writes.focalMm));
          const answer = await fetch(`/api/frame-sets/${setId}/exposures?${query.toString()}`, {
            method: 'POST',
            body: frame.samples,
            headers: { 'Content-Type': 'application/octet-stream' },
            signal: abort.signal,
          });
          if (!answer.ok) throw new Error(await refusalSentence(answer));
          delivered.current();
          onExposed?.(i, takenAt);
        }
        setNow((before) => ({ ...before, state: 'ready', done: shots.length, share: 1 }));
        return shots.length > 0;
      } catch (error) {
        const why = (stop.current as { why: string } | null)?.why;
        setNow((before) => ({
          ...before,
          state: why === 'unplugged' ? 'unplugged' : 'ready',
          share: 0,
          trouble: troubleOf(why, before, error),
        }));
        return false;
      } finally {
        running.current = null;
      }
    },
    [expose],
  );

  const end = useCallback((why: 'cancelled' | 'unplugged') => {
    if (running.current) {
      stop.current = { why, abort: running.current };
      running.current.abort();
    } else if (why === 'unplugged') setNow((before) => ({ ...before, state: 'unplugged', trouble: null }));
  }, []);
  return {
    ...now,
    shoot,
    cancel: useCallback(() => end('cancelled'), [end]),
    unplug: useCallback(() => end('unplugged'), [end]),
    plugIn: useCallback(() => setNow((before) => ({ ...before, state: 'ready', trouble: null })), []),
  };
}

function troubleOf(why: string | undefined, before: Omit<Back, 'shoot' | 'cancel' | 'unplug' | 'plugIn'>, error: unknown): string {
  if (why === 'unplugged') return say(backText.unpluggedInTheMiddleOf, { done: before.done, of: before.of });
  if (why === 'cancelled') return say(backText.cancelledOfFramesCameIn, { done: before.done, of: before.of });
  if (error instanceof Error) return error.message;
  return String(error);
}

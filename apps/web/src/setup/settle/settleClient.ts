import type { Rig } from '@gangway/core/model/rig';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Settled } from '@gangway/core/settle/settle';
import { WORKER_NAME } from '../../store/language';
import type { FromSettle, ToSettle } from './messages';

let worker: Worker | null = null;
let asked = 0;

/** Who is answered. */
export interface Settling {
  readonly onProgress?: (share: number) => void;
  /** What was found; `null` when Gangway failed at it. */
  readonly onSettled: (settled: Settled | null) => void;
}

/** Settles a setup off the page; answers what gives it up, which ends the work at once. */
export function settleOffPage(settings: SetupSettings, rigs: readonly Rig[], { onProgress, onSettled }: Settling): () => void {
  const of = ++asked;
  const own = (worker ??= new Worker(new URL('./settleWorker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }));
  const onMessage = ({ data }: MessageEvent<FromSettle>): void => {
    if (data.of !== of) return;
    if ('share' in data) {
      onProgress?.(data.share);
      return;
    }
    own.removeEventListener('message', onMessage);
    onSettled(data.settled);
  };
  own.addEventListener('message', onMessage);
  own.postMessage({ of, settings, rigs } satisfies ToSettle);
  let over = false;
  return () => {
    if (over) return;
    over = true;
    own.removeEventListener('message', onMessage);
    // What is under way cannot be stopped by a message: the next one gets a worker of its own.
    own.terminate();
    if (worker === own) worker = null;
  };
}

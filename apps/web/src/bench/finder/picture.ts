import { WORKER_NAME } from '../../store/language';
import type { Subject } from '@gangway/core/subjects/subject';
import type { FromFinder, ToFinder } from './messages';
import type { FinderRenderer, Veils } from './renderer';
import type { FinderView } from '../../setup/finder/view';

/** Something that draws views into a canvas of its own. */
export type Picture = FinderRenderer;

/** How long the last picture took to begin to be seen, ms. */
let drawMs = 30;
/** Drawing takes at most about a sixth of the time while something is dragged beside it. */
const SHARE = 6;
const FOLLOW_MS = [60, 700] as const;

/** How often a picture that follows a drag elsewhere is drawn here, ms: often where it is quick, seldom where the page needs the time itself. */
export function followMs(): number {
  return Math.min(FOLLOW_MS[1], Math.max(FOLLOW_MS[0], SHARE * drawMs));
}

/** Whether this browser has what the picture is made with: WebGL 2 that can sum up in floating point. */
export function rendersHere(): boolean {
  const context = document.createElement('canvas').getContext('webgl2');
  const can = context?.getExtension('EXT_color_buffer_float') != null;
  context?.getExtension('WEBGL_lose_context')?.loseContext();
  return can;
}

/** Puts a canvas into a place of the page and draws into it: in a worker where a canvas can be handed over, else in the page. `data-samples` of the canvas says of how many points the picture is made, `data-whole` whether that is all of them. */
export function openPicture(place: HTMLElement, onFailed: (words: string) => void): Picture {
  const canvas = document.createElement('canvas');
  canvas.className = 'block size-full';
  canvas.dataset.testid = 'finder';
  place.append(canvas);
  return typeof Worker === 'function' && 'transferControlToOffscreen' in canvas ? inWorker(canvas, onFailed) : inPage(canvas, onFailed);
}

function mark(canvas: HTMLCanvasElement, samples: number, whole: boolean): void {
  canvas.dataset.samples = String(samples);
  canvas.dataset.whole = String(whole);
}

function inWorker(canvas: HTMLCanvasElement, onFailed: (words: string) => void): Picture {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });
  const send = (message: ToFinder, transfer: Transferable[] = []) => worker.postMessage(message, transfer);
  const offscreen = canvas.transferControlToOffscreen();
  send({ type: 'open', canvas: offscreen }, [offscreen]);
  let sent: Subject | null = null;
  let of = 0;
  // A view is sent only when the one before has begun to be seen: a slow card is not buried, and leaves the page its time.
  let waiting: Parameters<Picture['show']> | null = null;
  let busy = false;
  let sentAt = 0;
  const show = ({ subject, ...view }: FinderView, veils: Veils, width: number, height: number) => {
    busy = true;
    sentAt = performance.now();
    send({ type: 'show', of, view, subject: subject === sent ? null : subject, veils, width, height });
    sent = subject;
  };
  worker.addEventListener('message', ({ data }: MessageEvent<FromFinder>) => {
    if (data.type === 'failed') {
      onFailed(data.words);
      return;
    }
    if (busy) drawMs = performance.now() - sentAt;
    busy = false;
    if (waiting) {
      const next = waiting;
      waiting = null;
      show(...next);
    } else if (data.of === of) mark(canvas, data.samples, data.whole);
  });
  worker.addEventListener('error', (event) => onFailed(event.message));
  return {
    show: (...view) => {
      of++;
      mark(canvas, 0, false);
      if (busy) waiting = view;
      else show(...view);
    },
    dispose: () => {
      worker.terminate();
      canvas.remove();
    },
  };
}

function inPage(canvas: HTMLCanvasElement, onFailed: (words: string) => void): Picture {
  let renderer: FinderRenderer | null = null;
  let gone = false;
  let last: Parameters<FinderRenderer['show']> | null = null;
  import('./renderer')
    .then(({ createFinderRenderer }) => {
      if (gone) return;
      renderer = createFinderRenderer(canvas, (samples, whole) => mark(canvas, samples, whole));
      if (last) renderer.show(...last);
    })
    .catch((error: unknown) => onFailed(error instanceof Error ? error.message : String(error)));
  return {
    show: (...view) => {
      last = view;
      mark(canvas, 0, false);
      renderer?.show(...view);
    },
    dispose: () => {
      gone = true;
      renderer?.dispose();
      canvas.remove();
    },
  };
}

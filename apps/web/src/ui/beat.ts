/** What follows a drag with a delay is drawn together, on beats this far apart, ms: drawn separately, each would cost a frame of its own. */
export const BEAT_MS = 100;

const waiting = new Map<() => void, number>();
let timer: ReturnType<typeof setTimeout> | null = null;

function beat(): void {
  timer = null;
  const now = performance.now();
  for (const [run, due] of [...waiting]) {
    if (due > now + BEAT_MS / 2) continue;
    waiting.delete(run);
    run();
  }
  next();
}

function next(): void {
  if (timer !== null || waiting.size === 0) return;
  const now = performance.now();
  timer = setTimeout(beat, BEAT_MS - (now % BEAT_MS));
}

/**
 * Runs something on the beat nearest to a time from now, ms.
 *
 * @returns cancels it
 */
export function onBeat(ms: number, run: () => void): () => void {
  waiting.set(run, performance.now() + ms);
  next();
  return () => {
    waiting.delete(run);
  };
}

import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { isPressed, onLetGo } from '../store/pressed';
import { onBeat } from './beat';

/**
 * A value that follows another after a wait, ms, which is asked for when the
 * value first differs; 0 for at once. Further changes do not restart the wait: a
 * timer set and cleared at every step of a drag costs more than it saves.
 */
function useFollowing<T>(value: T, waitMs: (shownAt: number) => number): T {
  const [shown, setShown] = useState(value);
  const latest = useRef(value);
  const shownAt = useRef(-Infinity);
  const cancel = useRef<(() => void) | null>(null);
  useLayoutEffect(() => {
    latest.current = value;
    if (value === shown || cancel.current) return;
    const show = () => {
      cancel.current?.();
      cancel.current = null;
      shownAt.current = performance.now();
      setShown(latest.current);
    };
    const ms = waitMs(shownAt.current);
    if (ms <= 0) {
      show();
      return;
    }
    const [offBeat, end] = [ms < Infinity ? onBeat(ms, show) : null, onLetGo(show)];
    cancel.current = () => {
      offBeat?.();
      end();
    };
  });
  useEffect(
    () => () => {
      cancel.current?.();
      cancel.current = null;
    },
    [],
  );
  return shown;
}

/**
 * A value that follows another; but while something is dragged at most every
 * so often, ms: for what need not be drawn at every step. As soon as the
 * pointer is let go it is the present one again, so that nothing is ever set
 * from what is out of date.
 */
export function useThrottled<T>(value: T, everyMs: number): T {
  return useFollowing(value, (shownAt) => (isPressed() ? shownAt + everyMs - performance.now() : 0));
}

/** A value that follows another once what is dragged is let go: for what is read aloud, not seen. */
export function useAtRest<T>(value: T): T {
  return useFollowing(value, () => (isPressed() ? Infinity : 0));
}

/**
 * Words that follow others: a single change is there with the picture it
 * belongs to, while many in a row are shown at most every so often, ms. For
 * text whose every change would make the browser lay the page out anew.
 */
export function useCalm(words: string, everyMs: number): string {
  return useFollowing(words, (shownAt) => shownAt + everyMs - performance.now());
}

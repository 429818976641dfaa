import { useLayoutEffect, useRef, useState } from 'react';

/** Whether a pointer is down anywhere on the page, and who waits for it to be let go. */
let pressed = false;
const waiting = new Set<() => void>();
addEventListener('pointerdown', () => (pressed = true), { capture: true });
for (const end of ['pointerup', 'pointercancel', 'blur'] as const) {
  addEventListener(
    end,
    ({ target }) => {
      // A press moves the focus from one thing to another: only the whole window's leaving ends it.
      if (end === 'blur' && target !== window) return;
      pressed = false;
      for (const show of [...waiting]) show();
    },
    { capture: true },
  );
}

/**
 * A value that follows another; but while something is dragged at most every
 * so often, ms: for what need not be drawn at every step. As soon as the
 * pointer is let go it is the present one again, so that nothing is ever set
 * from what is out of date.
 */
export function useThrottled<T>(value: T, everyMs: number): T {
  const [shown, setShown] = useState(value);
  const last = useRef(-Infinity);
  useLayoutEffect(() => {
    if (value === shown) return;
    const show = () => {
      last.current = performance.now();
      setShown(value);
    };
    if (!pressed) {
      show();
      return;
    }
    const timer = setTimeout(show, Math.max(0, last.current + everyMs - performance.now()));
    waiting.add(show);
    return () => {
      clearTimeout(timer);
      waiting.delete(show);
    };
  }, [value, shown, everyMs]);
  return shown;
}

/** As long as a timer can wait, ms. */
const LONGEST_MS = 2 ** 31 - 1;

/** A value that follows another once what is dragged is let go: for what is read aloud, not seen. */
export function useAtRest<T>(value: T): T {
  return useThrottled(value, LONGEST_MS);
}

/**
 * Words that follow others: a single change is there with the picture it
 * belongs to, while many in a row are shown at most every so often, ms. For
 * text whose every change would make the browser lay the page out anew.
 */
export function useCalm(words: string, everyMs: number): string {
  const [shown, setShown] = useState(words);
  const last = useRef(-Infinity);
  useLayoutEffect(() => {
    if (words === shown) return;
    const show = () => {
      last.current = performance.now();
      setShown(words);
    };
    const wait = last.current + everyMs - performance.now();
    if (wait <= 0) {
      show();
      return;
    }
    const timer = setTimeout(show, wait);
    return () => clearTimeout(timer);
  }, [words, shown, everyMs]);
  return shown;
}

import { useEffect, useRef, useState, type RefObject } from 'react';

/** So many members of a list are drawn at first, and each time its end comes near. */
const STEP = 40;
/** How near, as a margin of the window. */
const NEAR = '800px';

/**
 * How much of a long list is drawn: more whenever its end comes near, so that a
 * list of a thousand opens like one of ten.
 *
 * @returns how many members to draw, and where the mark of the end goes, after the last of them
 */
export function useGrowing(length: number): { readonly shown: number; readonly end: RefObject<HTMLLIElement | null> } {
  const [shown, setShown] = useState(STEP);
  const end = useRef<HTMLLIElement>(null);
  const more = shown < length;
  useEffect(() => {
    const mark = end.current;
    if (!more || !mark) return;
    const watch = new IntersectionObserver(
      ([seen]) => {
        if (seen?.isIntersecting) setShown((n) => n + STEP);
      },
      { rootMargin: NEAR },
    );
    watch.observe(mark);
    return () => watch.disconnect();
    // Observed anew after each step: a mark that stays in sight tells nothing more.
  }, [more, shown]);
  return { shown: Math.min(shown, length), end };
}

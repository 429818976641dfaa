import { useSyncExternalStore } from 'react';

/** A hook that says whether the page is narrower than a width, px. */
function narrowerThan(widthPx: number): () => boolean {
  const query = matchMedia(`(max-width: ${widthPx - 0.1}px)`);
  const listen = (told: () => void): (() => void) => {
    query.addEventListener('change', told);
    return () => query.removeEventListener('change', told);
  };
  return () => useSyncExternalStore(listen, () => query.matches);
}

/** Whether the page is as narrow as a phone held upright. */
export const useNarrow = narrowerThan(640);

/** Whether the columns of the bench stand one below the other. */
export const useStacked = narrowerThan(1024);

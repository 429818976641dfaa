import { useSyncExternalStore } from 'react';

const narrow = matchMedia('(max-width: 639.9px)');

function listen(told: () => void): () => void {
  narrow.addEventListener('change', told);
  return () => narrow.removeEventListener('change', told);
}

/** Whether the page is as narrow as a phone held upright. */
export function useNarrow(): boolean {
  return useSyncExternalStore(listen, () => narrow.matches);
}

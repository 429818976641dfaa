import { useEffect } from 'react';
import { useBenchSelector } from '../editing/benchStore';
import { autosave } from './open';
import type { Keeping } from './state';

function keepingWords(keeping: Keeping): string {
  switch (keeping.phase) {
    case 'kept':
      return `Saved ${new Date(keeping.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })}`;
    case 'changed':
      return 'Unsaved changes';
    case 'keeping':
      return 'Saving…';
    case 'waiting':
      return `Not saved: ${keeping.message} Trying again.`;
    case 'refused':
      return `Not saved: ${keeping.message}`;
    case 'elsewhere':
      return 'Not saved: changed somewhere else';
    case 'gone':
      return `Not saved: ${keeping.message}`;
  }
}

const URGENT: readonly Keeping['phase'][] = ['waiting', 'refused', 'elsewhere', 'gone'];

/** Whether the work is safe, in words; and a warning when the page is left before it is. */
export function KeepingWords() {
  const keeping = useBenchSelector((state) => state.keep?.keeping ?? null);
  const safe = keeping === null || keeping.phase === 'kept';

  useEffect(() => {
    if (safe) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [safe]);

  useEffect(() => {
    const hurry = () => autosave.now();
    addEventListener('online', hurry);
    addEventListener('pagehide', hurry);
    return () => {
      removeEventListener('online', hurry);
      removeEventListener('pagehide', hurry);
    };
  }, []);

  if (!keeping) return null;
  const urgent = URGENT.includes(keeping.phase);
  return (
    <p
      role="status"
      data-keeping={keeping.phase}
      className={`text-sm ${urgent ? 'font-semibold text-fails' : 'text-ink-soft'} ${urgent ? 'max-w-80 truncate' : 'shrink-0'}`}
      title={keepingWords(keeping)}
    >
      {keepingWords(keeping)}
    </p>
  );
}

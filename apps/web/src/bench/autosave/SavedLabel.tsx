import { timeOfDay } from '@gangway/messages/date';
import { autosaveText } from '@gangway/messages/web/bench/autosave';
import { say } from '@gangway/messages/say';
import { useEffect } from 'react';
import { useBenchSelector } from '../editing/benchStore';
import { autosave } from './open';
import type { Keeping } from './state';

function savedLabel(keeping: Keeping): string {
  switch (keeping.phase) {
    case 'kept':
      return say(autosaveText.saved, {
        time: timeOfDay(new Date(keeping.at)),
      });
    case 'changed':
      return autosaveText.unsavedChanges;
    case 'keeping':
      return autosaveText.saving;
    case 'waiting':
      return say(autosaveText.notSavedTryingAgain, { message: keeping.message });
    case 'refused':
      return say(autosaveText.notSaved, { message: keeping.message });
    case 'elsewhere':
      return autosaveText.notSavedChangedSomewhereElse;
    case 'gone':
      return say(autosaveText.notSaved, { message: keeping.message });
  }
}

const URGENT: readonly Keeping['phase'][] = ['waiting', 'refused', 'elsewhere', 'gone'];

/** Whether the work is safe, in words; and a warning when the page is left before it is. */
export function SavedLabel() {
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
      title={savedLabel(keeping)}
    >
      {savedLabel(keeping)}
    </p>
  );
}

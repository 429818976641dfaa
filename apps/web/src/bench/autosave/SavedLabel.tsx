import { timeOfDay } from '@gangway/messages/date';
import { autosaveText } from '@gangway/messages/web/bench/autosave';
import { say } from '@gangway/messages/say';
import { useEffect } from 'react';
import { useBenchSelector } from '../editing/benchStore';
import { autosave } from './open';
import type { Saving } from './state';

function savedLabel(saving: Saving): string {
  switch (saving.phase) {
    case 'saved':
      return say(autosaveText.saved, {
        time: timeOfDay(new Date(saving.at)),
      });
    case 'changed':
      return autosaveText.unsavedChanges;
    case 'saving':
      return autosaveText.saving;
    case 'waiting':
      return say(autosaveText.notSavedTryingAgain, { message: saving.message });
    case 'refused':
      return say(autosaveText.notSaved, { message: saving.message });
    case 'elsewhere':
      return autosaveText.notSavedChangedSomewhereElse;
    case 'gone':
      return say(autosaveText.notSaved, { message: saving.message });
  }
}

const URGENT: readonly Saving['phase'][] = ['waiting', 'refused', 'elsewhere', 'gone'];

/** Whether the work is safe, in words; and a warning when the page is left before it is. */
export function SavedLabel() {
  const saving = useBenchSelector((state) => state.autosave?.saving ?? null);
  const safe = saving === null || saving.phase === 'saved';

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

  if (!saving) return null;
  const urgent = URGENT.includes(saving.phase);
  return (
    <p
      role="status"
      data-saving={saving.phase}
      className={`text-sm ${urgent ? 'font-semibold text-fails' : 'text-ink-soft'} ${urgent ? 'max-w-80 truncate' : 'shrink-0'}`}
      title={savedLabel(saving)}
    >
      {savedLabel(saving)}
    </p>
  );
}

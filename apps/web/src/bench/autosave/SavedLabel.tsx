import { timeOfDay } from '@gangway/messages/date';
import { autosaveText } from '@gangway/messages/web/bench/autosave';
import { say } from '@gangway/messages/say';
import { useOutbox } from '../../store/outbox/page';
import { useBenchSelector } from '../editing/benchStore';
import { savingOf, type Saving } from './saving';

function savedLabel(saving: Saving): string {
  switch (saving.phase) {
    case 'saved':
      return say(autosaveText.saved, { time: timeOfDay(new Date(saving.at)) });
    case 'changed':
      return autosaveText.unsavedChanges;
    case 'saving':
      return autosaveText.saving;
    case 'waiting':
      return saving.onDevice ? autosaveText.storedHere : autosaveText.notStoredHere;
    case 'elsewhere':
      return autosaveText.notSavedChangedSomewhereElse;
    case 'refused':
    case 'gone':
      return say(autosaveText.notSaved, { message: saving.message });
  }
}

const URGENT: readonly Saving['phase'][] = ['refused', 'elsewhere', 'gone'];

/** Whether the work is safe, in words. */
export function SavedLabel() {
  const autosave = useBenchSelector((state) => state.autosave);
  const outbox = useOutbox();
  if (!autosave) return null;
  const saving = savingOf(autosave, outbox);
  const urgent = URGENT.includes(saving.phase) || (saving.phase === 'waiting' && !saving.onDevice);
  return (
    <p
      role="status"
      data-saving={saving.phase}
      className={`text-sm ${urgent ? 'font-semibold text-fails' : 'text-ink-soft'} ${urgent ? 'max-w-80 truncate' : 'shrink-0'} ${saving.phase === 'waiting' && saving.onDevice ? 'max-sm:sr-only' : ''}`}
      title={
        saving.phase === 'waiting'
          ? say(saving.onDevice ? autosaveText.storedHereBecause : autosaveText.notStoredBecause, { message: saving.message })
          : savedLabel(saving)
      }
    >
      {saving.phase === 'saved' ? (
        <>
          <span className="max-sm:sr-only">{savedLabel(saving)}</span>
          <span aria-hidden className="sm:hidden">
            {autosaveText.savedShort}
          </span>
        </>
      ) : (
        savedLabel(saving)
      )}
    </p>
  );
}

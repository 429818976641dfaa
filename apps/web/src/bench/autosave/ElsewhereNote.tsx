import { autosaveText } from '@gangway/messages/web/bench/autosave';
import { say } from '@gangway/messages/say';
import { settingDifferences } from '@gangway/contract/record/settingDifferences';
import { Button } from '../../ui/Button';
import { useBenchSelector } from '../editing/benchStore';
import { keepOurs, takeTheirs } from './open';

/** The setup was changed in another place: says how the two differ and lets the photographer choose. */
export function ElsewhereNote() {
  const saving = useBenchSelector((state) => state.autosave?.saving);
  const ours = useBenchSelector((state) => state.edit.present);
  if (saving?.phase !== 'elsewhere' || !ours) return null;
  const { theirs } = saving;
  const named = ours.name === theirs.name ? [] : [{ ours: `“${ours.name}”`, theirs: `“${theirs.name}”` }];
  const differing = [...named, ...settingDifferences(ours.settings, theirs.settings)];
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-fails bg-sheet px-4 py-2">
      <p className="grow text-sm">
        <span className="font-semibold">{autosaveText.thisSetupWasChangedSomewhere}</span>{' '}
        {differing.length > 0
          ? say(autosaveText.thereHere, {
              differing: differing.map((each) => each.theirs).join(', '),
              differing2: differing.map((each) => each.ours).join(', '),
            })
          : autosaveText.noSettingDiffers}
      </p>
      <span className="flex gap-2">
        <Button onClick={() => takeTheirs(theirs)}>{autosaveText.useTheOtherVersion}</Button>
        <Button look="main" onClick={() => keepOurs(theirs)}>
          {autosaveText.keepMine}
        </Button>
      </span>
    </div>
  );
}

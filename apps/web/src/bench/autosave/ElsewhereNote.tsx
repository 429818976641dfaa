import { settingDifferences } from '@gangway/contract/record/settingDifferences';
import { Button } from '../../ui/Button';
import { useBenchSelector } from '../editing/benchStore';
import { keepOurs, takeTheirs } from './open';

/** The setup was changed in another place: says how the two differ and lets the photographer choose. */
export function ElsewhereNote() {
  const keeping = useBenchSelector((state) => state.keep?.keeping);
  const ours = useBenchSelector((state) => state.edit.present);
  if (keeping?.phase !== 'elsewhere' || !ours) return null;
  const { theirs } = keeping;
  const named = ours.name === theirs.name ? [] : [{ ours: `“${ours.name}”`, theirs: `“${theirs.name}”` }];
  const differing = [...named, ...settingDifferences(ours.settings, theirs.settings)];
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-fails bg-sheet px-4 py-2">
      <p className="grow text-sm">
        <span className="font-semibold">This setup was changed somewhere else.</span>{' '}
        {differing.length > 0
          ? `There: ${differing.map((each) => each.theirs).join(', ')}. Here: ${differing.map((each) => each.ours).join(', ')}.`
          : 'No setting differs.'}
      </p>
      <span className="flex gap-2">
        <Button onClick={() => takeTheirs(theirs)}>Use the other version</Button>
        <Button look="main" onClick={() => keepOurs(theirs)}>
          Keep mine
        </Button>
      </span>
    </div>
  );
}

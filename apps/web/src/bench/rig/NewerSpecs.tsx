import { rigText } from '@gangway/messages/web/bench/rig';
import { say } from '@gangway/messages/say';
import { useMemo } from 'react';
import type { Rig } from '@gangway/core/model/rig';
import { api } from '../../store/api';
import { Button } from '../../ui/Button';
import { newSpecs } from './newSpecs';
import { rigEdit } from './rigEdit';

/** The kit has other values for this rig: the setup keeps those it was made with until the new ones are taken. */
export function NewerSpecs({ rig }: { readonly rig: Rig }) {
  const { data: kit } = api.useKitQuery(undefined);
  const found = useMemo(() => (kit ? newSpecs(rig, kit) : null), [rig, kit]);
  if (!found) return null;
  const more = found.words.length - 3;
  return (
    <div role="status" className="mt-1.5 rounded-md border border-rule bg-ground p-2 text-sm">
      <p>
        {say(rigText.theKitHasNewerSpecs, { words: found.words.slice(0, 3).join('; ') })}
        {more > 0 && say(rigText.andMore, { more })}
        {rigText.thisSetupWorksWithThose}
      </p>
      <Button className="mt-1" onClick={() => rigEdit.setRig(found.rig, rigText.newerSpecsOfTheRig)}>
        {rigText.useTheNewSpecs}
      </Button>
    </div>
  );
}

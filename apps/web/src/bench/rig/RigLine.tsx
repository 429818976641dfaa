import { rigText } from '@gangway/messages/web/bench/rig';
import { say } from '@gangway/messages/say';
import { Camera } from 'lucide-react';
import { memo, useMemo } from 'react';
import { apertureWords, fixed } from '@gangway/core/words';
import { api } from '../../store/api';
import { Button } from '../../ui/Button';
import { newSpecs } from './newSpecs';
import { mechanismWords } from '@gangway/core/rig/mechanismWords';
import type { Rig } from '@gangway/core/model/rig';
import { rigEdit } from './rigEdit';
import { TextLink } from '../../ui/TextButton';

/** The rig of the setup in a line or two, with the way to another and word of newer specs in the kit. */
export const RigLine = memo(function RigLine({ rig, onChoose }: { readonly rig: Rig; readonly onChoose: () => void }) {
  const { lens, name, mechanism, rigId } = rig;
  return (
    <section aria-label={rigText.rig2}>
      <div className="flex items-start gap-2">
        <div className="grow">
          <h2 className="font-semibold leading-tight">
            {rigId === null ? (
              name
            ) : (
              <TextLink to={`/kit/rigs/${rigId}`} className="hover:text-accent hover:underline">
                {name}
              </TextLink>
            )}
          </h2>
          <p className="text-sm text-ink-soft">
            {say(rigText.mmTo, {
              focalMm: fixed(lens.focalMm, lens.focalMm % 1 === 0 ? 0 : 1),
              widestFNumber: apertureWords(lens.widestFNumber),
              smallestFNumber: apertureWords(lens.smallestFNumber),
              mechanism: mechanismWords(mechanism),
            })}
          </p>
        </div>
        <Button onClick={onChoose}>
          <Camera size={15} aria-hidden /> {rigText.rig2}
        </Button>
      </div>
      <Newer rig={rig} />
    </section>
  );
});

/** The kit has other values for this rig: the setup keeps those it was made with until the new ones are taken. */
function Newer({ rig }: { readonly rig: Rig }) {
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

import { rigText } from '@gangway/messages/web/bench/rig';
import { say } from '@gangway/messages/say';
import { Camera } from 'lucide-react';
import { memo, Suspense } from 'react';
import { apertureWords, fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { mechanismWords } from '@gangway/core/rig/mechanismWords';
import type { Rig } from '@gangway/core/model/rig';
import { lazyPart } from '../../ui/lazyPart';
import { TextLink } from '../../ui/TextButton';

// There are newer specs now and then; what finds them is large.
const NewerSpecs = lazyPart(() => import('./NewerSpecs'), 'NewerSpecs');

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
              <TextLink
                to={`/kit/rigs/${rigId}`}
                className="hover:text-accent hover:underline max-sm:inline-flex max-sm:min-h-11 max-sm:items-center"
              >
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
      <Suspense fallback={null}>
        <NewerSpecs rig={rig} />
      </Suspense>
    </section>
  );
});

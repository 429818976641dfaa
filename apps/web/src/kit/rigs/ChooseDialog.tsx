import { rigsText } from '@gangway/messages/web/kit/rigs';
import { say } from '@gangway/messages/say';
import { useMemo } from 'react';
import type { Kit } from '@gangway/contract/kit';
import { offersFor, type Offer, whyNotSentence } from '@gangway/core/rig/offers';
import type { Place, RigPlan } from '@gangway/core/rig/parts';
import { Dialog } from '../../ui/Dialog';
import { PLACE_WORDS } from './rigSelectors';

interface ChooseDialogProps {
  readonly plan: RigPlan;
  readonly kit: Kit;
  readonly place: Place;
  readonly index: number;
  readonly onChoose: (id: string) => void;
  readonly onClose: () => void;
}

const GROUPS: readonly { readonly state: Offer['state']; readonly words: string }[] = [
  { state: 'fits', words: rigsText.fits },
  { state: 'unknown', words: rigsText.cannotBeTold },
  { state: 'not', words: rigsText.doesNotFitThisChain },
];

/** What can stand at a place: what fits first; what does not, with the reason, can still be taken to build on from there. */
export function ChooseDialog({ plan, kit, place, index, onChoose, onClose }: ChooseDialogProps) {
  const offers = useMemo(() => {
    const used = new Set([plan.backId, plan.cameraId, plan.boardId, plan.lensId, ...plan.betweenIds, ...plan.frontIds]);
    return offersFor(
      plan,
      place,
      new Map(kit.items.filter(({ item, archived }) => !archived || used.has(item.id)).map(({ item }) => [item.id, item])),
      index,
    );
  }, [plan, kit, place, index]);
  return (
    <Dialog open onClose={onClose} title={say(rigsText.choose2, { placeWord: PLACE_WORDS[place] })} help={rigsText.whatFitsTheRestOf}>
      {offers.length === 0 && <p className="text-ink-soft">{rigsText.thereIsNothingOfThis}</p>}
      <div className="grid gap-3">
        {GROUPS.map(({ state, words }) => {
          const inside = offers.filter((offer) => offer.state === state);
          if (inside.length === 0) return null;
          return (
            <section key={state} aria-label={words}>
              <h3 className="engraved mb-1">{words}</h3>
              <ul>
                {inside.map(({ item, why }) => (
                  <li key={item.id}>
                    <button
                      type="button"
                      onClick={() => onChoose(item.id)}
                      className={`block w-full rounded-sm px-2 py-1.5 text-left hover:bg-sunk ${state === 'not' ? 'text-ink-soft' : ''}`}
                    >
                      <span className="font-medium">{item.name}</span>
                      {why && <span className="block text-sm text-ink-soft">{whyNotSentence(why)}</span>}
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </div>
    </Dialog>
  );
}

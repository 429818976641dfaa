import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import { PLACE_KINDS, partsOf, type Place, type RigPlan } from './parts';
import type { KitItem } from '../kit/item';
import { jointsOf, type Joint } from './joints';
import { flanges, FLANGE_TOLERANCE_MM } from './flanges';
import { attachmentWanted } from './verdicts/fit';
import { tooThick } from './verdicts/thickness';
import { verdictsOf } from './verdicts/verdicts';

/** What could stand at a place of a rig: it *fits*, does *not*, or cannot be told because a figure is missing. */
export interface Offer {
  readonly item: KitItem;
  readonly state: 'fits' | 'unknown' | 'not';
  /** Why not, or what is not known; empty when it fits. */
  readonly reason: string;
}

const ORDER: readonly Offer['state'][] = ['fits', 'unknown', 'not'];

/**
 * A plan with an item put at a place; `index` says which of the places between or in front, one past the end adds.
 *
 * @param plan which items a rig is made of, by id
 * @param place place in the chain of the rig
 * @param id id of the item, `null` to take it away
 * @param index which of several at that place, from 0
 *
 * @example
 * placed(plan, 'lens', null).lensId // => null
 */
export function placed(plan: RigPlan, place: Place, id: string | null, index = 0): RigPlan {
  const put = (ids: readonly string[]): readonly string[] => (id === null ? ids.toSpliced(index, 1) : ids.toSpliced(index, 1, id));
  switch (place) {
    case 'back':
      return { ...plan, backId: id };
    case 'camera':
      return { ...plan, cameraId: id, ...(id === null && { bag: false }) };
    case 'board':
      return { ...plan, boardId: id };
    case 'lens':
      return { ...plan, lensId: id };
    case 'between':
      return { ...plan, betweenIds: put(plan.betweenIds) };
    case 'front':
      return { ...plan, frontIds: put(plan.frontIds) };
  }
}

/** What is already chosen, from the back to the front. */
export function chosen(plan: RigPlan, items: ReadonlyMap<string, KitItem>): readonly KitItem[] {
  const view = plan.kind === 'view';
  const ids = [
    plan.backId,
    ...(view || plan.kind === 'mounted' ? plan.betweenIds : []),
    view ? plan.cameraId : null,
    view ? plan.boardId : null,
    plan.lensId,
    ...plan.frontIds,
  ];
  return ids.flatMap((id) => {
    const item = id === null ? undefined : items.get(id);
    return item ? [item] : [];
  });
}

/**
 * Everything of the kit that could stand at a place, what fits first, then by name; what does not fit has its reason.
 *
 * @param plan which items a rig is made of, by id
 * @param place place in the chain of the rig
 * @param items the kit, by id
 * @param index which of several at that place, from 0
 *
 * @example
 * offersFor(plan, 'lens', items).length // => 1
 */
export function offersFor(plan: RigPlan, place: Place, items: ReadonlyMap<string, KitItem>, index = 0): readonly Offer[] {
  const kinds: readonly string[] = kindsFor(plan, place);
  return [...items.values()]
    .filter(({ kind }) => kinds.includes(kind))
    .map((item) => offer({ plan, place, item, items, index }))
    .sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || a.item.name.localeCompare(b.item.name));
}

function kindsFor(plan: RigPlan, place: Place) {
  if (plan.kind === 'view') {
    if (place === 'between') return ['adapter'];
    return PLACE_KINDS[place];
  }
  if (place === 'back') return ['body'];
  return PLACE_KINDS[place];
}

interface OfferInput {
  readonly plan: RigPlan;
  readonly place: Place;
  readonly item: KitItem;
  readonly items: ReadonlyMap<string, KitItem>;
  readonly index: number;
}

function offer({ plan, place, item, items, index }: OfferInput): Offer {
  const next = placed(plan, place, item.id, index);
  const chain = chosen(next, items);
  const not = (reason: string): Offer => ({ item, state: 'not', reason });
  const parts = partsOf(next, items);
  if (!('open' in parts)) {
    const wrong = attachmentWanted(parts);
    if (wrong !== null) return not(wrong);
    if (parts.kind === 'mounted' && place !== 'front') {
      const stretches = flanges(parts);
      const thick = stretches.known ? stretches.value.find(({ excessMm }) => excessMm > FLANGE_TOLERANCE_MM) : undefined;
      if (thick && place === 'between') return not(tooThick(thick));
      if (thick && thick.neededMm < -FLANGE_TOLERANCE_MM) return not(rigText.itsFlangeDistanceLeavesNo);
    }
  }
  // Only what touches this item: a fault elsewhere in the chain is not its own. A lens in the hand touches only its filters.
  const joints = (plan.kind === 'held' ? jointsOf(chain.slice(1)) : jointsOf(chain)).filter(
    ({ behind, before }) => behind === item || before === item,
  );
  const bad = joints.find((joint) => joint.fits === false && !(place === 'lens' && bridges(joint, plan)));
  if (bad) return not(bad.reason);
  if (!('open' in parts) && parts.kind === 'view' && (place === 'board' || place === 'lens' || place === 'camera')) {
    const infinity = verdictsOf(parts).find(({ kind, state }) => kind === 'infinity' && state === 'fails');
    if (infinity) return not(infinity.sentence);
  }
  const open = joints.flatMap(({ asks }) => asks);
  if (open.length > 0)
    return {
      item,
      state: 'unknown',
      reason: say(rigText.unknown, { open: open.map(({ itemName, label }) => say(rigText.of, { label, itemName })).join(', ') }),
    };
  const apart = joints.find((joint) => joint.fits === false);
  return apart ? not(say(rigText.needsAnAdapter, { reason: apart.reason })) : { item, state: 'fits', reason: '' };
}

// Body and lens that meet directly may still get an adapter between them.
function bridges({ behind, before }: Joint, plan: RigPlan): boolean {
  return plan.kind === 'mounted' && before.kind === 'lens' && behind.kind === 'body';
}

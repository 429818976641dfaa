import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import { PLACE_KINDS, partsOf, type Place, type RigPlan } from './parts';
import type { KitItem } from '../kit/item';
import { jointSentence, jointsOf, type Joint } from './joints';
import { flanges, FLANGE_TOLERANCE_MM, type Flanges } from './flanges';
import type { MissingValue } from './missing';
import { attachmentSentence, wrongAttachment, type WrongAttachment } from './verdicts/fit';
import { thickSentence } from './verdicts/thickness';
import { verdictSentence, verdictsOf, type Verdict } from './verdicts/verdicts';

/** What could stand at a place of a rig: it *fits*, does *not*, or cannot be told because a value is missing. */
export interface Offer {
  readonly item: KitItem;
  readonly state: 'fits' | 'unknown' | 'not';
  /** Why not, or what is not known; `null` when it fits. */
  readonly why: WhyNot | null;
}

/** Why an item cannot stand at a place, or what is not known. */
export type WhyNot =
  | { readonly kind: 'attachment'; readonly wrong: WrongAttachment }
  | { readonly kind: 'thick'; readonly flanges: Flanges }
  | { readonly kind: 'noRoom' }
  | { readonly kind: 'joint' | 'needsAdapter'; readonly joint: Joint }
  | { readonly kind: 'infinity'; readonly verdict: Verdict }
  | { readonly kind: 'unknown'; readonly asks: readonly MissingValue[] };

/**
 * Why an item cannot stand at a place, as a sentence.
 *
 * @param why the reason of an offer
 *
 * @example
 * whyNotSentence({ kind: 'noRoom' }) // => 'Its flange distance leaves no room for an adapter.'
 */
export function whyNotSentence(why: WhyNot): string {
  switch (why.kind) {
    case 'attachment':
      return attachmentSentence(why.wrong);
    case 'thick':
      return thickSentence(why.flanges);
    case 'noRoom':
      return rigText.itsFlangeDistanceLeavesNo;
    case 'joint':
      return jointSentence(why.joint);
    case 'needsAdapter':
      return adapterSentence(why.joint);
    case 'infinity':
      return verdictSentence(why.verdict);
    case 'unknown':
      return say(rigText.valuesUnknown, {
        values: why.asks.map(({ itemName, label }) => say(rigText.valueOfItem, { label, itemName })).join(', '),
      });
  }
}

function adapterSentence({ behind, before, differ }: Joint): string {
  return differ === null
    ? say(rigText.needsAnAdapterNothingGoes, { name: behind.name })
    : say(rigText.needsAnAdapterMountsDiffer, { name: before.name, has: differ.has, other: behind.name, needs: differ.needs });
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
  const not = (why: WhyNot): Offer => ({ item, state: 'not', why });
  const parts = partsOf(next, items);
  if (!('open' in parts)) {
    const wrong = wrongAttachment(parts);
    if (wrong !== null) return not({ kind: 'attachment', wrong });
    if (parts.kind === 'mounted' && place !== 'front') {
      const stretches = flanges(parts);
      const thick = stretches.known ? stretches.value.find(({ excessMm }) => excessMm > FLANGE_TOLERANCE_MM) : undefined;
      if (thick && place === 'between') return not({ kind: 'thick', flanges: thick });
      if (thick && thick.neededMm < -FLANGE_TOLERANCE_MM) return not({ kind: 'noRoom' });
    }
  }
  // Only what touches this item: a fault elsewhere in the chain is not its own. A lens in the hand touches only its filters.
  const joints = (plan.kind === 'held' ? jointsOf(chain.slice(1)) : jointsOf(chain)).filter(
    ({ behind, before }) => behind === item || before === item,
  );
  const bad = joints.find((joint) => joint.fits === false && !(place === 'lens' && bridges(joint, plan)));
  if (bad) return not({ kind: 'joint', joint: bad });
  if (!('open' in parts) && parts.kind === 'view' && (place === 'board' || place === 'lens' || place === 'camera')) {
    const infinity = verdictsOf(parts).find(({ kind, state }) => kind === 'infinity' && state === 'fails');
    if (infinity) return not({ kind: 'infinity', verdict: infinity });
  }
  const open = joints.flatMap(({ asks }) => asks);
  if (open.length > 0) return { item, state: 'unknown', why: { kind: 'unknown', asks: open } };
  const apart = joints.find((joint) => joint.fits === false);
  return apart ? not({ kind: 'needsAdapter', joint: apart }) : { item, state: 'fits', why: null };
}

// Body and lens that meet directly may still get an adapter between them.
function bridges({ behind, before }: Joint, plan: RigPlan): boolean {
  return plan.kind === 'mounted' && before.kind === 'lens' && behind.kind === 'body';
}

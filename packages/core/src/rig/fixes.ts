import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import type { KitItem } from '../kit/item';
import { partsOf, type RigPlan } from './parts';
import { verdictsOf, type VerdictKind } from './verdicts/verdicts';
import { STATE_ORDER } from '../state';

/** A change to the rig from what is in the kit that makes a verdict hold. */
export interface RigFix {
  readonly change: RigChange;
  readonly plan: RigPlan;
}

/** What a fix changes: another item, by its name, or something taken away. */
export type RigChange =
  | { readonly kind: 'item' | 'itemAsWell'; readonly item: string }
  | { readonly kind: 'ringAndItem'; readonly ring: string; readonly item: string }
  | { readonly kind: 'nothingInFront' | 'nothingBetween' | 'longBellows' | 'bagBellows' };

/**
 * What a fix changes, as its button says it.
 *
 * @param change what the fix changes
 *
 * @example
 * rigChangeLabel({ kind: 'nothingInFront' }) // => 'nothing in front'
 */
export function rigChangeLabel(change: RigChange): string {
  switch (change.kind) {
    case 'item':
      return change.item;
    case 'itemAsWell':
      return say(rigText.itemAsWell, { item: change.item });
    case 'ringAndItem':
      return say(rigText.ringAndItem, { ring: change.ring, item: change.item });
    case 'nothingInFront':
      return rigText.nothingInFront;
    case 'nothingBetween':
      return rigText.nothingBetween;
    case 'longBellows':
      return rigText.theLongBellows;
    case 'bagBellows':
      return rigText.theBagBellows;
  }
}

/** At most this many are offered. */
const MOST_OFFERED = 3;

/**
 * Changes of one component to another one of the kit that make a verdict hold
 * and no other worse: another board, the bag bellows, another adapter, lens or
 * back, nothing in front, another filter. Each was tried before it is offered.
 *
 * @param kind which verdict
 * @param plan which items a rig is made of, by id
 * @param items the kit, by id
 *
 * @example
 * rigFixesFor('mount', plan, items) // => []
 */
export function rigFixesFor(kind: VerdictKind, plan: RigPlan, items: ReadonlyMap<string, KitItem>): readonly RigFix[] {
  const now = ranks(plan, items);
  if (now === null || now.get(kind) === undefined || now.get(kind) === HOLDS || now.get(kind) === UNKNOWN) return [];
  const cures: RigFix[] = [];
  for (const cure of changes(kind, plan, items)) {
    const then = ranks(cure.plan, items);
    const cured = then?.get(kind);
    // A verdict that is no longer asked for (nothing in front) is cured too.
    if (then && (cured === undefined || cured === HOLDS) && [...then].every(([other, rank]) => rank >= (now.get(other) ?? HOLDS)))
      cures.push(cure);
    if (cures.length === MOST_OFFERED) break;
  }
  return cures;
}

const HOLDS = STATE_ORDER.indexOf('passes');
const UNKNOWN = STATE_ORDER.indexOf('unknown');

function ranks(plan: RigPlan, items: ReadonlyMap<string, KitItem>): ReadonlyMap<VerdictKind, number> | null {
  const parts = partsOf(plan, items);
  if ('open' in parts) return null;
  return new Map(verdictsOf(parts).map(({ kind, state }) => [kind, STATE_ORDER.indexOf(state)]));
}

function* changes(kind: VerdictKind, plan: RigPlan, items: ReadonlyMap<string, KitItem>): Generator<RigFix> {
  const others = (kinds: readonly KitItem['kind'][], ...ids: readonly (string | null)[]): readonly KitItem[] =>
    [...items.values()].filter((item) => kinds.includes(item.kind) && !ids.includes(item.id));
  if (kind === 'front') {
    for (const item of others(['filter', 'hood'], ...plan.frontIds)) {
      if (plan.frontIds.length === 1) yield { change: { kind: 'item', item: item.name }, plan: { ...plan, frontIds: [item.id] } };
      for (const ring of others(['ring']))
        yield { change: { kind: 'ringAndItem', ring: ring.name, item: item.name }, plan: { ...plan, frontIds: [ring.id, item.id] } };
    }
    yield { change: { kind: 'nothingInFront' }, plan: { ...plan, frontIds: [] } };
    return;
  }
  if (plan.kind === 'view') {
    if (kind === 'infinity') yield { change: { kind: plan.bag ? 'longBellows' : 'bagBellows' }, plan: { ...plan, bag: !plan.bag } };
    for (const board of others(['board'], plan.boardId))
      yield { change: { kind: 'item', item: board.name }, plan: { ...plan, boardId: board.id } };
  }
  if (plan.kind === 'mounted') {
    if (plan.betweenIds.length > 0) yield { change: { kind: 'nothingBetween' }, plan: { ...plan, betweenIds: [] } };
    for (const item of others(['adapter', 'converter'], ...plan.betweenIds)) {
      yield { change: { kind: 'item', item: item.name }, plan: { ...plan, betweenIds: [item.id] } };
      yield { change: { kind: 'itemAsWell', item: item.name }, plan: { ...plan, betweenIds: [...plan.betweenIds, item.id] } };
    }
  }
  for (const lens of others(['lens'], plan.lensId)) yield { change: { kind: 'item', item: lens.name }, plan: { ...plan, lensId: lens.id } };
  for (const back of others(['body', 'film'], plan.backId))
    yield { change: { kind: 'item', item: back.name }, plan: { ...plan, backId: back.id } };
}

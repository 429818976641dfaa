import { freeName } from '@gangway/contract/freeName';
import type { Kit, KitChange, KitRig } from '@gangway/contract/kit';
import type { ItemOf, KitItem } from '@gangway/core/kit/item';
import { itemsOfRig, type RigClass } from '@gangway/core/rig/usualRigs';

/** A usual rig as it comes into the kit. */
export interface UsualRig {
  readonly rig: KitRig;
  readonly items: readonly KitItem[];
  readonly changes: readonly KitChange[];
}

/** What is known of the lens of a usual rig: no longer typical. */
export type KnownOfLens = Partial<Pick<ItemOf<'lens'>['specs'], 'focalMm' | 'imageCircleMm'>>;

/**
 * A usual rig with its items. What came from the same class before, as its
 * name says, is used again with the values that it has now; the rest is new.
 */
export function usualRig(of: RigClass, kit: Kit, known: KnownOfLens = {}): UsualRig {
  const { items, plan } = itemsOfRig(of, () => crypto.randomUUID());
  const names = kit.items.map(({ item }) => item.name);
  const used = items.map((item) => {
    if (item.kind === 'lens' && Object.keys(known).length > 0) return { ...asKnown(item, known), name: freeName(item.name, names) };
    const there = kit.items.find(({ archived, item: each }) => !archived && each.kind === item.kind && each.name === item.name);
    return there?.item ?? item;
  });
  const idOf = new Map(items.map(({ id }, i) => [id, used[i]?.id ?? id]));
  const now = (id: string): string => idOf.get(id) ?? id;
  const maybe = (id: string | null): string | null => (id === null ? null : now(id));
  const rig: KitRig = {
    id: crypto.randomUUID(),
    name: freeName(
      of.name,
      kit.rigs.map((each) => each.rig.name),
    ),
    plan: {
      ...plan,
      backId: maybe(plan.backId),
      betweenIds: plan.betweenIds.map(now),
      cameraId: maybe(plan.cameraId),
      boardId: maybe(plan.boardId),
      lensId: maybe(plan.lensId),
    },
  };
  const there = new Set(kit.items.map(({ item }) => item.id));
  return {
    rig,
    items: used,
    changes: [
      ...used.filter(({ id }) => !there.has(id)).map((item): KitChange => ({ op: 'putItem', item, archived: false, version: null })),
      { op: 'putRig', rig, archived: false, version: null },
    ],
  };
}

function asKnown(lens: ItemOf<'lens'>, known: KnownOfLens): ItemOf<'lens'> {
  return { ...lens, specs: { ...lens.specs, ...known }, typical: lens.typical.filter((key) => !(key in known)) };
}

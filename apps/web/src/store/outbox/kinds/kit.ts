import type { ItemRow, Kit, KitChange, RigRow } from '@gangway/contract/kit';
import type { WriteKindDefinition } from './kind';

const NOT_USED = { rigs: 0, setups: 0 };

/** A kit as it will be after a change; what is removed but used is archived, as the server does it. */
export function changedKit(kit: Kit, change: KitChange): Kit {
  switch (change.op) {
    case 'putItem': {
      const { item, archived, version } = change;
      const row = (used: ItemRow['used']): ItemRow => ({ item, archived, version: (version ?? 0) + 1, used });
      return kit.items.some((each) => each.item.id === item.id)
        ? { ...kit, items: kit.items.map((each) => (each.item.id === item.id ? row(each.used) : each)) }
        : { ...kit, items: [...kit.items, row(NOT_USED)] };
    }
    case 'putRig': {
      const { rig, archived, version } = change;
      const row = (used: RigRow['used']): RigRow => ({ rig, archived, version: (version ?? 0) + 1, used });
      return kit.rigs.some((each) => each.rig.id === rig.id)
        ? { ...kit, rigs: kit.rigs.map((each) => (each.rig.id === rig.id ? row(each.used) : each)) }
        : { ...kit, rigs: [...kit.rigs, row(NOT_USED)] };
    }
    case 'removeItem':
      return { ...kit, items: without(kit.items, ({ item }) => item.id === change.id) };
    case 'removeRig':
      return { ...kit, rigs: without(kit.rigs, ({ rig }) => rig.id === change.id) };
  }
}

function without<R extends ItemRow | RigRow>(rows: readonly R[], gone: (row: R) => boolean): R[] {
  return rows.flatMap((row) => {
    if (!gone(row)) return [row];
    return row.used.rigs + row.used.setups > 0 ? [{ ...row, archived: true, version: row.version + 1 }] : [];
  });
}

export const kit: WriteKindDefinition<'kit'> = {
  kind: 'kit',
  lane: () => 'kit',
  sending: ({ changes }, writeId) => ({ method: 'POST', path: 'kit/changes', body: { writeId, changes } }),
  overlays: { kit: (before, { changes }) => changes.reduce(changedKit, before) },
  // Where things are used, and what was archived instead of removed, the server knows.
  lists: ['kit'],
};

import { doneHistory } from '../store/doneHistory';
import type { Kit, KitChange, KitRig } from '@gangway/contract/kit';
import type { LensTestSettings } from '@gangway/contract/lensTest';
import type { KitItem } from '@gangway/core/kit/item';

/** What one thing of the kit was or is; `null` when it was not there. */
type State = { readonly thing: { readonly item: KitItem } | { readonly rig: KitRig }; readonly archived: boolean } | null;

interface Step {
  readonly id: string;
  readonly before: State;
  readonly after: State;
}

/** Something that was done to the kit, in words, with the way back. */
export interface Done {
  readonly said: string;
  readonly steps: readonly Step[];
  /** The lens test that was changed, if one was. */
  readonly test?: TestStep;
}

/** A lens test before and after. */
export interface TestStep {
  readonly id: string;
  readonly before: LensTestSettings;
  readonly after: LensTestSettings;
}

function stateIn(kit: Kit, id: string): State {
  const item = kit.items.find((row) => row.item.id === id);
  if (item) return { thing: { item: item.item }, archived: item.archived };
  const rig = kit.rigs.find((row) => row.rig.id === id);
  return rig ? { thing: { rig: rig.rig }, archived: rig.archived } : null;
}

/** The things that a change names. */
function idOf(change: KitChange): string {
  if (change.op === 'putItem') return change.item.id;
  if (change.op === 'putRig') return change.rig.id;
  return change.id;
}

/** What was done, from the kit before and after. */
export function doneBetween(before: Kit, after: Kit, changes: readonly KitChange[], said: string): Done {
  const ids = [...new Set(changes.map(idOf))];
  return { said, steps: ids.map((id) => ({ id, before: stateIn(before, id), after: stateIn(after, id) })) };
}

/** The changes that bring the kit as it is now to how things were before, or to how they were after. */
export function changesTo(kit: Kit, { steps }: Done, side: 'before' | 'after'): readonly KitChange[] {
  return steps.flatMap((step): readonly KitChange[] => {
    const wanted = step[side];
    const item = kit.items.find((row) => row.item.id === step.id);
    const rig = kit.rigs.find((row) => row.rig.id === step.id);
    const version = (item ?? rig)?.version ?? null;
    if (wanted === null) {
      if (version === null) return [];
      return [{ op: item ? 'removeItem' : 'removeRig', id: step.id, version }];
    }
    const { thing, archived } = wanted;
    return 'item' in thing
      ? [{ op: 'putItem', item: thing.item, archived, version }]
      : [{ op: 'putRig', rig: thing.rig, archived, version }];
  });
}

/** What was done to the kit in this tab, to be undone and redone. */
export const kitHistory = doneHistory<Done>('kitHistory');

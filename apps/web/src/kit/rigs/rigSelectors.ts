import { rigsText } from '@gangway/messages/web/kit/rigs';
import { useMemo } from 'react';
import type { Kit } from '@gangway/contract/kit';
import type { KitItem } from '@gangway/core/kit/item';
import { rigFixesFor, type RigFix } from '@gangway/core/rig/fixes';
import { partsOf, type Place, type RigPlan } from '@gangway/core/rig/parts';
import { verdictsOf, type Verdict, type VerdictKind } from '@gangway/core/rig/verdicts/verdicts';
import { type CheckState, worstState } from '@gangway/core/state';
import type { RigParts } from '@gangway/core/model/rig';

/** What follows from a rig as it is chosen: what is still open, or its parts with all verdicts. */
export type RigFacts =
  | { readonly open: readonly Place[]; readonly parts: null }
  | { readonly open: readonly []; readonly parts: RigParts; readonly verdicts: readonly Verdict[]; readonly worst: CheckState };

/** Whether a verdict tells of the rig's working: what the file will not know is no fault of a rig, only work for the log. */
export function isFault({ kind }: Verdict): boolean {
  return kind !== 'recording';
}

export function rigFacts(plan: RigPlan, items: ReadonlyMap<string, KitItem>): RigFacts {
  const parts = partsOf(plan, items);
  if ('open' in parts) return { open: parts.open, parts: null };
  const verdicts = verdictsOf(parts);
  return { open: [], parts, verdicts, worst: worstState(verdicts.filter(isFault)) };
}

/** The fixes for every verdict that asks for one, from the kit without what is archived. */
export function useCures(plan: RigPlan, kit: Kit, facts: RigFacts): ReadonlyMap<VerdictKind, readonly RigFix[]> {
  return useMemo(() => {
    if (!facts.parts) return new Map();
    const items = new Map(kit.items.map(({ item }) => [item.id, item]));
    const used = new Set([plan.backId, plan.cameraId, plan.boardId, plan.lensId, ...plan.betweenIds, ...plan.frontIds]);
    for (const { item, archived } of kit.items) if (archived && !used.has(item.id)) items.delete(item.id);
    return new Map(
      facts.verdicts
        .filter(({ state }) => state === 'fails' || state === 'tight')
        .map(({ kind }) => [kind, rigFixesFor(kind, plan, items)]),
    );
  }, [plan, kit, facts]);
}

/** A place of a rig as it is named on screen. */
export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  back: rigsText.bodyBackOrFilm,
  between: rigsText.adapterOrConverter,
  camera: rigsText.cameraOrRail,
  board: rigsText.lensBoard,
  lens: rigsText.lens,
  front: rigsText.ringFilterOrHood,
};

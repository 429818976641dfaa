import fc from 'fast-check';
import type { KitItem } from '../kit/item';
import { STATE_ORDER, type CheckState } from '../state';
import { kitAndPlan } from './anyKit.test-support';
import { rigChangeLabel, rigFixesFor } from './fixes';
import { partsOf, partsInOrder, type RigPlan } from './parts';
import { VERDICT_KINDS, verdictsOf, type VerdictKind } from './verdicts/verdicts';

function statesOf(plan: RigPlan, items: ReadonlyMap<string, KitItem>): ReadonlyMap<VerdictKind, CheckState> | null {
  const parts = partsOf(plan, items);
  return 'open' in parts ? null : new Map(verdictsOf(parts).map(({ kind, state }) => [kind, state]));
}
const rank = (state: CheckState): number => STATE_ORDER.indexOf(state);

describe('what the kit has to fix a rig, whatever kit it is', () => {
  test('each fix applied makes its verdict pass or unnecessary, and no other worse', () => {
    let offered = 0;
    fc.assert(
      fc.property(kitAndPlan, ({ items, plan }) => {
        const before = statesOf(plan, items);
        if (!before) return true;
        return [...before.keys()].every((kind) => {
          const cures = rigFixesFor(kind, plan, items);
          offered += cures.length;
          return cures.every((cure) => {
            const after = statesOf(cure.plan, items);
            if (!after) return false;
            const cured = after.get(kind);
            return (
              (cured === undefined || cured === 'passes') &&
              [...after].every(([other, state]) => rank(state) >= rank(before.get(other) ?? 'passes'))
            );
          });
        });
      }),
      { numRuns: 150 },
    );
    expect(offered).toBeGreaterThan(8);
  });

  test('nothing is offered for what holds, for what is unknown, or for a rig that is not finished; never more than three', () => {
    fc.assert(
      fc.property(kitAndPlan, fc.constantFrom(...VERDICT_KINDS), ({ items, plan }, kind) => {
        const cures = rigFixesFor(kind, plan, items);
        const state = statesOf(plan, items)?.get(kind);
        return cures.length <= 3 && (cures.length === 0 || state === 'fails' || state === 'tight');
      }),
      { numRuns: 300 },
    );
  });

  test('a fix uses items of this kit, names them, and keeps the kind of rig', () => {
    fc.assert(
      fc.property(kitAndPlan, ({ items, plan }) =>
        VERDICT_KINDS.flatMap((kind) => rigFixesFor(kind, plan, items)).every((cure) => {
          const parts = partsOf(cure.plan, items);
          if ('open' in parts || cure.plan.kind !== plan.kind) return false;
          const before = partsOf(plan, items);
          const had = new Set('open' in before ? [] : partsInOrder(before).map(({ id }) => id));
          const added = partsInOrder(parts).filter(({ id }) => !had.has(id));
          return added.every(({ name }) => rigChangeLabel(cure.change).includes(name));
        }),
      ),
      { numRuns: 80 },
    );
  });

  test('where another thing alone in front would do, or nothing, something is offered', () => {
    // By trying every filter and hood of the kit in front, by hand.
    let could = 0;
    fc.assert(
      fc.property(kitAndPlan, ({ items, plan }) => {
        const before = statesOf(plan, items);
        if (before?.get('front') !== 'fails' || plan.frontIds.length !== 1) return true;
        const alone = [...items.values()].filter(({ kind }) => kind === 'filter' || kind === 'hood').map(({ id }) => [id]);
        const would = [[], ...alone].some((frontIds) => {
          const after = statesOf({ ...plan, frontIds }, items);
          return (
            after !== null &&
            (after.get('front') ?? 'passes') === 'passes' &&
            [...after].every(([other, state]) => rank(state) >= rank(before.get(other) ?? 'passes'))
          );
        });
        if (would) could++;
        return !would || rigFixesFor('front', plan, items).length > 0;
      }),
      { numRuns: 600 },
    );
    expect(could).toBeGreaterThan(0);
  });
});

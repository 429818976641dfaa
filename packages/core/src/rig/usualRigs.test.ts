import type { Rig } from '../model/rig';
import { assembled } from './assembled';
import { partsOf } from './parts';
import { itemsOfRig, RIG_CLASSES } from './usualRigs';
import { verdictsOf } from './verdicts/verdicts';

/** A usual rig, put together. */
function built(id: string): Rig {
  const of = RIG_CLASSES.find((rig) => rig.id === id);
  if (!of) throw new Error(`there is no rig ${id}`);
  let n = 0;
  const { items, plan } = itemsOfRig(of, () => `item ${++n}`);
  const parts = partsOf(plan, new Map(items.map((item) => [item.id, item])));
  if ('open' in parts) throw new Error(`${id} lacks ${parts.open.join(', ')}`);
  const rig = assembled({ name: of.name, rigId: null, parts });
  if (!rig.known) throw new Error(`${id} lacks ${rig.asks.map(({ label }) => label).join(', ')}`);
  return rig.value;
}

describe('usual rigs', () => {
  test.each(RIG_CLASSES.map((rig) => [rig.id] as const))('%s goes together without a fault', (id) => {
    const rig = built(id);
    const verdicts = verdictsOf(rig.parts);
    expect(verdicts.length).toBeGreaterThan(2);
    expect(verdicts.filter(({ state }) => state === 'fails')).toEqual([]);
  });

  test('the adapter of the adapted lens is as thick as the flange distances differ', () => {
    const { parts } = built('adapted');
    const [adapter] = parts.kind === 'mounted' ? parts.between : [];
    const thick = (parts.lens.specs.flangeDistanceMm ?? 0) - (parts.back.kind === 'body' ? (parts.back.specs.flangeDistanceMm ?? 0) : 0);
    expect(adapter?.kind === 'adapter' ? adapter.specs.thicknessMm : null).toBe(thick);
  });

  test('there is one for everybody', () => {
    for (const shoots of ['architecture', 'products', 'landscape', 'adapted', 'freelensing'] as const)
      expect(RIG_CLASSES.some((rig) => rig.for.includes(shoots))).toBe(true);
  });
});

import { SMALL_FORMAT_RIG, FIELD_RIG } from '@gangway/contract/demo';
import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import type { Kit } from '@gangway/contract/kit';
import type { KitItem } from '@gangway/core/kit/item';
import { newSpecs } from './newSpecs';

const row = <T extends object>(more: T) => ({ ...more, version: 1, archived: false, used: { rigs: 0, setups: 0 } });
const kit = (change: (item: KitItem) => KitItem = (item) => item): Kit => ({
  items: DEMO_ITEMS.map((item) => row({ item: change(item) })),
  rigs: DEMO_RIGS.map((rig) => row({ rig })),
});

describe('newer specs in the kit', () => {
  test('nothing is shown while kit and setup agree', () => {
    expect(newSpecs(SMALL_FORMAT_RIG, kit())).toBeNull();
    expect(newSpecs(FIELD_RIG, kit())).toBeNull();
  });

  test('a changed spec is named with what it was, and the rig with it is ready to be taken', () => {
    const changed = newSpecs(
      SMALL_FORMAT_RIG,
      kit((item) =>
        item.kind === 'lens' && item.id === SMALL_FORMAT_RIG.parts.lens.id
          ? { ...item, specs: { ...item.specs, imageCircleMm: 68 } }
          : item,
      ),
    );
    expect(changed?.words).toEqual(['24 mm shift wide, Image circle: 67.2 mm → 68 mm']);
    expect(changed?.rig.lens.circle.imageCircleMm).toBe(68);
    // The setup itself is as it was.
    expect(SMALL_FORMAT_RIG.lens.circle.imageCircleMm).toBe(67.2);
  });

  test('another component, a rig that is gone and one that is unfinished', () => {
    const swapped: Kit = {
      ...kit(),
      rigs: DEMO_RIGS.map((rig) => row({ rig: rig.id === FIELD_RIG.rigId ? { ...rig, plan: { ...rig.plan, betweenIds: [] } } : rig })),
    };
    expect(newSpecs(FIELD_RIG, swapped)?.words).toEqual(['Sliding stitch back taken out']);
    expect(newSpecs(SMALL_FORMAT_RIG, { ...kit(), rigs: [] })).toBeNull();
    const unfinished: Kit = { ...kit(), rigs: DEMO_RIGS.map((rig) => row({ rig: { ...rig, plan: { ...rig.plan, lensId: null } } })) };
    expect(newSpecs(SMALL_FORMAT_RIG, unfinished)).toBeNull();
  });
});

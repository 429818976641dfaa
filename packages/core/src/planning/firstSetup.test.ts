import { geometryOf } from '../geometry/geometry';
import type { Rig } from '../model/rig';
import { pinStates } from '../geometry/pins';
import { assembled } from '../rig/assembled';
import { partsOf } from '../rig/parts';
import { itemsOfRig, RIG_CLASSES } from '../rig/usualRigs';
import { FIRST_SUBJECTS, type Subject } from '../subjects/subject';
import { FIRST_DISTANCES_M, firstSetup } from './firstSetup';

function rigOf(id: string): Rig {
  const of = RIG_CLASSES.find((each) => each.id === id);
  if (!of) throw new Error(`there is no rig ${id}`);
  let n = 0;
  const { items, plan } = itemsOfRig(of, () => `item ${++n}`);
  const parts = partsOf(plan, new Map(items.map((item) => [item.id, item])));
  if ('open' in parts) throw new Error('unfinished');
  const rig = assembled({ name: of.name, rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
}

describe.each(Object.entries(FIRST_SUBJECTS))('a first setup before a subject of the kind %s', (kind, subject: Subject) => {
  const distanceM = FIRST_DISTANCES_M[kind as keyof typeof FIRST_SUBJECTS];
  const settings = firstSetup(rigOf('shiftNormal'), subject, distanceM, 'pin');

  test('is level, focused on the subject, and pins what has to be sharp', () => {
    const geometry = geometryOf(settings);
    expect(settings.focusM).toBe(distanceM);
    expect(settings.scene).toMatchObject({ pitchDeg: 0, rollDeg: 0, yawDeg: 0 });
    const [state] = pinStates(geometry);
    expect(settings.pins).toHaveLength(1);
    expect(state?.blurMm).not.toBeNull();
  });
});

test('a tower stands in portrait, and the middle one of five people is pinned', () => {
  const tower: Subject = { ...FIRST_SUBJECTS.front, widthM: 8, heightM: 31 };
  expect(firstSetup(rigOf('shiftWide'), tower, 24, 'pin').orientation).toBe('portrait');
  const five: Subject = { ...FIRST_SUBJECTS.people, count: 5 };
  expect(firstSetup(rigOf('shiftLong'), five, 6, 'pin').pins[0]?.place).toEqual({ kind: 'thing', thing: 'figure3' });
});

test('without a subject there is a circle only', () => {
  const settings = firstSetup(rigOf('fieldWide'), null, 5, 'pin');
  expect(settings.scene).toBeNull();
  expect(settings.pins).toEqual([]);
});

import { geometryOf } from '../geometry/geometry';
import { itemOfClass } from '../kit/classes/class';
import { CLASSES } from '../kit/classes/registry';
import type { RigParts } from '../model/rig';
import type { SetupSettings } from '../model/setup';
import { assembled } from '../rig/assembled';
import { centredSetup } from '../planning/centred';
import { frontScene } from '../setup/fixtures.test-support';
import { typicalIn } from '../rig/typical';
import { reliesOnTypical } from './typical';
import { verdictLine } from './verdict';

const lens = itemOfClass(CLASSES.shiftWide, 'lens');
const body = itemOfClass(CLASSES.smallBody, 'body');

function setupWith(typicalOfLens: readonly string[]): SetupSettings {
  const parts: RigParts = {
    kind: 'mounted',
    back: { ...body, typical: [] },
    between: [],
    lens: { ...lens, typical: typicalOfLens },
    front: [],
  };
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('the rig is not known');
  return { ...centredSetup(rig.value), movements: { riseMm: 6, shiftMm: 0 }, focusM: 20, scene: frontScene(20, 1.6) };
}

const labels = (settings: SetupSettings, kind: 'imageCircle' | 'travel' | 'inFrame' | 'level'): readonly string[] =>
  (reliesOnTypical(geometryOf(settings))[kind] ?? []).map(({ spec }) => spec);

test('a check relies on the typical values by which it changes, and on no others', () => {
  const settings = setupWith(lens.typical);
  expect(labels(settings, 'imageCircle')).toEqual(expect.arrayContaining(['imageCircleMm', 'focalMm']));
  expect(labels(settings, 'imageCircle')).not.toContain('travelMm');
  expect(labels(settings, 'travel')).toEqual(['travelMm']);
  expect(labels(settings, 'inFrame')).toEqual(['focalMm']);
  // How far verticals converge on the frame depends on the focal length, on nothing else of a lens.
  expect(labels(settings, 'level')).toEqual(['focalMm']);
});

test('a value that was measured is no longer named', () => {
  const settings = setupWith(lens.typical.filter((key) => key !== 'imageCircleMm'));
  expect(labels(settings, 'imageCircle')).not.toContain('imageCircleMm');
  expect(labels(settings, 'imageCircle')).toContain('focalMm');
});

test('with nothing typical no check relies on it, and the verdict is plain', () => {
  const own = setupWith([]);
  expect(reliesOnTypical(geometryOf(own))).toEqual({});
  expect(typicalIn(own.rig.parts)).toEqual([]);
  expect(verdictLine([{ kind: 'travel', state: 'passes', spareMm: 1 } as never], own.rig.parts)).toBe('Ready');
  const typical = setupWith(['focalMm']);
  expect(verdictLine([{ kind: 'travel', state: 'passes', spareMm: 1 } as never], typical.rig.parts)).toBe('Ready, based on typical values');
});

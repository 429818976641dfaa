import { geometryOf } from '../geometry/geometry';
import { setup } from '../setup/fixtures.test-support';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { firstDistinct } from './distinct';
import type { Fix } from './fix';
import { evaluateWithFixes } from './evaluate';
import { fixSetting } from './wording';

const rise = (riseMm: number, value: number): Fix => ({
  control: 'rise',
  patch: { movements: { riseMm } },
  leaves: { value, unit: 'mm' },
});

describe('fixes that say the same', () => {
  test('are offered once, as the first was found', () => {
    const both: Fix = { control: 'both', patch: { movements: { riseMm: 6.9 }, composed: true }, leaves: { value: 0.5, unit: 'mm' } };
    expect(firstDistinct([rise(6.9, 0.4), null, rise(5, 2), both], 3)).toEqual([rise(6.9, 0.4), rise(5, 2)]);
    expect(firstDistinct([], 3)).toEqual([]);
    expect(firstDistinct([rise(6.9, 0.4), rise(5, 2)], 1)).toEqual([rise(6.9, 0.4)]);
  });

  test('pins that no tilt helps are fixed by focus and aperture, offered once though the lens could tilt', () => {
    const at = (z: number, n: number) => ({
      id: `p${n}`,
      name: `pin ${n}`,
      role: 'sharp' as const,
      weight: 1,
      place: { kind: 'point' as const, at: [0, 1.5, z] as const },
    });
    const settings = setup({
      fNumber: 3.5,
      focusM: 4,
      scene: {
        subject: FIRST_SUBJECTS.front,
        distanceM: 10,
        asideM: 0,
        cameraHeightM: 1.5,
        yawDeg: 0,
        pitchDeg: 0,
        rollDeg: 0,
        ...PLAIN_SCENE,
      },
      pins: [at(-7, 1), at(60, 2)],
    });
    const found = evaluateWithFixes(geometryOf(settings)).find(({ kind }) => kind === 'pins');
    expect(found?.state).toBe('fails');
    const said = found?.fixes.map(fixSetting) ?? [];
    expect(said.length).toBeGreaterThan(0);
    expect(new Set(said).size).toBe(said.length);
  });
});

import { geometryOf } from '../geometry/geometry';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { CAUTIONS, cautionsFor } from './cautions';
import type { Scene } from '../model/scene';

const scene = frontScene(20, 1.6);
const ids = (changes: Partial<Scene>, step: 'position' | 'frame' = 'position', dismissed: readonly string[] = []) =>
  cautionsFor(geometryOf(setup({ scene: { ...scene, ...changes } })), step, dismissed).map(({ id }) => id);

describe('cautions', () => {
  test('are one line each, with names of their own', () => {
    expect(new Set(CAUTIONS.map(({ id }) => id)).size).toBe(CAUTIONS.length);
    for (const { words } of CAUTIONS) expect(words.length).toBeLessThan(150);
  });

  test('concern the setup: height on a platform, mains inside, floors of buildings, none of it at a table', () => {
    expect(ids({})).toEqual(['edge', 'traffic', 'derelict', 'wind']);
    expect(ids({ cameraHeightM: 6 })).toContain('height');
    expect(ids({ subject: FIRST_SUBJECTS.interior })).not.toContain('wind');
    expect(ids({ subject: FIRST_SUBJECTS.interior }, 'frame')).toEqual(['mains']);
    expect(ids({ pitchDeg: 20 }, 'frame')).toEqual(['sun', 'head']);
    expect(ids({ subject: FIRST_SUBJECTS.table })).toEqual(['edge']);
  });

  test('an unknown place gets every caution that may apply; a dismissed one stays dismissed', () => {
    expect(cautionsFor(geometryOf(setup()), 'position', []).map(({ id }) => id)).toEqual(['edge', 'traffic', 'derelict']);
    expect(ids({}, 'position', ['edge', 'wind'])).toEqual(['traffic', 'derelict']);
  });
});

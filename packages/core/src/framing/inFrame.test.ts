import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { evaluateWithFixes, checkSentence } from '../checks/evaluate';
import { fixSentence } from '../checks/wording';
import { patched } from '../setup/patch';
import { anySetup, setup } from '../setup/fixtures.test-support';
import type { Vec3 } from '../space/vector';
import { pictured } from '../geometry/standards';
import { facesOf } from '../scene/faces';
import { frameSpare, takenUp } from './inFrame';
import { PLAIN_SCENE } from '../scene/scene';
import { extentOf, FIRST_SUBJECTS, type Subject } from '../subjects/subject';
import { evenly } from '../evenly.test-support';
import type { SetupSettings } from '../model/setup';
import type { Scene } from '../model/scene';

const tower: Scene = {
  subject: { kind: 'front', widthM: 8, heightM: 31, depthM: 8, storeys: 7, bays: 3, turnDeg: 0 },
  distanceM: 24,
  asideM: 0,
  cameraHeightM: 1.6,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
};
const seen = (changes: Partial<SetupSettings> = {}) =>
  setup({ orientation: 'portrait', movements: { riseMm: 11, shiftMm: 0 }, focusM: 24, scene: tower, fNumber: 11, ...changes });
const inFrame = (settings: SetupSettings) => evaluateWithFixes(geometryOf(settings)).find(({ kind }) => kind === 'inFrame');

describe('is the subject in the frame', () => {
  test('the tower’s top goes beyond the upper edge by what central projection says', () => {
    // v(H − c)/D − rise − h/2 with v = 24.024: 29.429 − 11 − 18.
    expect(frameSpare(geometryOf(seen()))).toMatchObject({ edge: 'upper' });
    expect(frameSpare(geometryOf(seen()))?.spareMm).toBeCloseTo(-0.429, 3);
    const found = inFrame(seen());
    expect(found && checkSentence(found)).toBe('The subject goes 0.4 mm beyond the upper edge of the frame.');
    expect(found?.fixes.map(fixSentence)).toEqual(['25.2 m away passes with 1.0 mm to spare']);
  });

  test('less rise than there is room for is fixed by rise, the least that holds', () => {
    const found = inFrame(seen({ movements: { riseMm: 8, shiftMm: 0 }, scene: { ...tower, distanceM: 26 }, focusM: 26 }));
    expect(found?.state).toBe('fails');
    expect(found?.fixes[0]?.patch.movements?.riseMm).toBeCloseTo(9.7, 9);
  });

  test('beside the subject it is shift, and what is behind the camera is said', () => {
    const aside = inFrame(seen({ movements: { riseMm: 4, shiftMm: 0 }, scene: { ...tower, asideM: -18, distanceM: 40 }, focusM: 40 }));
    expect(aside && checkSentence(aside)).toMatch(/beyond the right edge/);
    expect(aside?.fixes[0]?.control).toBe('shift');
    const past = inFrame(seen({ scene: { ...tower, yawDeg: 120 } }));
    expect(past && checkSentence(past)).toBe('Part of the subject is behind the camera.');
  });

  test('without a subject nothing is said', () => {
    expect(inFrame(seen({ scene: null }))).toBeUndefined();
  });

  test('open ground is in from the nearest that is wanted to the horizon', () => {
    // Lens 0.9 m up, ground from 1.2 m: v·0.9/1.2 below the axis, the horizon on it.
    const ground = { ...tower, subject: FIRST_SUBJECTS.ground, distanceM: 1.2, cameraHeightM: 0.9 };
    const settings = seen({ scene: ground, focusM: null, movements: { riseMm: 0, shiftMm: 0 } });
    expect(frameSpare(geometryOf(settings))).toMatchObject({ edge: 'lower' });
    expect(frameSpare(geometryOf(settings))?.spareMm).toBeCloseTo(18 - (24 * 0.9) / 1.2, 6);
    expect(inFrame(settings)?.fixes[0]?.patch).toEqual({ movements: { riseMm: -0.5 } });
    // Half a millimetre of the 18 has to be spared: 0.9·17.5/18.
    expect(inFrame(settings)?.fixes.find(({ control }) => control === 'height')?.patch.placing?.cameraHeightM).toBe(0.87);
    // Pitched down so far the horizon goes out above.
    expect(frameSpare(geometryOf({ ...settings, scene: { ...ground, pitchDeg: -50 } }))?.edge).toBe('upper');
  });

  test('out on two sides, one movement of both brings it in; a crop counts as the frame', () => {
    const both = inFrame(seen({ movements: { riseMm: 0, shiftMm: 0 }, scene: { ...tower, asideM: -14, distanceM: 34 }, focusM: 34 }));
    expect(both?.fixes[0]?.control).toBe('both');
    expect(frameSpare(geometryOf(seen({ crop: 1 })))?.spareMm).toBeLessThan(frameSpare(geometryOf(seen()))?.spareMm ?? -Infinity);
  });

  test('a row of people beside the picture is turned toward', () => {
    const settings = seen({
      orientation: 'landscape',
      movements: { riseMm: 0, shiftMm: 0 },
      scene: { ...tower, subject: FIRST_SUBJECTS.people, distanceM: 4, asideM: -9 },
      focusM: 4,
    });
    const turned = inFrame(settings)?.fixes.find(({ control }) => control === 'turn');
    // Straight at the middle of the row: atan(9/4).
    expect(Math.abs((turned?.patch.placing?.yawDeg ?? 0) - 66)).toBeLessThan(6);
  });

  test('every fix of a scene makes it hold, keeps the focus on it, and worsens nothing', () => {
    let offered = 0;
    fc.assert(
      fc.property(anySetup, evenly(6, 60), evenly(3, 30), evenly(-4, 4), (base, distanceM, heightM, asideM) => {
        const settings = {
          ...base,
          focusM: distanceM,
          scene: { ...tower, distanceM, asideM, subject: { ...FIRST_SUBJECTS.front, widthM: 2, heightM } },
        };
        const found = inFrame(settings);
        for (const fix of found?.fixes ?? []) {
          offered++;
          const next = patched(settings, fix.patch);
          expect(inFrame(next)?.state).toBe('passes');
          expect(frameSpare(geometryOf(next))?.spareMm).toBeCloseTo(fix.leaves.value, 9);
          if (fix.patch.distanceM !== undefined) expect(next.focusM).toBe(fix.patch.distanceM);
        }
      }),
      { numRuns: 150 },
    );
    expect(offered).toBeGreaterThan(20);
  });
});

describe('what is drawn of a subject', () => {
  const { front, table, people, sheet } = FIRST_SUBJECTS;
  const solid = { front, table, people, sheet };
  const anySolid = fc.oneof(
    fc.constantFrom(...Object.values(solid)),
    fc
      .record({ widthM: evenly(2, 60), heightM: evenly(2, 40), depthM: evenly(1, 30), turnDeg: evenly(-80, 80) })
      .map((sizes): Subject => ({ ...FIRST_SUBJECTS.front, ...sizes })),
    fc
      .record({ widthM: evenly(0.05, 1), heightM: evenly(0.01, 1), labelM: evenly(0.01, 0.3) })
      .map((sizes): Subject => ({ ...FIRST_SUBJECTS.table, ...sizes })),
    evenly(-90, 90).map((turnDeg): Subject => ({
      kind: 'model',
      mesh: { name: 'roof', vertices: [-1, 0, 0, 1, 0, 0, 1, 0, 3, -1, 0, 3, 0, 2, 1.5], triangles: [0, 1, 4, 1, 2, 4, 2, 3, 4, 3, 0, 4] },
      metresPerUnit: 1.5,
      turnDeg,
    })),
  );
  // The ground, which is drawn first, is not the subject, nor is the top of the table; openings are drawn a little before their wall, a label a millimetre over what it lies on.
  const drawn = (subject: Subject): readonly Vec3[] => {
    const bodies = facesOf(subject).slice(1);
    const [from, to] = new Map<string, readonly [number, number?]>([
      ['table', [1]],
      ['front', [0, 5]],
      ['sheet', [0, 1]],
    ]).get(subject.kind) ?? [0];
    const faces = bodies.slice(from, to);
    return faces.flatMap(({ corners }) =>
      corners.map(([x, y, z]): Vec3 => (subject.kind === 'table' && y < subject.tableM + 0.002 ? [x, subject.tableM, z] : [x, y, z])),
    );
  };

  test('is all in the picture when its outline is, from wherever it is seen, sides and what lies before it too', () => {
    let held = 0;
    fc.assert(
      fc.property(
        anySolid,
        evenly(0.6, 4),
        evenly(-0.5, 0.5),
        evenly(0, 3),
        evenly(-25, 25),
        evenly(-40, 20),
        evenly(-8, 8),
        (subject, off, aside, above, yawDeg, pitchDeg, riseMm) => {
          const { topM, widthM } = extentOf(subject);
          const size = Math.max(topM, widthM);
          const settings = setup({
            movements: { riseMm, shiftMm: 0 },
            scene: { ...tower, subject, distanceM: off * size + 1, asideM: aside * size, cameraHeightM: 0.3 + above, yawDeg, pitchDeg },
          });
          const box = takenUp(geometryOf(settings));
          if (!box) return true;
          const spare = frameSpare(geometryOf(settings))?.spareMm ?? -1;
          if (spare >= 0) held++;
          const slack = 1e-6;
          return drawn(subject).every((point) => {
            const at = pictured(geometryOf(settings), point);
            if (!at) return false;
            const [x, y] = [at[0] + settings.movements.shiftMm, at[1] + settings.movements.riseMm];
            const inBox = x >= box.left - slack && x <= box.right + slack && y >= box.lower - slack && y <= box.upper + slack;
            return inBox && (spare < 0 || (Math.abs(at[0]) <= 18 + slack && Math.abs(at[1]) <= 12 + slack));
          });
        },
      ),
      { numRuns: 600 },
    );
    expect(held).toBeGreaterThan(60);
  });

  test('reaches to its outline: what is asked for is not more than there is', () => {
    for (const subject of Object.values(solid)) {
      const settings = setup({ scene: { ...tower, subject, distanceM: 40, asideM: 3, pitchDeg: -6 } });
      const box = takenUp(geometryOf(settings));
      const ys = drawn(subject).map((point) => pictured(geometryOf(settings), point)?.[1] ?? NaN);
      expect(Math.max(...ys)).toBeCloseTo(box?.upper ?? NaN, 2);
      expect(Math.min(...ys)).toBeCloseTo(box?.lower ?? NaN, 2);
    }
  });

  test('seen from above, a thing on a table ends with its far top, not with the middle of it', () => {
    // By hand: 45° down from a metre above and before the table's edge; the column's top, 0.1 m up and 0.21 m back, is seen at atan(0.9/1.21) below the level.
    const settings = setup({
      scene: {
        ...tower,
        subject: { ...FIRST_SUBJECTS.table, tableM: 0.8, widthM: 0.3, heightM: 0.1 },
        distanceM: 1,
        cameraHeightM: 1.8,
        pitchDeg: -45,
      },
    });
    const angle = Math.PI / 4 - Math.atan(0.9 / 1.21);
    expect(takenUp(geometryOf(settings))?.upper).toBeCloseTo(geometryOf(settings).imageMm * Math.tan(angle), 2);
  });
});

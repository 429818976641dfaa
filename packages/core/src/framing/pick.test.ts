import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { BufferAttribute, BufferGeometry, DoubleSide, Mesh, MeshBasicMaterial, Raycaster, Vector3 } from 'three';
import { pictured } from '../geometry/standards';
import { setup } from '../setup/fixtures.test-support';
import { facesOf } from '../scene/faces';
import { apart, picked } from './pick';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { depthOf, horizonAt, meetingPoint, uprightSlope } from './trueLines';
import { evenly } from '../evenly.test-support';
import type { Scene } from '../model/scene';

const scene: Scene = {
  subject: { ...FIRST_SUBJECTS.front, turnDeg: 25 },
  distanceM: 14,
  asideM: 1,
  cameraHeightM: 1.6,
  yawDeg: 4,
  pitchDeg: 6,
  rollDeg: 1,
  ...PLAIN_SCENE,
};
const settings = setup({ scene, movements: { riseMm: 4, shiftMm: -3 } });

/** The scene in a general 3D package, which looks along −z. */
function theirs(): Mesh[] {
  return facesOf(scene.subject).map(({ corners }) => {
    const flat = corners
      .slice(1, -1)
      .flatMap((_, i) => [corners[0], corners[i + 1], corners[i + 2]].flatMap((p) => (p ? [p[0], p[1], -p[2]] : [])));
    return new Mesh(
      new BufferGeometry().setAttribute('position', new BufferAttribute(new Float32Array(flat), 3)),
      new MeshBasicMaterial({ side: DoubleSide }),
    );
  });
}

describe('what lies under a place of the picture', () => {
  test('is what a 3D package’s ray meets first, and it is pictured where it was picked', () => {
    const meshes = theirs();
    const back = geometryOf(settings).back;
    let hits = 0;
    fc.assert(
      fc.property(evenly(-18, 18), evenly(-12, 12), (x, y) => {
        const found = picked(geometryOf(settings), x, y);
        if (!found || !back) return true;
        hits++;
        const at = pictured(geometryOf(settings), found.point);
        const from = new Vector3(back.at[0], back.at[1], -back.at[2]);
        const toward = new Vector3(found.point[0], found.point[1], -found.point[2]).sub(from).normalize();
        const [first] = new Raycaster(from, toward).intersectObjects(meshes);
        return (
          at !== null &&
          Math.hypot(at[0] - x, at[1] - y) < 1e-6 &&
          first !== undefined &&
          Math.abs(first.distance - found.rangeM) < 1e-3 * found.rangeM
        );
      }),
      // About every second place is on the house.
      { numRuns: 300 },
    );
    expect(hits).toBeGreaterThan(50);
  });

  test('the sky is nothing', () => {
    expect(picked(geometryOf(setup({ scene, movements: { riseMm: 12, shiftMm: 0 } })), -18, 12)).toBeNull();
    expect(picked(geometryOf(setup()), 0, 0)).toBeNull();
  });
});

test('between two picked things lie metres, millimetres on the back and an angle, as three has them', () => {
  const [a, b] = [picked(geometryOf(settings), -4, -2), picked(geometryOf(settings), 9, -9)];
  const back = geometryOf(settings).back;
  if (!a || !b || !back) throw new Error('nothing picked');
  const found = apart(geometryOf(settings), a, b);
  const [u, w, from] = [new Vector3(...a.point), new Vector3(...b.point), new Vector3(...back.at)];
  expect(found?.metres).toBeCloseTo(u.distanceTo(w), 9);
  expect(found?.onBackMm).toBeCloseTo(Math.hypot(13, 7), 6);
  expect(found?.angleDeg).toBeCloseTo((u.sub(from).angleTo(w.sub(from)) * 180) / Math.PI, 6);
});

describe('true lines in the picture', () => {
  test('an upright runs by its slope, the horizon is level, and lines into the depth go to their meeting point', () => {
    fc.assert(
      fc.property(evenly(-6, 6), evenly(0.5, 8), evenly(-2, 5), evenly(-18, 18), (x, y, z, over) => {
        const [a, b] = [pictured(geometryOf(settings), [x, y, z]), pictured(geometryOf(settings), [x, y + 1e-4, z])];
        if (!a || !b) return true;
        const slope = uprightSlope(geometryOf(settings), a);
        const far = pictured(geometryOf(settings), [scene.asideM + over * 1e5, 1.6, 1e6]);
        const horizon = far && horizonAt(geometryOf(settings), far[0]);
        return (
          slope !== null &&
          Math.abs((b[0] - a[0]) / (b[1] - a[1]) - slope) < 1e-3 &&
          horizon !== null &&
          far !== null &&
          Math.abs(horizon - far[1]) < 0.01
        );
      }),
    );
    const meets = meetingPoint(geometryOf(settings), depthOf(scene.subject));
    const d = depthOf(scene.subject);
    const along = pictured(geometryOf(settings), [2 + d[0] * 1e6, 3, d[2] * 1e6]);
    expect(along?.[0]).toBeCloseTo(meets?.[0] ?? NaN, 2);
    expect(along?.[1]).toBeCloseTo(meets?.[1] ?? NaN, 2);
  });

  test('level, verticals are upright and lines along the back meet nowhere', () => {
    const level = setup({ scene: { ...scene, yawDeg: 0, pitchDeg: 0, rollDeg: 0 } });
    expect(uprightSlope(geometryOf(level), [7, 5])).toBeCloseTo(0, 12);
    expect(horizonAt(geometryOf(level), 3)).toBeCloseTo(0, 12);
    expect(meetingPoint(geometryOf(level), [1, 0, 0])).toBeNull();
  });
});

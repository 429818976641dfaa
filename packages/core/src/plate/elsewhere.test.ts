import fc from 'fast-check';
import { Euler, Matrix4, PerspectiveCamera, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { placed } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { fromElsewhere, metPlane, type PlacedRig, type UprightFront } from './elsewhere';
import { pixelOf } from './pixel';
import { rigToPlate, type Turned } from './throughRig';
import { seenThroughRig } from './view';

const RAD = Math.PI / 180;
const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2400 } as const;
const SPHERE = { kind: 'sphere', widthPx: 8192, heightPx: 4096 } as const;
const turned: fc.Arbitrary<Turned> = fc.record({ yawDeg: evenly(-25, 25), pitchDeg: evenly(-15, 20), rollDeg: evenly(-8, 8) });
const stands = fc.tuple(evenly(-12, 12), evenly(0.4, 9), evenly(-40, -12));
const fronts: fc.Arbitrary<UprightFront> = fc.record({ widthM: evenly(5, 40), heightM: evenly(4, 25), turnDeg: evenly(-20, 20) });
const rigs: fc.Arbitrary<PlacedRig> = fc
  .record({ at: stands, how: turned, imageMm: evenly(20, 150), riseMm: evenly(-12, 12), shiftMm: evenly(-12, 12) })
  .map(({ at: [xM, heightM, zM], how, ...lens }) => ({ from: placed({ xM, heightM, zM, ...how }), ...lens }));

/** A camera of a 3D package at a place of the scene, which looks along −z there. */
function cameraAt([x, y, z]: Vec3, { yawDeg, pitchDeg, rollDeg }: Turned): Matrix4 {
  const camera = new PerspectiveCamera();
  camera.position.set(x, y, -z);
  camera.setRotationFromEuler(new Euler(pitchDeg * RAD, -yawDeg * RAD, -rollDeg * RAD, 'YXZ'));
  camera.updateMatrixWorld();
  return camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
}

/** Where such a camera sees a place of the scene: right, up and ahead, m. */
function seenBy(camera: Matrix4, [x, y, z]: Vec3): Vec3 {
  const seen = new Vector3(x, y, -z).applyMatrix4(camera);
  return [seen.x, seen.y, -seen.z];
}

/** A place on a turned front by a 3D package: its right side goes away. */
function onFront({ turnDeg }: UprightFront, x: number, y: number): Vec3 {
  const at = new Vector3(x, y, 0).applyAxisAngle(new Vector3(0, 1, 0), turnDeg * RAD);
  return [at.x, at.y, -at.z];
}

describe('a photograph seen from elsewhere', () => {
  test('front and ground appear where a 3D package draws them, from both places', () => {
    fc.assert(
      fc.property(
        fc.record({
          front: fronts,
          rig: rigs,
          plateAt: stands,
          how: turned,
          across: evenly(-0.49, 0.49),
          up: evenly(0.01, 0.99),
          ground: fc.boolean(),
        }),
        fc.record({ x: evenly(-10, 10), z: evenly(-11, -6) }),
        fc.record({ yawDeg: evenly(-25, 25), pitchDeg: evenly(-15, 20), rollDeg: evenly(-8, 8) }),
        ({ front, rig: { from, ...lens }, plateAt, how, across, up, ground }, near, rigHow) => {
          const point: Vec3 = ground ? [near.x, 0, near.z] : onFront(front, across * front.widthM, up * front.heightM);
          const rig = { ...lens, from: placed({ xM: from.at[0], heightM: from.at[1], zM: from.at[2], ...rigHow }) };
          const [x, y, z] = seenBy(cameraAt(from.at, rigHow), point);
          const [u, v, ahead] = seenBy(cameraAt(plateAt, how), point);
          fc.pre(z > 0.5 && ahead > 0.5);
          const onBack = [(lens.imageMm * x) / z - lens.shiftMm, (lens.imageMm * y) / z - lens.riseMm] as const;
          const found = fromElsewhere({ plate: FLAT, held: how, place: { plateAt, front, ground: true } }, rig, onBack);
          // In front of the front the ground is never hidden by it.
          expect(found.on).toBe(ground ? 'ground' : 'front');
          expect(found.pixel?.[0]).toBeCloseTo(FLAT.widthPx / 2 + (FLAT.focalPx * u) / ahead, 3);
          expect(found.pixel?.[1]).toBeCloseTo(FLAT.heightPx / 2 - (FLAT.focalPx * v) / ahead, 3);
        },
      ),
      { numRuns: 400 },
    );
  });

  test('from where it was taken everything is as it is through a rig there, known or not', () => {
    fc.assert(
      fc.property(
        fronts,
        rigs,
        turned,
        fc.constantFrom(FLAT, SPHERE),
        evenly(-18, 18),
        evenly(-12, 12),
        (front, rig, held, plate, xMm, yMm) => {
          const { at } = rig.from;
          const found = fromElsewhere({ plate, held, place: { plateAt: at, front, ground: true } }, rig, [xMm, yMm]);
          const { right, up, forward } = rig.from.axes;
          const pitch = Math.asin(forward[1]) / RAD;
          const there = { yawDeg: Math.atan2(forward[0], forward[2]) / RAD, pitchDeg: pitch, rollDeg: Math.atan2(-right[1], up[1]) / RAD };
          const direct = rigToPlate(plate, held, { ...rig, turned: there }, [xMm, yMm]);
          expect(found.pixel === null).toBe(direct === null);
          if (direct && found.pixel && plate.kind === 'flat')
            expect(Math.hypot(found.pixel[0] - direct[0], found.pixel[1] - direct[1])).toBeLessThan(1e-4 * (1 + Math.hypot(...direct)));
        },
      ),
    );
  });

  test('past the edges of the front its plane is a guess, and so is the sky, which looks the same from everywhere', () => {
    const front = { widthM: 10, heightM: 8, turnDeg: 0 };
    const place = { plateAt: [0, 1.6, -20] as const, front, ground: true };
    expect(metPlane(place, [0, 1.6, -10], [0.4, 0, 1])).toEqual({ on: 'front', times: 10 });
    expect(metPlane(place, [0, 1.6, -10], [0.6, 0, 1])).toEqual({ on: 'guess', times: 10 });
    expect(metPlane(place, [0, 1.6, -10], [0, 0.65, 1])).toEqual({ on: 'guess', times: 10 });
    expect(metPlane(place, [0, 1.6, -10], [0, -0.2, 1])).toEqual({ on: 'ground', times: 8 });
    expect(metPlane(place, [0, 1.6, -10], [0, 1, -1])).toEqual({ on: 'guess', times: null });
    // Nobody has seen its back; without a front there is the ground alone.
    expect(metPlane(place, [0, 1.6, 10], [0, 0, -1])).toEqual({ on: 'guess', times: null });
    expect(metPlane({ ...place, front: null }, [0, 1.6, -10], [0, -0.01, 1]).on).toBe('ground');
    // In a room the walls are in the way.
    expect(metPlane({ ...place, front: null, ground: false }, [0, 1.6, -10], [0, -0.01, 1])).toEqual({ on: 'guess', times: null });
    const sky = fromElsewhere(
      { plate: FLAT, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { ...place, front: null } },
      { from: placed({ xM: 3, heightM: 1.6, zM: -5, yawDeg: 0, pitchDeg: 0, rollDeg: 0 }), imageMm: 24, riseMm: 0, shiftMm: 0 },
      [2, 6],
    );
    expect(sky.pixel).toEqual(pixelOf(FLAT, [2, 6, 24]));
  });

  test('is drawn with the guess dimmed', () => {
    const rgb = new Uint8Array(3 * 16).fill(200);
    const taken = { plate: { kind: 'flat', widthPx: 4, heightPx: 4, focalPx: 0.5 } as const, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 } };
    const rig = { turned: taken.held, imageMm: 10, riseMm: 0, shiftMm: 0 };
    // 20 m from a front that is 20 m wide: the frame of 40 mm at 10 mm sees 40 m of its plane from 10 m, half of them on it.
    const place = { plateAt: [0, 500, -20] as const, front: { widthM: 20, heightM: 1000, turnDeg: 0 }, ground: true };
    const light = ({ picture }: ReturnType<typeof seenThroughRig>) => Array.from(picture.rgb.filter((_, i) => i % 3 === 0));
    const seen = seenThroughRig(
      { widthPx: 4, heightPx: 4, rgb },
      { ...taken, place },
      { rig, frame: { widthMm: 40, heightMm: 10 }, at: [0, 500, -10] },
      80,
    );
    expect(seen.covered).toBe(1);
    // Each row: a quarter beyond the front, half on it, a quarter beyond.
    expect(light(seen)).toEqual(Array.from({ length: 80 * 20 }, (_, i) => (i % 80 >= 20 && i % 80 < 60 ? 200 : 100)));
    // Where it was taken from nothing is a guess.
    const here = seenThroughRig({ widthPx: 4, heightPx: 4, rgb }, taken, { rig, frame: { widthMm: 40, heightMm: 10 } }, 80);
    expect(new Set(light(here))).toEqual(new Set([200]));
  });
});

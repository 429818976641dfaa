import fc from 'fast-check';
import { Euler, Matrix4, Quaternion, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { leastAlong } from './leastAlong';
import { plateFacade, plateLevel } from './level';
import { plateHeight, plateScale } from './height';
import { directionOf, focalPixels, pixelOf, type Pixel, type PlateProjection } from './pixel';
import { plateToRig, rigToPlate, type Turned } from './throughRig';

const RAD = Math.PI / 180;
const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2912 } as const;
const SPHERE = { kind: 'sphere', widthPx: 8192, heightPx: 4096 } as const;
const held = fc.record({ pitchDeg: evenly(-35, 35), rollDeg: evenly(-20, 20) });
const turned: fc.Arbitrary<Turned> = fc.record({ yawDeg: evenly(-60, 60), pitchDeg: evenly(-30, 30), rollDeg: evenly(-15, 15) });

/** The rotation of a camera by a 3D package, which looks along −z: yaw to the right, pitch up, roll clockwise, turned in that order. */
const turn = ({ yawDeg, pitchDeg, rollDeg }: Turned) =>
  new Quaternion().setFromEuler(new Euler(pitchDeg * RAD, -yawDeg * RAD, -rollDeg * RAD, 'YXZ'));

/** How far in front of a camera something is, m. */
const ahead = ({ x, y, z }: Vector3, how: Turned): number => -new Vector3(x, y, -z).applyQuaternion(turn(how).invert()).z;

/** Where a flat photograph shows a place of the world (x right, y up, z away from the lens), by a 3D package. */
function shownAt({ x, y, z }: Vector3, { widthPx, heightPx, focalPx }: typeof FLAT, how: Turned): Pixel {
  const view = new Matrix4().makeRotationFromQuaternion(turn(how)).invert();
  const seen = new Vector3(x, y, -z).applyMatrix4(view);
  return [widthPx / 2 + (focalPx * seen.x) / -seen.z, heightPx / 2 - (focalPx * seen.y) / -seen.z];
}

const straight = (level: { readonly pitchDeg: number; readonly rollDeg: number }): Turned => ({ yawDeg: 0, ...level });
const line = (a: Vector3, b: Vector3, how: Turned) => [...shownAt(a, FLAT, how), ...shownAt(b, FLAT, how)] as const;

describe('a photograph of the place', () => {
  // Exif: a picture of 36 × 24 mm with a lens of f mm has f as its equivalent.
  test('a full-frame picture of 36 mm over 3600 px has 100 px to the millimetre of its focal length', () => {
    expect(focalPixels(24, 3600, 2400)).toBeCloseTo(2400, 9);
  });

  test('pixel → direction → pixel is the identity, flat and as a sphere', () => {
    fc.assert(
      fc.property(fc.constantFrom<PlateProjection>(FLAT, SPHERE), evenly(0, 1), evenly(0.001, 0.999), (plate, across, down) => {
        const pixel: Pixel = [across * plate.widthPx, down * plate.heightPx];
        const again = pixelOf(plate, directionOf(plate, pixel));
        expect(again?.[0]).toBeCloseTo(pixel[0], 5);
        expect(again?.[1]).toBeCloseTo(pixel[1], 5);
      }),
    );
  });

  test('its level is found from what a 3D package draws of upright lines, and no others change it', () => {
    fc.assert(
      fc.property(held, fc.array(fc.tuple(evenly(-8, 8), evenly(10, 40)), { minLength: 2, maxLength: 6 }), (level, places) => {
        fc.pre(Math.max(...places.map(([x, z]) => x / z)) - Math.min(...places.map(([x, z]) => x / z)) > 0.1);
        const uprights = places.map(([x, z]) => line(new Vector3(x, -1.6, z), new Vector3(x, 6, z), straight(level)));
        const found = plateLevel(FLAT, uprights);
        expect(found.pitchDeg).toBeCloseTo(level.pitchDeg, 6);
        expect(found.rollDeg).toBeCloseTo(level.rollDeg, 6);
      }),
    );
  });

  test('a level that the lines do not fix is refused', () => {
    const one = [1000, 200, 1010, 2800] as const;
    expect(() => plateLevel(FLAT, [one])).toThrow('do not fix a level');
    expect(() => plateLevel(FLAT, [one, one])).toThrow('do not fix a level');
    expect(() =>
      plateLevel(FLAT, [
        [5, 5, 5, 5],
        [9, 9, 9, 9],
      ]),
    ).toThrow('do not fix a level');
  });

  test('the direction of a façade is found from its level lines, however the camera was held', () => {
    fc.assert(
      fc.property(held, evenly(-60, 60), fc.array(evenly(1, 12), { minLength: 1, maxLength: 5 }), (level, awayDeg, heights) => {
        const along = new Vector3(Math.cos(awayDeg * RAD), 0, Math.sin(awayDeg * RAD));
        const levels = heights.map((heightM) => {
          const middle = new Vector3(0, heightM, 30);
          return line(middle.clone().addScaledVector(along, -4), middle.clone().addScaledVector(along, 4), straight(level));
        });
        expect(plateFacade(FLAT, level, levels)).toBeCloseTo(awayDeg, 5);
      }),
    );
    expect(() => plateFacade(FLAT, { pitchDeg: 0, rollDeg: 0 }, [[500, 1512, 3500, 1512]])).toThrow('no direction');
  });

  test('height and place are those of the thing that a 3D package drew, from the camera’s height or from its own', () => {
    fc.assert(
      fc.property(held, evenly(0.5, 6), evenly(-10, 10), evenly(6, 60), evenly(0.3, 30), (level, cameraM, asideM, distanceM, heightM) => {
        const [foot, top] = [new Vector3(asideM, -cameraM, distanceM), new Vector3(asideM, heightM - cameraM, distanceM)];
        // What is beside or behind the camera is in no photograph.
        fc.pre(Math.min(ahead(foot, straight(level)), ahead(top, straight(level))) > 0.5);
        const thing = { footPx: shownAt(foot, FLAT, straight(level)), topPx: shownAt(top, FLAT, straight(level)) };
        const found = plateHeight(FLAT, level, thing, cameraM);
        for (const [value, truth] of [
          [found.heightM, heightM],
          [found.distanceM, distanceM],
          [found.asideM, asideM],
        ] as const)
          expect(value).toBeCloseTo(truth, 5);
        expect(plateScale(FLAT, level, thing, heightM).cameraHeightM).toBeCloseTo(cameraM, 5);
      }),
    );
  });

  test('a foot above the horizon, and a height that is none, are refused by name', () => {
    const level = { pitchDeg: 0, rollDeg: 0 };
    expect(() => plateHeight(FLAT, level, { footPx: [2016, 1400], topPx: [2016, 300] }, 1.6)).toThrow('below the horizon');
    expect(() => plateScale(FLAT, level, { footPx: [2016, 1700], topPx: [2016, 1700] }, 2)).toThrow('same height');
    expect(() => plateScale(FLAT, level, { footPx: [2016, 1700], topPx: [2016, 1900] }, 2)).toThrow('exchange them');
  });

  test('through a rig it is where the rig itself draws the world, by a 3D package, and the way back is the way', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.constantFrom<PlateProjection>(FLAT, SPHERE),
        turned,
        turned,
        fc.record({ imageMm: evenly(15, 200), riseMm: evenly(-20, 20), shiftMm: evenly(-20, 20) }),
        fc.tuple(evenly(-20, 20), evenly(-8, 15), evenly(8, 60)),
        (plate, how, rigTurned, rest, [x, y, z]) => {
          const rig = { turned: rigTurned, ...rest };
          const world = new Vector3(x, y, -z);
          const inPlate = world.clone().applyQuaternion(turn(how).invert());
          const inRig = world.clone().applyQuaternion(turn(rigTurned).invert());
          const pixel = pixelOf(plate, [inPlate.x, inPlate.y, -inPlate.z]);
          fc.pre(pixel !== null);
          const on = plateToRig(plate, how, rig, pixel);
          if (inRig.z >= 0) {
            expect(on).toBeNull();
            return;
          }
          // Nearly square to the view a rounding error is many millimetres.
          fc.pre(-inRig.z > 0.05 * inRig.length());
          seen++;
          expect(on?.[0]).toBeCloseTo((rest.imageMm * inRig.x) / -inRig.z - rest.shiftMm, 5);
          expect(on?.[1]).toBeCloseTo((rest.imageMm * inRig.y) / -inRig.z - rest.riseMm, 5);
          const back = rigToPlate(plate, how, rig, on ?? [0, 0]);
          expect(back?.[0]).toBeCloseTo(pixel[0], 4);
          expect(back?.[1]).toBeCloseTo(pixel[1], 4);
        },
      ),
    );
    expect(seen).toBeGreaterThan(50);
  });

  test('the direction least along some vectors is square to those that lie in a plane, and no other is less along them', () => {
    const vector = fc.tuple(evenly(-1, 1), evenly(-1, 1), evenly(-1, 1));
    fc.assert(
      fc.property(fc.array(vector, { minLength: 2, maxLength: 8 }), vector, (vectors, other) => {
        const found = leastAlong(vectors);
        const size = Math.hypot(...other);
        fc.pre(size > 0.1);
        const along = (d: readonly number[]) =>
          vectors.reduce((sum, each) => sum + each.reduce((s, value, k) => s + value * (d[k] ?? 0), 0) ** 2, 0);
        const direction = found?.direction ?? [NaN, NaN, NaN];
        expect(Math.hypot(...direction)).toBeCloseTo(1, 9);
        expect(along(direction)).toBeLessThanOrEqual(along(other.map((value) => value / size)) + 1e-9);
      }),
    );
  });
});

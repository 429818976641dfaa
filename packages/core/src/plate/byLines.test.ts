import fc from 'fast-check';
import { Euler, Matrix4, Quaternion, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { quayPlate } from '../examples.test-support';
import type { Plate } from '../model/plate';
import { horizonOf, levelByHorizon, levelByLines } from './byLines';
import { knownPlate } from './known';
import type { PlateLevel, PlateLine } from './level';

const RAD = Math.PI / 180;
const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2912 } as const;
const held = fc.record({ pitchDeg: evenly(-20, 30), rollDeg: evenly(-15, 15) });

/** Where a 3D package draws a line of the world, right, up and ahead of the camera, m. */
function drawn(a: Vector3, b: Vector3, { pitchDeg, rollDeg }: PlateLevel): PlateLine {
  const turned = new Quaternion().setFromEuler(new Euler(pitchDeg * RAD, 0, -rollDeg * RAD, 'YXZ'));
  const view = new Matrix4().makeRotationFromQuaternion(turned).invert();
  const [u1 = 0, v1 = 0, u2 = 0, v2 = 0] = [a, b].flatMap(({ x, y, z }) => {
    const seen = new Vector3(x, y, -z).applyMatrix4(view);
    return [2016 + (FLAT.focalPx * seen.x) / -seen.z, 1512 - (FLAT.focalPx * seen.y) / -seen.z];
  });
  return [u1, v1, u2, v2];
}

const upright = (x: number, z: number, level: PlateLevel) => drawn(new Vector3(x, -1.5, z), new Vector3(x, 6, z), level);
/** A line of a front 20 m ahead whose right side is turned away, so high above the lens. */
const level = (y: number, awayDeg: number, how: PlateLevel) => {
  const [x, z] = [5 * Math.cos(awayDeg * RAD), 5 * Math.sin(awayDeg * RAD)];
  return drawn(new Vector3(-x, y, 20 - z), new Vector3(x, y, 20 + z), how);
};

describe('level from lines that were chosen', () => {
  test('is that of the camera of a 3D package which drew them, with the direction of the front', () => {
    fc.assert(
      fc.property(held, evenly(-50, 50), (how, awayDeg) => {
        const found = levelByLines(FLAT, {
          uprights: [upright(-5, 18, how), upright(1, 22, how), upright(6, 20, how)],
          levels: [level(4, awayDeg, how), level(7, awayDeg, how)],
        });
        expect(found?.pitchDeg).toBeCloseTo(how.pitchDeg, 6);
        expect(found?.rollDeg).toBeCloseTo(how.rollDeg, 6);
        expect(found?.turnedAwayDeg).toBeCloseTo(awayDeg, 5);
        // What agrees wholly is still no surer than lenses draw straight.
        expect(found?.uncertaintyDeg).toBeCloseTo(0.03, 5);
      }),
    );
  });

  test('every line counts: a wrong one moves it, and the uncertainty says so', () => {
    const how = { pitchDeg: 3, rollDeg: 1 };
    const good = [upright(-6, 20, how), upright(-2, 20, how), upright(2, 20, how), upright(6, 20, how)];
    const [u1, v1, u2, v2] = upright(4, 20, how);
    const found = levelByLines(FLAT, { uprights: [...good, [u1, v1, u2 + 40, v2]], levels: [] });
    const off = Math.hypot((found?.pitchDeg ?? 0) - how.pitchDeg, (found?.rollDeg ?? 0) - how.rollDeg);
    expect(off).toBeGreaterThan(0.2);
    expect(found?.uncertaintyDeg).toBeGreaterThan(off / 4);
  });

  test('long level lines of a front steady the roll where verticals are short', () => {
    const how = { pitchDeg: 2, rollDeg: -1 };
    const crooked = (x: number, by: number): PlateLine => {
      const [u1, v1, u2, v2] = drawn(new Vector3(x, 0, 20), new Vector3(x, 1, 20), how);
      return [u1, v1, u2 + by, v2];
    };
    const uprights = [crooked(-6, 3), crooked(0, 2), crooked(6, 3)];
    const alone = levelByLines(FLAT, { uprights, levels: [] });
    const both = levelByLines(FLAT, { uprights, levels: [level(3, 0, how), level(6, 0, how), level(-1, 0, how)] });
    const off = (found: PlateLevel | null) => Math.abs((found?.rollDeg ?? NaN) - how.rollDeg);
    expect(off(both)).toBeLessThan(0.5 * off(alone));
  });

  test('two verticals fix it and nothing is left to compare; one does not fix it', () => {
    const how = { pitchDeg: 3, rollDeg: 1 };
    const two = levelByLines(FLAT, { uprights: [upright(-6, 20, how), upright(6, 20, how)], levels: [] });
    expect(two).toMatchObject({ uncertaintyDeg: null, turnedAwayDeg: null });
    expect(two?.pitchDeg).toBeCloseTo(3, 6);
    expect(levelByLines(FLAT, { uprights: [upright(-6, 20, how)], levels: [level(3, 0, how)] })).toBeNull();
    // Side by side in one strip they can be compared with nothing either.
    expect(levelByLines(FLAT, { uprights: [upright(0.2, 20, how), upright(0.6, 20, how)], levels: [] })?.uncertaintyDeg).toBeNull();
  });

  test('the horizon tells it as well', () => {
    fc.assert(
      fc.property(held, evenly(-30, 0), evenly(5, 30), (how, left, right) => {
        const far = (bearingDeg: number) => new Vector3(1e6 * Math.sin(bearingDeg * RAD), 0, 1e6 * Math.cos(bearingDeg * RAD));
        const found = levelByHorizon(FLAT, drawn(far(left), far(right), how));
        expect(found?.pitchDeg).toBeCloseTo(how.pitchDeg, 6);
        expect(found?.rollDeg).toBeCloseTo(how.rollDeg, 6);
      }),
    );
    expect(levelByHorizon(FLAT, [100, 100, 100, 100])).toBeNull();
  });

  test('what is far and level with the lens lies on the horizon', () => {
    fc.assert(
      fc.property(held, evenly(-30, 30), (how, bearingDeg) => {
        const far = new Vector3(1e6 * Math.sin(bearingDeg * RAD), 0, 1e6 * Math.cos(bearingDeg * RAD));
        const [u, v] = drawn(far, far, how);
        const [u1 = NaN, v1 = NaN, u2 = NaN, v2 = NaN] = horizonOf(FLAT, how) ?? [];
        expect(v1 + ((v2 - v1) * (u - u1)) / (u2 - u1)).toBeCloseTo(v, 6);
      }),
    );
    expect(horizonOf(FLAT, { pitchDeg: 0, rollDeg: 90 })).toBeNull();
  });
});

describe('what is known of a stored photograph', () => {
  const known = (some: Partial<Plate>) => knownPlate({ ...quayPlate, ...some });

  test('without a focal length it has no projection and no level', () => {
    expect(known({ equivalentMm: null })).toEqual({ projection: null, level: null, turnedAwayDeg: null, held: null, others: [] });
  });

  test('what was typed comes before a horizon, and a horizon before lines', () => {
    const horizon = [0, 140, 400, 140] as const;
    const typed = { pitchDeg: 7, rollDeg: -2 };
    expect(known({ typed, horizon }).level).toEqual({ ...typed, by: 'typed', uncertaintyDeg: null });
    expect(known({ horizon }).level).toMatchObject({ by: 'horizon', uncertaintyDeg: null });
    // The horizon above the middle: the camera looks down.
    expect(known({ horizon }).level?.pitchDeg).toBeLessThan(-1);
    expect(known({}).level).toMatchObject({ by: 'lines', pitchDeg: 0 });
    expect(known({ uprights: [] }).level).toBeNull();
  });

  test('where the level is typed, the direction of the front is told at that level', () => {
    const how = { pitchDeg: 8, rollDeg: 2 };
    const plate = { ...quayPlate, widthPx: 4032, heightPx: 3024, equivalentMm: (2912 * Math.hypot(36, 24)) / Math.hypot(4032, 3024) };
    const front = { levels: [level(4, 25, how), level(7, 25, how)], typed: how } as const;
    expect(knownPlate({ ...plate, ...front, uprights: [] }).turnedAwayDeg).toBeCloseTo(25, 6);
    // Verticals that say otherwise do not turn it.
    expect(
      knownPlate({
        ...plate,
        ...front,
        uprights: [upright(-5, 18, { pitchDeg: 0, rollDeg: 0 }), upright(6, 20, { pitchDeg: 0, rollDeg: 0 })],
      }).turnedAwayDeg,
    ).toBeCloseTo(25, 6);
    expect(knownPlate({ ...plate, levels: [], uprights: [], typed: how }).turnedAwayDeg).toBeNull();
  });

  test('a part of a photograph is levelled as the whole, once somebody says where its lens pointed', () => {
    const how = { pitchDeg: 9, rollDeg: -2 };
    const whole = { ...quayPlate, widthPx: 4032, heightPx: 3024, equivalentMm: (2912 * Math.hypot(36, 24)) / Math.hypot(4032, 3024) };
    const uprights = [upright(-5, 18, how), upright(6, 20, how), upright(2, 16, how)];
    // Its left 1500 px and lower 600 px are cut off.
    const part = {
      ...whole,
      cropped: true,
      widthPx: 4032 - 1500,
      heightPx: 3024 - 600,
      equivalentMm: (2912 * Math.hypot(36, 24)) / Math.hypot(4032 - 1500, 3024 - 600),
      uprights: uprights.map(([u1, v1, u2, v2]) => [u1 - 1500, v1, u2 - 1500, v2] as const),
    };
    const said = knownPlate({ ...part, middlePx: [2016 - 1500, 1512] }).level;
    expect(said?.pitchDeg).toBeCloseTo(how.pitchDeg, 6);
    expect(said?.rollDeg).toBeCloseTo(how.rollDeg, 6);
    // Said by hand it is known to 2 % of the longer side: 51 px of 2912.
    expect(said?.uncertaintyDeg).toBeGreaterThanOrEqual((Math.atan(50.64 / 2912) * 180) / Math.PI - 1e-6);
    const unsaid = knownPlate(part).level;
    expect(unsaid?.uncertaintyDeg).toBeNull();
    expect(Math.abs((unsaid?.rollDeg ?? 0) - how.rollDeg)).toBeGreaterThan(2);
    // Its horizon runs where that of the whole does.
    const across = horizonOf({ kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2912 }, how);
    const inPart = horizonOf({ kind: 'flat', widthPx: part.widthPx, heightPx: part.heightPx, focalPx: 2912, middlePx: [516, 1512] }, how);
    const slope = ((across?.[3] ?? 0) - (across?.[1] ?? 0)) / 4032;
    expect(inPart?.[1]).toBeCloseTo((across?.[1] ?? NaN) + 1500 * slope, 6);
  });

  test('of a cropped one the uncertainty is unknown; a sphere is level only as typed', () => {
    const lines = { uprights: [...quayPlate.uprights, [200, 50, 200, 250]] as const };
    expect(known(lines).level?.uncertaintyDeg).toBeGreaterThan(0);
    expect(known({ ...lines, doubtful: true }).level).toMatchObject({ by: 'lines', uncertaintyDeg: null });
    expect(known({ ...lines, cropped: true }).level).toMatchObject({ by: 'lines', uncertaintyDeg: null });
    const sphere = { kind: 'sphere', widthPx: 400, heightPx: 200, equivalentMm: null } as const;
    expect(known(sphere)).toMatchObject({ projection: { kind: 'sphere' }, level: null });
    expect(known({ ...sphere, typed: { pitchDeg: 1, rollDeg: 0 }, headingDeg: 30 }).held).toEqual({ yawDeg: 30, pitchDeg: 1, rollDeg: 0 });
  });
});

import fc from 'fast-check';
import { Euler, PerspectiveCamera, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { normals } from '../normals.test-support';
import { quayPlate } from '../examples.test-support';
import type { MatchedPixels, OtherPhotograph, Plate } from '../model/plate';
import type { Vec3 } from '../space/vector';
import { heightByMove } from './apart';
import { turnedBeside } from './beside';
import { knownPlate } from './known';
import { focalPixels } from './pixel';
import type { Turned } from './throughRig';

const RAD = Math.PI / 180;
const FOCAL = focalPixels(26, 4032, 3024);
const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: FOCAL } as const;
const turned = (yaw: number, pitch: number, roll: number): fc.Arbitrary<Turned> =>
  fc.record({ yawDeg: evenly(-yaw, yaw), pitchDeg: evenly(-pitch, pitch), rollDeg: evenly(-roll, roll) });

/** The pixel at which a camera of a 3D package shows a place of the scene; `null` outside of its picture. */
function shownBy([x, y, z]: Vec3, { yawDeg, pitchDeg, rollDeg }: Turned, point: Vec3): readonly [number, number] | null {
  const camera = new PerspectiveCamera((2 * Math.atan(FLAT.heightPx / 2 / FOCAL)) / RAD, FLAT.widthPx / FLAT.heightPx, 0.1, 1e4);
  camera.position.set(x, y, -z);
  camera.setRotationFromEuler(new Euler(pitchDeg * RAD, -yawDeg * RAD, -rollDeg * RAD, 'YXZ'));
  camera.updateMatrixWorld();
  const { x: right, y: up, z: deep } = new Vector3(point[0], point[1], -point[2]).project(camera);
  if (Math.abs(right) > 1 || Math.abs(up) > 1 || Math.abs(deep) > 1) return null;
  return [((right + 1) * FLAT.widthPx) / 2, ((1 - up) * FLAT.heightPx) / 2];
}

/** Repeatable numbers spread evenly from −1 to 1. */
const spread = (i: number, by: number): number => 2 * ((i * by) % 1) - 1;

/** What two cameras both show of points, with errors of so many px, one standard deviation; some matches are wrong altogether. */
function matchesOf(
  [one, other]: readonly [readonly [Vec3, Turned], readonly [Vec3, Turned]],
  points: readonly Vec3[],
  { errorPx = 0, wrong = 0, seed = 1 }: { readonly errorPx?: number; readonly wrong?: number; readonly seed?: number } = {},
): readonly MatchedPixels[] {
  const normal = normals(seed);
  return points.flatMap((point, i): readonly MatchedPixels[] => {
    const [a, b] = [shownBy(...one, point), shownBy(...other, point)];
    if (!a || !b) return [];
    if (i % 100 < 100 * wrong) return [[a[0], a[1], b[0] + 300, b[1] - 200]];
    return [[a[0], a[1], b[0] + errorPx * normal(), b[1] + errorPx * normal()]];
  });
}

const HERE: Vec3 = [0, 1.6, 0];
const ROOM: readonly Vec3[] = Array.from({ length: 300 }, (_, i) => [
  30 * spread(i, 0.618034),
  12 * spread(i, 0.754878),
  14 + 12 * spread(i, 0.569841),
]);

describe('another photograph from the same place', () => {
  test('was held as a 3D package has it that drew both, whatever stands there', () => {
    fc.assert(
      fc.property(turned(20, 12, 4), turned(15, 15, 6), (held, by) => {
        const real = { yawDeg: held.yawDeg + by.yawDeg, pitchDeg: held.pitchDeg + by.pitchDeg, rollDeg: by.rollDeg };
        const matches = matchesOf(
          [
            [HERE, held],
            [HERE, real],
          ],
          ROOM,
        );
        const found = turnedBeside({ plate: FLAT, held }, FLAT, matches);
        expect(found?.fits).toBe(true);
        expect(found?.offDeg).toBeLessThan(1e-6);
        for (const angle of ['yawDeg', 'pitchDeg', 'rollDeg'] as const) expect(found?.held[angle]).toBeCloseTo(real[angle], 6);
      }),
      { numRuns: 60 },
    );
  });

  test('is found beside a fifth of wrong matches, and errors of two pixels hardly turn it', () => {
    fc.assert(
      fc.property(turned(10, 10, 6), (real) => {
        const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
        const found = turnedBeside(
          { plate: FLAT, held },
          FLAT,
          matchesOf(
            [
              [HERE, held],
              [HERE, real],
            ],
            ROOM,
            { errorPx: 2, wrong: 0.2 },
          ),
        );
        expect(found?.fits).toBe(true);
        for (const angle of ['yawDeg', 'pitchDeg', 'rollDeg'] as const)
          expect(Math.abs((found?.held[angle] ?? NaN) - real[angle])).toBeLessThan(0.05);
      }),
      { numRuns: 40 },
    );
  });

  test('does not fit from another place: near and far part', () => {
    const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const moved = matchesOf(
      [
        [HERE, held],
        [[0.6, 1.6, 0], held],
      ],
      ROOM,
    );
    expect(turnedBeside({ plate: FLAT, held }, FLAT, moved)?.fits).toBe(false);
  });

  test('too few matches, or all in one direction, say nothing', () => {
    const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const matches = matchesOf(
      [
        [HERE, held],
        [HERE, held],
      ],
      ROOM,
    );
    expect(turnedBeside({ plate: FLAT, held }, FLAT, matches.slice(0, 7))).toBeNull();
    const [first] = matches;
    if (!first) throw new Error('nothing is shown by both');
    expect(
      turnedBeside(
        { plate: FLAT, held },
        FLAT,
        Array.from({ length: 30 }, () => first),
      ),
    ).toBeNull();
  });

  test('of a stored one the turn follows the level of the first', () => {
    const matches = matchesOf(
      [
        [HERE, { yawDeg: 0, pitchDeg: 5, rollDeg: 0 }],
        [HERE, { yawDeg: 10, pitchDeg: 20, rollDeg: 0 }],
      ],
      ROOM,
    );
    const other: OtherPhotograph = { pictureId: '', name: '', widthPx: 4032, heightPx: 3024, equivalentMm: 26, matches, apart: null };
    const heldAt = (pitchDeg: number, more: Partial<OtherPhotograph> = {}) =>
      knownPlate({ ...quayPlate, widthPx: 4032, heightPx: 3024, typed: { pitchDeg, rollDeg: 0 }, others: [{ ...other, ...more }] })
        .others[0];
    expect(heldAt(5)?.turned?.held.pitchDeg).toBeCloseTo(20, 6);
    expect(heldAt(6)?.turned?.held.pitchDeg).toBeCloseTo(21, 1);
    for (const more of [{ matches: null }, { equivalentMm: null }, { apart: { byM: 2, doubtM: 0 } }])
      expect(heldAt(5, more)?.turned).toBeNull();
  });
});

describe('the height of the camera by two photographs a known distance apart', () => {
  // A front 18 m wide and 11 m high, turned away at the right by 14°; its left foot is 9 m to the left and 20 m ahead.
  const HEIGHT = 1.62;
  const [LEFT, AWAY] = [[-9, 0, 20] as const, 14 * RAD];
  const onFront = (along: number, up: number): Vec3 => [LEFT[0] + along * Math.cos(AWAY), up, LEFT[2] + along * Math.sin(AWAY)];
  const FRONT: readonly Vec3[] = Array.from({ length: 160 }, (_, i) =>
    onFront(9 + 9 * spread(i, 0.618034), 5.5 + 5.5 * spread(i, 0.754878)),
  );
  const HELD = { yawDeg: 0, pitchDeg: 8, rollDeg: 0.5 };
  const AT: Vec3 = [0, HEIGHT, 0];
  const pixel = (point: Vec3): readonly [number, number] => {
    const at = shownBy(AT, HELD, point);
    if (!at) throw new Error('the front is not in the picture');
    return at;
  };
  /** The first photograph, its camera taken to be at a wrong height. */
  const plate = (others: Plate['others']): Plate => ({
    ...quayPlate,
    widthPx: 4032,
    heightPx: 3024,
    typed: { pitchDeg: 8, rollDeg: 0.5 },
    cameraHeightM: 1.3,
    outline: { leftFootPx: pixel(onFront(0, 0)), rightFootPx: pixel(onFront(18, 0)), leftTopPx: pixel(onFront(0, 11)) },
    others,
  });
  const second = (matches: OtherPhotograph['matches'], byM: number, doubtM = 0): OtherPhotograph => ({
    pictureId: '',
    name: '',
    widthPx: 4032,
    heightPx: 3024,
    equivalentMm: 26,
    matches,
    apart: { byM, doubtM },
  });
  const heightFor = (others: Plate['others'], more: Partial<Plate> = {}) => {
    const whole = { ...plate(others), ...more };
    const known = knownPlate(whole);
    const [other] = known.others;
    if (!other) throw new Error('there is no second photograph');
    return heightByMove(whole, known, other);
  };
  const way = fc.record({ right: evenly(-3, 3), up: evenly(-0.3, 0.3), ahead: evenly(-2, 2) });

  test('is that at which a 3D package drew both, where matches are exact', () => {
    fc.assert(
      fc.property(way, turned(3, 3, 2), ({ right, up, ahead }, by) => {
        fc.pre(Math.hypot(right, up, ahead) > 1);
        const there: Vec3 = [AT[0] + right, AT[1] + up, AT[2] + ahead];
        const held = { yawDeg: by.yawDeg, pitchDeg: 8 + by.pitchDeg, rollDeg: by.rollDeg };
        const matches = matchesOf(
          [
            [AT, HELD],
            [there, held],
          ],
          FRONT,
        ).slice(0, 80);
        fc.pre(matches.length > 40);
        const result = heightFor([second(matches, Math.hypot(right, up, ahead))]);
        if (!('found' in result)) throw new Error(result.missing);
        expect(result.found.strained).toBe(false);
        expect(result.found.cameraHeightM).toBeCloseTo(HEIGHT, 3);
      }),
      { numRuns: 40 },
    );
  });

  test('is found within four of its own standard deviations where matches are off by a pixel and the way by 2 cm', () => {
    let [sum, all] = [0, 0];
    fc.assert(
      fc.property(way, turned(3, 3, 2), fc.integer({ min: 1, max: 1e6 }), ({ right, up, ahead }, by, seed) => {
        const apartM = Math.hypot(right, up, ahead);
        fc.pre(apartM > 1.5);
        const there: Vec3 = [AT[0] + right, AT[1] + up, AT[2] + ahead];
        const held = { yawDeg: by.yawDeg, pitchDeg: 8 + by.pitchDeg, rollDeg: by.rollDeg };
        const matches = matchesOf(
          [
            [AT, HELD],
            [there, held],
          ],
          FRONT,
          { errorPx: 1, wrong: 0.05, seed },
        ).slice(0, 80);
        fc.pre(matches.length > 40);
        const result = heightFor([second(matches, apartM + 0.02 * normals(seed + 7)(), 0.02)]);
        if (!('found' in result)) return;
        const { cameraHeightM, doubtM } = result.found;
        const sigmas = Math.abs(cameraHeightM - HEIGHT) / doubtM;
        expect(sigmas).toBeLessThan(4);
        [sum, all] = [sum + sigmas, all + 1];
      }),
      { numRuns: 60 },
    );
    expect(all).toBeGreaterThan(30);
    // And it is not so cautious that it says nothing.
    expect(sum / all).toBeGreaterThan(0.3);
  });

  test('names what is missing, and does not measure by a way too short to be seen', () => {
    const near = matchesOf(
      [
        [AT, HELD],
        [[0.02, HEIGHT, 0], HELD],
      ],
      FRONT,
      { errorPx: 2 },
    ).slice(0, 80);
    const matches = matchesOf(
      [
        [AT, HELD],
        [[2, HEIGHT, 0], HELD],
      ],
      FRONT,
    ).slice(0, 80);
    const other = second(matches, 2);
    expect(heightFor([{ ...other, apart: null }])).toEqual({ missing: 'apart' });
    expect(heightFor([{ ...other, equivalentMm: null }])).toEqual({ missing: 'focal' });
    expect(heightFor([other], { typed: null, uprights: [] })).toEqual({ missing: 'level' });
    expect(heightFor([{ ...other, matches: null }])).toEqual({ missing: 'comparison' });
    expect(heightFor([other], { outline: null })).toEqual({ missing: 'outline' });
    expect(heightFor([{ ...other, matches: matches.slice(0, 5) }])).toEqual({ missing: 'matches' });
    expect(heightFor([second(near, 0.02)])).toEqual({ missing: 'move' });
  });

  test('a zoomed second photograph is told', () => {
    const matches = matchesOf(
      [
        [AT, HELD],
        [[2, HEIGHT, 0], HELD],
      ],
      FRONT,
    ).slice(0, 80);
    const zoomed = matches.map(([u, v, x, y]) => [u, v, 2016 + 1.1 * (x - 2016), 1512 + 1.1 * (y - 1512)] as const);
    const result = heightFor([second(zoomed, 2)]);
    expect('found' in result && result.found.strained).toBe(true);
  });
});

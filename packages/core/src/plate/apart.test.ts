import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { quayPlate } from '../examples.test-support';
import type { OtherPhotograph, Plate } from '../model/plate';
import { normals } from '../normals.test-support';
import { length, type Vec3 } from '../space/vector';
import { heightByMove } from './apart';
import { knownPlate } from './known';
import type { Turned } from './throughRig';
import { matchesOf, shownBy, spread, turned } from './twoPhotographs.test-support';
import type { PlateDoubt } from './uncertain';

const RAD = Math.PI / 180;
const STRAIGHT: Turned = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
const EXACT: PlateDoubt = { levelDeg: 0, clickPx: 0, cameraHeightM: 0 };

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
  /** The height that a second photograph gives. */
  const heightFor = (other: OtherPhotograph, more: Partial<Plate> = {}, doubt: PlateDoubt | null = EXACT) => {
    const whole = { ...plate([other]), ...more };
    const known = knownPlate(whole);
    const [second_] = known.others;
    if (!second_) throw new Error('there is no second photograph');
    return heightByMove(whole, known, second_, doubt);
  };
  const foundFor = (...given: Parameters<typeof heightFor>) => {
    const result = heightFor(...given);
    if (!('found' in result)) throw new Error(result.missing);
    return result.found;
  };
  const step = fc.tuple(evenly(-3, 3), evenly(-0.3, 0.3), evenly(-2, 2));

  /** What a camera shows of the front that has gone so far right, up and ahead, and turned a little. */
  const matchesFrom = (step: Vec3, by: Turned = STRAIGHT, errors: Parameters<typeof matchesOf>[2] = {}) => {
    const there: Vec3 = [AT[0] + step[0], AT[1] + step[1], AT[2] + step[2]];
    const held = { yawDeg: by.yawDeg, pitchDeg: HELD.pitchDeg + by.pitchDeg, rollDeg: by.rollDeg };
    return matchesOf(
      [
        [AT, HELD],
        [there, held],
      ],
      FRONT,
      errors,
    ).slice(0, 80);
  };

  test('is that at which a 3D package drew both, where matches are exact', () => {
    fc.assert(
      fc.property(step, turned(3, 3, 2), (gone, by) => {
        fc.pre(length(gone) > 1);
        const matches = matchesFrom(gone, by);
        fc.pre(matches.length > 40);
        const { strained, cameraHeightM } = foundFor(second(matches, length(gone)));
        expect(strained).toBe(false);
        expect(cameraHeightM).toBeCloseTo(HEIGHT, 3);
      }),
      { numRuns: 40 },
    );
  });

  test('is found within four of its own standard deviations where matches are off by a pixel and the step by 2 cm', () => {
    const sigmas: number[] = [];
    fc.assert(
      fc.property(step, turned(3, 3, 2), fc.integer({ min: 1, max: 1e6 }), (gone, by, seed) => {
        fc.pre(length(gone) > 1.5);
        const matches = matchesFrom(gone, by, { errorPx: 1, wrong: 0.05, seed });
        fc.pre(matches.length > 40);
        const result = heightFor(second(matches, length(gone) + 0.02 * normals(seed + 7)(), 0.02));
        // Where the step cannot be told well enough it says so.
        if (!('found' in result)) return;
        const off = Math.abs(result.found.cameraHeightM - HEIGHT) / (result.found.doubtM ?? NaN);
        expect(off).toBeLessThan(4);
        sigmas.push(off);
      }),
      { numRuns: 60 },
    );
    expect(sigmas.length).toBeGreaterThan(30);
    // And it is not so cautious that it says nothing.
    expect(sigmas.reduce((sum, each) => sum + each, 0) / sigmas.length).toBeGreaterThan(0.3);
  });

  test('a pitch that is off by its uncertainty puts the height off by about its own, far more than the matches would; a roll hardly does', () => {
    const matches = matchesFrom([2.5, 0, 0.5]);
    const foundAt = (pitchOff: number, rollOff: number) =>
      foundFor(
        second(matches, Math.hypot(2.5, 0.5)),
        { typed: { pitchDeg: HELD.pitchDeg + pitchOff, rollDeg: HELD.rollDeg + rollOff } },
        { levelDeg: 0.2, clickPx: 0, cameraHeightM: 0.15 },
      );
    for (const off of [0.2, -0.2]) {
      const { cameraHeightM, doubtM, measuredDoubtM, strained } = foundAt(off, 0);
      const error = Math.abs(cameraHeightM - HEIGHT);
      expect(strained).toBe(false);
      expect(error).toBeGreaterThan(0.5 * (doubtM ?? NaN));
      expect(error).toBeLessThan(1.5 * (doubtM ?? NaN));
      expect(error).toBeGreaterThan(2 * measuredDoubtM);
      expect(Math.abs(foundAt(0, off).cameraHeightM - HEIGHT)).toBeLessThan(0.1 * error);
    }
  });

  test('has an unknown uncertainty where that of the level is unknown', () => {
    const other = second(matchesFrom([2, 0, 0]), 2, 0.02);
    const { doubtM, measuredDoubtM } = foundFor(other, {}, null);
    expect(doubtM).toBeNull();
    expect(measuredDoubtM).toBeGreaterThan(0);
    // Clicks on the foot count as well; where all of that is exact, what remains is the scatter of the matches.
    const exact = foundFor(other);
    expect(exact.doubtM).toBeCloseTo(exact.measuredDoubtM, 12);
    expect(foundFor(other, {}, { ...EXACT, clickPx: 3 }).doubtM).toBeGreaterThan(1.05 * exact.measuredDoubtM);
  });

  test('names what is missing, and does not measure by a step too short to be seen', () => {
    const matches = matchesFrom([2, 0, 0]);
    const other = second(matches, 2);
    expect(heightFor({ ...other, apart: null })).toEqual({ missing: 'apart' });
    expect(heightFor({ ...other, apart: { byM: null, doubtM: 0.02 } })).toEqual({ missing: 'apart' });
    expect(heightFor({ ...other, equivalentMm: null })).toEqual({ missing: 'focal' });
    expect(heightFor(other, { typed: null, uprights: [] })).toEqual({ missing: 'level' });
    expect(heightFor(other, { equivalentMm: null })).toEqual({ missing: 'level' });
    expect(heightFor({ ...other, matches: null })).toEqual({ missing: 'comparison' });
    expect(heightFor(other, { outline: null })).toEqual({ missing: 'outline' });
    expect(heightFor({ ...other, matches: matches.slice(0, 5) })).toEqual({ missing: 'matches' });
    expect(heightFor(second(matchesFrom([0.02, 0, 0], STRAIGHT, { errorPx: 2 }), 0.02))).toEqual({ missing: 'move' });
  });

  test('a zoomed second photograph is told, by the front that leans then', () => {
    const zoomed = (by: number) =>
      second(
        matchesFrom([2, 0, 0]).map(([u, v, x, y]) => [u, v, 2016 + by * (x - 2016), 1512 + by * (y - 1512)] as const),
        2,
      );
    const strained = [1, 1.003, 1.03, 1.1, 0.9].map((by) => foundFor(zoomed(by)).strained);
    expect(strained).toEqual([false, false, true, true, true]);
  });
});

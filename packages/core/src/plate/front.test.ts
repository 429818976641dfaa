import fc from 'fast-check';
import { Euler, Matrix4, Quaternion, Vector3 } from 'three';
import type { CoreError } from '../errors';
import { evenly } from '../evenly.test-support';
import { plateEnds, type PlateEnds } from './ends';
import { lengthOnFront, outlinedFront, placeOnFront } from './front';
import type { PlateLevel } from './level';
import type { Pixel } from './pixel';
import { rigToPlate, type OnBack } from './throughRig';
import { doubtedHeight, doubtedLength } from './uncertain';

const RAD = Math.PI / 180;
const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2912 } as const;
const held = fc.record({ pitchDeg: evenly(-15, 30), rollDeg: evenly(-10, 10) });

/** Where a 3D package draws a place of the world, right, up and ahead of the camera, m. */
function drawn([x, y, z]: readonly [number, number, number], { pitchDeg, rollDeg }: PlateLevel): Pixel {
  const turned = new Quaternion().setFromEuler(new Euler(pitchDeg * RAD, 0, -rollDeg * RAD, 'YXZ'));
  const seen = new Vector3(x, y, -z).applyMatrix4(new Matrix4().makeRotationFromQuaternion(turned).invert());
  return [2016 + (FLAT.focalPx * seen.x) / -seen.z, 1512 - (FLAT.focalPx * seen.y) / -seen.z];
}

/** Numbers of a normal distribution: sums of twelve even ones are near to it. */
function normalNumbers(seed: number): () => number {
  let state = seed;
  return () => {
    let sum = -6;
    for (let i = 0; i < 12; i++) {
      state = (state * 1103515245 + 12345) % 2147483648;
      sum += state / 2147483648;
    }
    return sum;
  };
}

describe('a front in a photograph', () => {
  test('has width, height, distance and direction of the one that a 3D package drew, and any point on it its place', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        held,
        evenly(-55, 55),
        evenly(8, 40),
        evenly(-8, 4),
        evenly(4, 20),
        evenly(3, 25),
        evenly(1, 3),
        fc.tuple(evenly(0, 1), evenly(0, 1)),
        (level, awayDeg, leftZ, leftX, widthM, heightM, cameraM, [alongShare, upShare]) => {
          const at = (alongM: number, upM: number): readonly [number, number, number] => [
            leftX + alongM * Math.cos(awayDeg * RAD),
            upM - cameraM,
            leftZ + alongM * Math.sin(awayDeg * RAD),
          ];
          const distanceM = Math.abs(leftX * Math.sin(awayDeg * RAD) - leftZ * Math.cos(awayDeg * RAD));
          // All of it before the camera, and not seen along itself.
          fc.pre(at(widthM, 0)[2] > 4 && distanceM > 1 && leftZ * Math.cos(awayDeg * RAD) > leftX * Math.sin(awayDeg * RAD));
          seen++;
          const front = outlinedFront(
            FLAT,
            level,
            { leftFootPx: drawn(at(0, 0), level), rightFootPx: drawn(at(widthM, 0), level), leftTopPx: drawn(at(0, heightM), level) },
            cameraM,
          );
          for (const [value, truth] of [
            [front.widthM, widthM],
            [front.heightM, heightM],
            [front.distanceM, distanceM],
            [front.turnedAwayDeg, awayDeg],
          ] as const)
            expect(value).toBeCloseTo(truth, 4);
          const [alongM, upM] = [alongShare * widthM, upShare * heightM];
          const [along, up] = placeOnFront(FLAT, level, front, drawn(at(alongM, upM), level));
          expect(along).toBeCloseTo(alongM, 4);
          expect(up).toBeCloseTo(upM, 4);
          expect(lengthOnFront({ plate: FLAT, level }, front, drawn(at(0, 0), level), drawn(at(alongM, upM), level))).toBeCloseTo(
            Math.hypot(alongM, upM),
            4,
          );
        },
      ),
    );
    expect(seen).toBeGreaterThan(50);
  });

  test('is refused where it has no width or height, and a point where the ray does not meet it', () => {
    const level = { pitchDeg: 0, rollDeg: 0 };
    const outline = { leftFootPx: [1000, 1800], rightFootPx: [3000, 1800], leftTopPx: [1000, 300] } as const;
    expect(() => outlinedFront(FLAT, level, { ...outline, rightFootPx: [1000, 1800] }, 1.6)).toThrow('two different places');
    expect(() => outlinedFront(FLAT, level, { ...outline, leftFootPx: [3000, 1800], rightFootPx: [1000, 1800] }, 1.6)).toThrow(
      'to the right of the left',
    );
    expect(() => outlinedFront(FLAT, level, { ...outline, leftTopPx: [1000, 2500] }, 1.6)).toThrow('exchange them');
    expect(() => outlinedFront(FLAT, level, { ...outline, leftFootPx: [1000, 1500] }, 1.6)).toThrow(
      expect.objectContaining({ code: 'foot_above_horizon', path: ['leftFootPx'] }) as CoreError,
    );
    expect(() => outlinedFront(FLAT, level, { ...outline, rightFootPx: [3000, 1500] }, 1.6)).toThrow(
      expect.objectContaining({ path: ['rightFootPx'] }) as CoreError,
    );
    const front = { leftM: [-2, 10], turnedAwayDeg: 80, cameraHeightM: 1.6 } as const;
    expect(() => placeOnFront(FLAT, level, front, [4032, 1512])).toThrow('must lie on the plane');
  });
});

describe('how far a measurement may be off', () => {
  const level = { pitchDeg: 3, rollDeg: 1 };
  const [foot, top] = [drawn([2, -1.6, 25], level), drawn([2, 10.4, 25], level)];
  const measured = { footPx: foot, topPx: top, cameraHeightM: 1.6 };
  const NONE = { levelDeg: 0, clickPx: 0, cameraHeightM: 0 };

  test('is nothing where all is known, and goes with what is not', () => {
    const exact = doubtedHeight(FLAT, level, measured, NONE);
    expect(exact).toMatchObject({ heightDoubtM: 0, distanceDoubtM: 0 });
    expect(exact.heightM).toBeCloseTo(12, 6);
    // Everything is to one scale, that of the camera's height: 5 % of it is 5 % of all.
    const scaled = doubtedHeight(FLAT, level, measured, { ...NONE, cameraHeightM: 0.08 });
    expect((scaled.heightDoubtM ?? NaN) / 12).toBeCloseTo(0.05, 6);
    expect((scaled.distanceDoubtM ?? NaN) / 25).toBeCloseTo(0.05, 6);
    // By hand: the foot lies 1.6 m below 25 m away, so that an angle of ε moves it by about 25² / 1.6 · ε.
    // And a pixel of 1/2912 in the click on the foot does the same; on a level camera it alone.
    const straight = { pitchDeg: 0, rollDeg: 0 };
    const plain = { footPx: drawn([0, -1.6, 25], straight), topPx: drawn([0, 10.4, 25], straight), cameraHeightM: 1.6 };
    const clicked = doubtedHeight(FLAT, straight, plain, { ...NONE, clickPx: 1 });
    expect((clicked.distanceDoubtM ?? NaN) / ((25 * 25) / 1.6 / 2912)).toBeCloseTo(1, 2);
    const tilted = doubtedHeight(FLAT, level, measured, { ...NONE, levelDeg: 0.05 });
    expect((tilted.distanceDoubtM ?? NaN) / ((25 * 25 * 0.05 * RAD) / 1.6)).toBeCloseTo(1, 1);
  });

  test('is as wide as drawn values scatter', () => {
    const normal = normalNumbers(7);
    const doubt = { levelDeg: 0.05, clickPx: 1, cameraHeightM: 0.03 };
    const heights = Array.from({ length: 3000 }, () => {
      const { heightM } = doubtedHeight(
        FLAT,
        { pitchDeg: level.pitchDeg + doubt.levelDeg * normal(), rollDeg: level.rollDeg + doubt.levelDeg * normal() },
        {
          footPx: [foot[0] + normal(), foot[1] + normal()],
          topPx: [top[0] + normal(), top[1] + normal()],
          cameraHeightM: 1.6 + doubt.cameraHeightM * normal(),
        },
        NONE,
      );
      return heightM;
    });
    const mean = heights.reduce((sum, each) => sum + each, 0) / heights.length;
    const scatter = Math.sqrt(heights.reduce((sum, each) => sum + (each - mean) ** 2, 0) / heights.length);
    const said = doubtedHeight(FLAT, level, measured, doubt).heightDoubtM ?? NaN;
    expect(said / scatter).toBeGreaterThan(0.92);
    expect(said / scatter).toBeLessThan(1.08);
  });

  test('of a length on a front is as wide as drawn values scatter, and is a share of the length where only the camera’s height is in doubt', () => {
    const held = { pitchDeg: 6, rollDeg: -2 };
    const at = (x: number, y: number): Pixel => drawn([x, y - 1.6, 18 + 0.3 * x], held);
    const measured = {
      outline: { leftFootPx: at(-7, 0), rightFootPx: at(6, 0), leftTopPx: at(-7, 9) },
      fromPx: at(-3, 2),
      toPx: at(4, 5),
      cameraHeightM: 1.6,
    };
    const plain = doubtedLength(FLAT, held, measured, { levelDeg: 0, clickPx: 0, cameraHeightM: 0.16 });
    expect(plain.lengthM).toBeCloseTo(Math.hypot(7, 3, 2.1), 6);
    expect((plain.lengthDoubtM ?? NaN) / plain.lengthM).toBeCloseTo(0.1, 6);
    const normal = normalNumbers(11);
    const doubt = { levelDeg: 0.05, clickPx: 1.5, cameraHeightM: 0.03 };
    const clicked = ([u, v]: Pixel): Pixel => [u + doubt.clickPx * normal(), v + doubt.clickPx * normal()];
    const lengths = Array.from({ length: 3000 }, () => {
      const { outline, fromPx, toPx, cameraHeightM } = measured;
      const other = { pitchDeg: held.pitchDeg + doubt.levelDeg * normal(), rollDeg: held.rollDeg + doubt.levelDeg * normal() };
      const front = outlinedFront(
        FLAT,
        other,
        { leftFootPx: clicked(outline.leftFootPx), rightFootPx: clicked(outline.rightFootPx), leftTopPx: outline.leftTopPx },
        cameraHeightM + doubt.cameraHeightM * normal(),
      );
      return lengthOnFront({ plate: FLAT, level: other }, front, clicked(fromPx), clicked(toPx));
    });
    const mean = lengths.reduce((sum, each) => sum + each, 0) / lengths.length;
    const scatter = Math.sqrt(lengths.reduce((sum, each) => sum + (each - mean) ** 2, 0) / lengths.length);
    const said = doubtedLength(FLAT, held, measured, doubt).lengthDoubtM ?? NaN;
    expect(said / scatter).toBeGreaterThan(0.92);
    expect(said / scatter).toBeLessThan(1.08);
  });

  test('is unknown where the foot may lie on the horizon', () => {
    const far = { footPx: drawn([0, -1.6, 900], level), topPx: drawn([0, 30, 900], level), cameraHeightM: 1.6 };
    expect(doubtedHeight(FLAT, level, far, { ...NONE, levelDeg: 0.2 })).toMatchObject({ heightDoubtM: null, distanceDoubtM: null });
  });
});

describe('where a photograph ends in the frame of a rig', () => {
  test('is the farthest place along a side at which the photograph is not yet there', () => {
    let ended = 0;
    fc.assert(
      fc.property(
        held,
        evenly(-15, 15),
        evenly(0, 14),
        evenly(-8, 8),
        fc.tuple(evenly(0, 1), evenly(0, 1)),
        (level, yawDeg, riseMm, shiftMm, [across, down]) => {
          const [plateHeld, rig] = [
            { yawDeg: 0, ...level },
            { turned: { yawDeg, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm, shiftMm },
          ];
          const frame = { widthMm: 36, heightMm: 24 };
          const ends = plateEnds([{ plate: FLAT, held: plateHeld }], rig, frame);
          if (!ends) throw new Error('nothing of it is seen');
          if (ends.topMm > 0.1) ended++;
          // Nothing of a frame cut by what ends at its sides is outside of the photograph, but for bends between the places looked at.
          const [left, right] = [-18 + ends.leftMm, 18 - ends.rightMm];
          const [top, bottom] = [12 - ends.topMm, -12 + ends.bottomMm];
          fc.pre(left < right && bottom < top);
          const at = rigToPlate(FLAT, plateHeld, rig, [left + across * (right - left), bottom + down * (top - bottom)]);
          expect(at).not.toBeNull();
          const [u, v] = at ?? [NaN, NaN];
          for (const [value, most] of [
            [u, FLAT.widthPx],
            [v, FLAT.heightPx],
          ] as const) {
            expect(value).toBeGreaterThan(-3);
            expect(value).toBeLessThan(most + 3);
          }
        },
      ),
    );
    expect(ended).toBeGreaterThan(20);
  });

  test('a corner that is missing belongs to the edges that meet there, not to whole strips of the frame', () => {
    // Held level and rolled by 3°: the frame is a little larger than the photograph, whose edges lean by 3° in it.
    const level = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const rig = { turned: level, imageMm: 24, riseMm: 0, shiftMm: 0 };
    const half = (24 * 1512) / 2912;
    const ends = plateEnds([{ plate: FLAT, held: { ...level, rollDeg: 3 } }], rig, { widthMm: 30, heightMm: 2 * half + 1 });
    // By hand: its lower edge passes half a millimetre above the frame’s at the middle, and leans by tan 3° over half the width.
    expect(ends?.bottomMm).toBeCloseTo(half + 0.5 - half / Math.cos(3 * RAD) + 15 * Math.tan(3 * RAD), 9);
    expect(ends?.topMm).toBeCloseTo(ends?.bottomMm ?? NaN, 9);
    expect([ends?.leftMm, ends?.rightMm]).toEqual([0, 0]);
  });

  test('a frame inside of the photograph is covered, and so is any by a sphere', () => {
    const level = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const rig = { turned: level, imageMm: 100, riseMm: 5, shiftMm: 5 };
    const nothing = { topMm: 0, bottomMm: 0, leftMm: 0, rightMm: 0 };
    expect(plateEnds([{ plate: FLAT, held: level }], rig, { widthMm: 36, heightMm: 24 })).toEqual(nothing);
    const behind = { ...rig, turned: { yawDeg: 170, pitchDeg: 20, rollDeg: 0 } };
    expect(
      plateEnds([{ plate: { kind: 'sphere', widthPx: 400, heightPx: 200 }, held: level }], behind, { widthMm: 36, heightMm: 24 }),
    ).toEqual(nothing);
  });

  test('of several photographs only an edge counts beyond which no other goes on: places all over the frame', () => {
    // One looks ahead, one up and one to the right, as a hand turns a phone; the frame is risen and shifted.
    let [ended, whole] = [0, 0];
    const turned = fc.record({ yawDeg: evenly(-4, 4), pitchDeg: evenly(-3, 3), rollDeg: evenly(-3, 3) });
    fc.assert(
      fc.property(turned, turned, turned, evenly(0, 22), evenly(-4, 14), (ahead, up, right, riseMm, shiftMm) => {
        const photographs = [
          ahead,
          { ...up, pitchDeg: up.pitchDeg + 32 },
          { ...right, yawDeg: right.yawDeg + 30 },
          { yawDeg: 32, pitchDeg: 30, rollDeg: 0 },
        ].map((own) => ({ plate: FLAT, held: own }));
        const rig = { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm, shiftMm };
        const frame = { widthMm: 36, heightMm: 24 };
        const ends = plateEnds(photographs, rig, frame);
        const alone = plateEnds(photographs.slice(0, 1), rig, frame);
        if (!ends || !alone) throw new Error('nothing of it is seen');
        const [left, right_] = [-18 + ends.leftMm, 18 - ends.rightMm];
        const [top, bottom] = [12 - ends.topMm, -12 + ends.bottomMm];
        const most = (each: PlateEnds): number => Math.max(each.topMm, each.bottomMm, each.leftMm, each.rightMm);
        if (most(ends) === 0) whole++;
        if (most(alone) > 0.5) ended++;
        const open: OnBack[] = [];
        for (let i = 0; i < 60; i++) {
          const place = [left + ((i * 0.618034) % 1) * (right_ - left), bottom + ((i * 0.754878) % 1) * (top - bottom)] as const;
          const shown = photographs.some(({ plate, held: own }) => {
            const at = rigToPlate(plate, own, rig, place);
            return at !== null && at[0] > -6 && at[1] > -6 && at[0] < FLAT.widthPx + 6 && at[1] < FLAT.heightPx + 6;
          });
          if (!shown) open.push(place);
        }
        expect(open).toEqual([]);
      }),
      { numRuns: 60 },
    );
    // Alone the first often ends in the frame; together they mostly do not.
    expect(ended).toBeGreaterThan(30);
    expect(whole).toBeGreaterThan(20);
  });

  test('a rig that looks the other way sees none of it', () => {
    const rig = { turned: { yawDeg: 180, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm: 0, shiftMm: 0 };
    expect(plateEnds([{ plate: FLAT, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 } }], rig, { widthMm: 36, heightMm: 24 })).toBeNull();
  });
});

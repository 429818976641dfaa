import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { NONE } from '../examples.test-support';
import { atHeight, distortionAt, focusError, focusShiftMm, measuredFalloff, rayAngleDeg } from './aberrations';
import { COVER_GLASS_INDEX, coverGlassShift } from './coverGlass';

const LENS = { focalMm: 50, pupilRatio: 1, magnification: 0 };

describe('a table by image height', () => {
  test('is met at its rows, straight between them, nothing in the middle and the same beyond its last row', () => {
    const [heights, values] = [
      [5, 15, 21.6],
      [0.02, 0.2, 0.35],
    ];
    heights.forEach((h, i) => expect(atHeight(heights, values, h)).toBeCloseTo(values[i] ?? NaN, 12));
    expect(atHeight(heights, values, 0)).toBe(0);
    expect(atHeight(heights, values, 10)).toBeCloseTo(0.11, 12);
    expect(atHeight(heights, values, 99)).toBe(0.35);
    expect(atHeight(heights, values, -10)).toBe(atHeight(heights, values, 10));
    expect(atHeight([0, 10], [1, 2], 0)).toBe(1);
    expect(atHeight([], [], 10)).toBe(0);
  });
});

describe('a plate of glass before the sensor', () => {
  // A narrow bundle aimed at one point, refracted twice by Snell’s law: where neighbouring rays meet in and across the plane of incidence.
  const refracted = (thickness: number, n: number, slopes: readonly [number, number]): readonly [number, number, number, number] => {
    // Direction (x, y, 1) before the plate; all rays would meet at the origin. The plate lies from z = −10 − t to −10.
    const [x, y] = slopes;
    const norm = Math.hypot(x, y, 1);
    const [dx, dy] = [x / norm, y / norm];
    const inZ = Math.sqrt(n * n - dx * dx - dy * dy);
    // In the glass the components across are kept (times n), so that a step of t in z goes t·d/inZ across.
    const start = -10 - thickness;
    return [
      x * start + (thickness * dx) / inZ - x * (start + thickness),
      y * start + (thickness * dy) / inZ - y * (start + thickness),
      x,
      y,
    ];
  };

  test('moves the focus as rays traced through it say, in both directions', () => {
    fc.assert(
      fc.property(evenly(0.3, 4), evenly(0, 50), evenly(1.4, 1.9), (thickness, deg, n) => {
        const tan = Math.tan((deg * Math.PI) / 180);
        const small = 1e-5;
        // Across the plate after it: position p(slope) at z = 0 plus slope·z. Neighbours meet where dp/ds + z = 0.
        const [x0, , ,] = refracted(thickness, n, [tan - small, 0]);
        const [x1, , ,] = refracted(thickness, n, [tan + small, 0]);
        const tangential = -(x1 - x0) / (2 * small);
        const [, y0] = refracted(thickness, n, [tan, -small]);
        const [, y1] = refracted(thickness, n, [tan, small]);
        const sagittal = -(y1 - y0) / (2 * small);
        const paraxial = thickness * (1 - 1 / n);
        const found = coverGlassShift(thickness, deg, n);
        expect(found.sagittalMm).toBeCloseTo(sagittal - paraxial, 5);
        expect(found.tangentialMm).toBeCloseTo(tangential - paraxial, 5);
      }),
    );
  });

  test('bends the field away from the lens, in the plane of incidence most, and lacking glass does the opposite', () => {
    const { sagittalMm, tangentialMm } = coverGlassShift(2, 30);
    expect(sagittalMm).toBeGreaterThan(0);
    expect(tangentialMm).toBeGreaterThan(sagittalMm);
    expect(coverGlassShift(-2, 30).tangentialMm).toBeCloseTo(-tangentialMm, 12);
    expect(COVER_GLASS_INDEX).toBeGreaterThan(1.4);
  });
});

describe('where the focus lies', () => {
  test('sag toward the lens is a focus before the back; close up it goes with the square of the scale', () => {
    const bent = { ...NONE, heightsMm: [10, 20], sagittalSagMm: [0.03, 0.12], tangentialSagMm: [0.05, 0.2] };
    expect(focusError(bent, LENS, 8, 20)).toEqual({ sagittalMm: -0.12, tangentialMm: -0.2 });
    const life = focusError(bent, { ...LENS, magnification: 1 }, 8, 20);
    expect(life.tangentialMm).toBeCloseTo(-0.8, 12);
    expect(focusError({ ...bent, tangentialSagMm: null }, LENS, 8, 20).tangentialMm).toBe(-0.12);
  });

  test('focus shift counts everywhere, straight in stops', () => {
    const shifting = { ...NONE, focusShift: { fNumbers: [2, 4, 8], shiftMm: [0, 0.04, 0.06] } };
    expect(focusShiftMm(shifting, 2)).toBe(0);
    expect(focusShiftMm(shifting, 2 * Math.SQRT2)).toBeCloseTo(0.02, 9);
    expect(focusShiftMm(shifting, 16)).toBe(0.06);
    expect(focusShiftMm(shifting, 1.4)).toBe(0);
    expect(focusError(shifting, LENS, 8, 12)).toEqual({ sagittalMm: 0.06, tangentialMm: 0.06 });
    expect(focusShiftMm(NONE, 8)).toBe(0);
  });

  test('the ray of a lens whose exit pupil is near meets the sensor more obliquely', () => {
    expect(rayAngleDeg(LENS, 50)).toBeCloseTo(45, 9);
    expect(rayAngleDeg({ ...LENS, pupilRatio: 2 }, 50)).toBeLessThan(45);
    // At life size the exit pupil of a symmetric lens is 2f away, and the height twice that at infinity.
    expect(rayAngleDeg({ ...LENS, magnification: 1 }, 50)).toBeCloseTo(45, 9);
  });
});

describe('drawing and light', () => {
  test('distortion by height; none where it is not known', () => {
    const barrel = { ...NONE, heightsMm: [10, 20], distortion: [-0.005, -0.02] };
    expect(distortionAt(barrel, 20)).toBe(-0.02);
    expect(distortionAt(barrel, 15)).toBeCloseTo(-0.0125, 12);
    expect(distortionAt(NONE, 15)).toBe(0);
  });

  test('measured falloff clears from the widest aperture to where it has cleared, and is unknown where nobody measured it', () => {
    const lens = {
      ...NONE,
      heightsMm: [10, 20],
      falloff: { wide: { fNumber: 2.8, stops: [0.5, 2.4] }, stopped: { fNumber: 8, stops: [0.2, 0.9] } },
    };
    expect(measuredFalloff(lens, 20, 2.8)).toBe(2.4);
    expect(measuredFalloff(lens, 20, 8)).toBeCloseTo(0.9, 12);
    expect(measuredFalloff(lens, 20, 16)).toBeCloseTo(0.9, 12);
    expect(measuredFalloff(lens, 20, Math.sqrt(2.8 * 8))).toBeCloseTo(1.65, 9);
    // One row alone says nothing of the apertures between.
    const wideOnly = { ...lens, falloff: { wide: lens.falloff.wide, stopped: null } };
    expect(measuredFalloff(wideOnly, 20, 2.8)).toBe(2.4);
    expect(measuredFalloff(wideOnly, 20, 4)).toBeNull();
    const stoppedOnly = { ...lens, falloff: { wide: null, stopped: lens.falloff.stopped } };
    expect(measuredFalloff(stoppedOnly, 20, 16)).toBeCloseTo(0.9, 12);
    expect(measuredFalloff(stoppedOnly, 20, 4)).toBeNull();
    expect(measuredFalloff(NONE, 20, 8)).toBeNull();
  });
});

import fc from 'fast-check';
import { exposureFactor, reciprocityTime } from '../exposure/exposure';
import { conjugates, focusFromSensor, objectDistanceM } from './conjugates';
import { depthOfField } from './depthOfField';
import { diffraction, effectiveFNumber, mtf } from './diffraction';
import { DEFAULT_SHARPNESS, permissibleBlur } from './sharpness';
import { permissibleBlurReason } from './sharpnessReason';
import { apertureForSpread } from './spread';
import { stackFrames } from './stack';
import { evenly } from '../evenly.test-support';

describe('diffraction', () => {
  // Published values: the first zero of the Bessel function J1 is 3.8317
  // (Abramowitz & Stegun, table 9.5), so the Airy disc is 2·3.8317/π λN wide;
  // contrast at half the cut-off frequency is 0.391 (Goodman, circular pupil).
  test('Airy diameter and contrast are the published ones', () => {
    expect(diffraction({ fNumber: 8, magnification: 0, pupilRatio: 1, wavelengthNm: 550, pixelUm: 4 }).airyUm / (0.55 * 8)).toBeCloseTo(
      (2 * 3.8317) / Math.PI,
      2,
    );
    expect(mtf(0.5)).toBeCloseTo(0.391, 3);
    expect(mtf(0)).toBe(1);
    expect(mtf(1)).toBe(0);
    expect(mtf(3)).toBe(0);
  });

  // Common practice on a 3.76 µm sensor: f/11 crisp, f/16 comfortable, f/22 just visible, f/32 plainly soft.
  test('falls over the apertures that practice calls crisp, comfortable, visible and soft', () => {
    const contrast = [11, 16, 22, 32].map(
      (n) => diffraction({ fNumber: n, magnification: 0, pupilRatio: 1, wavelengthNm: 546, pixelUm: 3.76 }).mtfAtNyquist,
    );
    expect(contrast[0]).toBeGreaterThan(0.1);
    expect(contrast).toEqual([...contrast].sort((a, b) => b - a));
    expect(contrast[3]).toBe(0);
  });
});

describe('exposure', () => {
  // The cos⁴ law at its two plain angles: cos⁴ 30° = 9/16, cos⁴ 45° = 1/4.
  test('falloff at 30° and 45°', () => {
    expect(exposureFactor(0, 1, 8, 30).falloffStops).toBeCloseTo(-Math.log2(9 / 16), 12);
    expect(exposureFactor(0, 1, 8, 45).falloffStops).toBeCloseTo(2, 12);
    expect(() => exposureFactor(0, 1, 8, 90)).toThrow(/less than 90/);
  });

  // Fact of the trade (common practice): 110 mm with the subject 1 m from the film needs about half a stop.
  test('110 mm at 1 m from the film needs about half a stop', () => {
    const { magnification } = focusFromSensor(110, 1);
    // To the nearest half stop, as exposure is set.
    expect(Math.round(exposureFactor(magnification, 1, 16, 0).stops * 2) / 2).toBe(0.5);
  });

  test('life size costs two stops, and the effective f-number is the marked one doubled', () => {
    expect(exposureFactor(1, 1, 8, 0)).toMatchObject({ factor: 4, stops: 2, effectiveFNumber: 16 });
    expect(effectiveFNumber(8, 1)).toBe(16);
  });

  test('film is slower only beyond a second', () => {
    expect(reciprocityTime(0.5, 1.3)).toBe(0.5);
    expect(reciprocityTime(10, 1.3)).toBeCloseTo(19.95, 2);
  });
});

describe('spread of focus', () => {
  // Hansma's table of spread and f-number, "View Camera Focusing in Practice"
  // (1996), as it is passed on: f-number and tenths of a stop (from memory).
  test.each([
    [1, 16, 0.6],
    [2, 22, 0.6],
    [3, 32, 0.2],
    [4, 32, 0.6],
    [5, 32, 0.9],
    [6, 45, 0.2],
    [8, 45, 0.6],
    [10, 64, 0],
  ])('%p mm is f/%p and %p of a stop', (spreadMm, nominal, stops) => {
    const exact = 2 ** (Math.round(2 * Math.log2(nominal)) / 2) * 2 ** (stops / 2);
    expect(Math.abs(2 * Math.log2(apertureForSpread(spreadMm, 0.1, 0).balancedFNumber / exact))).toBeLessThan(0.15);
  });

  test('enough depth by the rail agrees with depth of field by distances', () => {
    const { nearM, farM } = depthOfField({ focalMm: 150, fNumber: 22, cocMm: 0.1, distanceM: 5 });
    const spread = conjugates(150, nearM).imageMm - conjugates(150, farM).imageMm;
    expect(apertureForSpread(spread, 0.1, conjugates(150, 5).magnification).fNumber).toBeCloseTo(22, 1);
  });
});

describe('depth of field', () => {
  // Facts of the trade (common practice), read off a lens scale for 6×7: 110 mm
  // at 3 m and f/32 about 2 m to 8–10 m; 5 m at f/8 about 4.2 to 6.5–7.5 m.
  test('agrees with the scale of a 110 mm lens for 6×7', () => {
    // Marks on a lens scale are read to about 15 % at these distances.
    const near = (value: number | null, low: number, high: number) => (value ?? NaN) > low * 0.85 && (value ?? NaN) < high * 1.15;
    const small = depthOfField({ focalMm: 110, fNumber: 32, cocMm: 0.075, distanceM: 3 });
    const wide = depthOfField({ focalMm: 110, fNumber: 8, cocMm: 0.075, distanceM: 5 });
    expect([near(small.nearM, 2, 2), near(small.farM, 8, 10), near(wide.nearM, 4.2, 4.2), near(wide.farM, 6.5, 7.5)]).toEqual([
      true,
      true,
      true,
      true,
    ]);
  });

  test('the blur at both its ends, by the cone itself, is what was allowed', () => {
    fc.assert(
      fc.property(evenly(20, 300), evenly(2, 45), evenly(0.01, 0.1), evenly(1, 30), (f, n, c, u) => {
        const { nearM, farM } = depthOfField({ focalMm: f, fNumber: n, cocMm: c, distanceM: u });
        const v = conjugates(f, u).imageMm;
        const blur = (m: number) => {
          const there = conjugates(f, m).imageMm;
          return ((f / n) * Math.abs(v - there)) / there;
        };
        return Math.abs(blur(nearM) / c - 1) < 1e-6 && (farM === null || Math.abs(blur(farM) / c - 1) < 1e-4);
      }),
    );
  });

  test('focused at the hyperfocal distance the far end is at infinity, and stopping down never takes depth away', () => {
    const { hyperfocalM } = depthOfField({ focalMm: 50, fNumber: 8, cocMm: 0.03, distanceM: 5 });
    expect(depthOfField({ focalMm: 50, fNumber: 8.001, cocMm: 0.03, distanceM: hyperfocalM }).farM).toBeNull();
    fc.assert(
      fc.property(evenly(20, 200), evenly(2, 32), evenly(1, 20), (f, n, u) => {
        const [a, b] = [
          depthOfField({ focalMm: f, fNumber: n, cocMm: 0.03, distanceM: u }),
          depthOfField({ focalMm: f, fNumber: n * 1.4, cocMm: 0.03, distanceM: u }),
        ];
        return b.nearM <= a.nearM && (b.farM ?? Infinity) >= (a.farM ?? Infinity);
      }),
    );
    expect(() => depthOfField({ focalMm: 10, fNumber: 1000, cocMm: 0.03, distanceM: 2 })).toThrow(/must be less than 333/);
  });
});

describe('distances', () => {
  test('from the sensor and back is the same distance', () => {
    fc.assert(
      fc.property(evenly(20, 300), evenly(1.5, 50), evenly(-20, 30), (f, d, gap) => {
        const { distanceM, imageMm } = focusFromSensor(f, d, gap);
        return (
          Math.abs(distanceM * 1000 + imageMm + gap - d * 1000) < 1e-6 * d &&
          Math.abs((objectDistanceM(f, imageMm) ?? NaN) / distanceM - 1) < 1e-5
        );
      }),
    );
    expect(() => focusFromSensor(100, 0.39)).toThrow(/four focal lengths and the nodal gap, 0.4 m/);
    expect(focusFromSensor(100, 0.4).magnification).toBeCloseTo(1, 6);
    expect(objectDistanceM(50, 50)).toBeNull();
    expect(() => objectDistanceM(50, 49)).toThrow(/nearer to the lens than 50 mm/);
  });
});

describe('focus stack', () => {
  test('as many frames as stepping from wedge to wedge takes', () => {
    fc.assert(
      fc.property(evenly(30, 150), evenly(4, 16), evenly(0.005, 0.03), evenly(0.5, 2), evenly(1.05, 3), (f, n, c, near, ratio) => {
        const e = (n * c) / f;
        const far = conjugates(f, near * ratio).imageMm;
        let v = conjugates(f, near).imageMm;
        let frames = 0;
        while (v > far * (1 + 1e-9)) {
          v *= (1 - e) / (1 + e);
          frames++;
        }
        return Math.abs(stackFrames({ focalMm: f, fNumber: n, cocMm: c, nearM: near, farM: near * ratio }) - Math.max(1, frames)) <= 1;
      }),
    );
    expect(stackFrames({ focalMm: 50, fNumber: 8, cocMm: 0.03, nearM: 3, farM: 3 })).toBe(1);
    expect(() => stackFrames({ focalMm: 50, fNumber: 8, cocMm: 0.03, nearM: 3, farM: 2 })).toThrow(/at least the near end, 3 m/);
  });
});

describe('standards of sharpness', () => {
  const frame = { widthMm: 36, heightMm: 24 };
  test('three schools, each with its reason', () => {
    expect(permissibleBlur(DEFAULT_SHARPNESS, frame).cocMm).toBeCloseTo(0.0288, 4);
    expect(permissibleBlur({ school: 'pixels', pixels: 2, columnsPx: 9000 }, frame)).toEqual({
      school: 'pixels',
      cocMm: 0.008,
      pixelMm: 0.004,
      pixels: 2,
    });
    const pixels = permissibleBlur({ school: 'pixels', pixels: 2, columnsPx: 9000 }, frame);
    expect(permissibleBlurReason(pixels)).toMatch(/^0\.0080 mm \(8\.0 µm\).*4\.00 µm/);
    // An eye of one minute of arc at 250 mm sees 0.0727 mm.
    const print = permissibleBlur({ school: 'print', printWidthMm: 360, viewingDistanceMm: 250, eyeArcMinutes: 1 }, frame);
    expect(print.cocMm).toBeCloseTo(0.00727, 5);
    expect(permissibleBlurReason(print)).toMatch(/enlarged 10\.0 times/);
  });
  // The blur that the 6×7 scale assumes, near 0.075 mm, is the diagonal / 1200 (common practice).
  test('the 6×7 scale’s blur is its diagonal over 1200', () => {
    expect(permissibleBlur({ school: 'diagonal', divisor: 1200 }, { widthMm: 70, heightMm: 56 }).cocMm).toBeCloseTo(0.075, 3);
  });
});

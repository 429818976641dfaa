import fc from 'fast-check';
import { heightByAngle, heightByBaseline, heightByPicture, heightByStoreys } from './height';
import { evenly } from '../evenly.test-support';

/** The spread of a result when its inputs are shaken, by brute force. */
function shaken(trials: number, run: (gauss: () => number) => number): number {
  // A fixed generator, so that the test is the same every time (Park & Miller).
  let seed = 20260101;
  const uniform = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const gauss = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  const values = Array.from({ length: trials }, () => run(gauss));
  const mean = values.reduce((a, b) => a + b, 0) / trials;
  return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / (trials - 1));
}

/** What an inclinometer would read, degrees. */
const angleToTop = (topM: number, eyeM: number, distanceM: number): number => (Math.atan2(topM - eyeM, distanceM) * 180) / Math.PI;

describe('a height found from what a photographer has', () => {
  test('a tower whose angle is measured from its own height comes out as high as it is', () => {
    fc.assert(
      fc.property(evenly(3, 80), evenly(0, 2.5), evenly(5, 200), (top, eye, distance) => {
        const found = heightByAngle({
          distanceM: distance,
          angleDeg: angleToTop(top, eye, distance),
          eyeM: eye,
          distanceErrorM: 0,
          angleErrorDeg: 0,
        });
        return Math.abs(found.heightM - top) < 1e-9 * top && found.uncertaintyM === 0;
      }),
    );
    // At 45° the height above the eye is the distance: Euclid, Elements I.6.
    expect(heightByAngle({ distanceM: 24, angleDeg: 45, eyeM: 1.6, distanceErrorM: 0, angleErrorDeg: 0 }).heightM).toBeCloseTo(25.6, 9);
  });

  test('two angles along a baseline give height and distance without reaching the foot', () => {
    fc.assert(
      fc.property(evenly(5, 80), evenly(0, 2), evenly(5, 60), evenly(2, 40), (top, eye, distance, baseline) => {
        const found = heightByBaseline({
          baselineM: baseline,
          farDeg: angleToTop(top, eye, distance + baseline),
          nearDeg: angleToTop(top, eye, distance),
          eyeM: eye,
          baselineErrorM: 0,
          angleErrorDeg: 0,
        });
        return Math.abs(found.heightM - top) < 1e-6 && Math.abs(found.distanceM - distance) < 1e-6;
      }),
    );
    expect(() => heightByBaseline({ baselineM: 10, farDeg: 40, nearDeg: 30, eyeM: 1.6, baselineErrorM: 0, angleErrorDeg: 0 })).toThrow(
      /steeper/,
    );
  });

  test('the uncertainty is what shaking every reading gives', () => {
    const angle = heightByAngle({ distanceM: 24, angleDeg: 50, eyeM: 1.6, distanceErrorM: 0.2, angleErrorDeg: 0.5 });
    const byAngle = shaken(
      40_000,
      (g) => heightByAngle({ distanceM: 24 + 0.2 * g(), angleDeg: 50 + 0.5 * g(), eyeM: 1.6, distanceErrorM: 0, angleErrorDeg: 0 }).heightM,
    );
    expect(Math.abs(angle.uncertaintyM / byAngle - 1)).toBeLessThan(0.03);
    const baseline = heightByBaseline({ baselineM: 20, farDeg: 30, nearDeg: 50, eyeM: 1.6, baselineErrorM: 0.1, angleErrorDeg: 0.1 });
    const byBaseline = shaken(
      40_000,
      (g) =>
        heightByBaseline({
          baselineM: 20 + 0.1 * g(),
          farDeg: 30 + 0.1 * g(),
          nearDeg: 50 + 0.1 * g(),
          eyeM: 1.6,
          baselineErrorM: 0,
          angleErrorDeg: 0,
        }).heightM,
    );
    expect(Math.abs(baseline.uncertaintyM / byBaseline - 1)).toBeLessThan(0.03);
    const picture = heightByPicture({ knownM: 2.1, knownPx: 150, wantedPx: 2200, knownErrorM: 0.02, readErrorPx: 1 });
    const byPicture = shaken(
      40_000,
      (g) =>
        heightByPicture({ knownM: 2.1 + 0.02 * g(), knownPx: 150 + g() - g(), wantedPx: 2200 + g() - g(), knownErrorM: 0, readErrorPx: 0 })
          .heightM,
    );
    expect(Math.abs(picture.uncertaintyM / byPicture - 1)).toBeLessThan(0.03);
  });

  test('storeys add up, and are all wrong alike', () => {
    expect(heightByStoreys(7, 3.9, 3.7, 0.1)).toEqual({ heightM: expect.closeTo(31, 9), uncertaintyM: expect.closeTo(0.7, 9) });
  });

  test('what cannot be is refused by name', () => {
    expect(() => heightByAngle({ distanceM: 24, angleDeg: 90, eyeM: 1.6, distanceErrorM: 0, angleErrorDeg: 0 })).toThrow(/angleDeg is 90/);
    expect(() => heightByPicture({ knownM: 2, knownPx: 0, wantedPx: 10, knownErrorM: 0, readErrorPx: 0 })).toThrow(/knownPx/);
  });
});

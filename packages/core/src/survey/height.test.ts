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
        const found = heightByAngle(distance, angleToTop(top, eye, distance), eye, 0, 0);
        return Math.abs(found.heightM - top) < 1e-9 * top && found.uncertaintyM === 0;
      }),
    );
    // At 45° the height above the eye is the distance: Euclid, Elements I.6.
    expect(heightByAngle(24, 45, 1.6, 0, 0).heightM).toBeCloseTo(25.6, 9);
  });

  test('two angles along a baseline give height and distance without reaching the foot', () => {
    fc.assert(
      fc.property(evenly(5, 80), evenly(0, 2), evenly(5, 60), evenly(2, 40), (top, eye, distance, baseline) => {
        const found = heightByBaseline(baseline, angleToTop(top, eye, distance + baseline), angleToTop(top, eye, distance), eye, 0, 0);
        return Math.abs(found.heightM - top) < 1e-6 && Math.abs(found.distanceM - distance) < 1e-6;
      }),
    );
    expect(() => heightByBaseline(10, 40, 30, 1.6, 0, 0)).toThrow(/steeper/);
  });

  test('the uncertainty is what shaking every reading gives', () => {
    const angle = heightByAngle(24, 50, 1.6, 0.2, 0.5);
    const byAngle = shaken(40_000, (g) => heightByAngle(24 + 0.2 * g(), 50 + 0.5 * g(), 1.6, 0, 0).heightM);
    expect(Math.abs(angle.uncertaintyM / byAngle - 1)).toBeLessThan(0.03);
    const baseline = heightByBaseline(20, 30, 50, 1.6, 0.1, 0.1);
    const byBaseline = shaken(40_000, (g) => heightByBaseline(20 + 0.1 * g(), 30 + 0.1 * g(), 50 + 0.1 * g(), 1.6, 0, 0).heightM);
    expect(Math.abs(baseline.uncertaintyM / byBaseline - 1)).toBeLessThan(0.03);
    const picture = heightByPicture(2.1, 150, 2200, 0.02, 1);
    const byPicture = shaken(40_000, (g) => heightByPicture(2.1 + 0.02 * g(), 150 + g() - g(), 2200 + g() - g(), 0, 0).heightM);
    expect(Math.abs(picture.uncertaintyM / byPicture - 1)).toBeLessThan(0.03);
  });

  test('storeys add up, and are all wrong alike', () => {
    expect(heightByStoreys(7, 3.9, 3.7, 0.1)).toEqual({ heightM: expect.closeTo(31, 9), uncertaintyM: expect.closeTo(0.7, 9) });
  });

  test('what cannot be is refused by name', () => {
    expect(() => heightByAngle(24, 90, 1.6, 0, 0)).toThrow(/angleDeg is 90/);
    expect(() => heightByPicture(2, 0, 10, 0, 0)).toThrow(/knownPx/);
  });
});

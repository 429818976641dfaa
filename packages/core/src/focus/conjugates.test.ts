import fc from 'fast-check';
import { conjugates, focusFromSensor } from './conjugates';
import { evenly } from '../evenly.test-support';

describe('conjugates', () => {
  test('the lens equation holds: 1/u + 1/v = 1/f', () => {
    fc.assert(
      fc.property(evenly(10, 500), evenly(0.51, 1e5), (f, u) => {
        const { imageMm, magnification, extensionMm } = conjugates(f, u);
        const close = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.abs(b);
        return (
          close(1 / (u * 1000) + 1 / imageMm, 1 / f) &&
          close(magnification, imageMm / (u * 1000)) &&
          Math.abs(extensionMm - (imageMm - f)) <= 1e-9 * imageMm
        );
      }),
    );
  });

  test('at twice the focal length the picture is life size', () => {
    expect(conjugates(100, 0.2)).toEqual({ imageMm: 200, magnification: 1, extensionMm: 100 });
  });

  test('at four focal lengths from the sensor any lens draws life size, and nearer none focuses', () => {
    fc.assert(
      fc.property(evenly(5, 2000), evenly(0.01, 0.999), (f, share) => {
        const { magnification, distanceM } = focusFromSensor(f, (4 * f) / 1000);
        expect(magnification).toBeCloseTo(1, 4);
        expect(distanceM).toBeCloseTo((2 * f) / 1000, 4);
        expect(() => focusFromSensor(f, (4 * f * share) / 1000)).toThrow(/four focal lengths/);
      }),
      { numRuns: 1000 },
    );
  });

  test('inside the focal length nothing is focused, and the sentence says from where on it is', () => {
    expect(() => conjugates(100, 0.1)).toThrow(/distanceM is 0.1.*more than 0.1 m/);
    expect(() => conjugates(-5, 1)).toThrow(/focalMm is −5; it must be greater than 0/);
  });
});

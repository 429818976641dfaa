import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { aperturePoints } from '../perspective/finderMatrix';
import { apertureError, stratifiedAperture } from './aperture';

describe('points of the aperture', () => {
  test.each([1, 4, 8, 16, 25, 32, 64, 128])(
    '%p of them lie in it, each for an equal part: their mean is its middle, their spread that of a disc',
    (count) => {
      const points = stratifiedAperture(8, count);
      expect(points).toHaveLength(count);
      const mean = (of: (p: readonly [number, number]) => number) => points.reduce((sum, p) => sum + of(p), 0) / count;
      for (const [x, y] of points) expect(Math.hypot(x, y)).toBeLessThan(4);
      expect(
        Math.hypot(
          mean(([x]) => x),
          mean(([, y]) => y),
        ),
      ).toBeLessThan(count === 1 ? 3 : 1.2 / Math.sqrt(count));
      // A disc of radius R has a mean square distance from its middle of R²/2.
      if (count > 1) expect(mean(([x, y]) => x * x + y * y) / 8).toBeCloseTo(1, 9);
    },
  );

  test('one point at the rim stands for no part of the area: an edge there is wrong by all of its contrast', () => {
    expect(apertureError([[5, 0]], 10)).toBeCloseTo(1, 9);
    // In the middle it is wrong by half.
    expect(apertureError([[0, 0]], 10)).toBeCloseTo(0.5, 9);
  });

  test('the error that is told bounds what a raster of the disc finds for any edge', () => {
    const raster = Array.from({ length: 201 * 201 }, (_, i) => [((i % 201) - 100) / 25, (Math.floor(i / 201) - 100) / 25] as const).filter(
      ([x, y]) => Math.hypot(x, y) <= 4,
    );
    fc.assert(
      fc.property(fc.constantFrom(4, 16, 64), evenly(0, 360), evenly(-4, 4), (count, deg, at) => {
        const points = stratifiedAperture(8, count);
        const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
        const share = (all: readonly (readonly [number, number])[]) => all.filter(([x, y]) => x * cos + y * sin > at).length / all.length;
        // A raster of this size is itself good to about half a per cent, and directions between those looked at add a little.
        expect(Math.abs(share(points) - share(raster))).toBeLessThan(apertureError(points, 8) + 0.02);
      }),
      { numRuns: 60 },
    );
  });

  test('goes down with the number of points, and few of them are the better for their strata', () => {
    const errors = [1, 4, 16, 64, 256].map((count) => apertureError(stratifiedAperture(8, count), 8));
    errors.forEach((error, i) => i > 0 && expect(error).toBeLessThan(errors[i - 1] ?? NaN));
    for (const count of [4, 16, 25])
      expect(apertureError(stratifiedAperture(8, count), 8)).toBeLessThan(apertureError(aperturePoints(8, count), 8));
  });
});

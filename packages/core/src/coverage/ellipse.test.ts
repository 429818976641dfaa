import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { distanceToEllipse } from './ellipse';

test('on the axes of an ellipse the distance is that of its ends', () => {
  expect(distanceToEllipse(5, 3, 7, 0)).toBeCloseTo(2, 12);
  expect(distanceToEllipse(5, 3, 0, -4)).toBeCloseTo(1, 12);
  // Nearer to the middle than the centre of curvature of the end, the nearest points lie to either side: x = a²·p/(a² − b²).
  expect(distanceToEllipse(5, 3, 1, 0)).toBeCloseTo(Math.hypot(25 / 16 - 1, 3 * Math.sqrt(1 - (5 / 16) ** 2)), 12);
});

test('of a circle it is the difference of the radii', () => {
  fc.assert(
    fc.property(evenly(1, 50), evenly(-80, 80), evenly(-80, 80), (radius, x, y) => {
      expect(distanceToEllipse(radius, radius, x, y)).toBeCloseTo(Math.abs(Math.hypot(x, y) - radius), 9);
    }),
  );
});

test('no point of the ellipse is nearer, and one is as near', () => {
  fc.assert(
    fc.property(evenly(5, 60), evenly(0.2, 1), evenly(-90, 90), evenly(-90, 90), (long, flat, x, y) => {
      const short = long * flat;
      let nearest = Infinity;
      for (let i = 0; i < 20_000; i++) {
        const turn = (2 * Math.PI * i) / 20_000;
        nearest = Math.min(nearest, Math.hypot(long * Math.cos(turn) - x, short * Math.sin(turn) - y));
      }
      const found = distanceToEllipse(long, short, x, y);
      expect(found).toBeLessThanOrEqual(nearest + 1e-9);
      expect(found).toBeGreaterThan(nearest - 0.01);
    }),
    { numRuns: 60 },
  );
});

import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { evenly } from '../evenly.test-support';
import { cut, smoothed, spreadOf, type Plane } from './plane';

const planeOf = (width: number, height: number, at: (x: number, y: number) => number): Plane => ({
  width,
  height,
  data: Float32Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width))),
});
const valueAt = ({ width, data }: Plane, x: number, y: number): number => data[y * width + x] ?? NaN;

describe('a part of a plane', () => {
  test('has its own values inside, and those of the nearest edge outside', () => {
    const whole = planeOf(7, 5, (x, y) => 10 * y + x);
    fc.assert(
      fc.property(
        fc.integer({ min: -9, max: 12 }),
        fc.integer({ min: -9, max: 12 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        (left, top, width, height) => {
          const part = cut({ plane: whole, left, top, width, height });
          if (part.width !== width || part.height !== height) return false;
          for (let y = 0; y < height; y++)
            for (let x = 0; x < width; x++)
              if (valueAt(part, x, y) !== 10 * Math.min(4, Math.max(0, top + y)) + Math.min(6, Math.max(0, left + x))) return false;
          return true;
        },
      ),
    );
  });
});

describe('a smoothed plane', () => {
  test('an even plane stays as it is, whatever its size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 30 }),
        evenly(0.3, 6),
        evenly(0, 1),
        (width, height, sigma, value) =>
          smoothed(
            planeOf(width, height, () => value),
            sigma,
          ).data.every((each) => Math.abs(each - value) < 1e-5),
      ),
    );
  });

  test('a point of light becomes a Gaussian of that width: all of it is kept, its variance is σ² either way', () => {
    for (const sigma of [1, 1.7, 3]) {
      const { width, data } = smoothed(
        planeOf(61, 61, (x, y) => (x === 30 && y === 30 ? 1 : 0)),
        sigma,
      );
      let [sum, across, down] = [0, 0, 0];
      data.forEach((value, i) => {
        sum += value;
        across += value * ((i % width) - 30) ** 2;
        down += value * (Math.floor(i / width) - 30) ** 2;
      });
      expect(sum).toBeCloseTo(1, 4);
      // Cut off at three σ, a Gaussian keeps 97.3 % of its variance.
      expect(across / sigma ** 2).toBeGreaterThan(0.95);
      expect(across / sigma ** 2).toBeLessThan(1.01);
      expect(down).toBeCloseTo(across, 4);
    }
  });

  test('an even slope stays even away from the edges', () => {
    const slope = planeOf(60, 20, (x) => x / 100);
    const after = smoothed(slope, 2);
    for (let x = 8; x < 52; x++) expect(valueAt(after, x, 10)).toBeCloseTo(x / 100, 5);
  });
});

test('mean and standard deviation are those of a general matrix package', () => {
  fc.assert(
    fc.property(fc.array(evenly(-3, 3), { minLength: 1, maxLength: 60 }), (values) => {
      const { mean, deviation } = spreadOf({ width: values.length, height: 1, data: Float32Array.from(values) });
      const theirs = Matrix.rowVector(values);
      return (
        Math.abs(mean - theirs.mean()) < 1e-5 &&
        Math.abs(deviation - (theirs.standardDeviation('row', { unbiased: false })[0] ?? NaN)) < 1e-4
      );
    }),
  );
});

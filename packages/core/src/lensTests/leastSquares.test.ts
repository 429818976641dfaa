import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { numbersFrom, normalFrom } from '../capture/shots';
import { leastSquares } from './leastSquares';

test('is what the general linear-algebra package finds, where no measurement is odd', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const random = numbersFrom(seed);
      const equations = Array.from({ length: 40 }, () => {
        const shares = [1, normalFrom(random), normalFrom(random)];
        return { shares, value: 2 + 3 * (shares[1] ?? 0) - (shares[2] ?? 0) + 0.01 * (random() - 0.5), doubt: 1 };
      });
      const found = leastSquares(equations);
      const theirs = solve(
        new Matrix(equations.map(({ shares }) => shares)),
        Matrix.columnVector(equations.map(({ value }) => value)),
        true,
      );
      theirs.to1DArray().forEach((value, i) => expect(found?.values[i]).toBeCloseTo(value, 8));
    }),
    { numRuns: 30 },
  );
});

test('odd measurements hardly count, and the doubt of the rest is their scatter', () => {
  const random = numbersFrom(4);
  const equations = Array.from({ length: 200 }, (_, i) => ({
    shares: [1],
    value: 5 + 0.2 * normalFrom(random) + (i % 20 === 0 ? 50 : 0),
    doubt: 0.2,
  }));
  const found = leastSquares(equations);
  expect(Math.abs((found?.values[0] ?? NaN) - 5)).toBeLessThan(0.06);
  expect(Math.sqrt(found?.covariance.get(0, 0) ?? NaN)).toBeLessThan(0.03);
});

test('what does not fix every unknown gives none', () => {
  expect(leastSquares([])).toBeNull();
  expect(leastSquares([{ shares: [1, 0], value: 1, doubt: 1 }])).toBeNull();
  expect(leastSquares([1, 2, 3].map((value) => ({ shares: [value, 2 * value], value, doubt: 1 })))).toBeNull();
});

import { jackknife, median, robustScatter } from './robust';
import { normals } from './normals.test-support';

test('the median is the middle value, whatever the others are', () => {
  expect(median([9, 1, 5])).toBe(5);
  expect(median([1e9, -2, 4, 3])).toBe(4);
  expect(median([])).toBeNaN();
});

test('the scatter is that of normal errors, and a tenth of odd ones hardly changes it', () => {
  const random = normals(5);
  const values = Array.from({ length: 40_000 }, () => 2 * random());
  expect(Math.abs(robustScatter(values) / 2 - 1)).toBeLessThan(0.05);
  expect(Math.abs(robustScatter(values.map((value, i) => (i % 10 === 0 ? 1e6 : value))) / 2 - 1)).toBeLessThan(0.2);
  expect(robustScatter([])).toBe(0);
});

test('the jackknife gives a mean its standard error', () => {
  // Means with one of five values left out: 1, 2, 3, 4, 5 have the standard deviation √2.5, their mean 1/√5 of it.
  const all = [1, 2, 3, 4, 5];
  const without = all.map((left) => (15 - left) / 4);
  expect(jackknife(without)).toBeCloseTo(Math.sqrt(2.5 / 5), 12);
});

import { otherCrops } from './crops';

test('a whole frame may be cropped to every usual proportion but its own', () => {
  expect(otherCrops(null, { widthMm: 36, heightMm: 24 })).toEqual([5 / 4, 4 / 3, 1, 16 / 9, 2]);
  expect(otherCrops(null, { widthMm: 95, heightMm: 120 })).toEqual([5 / 4, 4 / 3, 3 / 2, 1, 16 / 9, 2]);
  expect(otherCrops(null, { widthMm: 56, heightMm: 56 })).toEqual([5 / 4, 4 / 3, 3 / 2, 16 / 9, 2]);
});

test('a cropped one may be whole again, or another, and not what it is', () => {
  expect(otherCrops(4 / 3, { widthMm: 36, heightMm: 24 })).toEqual([null, 5 / 4, 1, 16 / 9, 2]);
  expect(otherCrops(1, { widthMm: 43.8, heightMm: 32.9 })).toEqual([null, 5 / 4, 3 / 2, 16 / 9, 2]);
});

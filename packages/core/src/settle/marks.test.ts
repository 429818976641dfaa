import fc from 'fast-check';
import { nearestMark, outward, tenths } from './marks';

test('a slide goes to the mark inside a stretch that is nearest, and stays where it stands inside', () => {
  expect(nearestMark(3, { fromMm: 2, toMm: 5 })).toBe(3);
  expect(nearestMark(3.14, { fromMm: 2, toMm: 5 })).toBe(3.14);
  expect(nearestMark(2, { fromMm: 2, toMm: 5 })).toBe(2);
  expect(nearestMark(5, { fromMm: 2, toMm: 5 })).toBe(5);
  expect(nearestMark(0, { fromMm: 2.33, toMm: 5 })).toBe(2.4);
  expect(nearestMark(9, { fromMm: 2.33, toMm: 5.19 })).toBe(5.1);
  expect(nearestMark(-9, { fromMm: -5.19, toMm: -2.33 })).toBe(-5.1);
  expect(nearestMark(0, { fromMm: 2, toMm: 2 })).toBe(2);
});

test('none is inside a stretch between two marks, or an empty one', () => {
  expect(nearestMark(0, { fromMm: 2.31, toMm: 2.39 })).toBeNull();
  expect(nearestMark(9, { fromMm: 2.31, toMm: 2.39 })).toBeNull();
  expect(nearestMark(0, { fromMm: 5, toMm: 2 })).toBeNull();
  expect(nearestMark(3, { fromMm: 5, toMm: 2 })).toBeNull();
});

test('marks are tenths to the last bit, and never minus zero', () => {
  expect(tenths(97)).toBe(9.7);
  expect(Object.is(tenths(-0.2), 0)).toBe(true);
});

test('numbers are gone through outward, each once, the nearest first', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -30, max: 30 }),
      fc.integer({ min: 0, max: 20 }),
      fc.double({ min: -60, max: 60, noNaN: true }),
      (first, more, from) => {
        const all = [...outward({ first, last: first + more }, from, (each) => Math.abs(each - from))];
        expect([...all].sort((a, b) => a - b)).toEqual(Array.from({ length: more + 1 }, (_, i) => first + i));
        const off = all.map((each) => Math.abs(each - from));
        expect(off.every((each, i) => i === 0 || each >= (off[i - 1] ?? 0) - 1e-9)).toBe(true);
      },
    ),
  );
  expect([...outward({ first: 0, last: 4 }, 2, (each) => Math.abs(each - 2))]).toEqual([2, 3, 1, 4, 0]);
  expect([...outward({ first: 5, last: 4 }, 2, () => 0)]).toEqual([]);
});

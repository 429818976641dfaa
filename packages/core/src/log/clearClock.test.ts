import { isClear, SAMPLE_MOST, type ClockFound } from './clearClock';

const clear: ClockFound = { shots: 400, files: 410, pairs: 400, differ: 0, spreadMs: 300 };

test('a clock is clear when all of a long log have their own file, near and alike', () => {
  expect(isClear(clear)).toBe(true);
  expect(isClear({ ...clear, shots: 410, files: 400 })).toBe(true);
  expect(isClear({ ...clear, pairs: 399 })).toBe(false);
  expect(isClear({ ...clear, shots: 420, pairs: 400 })).toBe(false);
  expect(isClear({ ...clear, differ: 1 })).toBe(false);
  expect(isClear({ ...clear, spreadMs: 1999 })).toBe(true);
  expect(isClear({ ...clear, spreadMs: 2000 })).toBe(false);
  const short = { shots: SAMPLE_MOST, files: SAMPLE_MOST, pairs: SAMPLE_MOST };
  expect(isClear({ ...clear, ...short })).toBe(false);
  expect(isClear({ ...clear, shots: SAMPLE_MOST + 1, files: SAMPLE_MOST + 1, pairs: SAMPLE_MOST + 1 })).toBe(true);
});

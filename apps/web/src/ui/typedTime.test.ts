import fc from 'fast-check';
import { markedTimes, timeWords } from '@gangway/core/exposure/shutter';
import { typedTime } from './typedTime';

describe('times as they are typed', () => {
  test.each([
    ['1/125', 1 / 125],
    ['1/125 s', 1 / 125],
    ['0,5', 0.5],
    ['8', 8],
    [' 8 s ', 8],
    ['2:30', 150],
    ['1:00:05', 3605],
    ['4 min 10', 250],
    ['2 h 2 min 5 s', 7325],
    ['90sec', 90],
  ])('%p is %p s', (text, s) => expect(typedTime(text)).toBeCloseTo(s, 9));
  test.each(['', '0', '1/0', '-3', 'bulb', '1/', 'a:b', '1e3x'])('%p is none', (text) => expect(typedTime(text)).toBeNull());
  test('every marked time is read back from its words', () => {
    for (const s of markedTimes('third')) expect(Math.abs(Math.log2((typedTime(timeWords(s)) ?? 0) / s))).toBeLessThan(0.02);
    fc.assert(fc.property(fc.integer({ min: 1, max: 80_000 }), (s) => expect(typedTime(timeWords(s))).toBe(s)));
  });
});

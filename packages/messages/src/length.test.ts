import { chooseRegion, inFeet, supportedRegion, withFeet } from './language';
import { lengthWords } from './length';
import { fixedNumber } from './number';

describe('a distance in words', () => {
  afterEach(() => chooseRegion(() => 'en-GB'));

  test('is in metres at first', () => {
    expect(inFeet()).toBe(false);
    expect(lengthWords(24, 1)).toBe('24.0 m');
    expect(lengthWords(-0.305, 2)).toBe('−0.31 m');
  });

  // 1 ft = 0.3048 m, exactly (international yard and pound agreement, 1959).
  test.each([
    [3.81, '12 ft 6 in'],
    [3.6576, '12 ft'],
    [0.1016, '4 in'],
    [1.6, '5 ft 3 in'],
    [2.13359, '7 ft'],
    [31, '102 ft'],
    [30.47, '100 ft'],
    [-1.2192, '−4 ft'],
    [0, '0 in'],
  ])('%p m is %p where feet are chosen', (m, words) => {
    chooseRegion(() => withFeet('en-GB'));
    expect(inFeet()).toBe(true);
    expect(lengthWords(m, 2)).toBe(words);
  });

  test('the choice goes with the region, and leaves its numbers as they are', () => {
    for (const region of ['en-GB', 'en-US', 'de-DE', 'de-DE-u-nu-latn']) {
      chooseRegion(() => region);
      const metric = fixedNumber(1.5, 1);
      const chosen = supportedRegion([withFeet(region)]);
      chooseRegion(() => chosen);
      expect([region, inFeet(), fixedNumber(1.5, 1)]).toEqual([region, true, metric]);
    }
    chooseRegion(() => withFeet('de-DE'));
    expect(lengthWords(1.61, 2)).toBe('5 ft 3,4 in');
    expect(lengthWords(Number.POSITIVE_INFINITY, 1)).toBe('∞ m');
  });
});

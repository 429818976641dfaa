import type { SetupSettings } from '../model/setup';
import { FIRST_EXPOSURE } from '../setup/defaults';
import { setup } from '../setup/fixtures.test-support';
import { inRange, keepsRanges } from './exposureWays';

/** At f/8 and infinity, metered so that the time is as given, s. */
const at = (
  shutterSpeedS: number | null,
  limits: Partial<SetupSettings['limits']> = {},
  more: Partial<SetupSettings> = {},
): SetupSettings => {
  const plain = setup({ fNumber: 8, focusM: null, ...more });
  return {
    ...plain,
    limits: { ...plain.limits, ...limits },
    exposure: {
      ...FIRST_EXPOSURE,
      step: 'full',
      meter: shutterSpeedS === null ? null : { kind: 'pair', fNumber: 8, shutterSpeedS, iso: 100 },
      ...more.exposure,
    },
  };
};
const iso = (value: number) => ({ exposure: { ...FIRST_EXPOSURE, iso: value } });

describe('the ranges that the photographer has set', () => {
  test('no exposure may become longer than is wanted, or than it is where it is longer already', () => {
    const second = { longestS: 1 };
    expect(keepsRanges(at(1 / 60, second), at(1))).toBe(true);
    expect(keepsRanges(at(1 / 60, second), at(2))).toBe(false);
    expect(keepsRanges(at(4, second), at(4))).toBe(true);
    expect(keepsRanges(at(4, second), at(2))).toBe(true);
    expect(keepsRanges(at(4, second), at(8))).toBe(false);
    // Nothing is known of a time without a reading; with no limit every time will do.
    expect(keepsRanges(at(null, second), at(null))).toBe(true);
    expect(keepsRanges(at(null, second), at(2))).toBe(false);
    expect(keepsRanges(at(1 / 60), at(30))).toBe(true);
  });

  test('the longest of a bracket counts', () => {
    const three = { exposure: { ...FIRST_EXPOSURE, brackets: { ...FIRST_EXPOSURE.brackets, count: 3, stepStops: 1 } } };
    const bracketed = (shutterSpeedS: number) => {
      const plain = at(shutterSpeedS);
      return { ...plain, exposure: { ...plain.exposure, brackets: three.exposure.brackets } };
    };
    expect(keepsRanges(at(1 / 60, { longestS: 1 }), bracketed(1 / 2))).toBe(true);
    expect(keepsRanges(at(1 / 60, { longestS: 1 }), bracketed(1))).toBe(false);
  });

  test('an aperture outside is kept where it is, and is not gone to', () => {
    const range = { widestFNumber: 8, smallestFNumber: 16 };
    expect(keepsRanges(at(null, range), at(null, {}, { fNumber: 11 }))).toBe(true);
    for (const fNumber of [5.6, 22]) {
      expect(keepsRanges(at(null, range), at(null, {}, { fNumber }))).toBe(false);
      expect(keepsRanges(at(null, range, { fNumber }), at(null, {}, { fNumber }))).toBe(true);
    }
    expect([8, 16].every((fNumber) => inRange(fNumber, 8, 16))).toBe(true);
    expect([inRange(7.1, 8, null), inRange(18, null, 16), inRange(90, null, null)]).toEqual([false, false, true]);
  });

  test('no higher film speed than is wanted, or than is set', () => {
    const most = { highestIso: 400 };
    expect(keepsRanges(at(null, most), at(null, {}, iso(400)))).toBe(true);
    expect(keepsRanges(at(null, most), at(null, {}, iso(800)))).toBe(false);
    expect(keepsRanges(at(null, most, iso(1600)), at(null, {}, iso(1600)))).toBe(true);
  });
});

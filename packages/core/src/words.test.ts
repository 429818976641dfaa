import { apertureWords, fixed, mmWords, riseWords, shiftWords } from './words';

describe('values in words', () => {
  test('a movement says which way, never a bare sign', () => {
    expect(riseWords(11)).toBe('11.0 mm of rise');
    expect(riseWords(-3.25)).toBe('3.3 mm of fall');
    expect(shiftWords(-6)).toBe('6.0 mm of shift to the left');
    expect(shiftWords(0.5)).toBe('0.5 mm of shift to the right');
    expect(riseWords(0.04)).toBe('no rise');
    expect(shiftWords(-0)).toBe('no shift');
  });

  test('a minus is a minus, and nothing is never less than nothing', () => {
    expect(fixed(-4.76, 1)).toBe('−4.8');
    expect(fixed(-0.04, 1)).toBe('0.0');
    expect(fixed(Number.POSITIVE_INFINITY, 2)).toBe('∞');
    expect(mmWords(-2)).toBe('−2.0 mm');
  });

  test('an aperture reads as it is marked', () => {
    expect(apertureWords(5.6)).toBe('f/5.6');
    expect(apertureWords(8)).toBe('f/8');
    expect(apertureWords(6.727)).toBe('f/6.73');
  });
});

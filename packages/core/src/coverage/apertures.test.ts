import { apertureScale, NOMINAL_F_NUMBERS, stopsOf } from './apertures';

describe('nominal f-numbers', () => {
  // Outside reference: ISO 517:2008, marked values of the series of exact
  // f-numbers (√2)^k (from memory).
  const ISO_517_FULL = [1, 1.4, 2, 2.8, 4, 5.6, 8, 11, 16, 22, 32, 45, 64, 90];
  const ISO_517_THIRD = [1.1, 1.2, 1.6, 1.8, 2.2, 2.5, 3.2, 3.5, 4.5, 5, 6.3, 7.1, 9, 10, 13, 14, 18, 20, 25, 29, 36, 40];

  test('are those of the standard', () => {
    expect(NOMINAL_F_NUMBERS.full).toEqual(ISO_517_FULL);
    for (const n of ISO_517_THIRD) expect(NOMINAL_F_NUMBERS.third).toContain(n);
    for (const n of ISO_517_FULL) {
      expect(NOMINAL_F_NUMBERS.third).toContain(n);
      expect(NOMINAL_F_NUMBERS.half).toContain(n);
    }
  });

  test.each([
    ['full', 1],
    ['half', 2],
    ['third', 3],
  ] as const)('in %s stops each is its exact value as nearly as a mark of two figures says it', (step, parts) => {
    NOMINAL_F_NUMBERS[step].forEach((nominal, k) => {
      expect(Math.abs(stopsOf(nominal) - k / parts)).toBeLessThan(0.15);
    });
  });

  test('a ring keeps its marked ends even when they fall between steps', () => {
    expect(apertureScale(3.5, 22, 'full')).toEqual([3.5, 4, 5.6, 8, 11, 16, 22]);
    expect(apertureScale(6.8, 45, 'half')).toEqual([6.8, 8, 9.5, 11, 13, 16, 19, 22, 27, 32, 38, 45]);
    expect(apertureScale(8, 8, 'third')).toEqual([8]);
  });
});

import { graduation } from './graduation';

describe('engraving', () => {
  test('marks never stand closer than four pixels, and every numbered mark is a middle and a minor one', () => {
    for (let pixelsPerMm = 1; pixelsPerMm < 60; pixelsPerMm += 0.5) {
      const { minor, middle, major } = graduation(pixelsPerMm);
      expect(minor * pixelsPerMm).toBeGreaterThanOrEqual(4);
      expect(Math.abs(major / minor - Math.round(major / minor))).toBeLessThan(1e-9);
      expect(Math.abs(major / middle - Math.round(major / middle))).toBeLessThan(1e-9);
    }
  });
});

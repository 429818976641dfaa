import fc from 'fast-check';
import { blurDiscCyMm, idealCyMm } from './idealSharpness';

test('an ideal lens leaves half of the contrast at 0.404 of its cut-off frequency', () => {
  // Goodman, “Introduction to Fourier Optics”: (2/π)(acos x − x√(1 − x²)) = 1/2.
  for (const fNumber of [4, 11, 32]) {
    const x = idealCyMm(fNumber, 0) * 555e-6 * fNumber;
    expect((2 / Math.PI) * (Math.acos(x) - x * Math.sqrt(1 - x * x))).toBeCloseTo(0.5, 6);
    expect(x).toBeCloseTo(0.404, 3);
  }
});

test('square pixels alone leave half of it at 0.603 cycles per pixel, where sin(πf)/(πf) is one half', () => {
  expect(idealCyMm(0.05, 0.01) * 0.01).toBeCloseTo(0.603, 2);
});

test('a smaller aperture or larger pixels never leave more', () => {
  fc.assert(
    fc.property(fc.double({ min: 1, max: 90, noNaN: true }), fc.double({ min: 0, max: 0.03, noNaN: true }), (fNumber, pixelMm) => {
      const here = idealCyMm(fNumber, pixelMm);
      expect(idealCyMm(1.1 * fNumber, pixelMm)).toBeLessThan(here);
      expect(idealCyMm(fNumber, pixelMm + 0.001)).toBeLessThan(here);
    }),
  );
});

test('a blur disc leaves half of it where the transform of a disc is one half', () => {
  // 2·J₁(x)/x, with J₁ by its integral (Abramowitz and Stegun, 9.1.20).
  const x = Math.PI * 0.03 * blurDiscCyMm(0.03);
  const steps = 2000;
  const j1 = Array.from({ length: steps }, (_, i) => ((i + 0.5) * Math.PI) / steps).reduce(
    (sum, t) => sum + Math.cos(t - x * Math.sin(t)) / steps,
    0,
  );
  expect((2 * j1) / x).toBeCloseTo(0.5, 4);
});

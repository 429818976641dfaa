import { requireNotNegative, requirePositive } from '../errors';

/** What diffraction leaves at an aperture. */
export interface Diffraction {
  /** Diameter of the Airy disc to its first dark ring, µm. */
  readonly airyUm: number;
  readonly airyPx: number;
  /** Contrast left at the finest detail that the pixels can hold, 0 to 1. */
  readonly mtfAtNyquist: number;
}

/**
 * The f-number that the light sees when focused close: N(1 + m/p).
 *
 * @param fNumber marked f-number
 * @param magnification image size over subject size
 * @param pupilRatio exit pupil over entrance pupil
 *
 * @example
 * effectiveFNumber(8, 1) // => 16
 */
export function effectiveFNumber(fNumber: number, magnification: number, pupilRatio = 1): number {
  return (
    requirePositive('fNumber', fNumber) *
    (1 + requireNotNegative('magnification', magnification) / requirePositive('pupilRatio', pupilRatio))
  );
}

/** Contrast of an ideal lens at a share x of its cut-off frequency: (2/π)(acos x − x√(1 − x²)), 0 beyond. Source: Goodman, Introduction to Fourier Optics. */
export function mtf(x: number): number {
  if (x >= 1) return 0;
  return (2 / Math.PI) * (Math.acos(x) - x * Math.sqrt(1 - x * x));
}

export interface DiffractionInput {
  /** Marked f-number. */
  readonly fNumber: number;
  /** Image size over subject size. */
  readonly magnification: number;
  /** Exit pupil over entrance pupil, 1 where unknown. */
  readonly pupilRatio: number;
  /** Wavelength of the light, nm. */
  readonly wavelengthNm: number;
  /** Pixel pitch, µm. */
  readonly pixelUm: number;
}

/** Airy diameter 2.44·λ·N' and contrast at the pixels' Nyquist frequency, λ in nm, pixel in µm. Source: Goodman, Introduction to Fourier Optics. */
export function diffraction({ fNumber, magnification, pupilRatio, wavelengthNm, pixelUm }: DiffractionInput): Diffraction {
  requirePositive('wavelengthNm', wavelengthNm);
  requirePositive('pixelUm', pixelUm);
  const n = effectiveFNumber(fNumber, magnification, pupilRatio);
  const lambdaUm = wavelengthNm / 1000;
  const airyUm = 2.44 * lambdaUm * n;
  return { airyUm, airyPx: airyUm / pixelUm, mtfAtNyquist: mtf((lambdaUm * n) / (2 * pixelUm)) };
}

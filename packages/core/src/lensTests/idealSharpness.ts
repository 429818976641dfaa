import { mtf } from '../focus/diffraction';
import { requirePositive } from '../errors';

/** Middle of the visible spectrum, mm. */
const GREEN_MM = 555e-6;

/**
 * Where half of the contrast is left by diffraction and square pixels alone,
 * cycles per mm: the best that any lens reaches on a sensor. Source: Goodman,
 * “Introduction to Fourier Optics” (contrast of an ideal lens); the contrast of
 * a square pixel is sinc(f·p).
 *
 * @param fNumber effective f-number
 * @param pixelMm pixel pitch, mm; 0 for no pixels
 *
 * @example
 * idealCyMm(8, 0) // => 90.985
 */
export function idealCyMm(fNumber: number, pixelMm: number): number {
  requirePositive('fNumber', fNumber);
  const left = (cyMm: number): number => {
    const x = Math.PI * cyMm * pixelMm;
    return mtf(GREEN_MM * fNumber * cyMm) * (x === 0 ? 1 : Math.abs(Math.sin(x) / x));
  };
  // Contrast falls steadily up to the first zero of the pixel.
  let [low, high] = [0, Math.min(1 / (GREEN_MM * fNumber), pixelMm > 0 ? 1 / pixelMm : Infinity)];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (left(middle) > 0.5) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Where half of the contrast is left by a blur disc, cycles per mm: the
 * sharpness that a permissible blur asks for. Source: the transform of a disc,
 * 2·J₁(x)/x with x = π·c·f, which is one half at x = 2.215 (from memory).
 *
 * @param cocMm diameter of the blur disc, mm
 *
 * @example
 * blurDiscCyMm(0.03) // => 23.503
 */
export function blurDiscCyMm(cocMm: number): number {
  return 2.2151 / (Math.PI * requirePositive('cocMm', cocMm));
}

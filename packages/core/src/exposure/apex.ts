import { requireFinite, requirePositive } from '../errors';

// The additive relations of exposure (APEX) as Exif prints them in its Annex C:
// Ev = Av + Tv = Bv + Sv. Source: CIPA DC-008 (Exif 2.32), Annex C.

/**
 * Aperture value Av = log₂ N².
 *
 * @param fNumber marked f-number
 *
 * @example
 * apertureValue(8) // => 6
 */
export function apertureValue(fNumber: number): number {
  return 2 * Math.log2(requirePositive('fNumber', fNumber));
}

/**
 * Time value Tv = −log₂ t, t in s.
 *
 * @param shutterSpeedS exposure time, s
 *
 * @example
 * timeValue(1 / 8) // => 3
 */
export function timeValue(shutterSpeedS: number): number {
  return -Math.log2(requirePositive('shutterSpeedS', shutterSpeedS)) + 0;
}

/** Speed value Sv = log₂(S/3.125), 5 at ISO 100. */
export function speedValue(iso: number): number {
  return Math.log2(requirePositive('iso', iso) / 3.125);
}

/** Exposure value of a pair: Ev = log₂(N²/t). */
export function exposureValue(fNumber: number, shutterSpeedS: number): number {
  return apertureValue(fNumber) + timeValue(shutterSpeedS);
}

/**
 * Luminance (cd/m²) that a reflected-light meter of calibration K = 12.5 reads as an exposure value at a speed: L = K·2^Ev/S. Source: ISO 2720:1974 (from memory).
 *
 * @param ev exposure value
 * @param iso ISO speed
 *
 * @example
 * luminanceOf(12, 100) // => 512
 */
export function luminanceOf(ev: number, iso: number): number {
  return (12.5 * 2 ** requireFinite('ev', ev)) / requirePositive('iso', iso);
}

/** The time (s) that gives an exposure value at an f-number. */
export function timeFor(ev: number, fNumber: number): number {
  return requirePositive('fNumber', fNumber) ** 2 / 2 ** requireFinite('ev', ev);
}

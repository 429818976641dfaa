import { requireNotNegative, requirePositive } from '../errors';

/** Two schools of choosing an aperture from the spread of focus on the rail. */
export interface SpreadAperture {
  /** Just enough depth: the blur at both ends is what is allowed. */
  readonly fNumber: number;
  /** Balance of defocus and diffraction. */
  readonly balancedFNumber: number;
}

/**
 * The aperture for a spread Δ (mm on the rail between near and far focus):
 * enough depth N = Δ/(2c(1 + m)), balance N = √(375·Δ)/(1 + m).
 * Source: P. Hansma, "View Camera Focusing in Practice", 1996.
 *
 * @param spreadMm distance between near and far focus on the rail, mm
 * @param cocMm permissible blur, mm
 * @param magnification image size over subject size
 *
 * @example
 * apertureForSpread(1, 0.03, 0) // => {fNumber: 16.667, balancedFNumber: 19.365}
 */
export function apertureForSpread(spreadMm: number, cocMm: number, magnification: number): SpreadAperture {
  requireNotNegative('spreadMm', spreadMm);
  requirePositive('cocMm', cocMm);
  requireNotNegative('magnification', magnification);
  return {
    fNumber: spreadMm / (2 * cocMm * (1 + magnification)),
    balancedFNumber: Math.sqrt(375 * spreadMm) / (1 + magnification),
  };
}

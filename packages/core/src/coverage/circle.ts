import { requirePositive } from '../errors';
import { stopsOf } from './apertures';
import type { CircleSpecs } from '../model/lens';

/** On what a sharp circle rests. */
export type DefinitionBasis =
  | { readonly kind: 'given' }
  | { readonly kind: 'interpolated'; readonly between: readonly [number, number] }
  | { readonly kind: 'held'; readonly from: number }
  | { readonly kind: 'assumed'; readonly shareOfLight: number };

export interface DefinitionCircle {
  readonly diameterMm: number;
  readonly basis: DefinitionBasis;
}

/** Common practice: the middle 80 % of the image circle holds most of the sharpness. */
export const ASSUMED_SHARE_OF_LIGHT = 0.8;

/**
 * The sharp circle at infinity for an f-number: as given, linear
 * in stops between two given values, held at the end value outside them, or
 * 80 % of the image circle where only that is known. `null` when nothing is known.
 */
export function definitionCircle(specs: CircleSpecs, fNumber: number): DefinitionCircle | null {
  requirePositive('fNumber', fNumber);
  const table = [...specs.sharpCircles].sort((a, b) => a.fNumber - b.fNumber);
  const first = table[0];
  const last = table[table.length - 1];
  if (first === undefined || last === undefined) {
    if (specs.imageCircleMm === null) return null;
    return {
      diameterMm: specs.imageCircleMm * ASSUMED_SHARE_OF_LIGHT,
      basis: { kind: 'assumed', shareOfLight: ASSUMED_SHARE_OF_LIGHT },
    };
  }
  const same = table.find((spec) => spec.fNumber === fNumber);
  if (same) return { diameterMm: same.diameterMm, basis: { kind: 'given' } };
  if (fNumber < first.fNumber) return { diameterMm: first.diameterMm, basis: { kind: 'held', from: first.fNumber } };
  if (fNumber > last.fNumber) return { diameterMm: last.diameterMm, basis: { kind: 'held', from: last.fNumber } };
  const above = table.findIndex((spec) => spec.fNumber > fNumber);
  const lower = table[above - 1] ?? first;
  const upper = table[above] ?? last;
  const t = (stopsOf(fNumber) - stopsOf(lower.fNumber)) / (stopsOf(upper.fNumber) - stopsOf(lower.fNumber));
  return {
    diameterMm: lower.diameterMm + t * (upper.diameterMm - lower.diameterMm),
    basis: { kind: 'interpolated', between: [lower.fNumber, upper.fNumber] },
  };
}

/**
 * The diameter on the back when focused nearer than infinity: the half-angle
 * stays, the lens stands farther out, so it grows by 1 + m (untilted).
 */
export function circleOnBackMm(diameterAtInfinityMm: number, magnification: number): number {
  return diameterAtInfinityMm * (1 + magnification);
}

/**
 * Half the angle that a circle of this diameter at infinity stands for: atan(D/2f), radians.
 *
 * @param circleMm diameter of the circle, mm
 * @param focalMm focal length, mm
 *
 * @example
 * coverageHalfAngle(70, 35) // => 0.7854
 */
export function coverageHalfAngle(circleMm: number, focalMm: number): number {
  requirePositive('circleMm', circleMm);
  requirePositive('focalMm', focalMm);
  return Math.atan(circleMm / (2 * focalMm));
}

import type { StopStep } from '../model/lens';
import type { Lens } from '../model/rig';

/** How finely an aperture ring or dial clicks. */
export const STOP_STEPS = ['full', 'half', 'third'] as const;
// Nominal marked f-numbers, ISO 517:2008 (from memory), from f/1 in equal steps of a stop.
const FULL = [1, 1.4, 2, 2.8, 4, 5.6, 8, 11, 16, 22, 32, 45, 64, 90];
const HALF = [1, 1.2, 1.4, 1.7, 2, 2.4, 2.8, 3.3, 4, 4.8, 5.6, 6.7, 8, 9.5, 11, 13, 16, 19, 22, 27, 32, 38, 45, 54, 64, 76, 90];
const THIRD = [
  1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14, 16, 18, 20, 22, 25, 29, 32, 36,
  40, 45, 51, 57, 64, 72, 80, 90,
];

/** The nominal series by step, f/1 to f/90. */
export const NOMINAL_F_NUMBERS: Readonly<Record<StopStep, readonly number[]>> = { full: FULL, half: HALF, third: THIRD };

/**
 * Stops from f/1: 2·log2 N. Two f-numbers a factor √2 apart differ by one.
 *
 * @param fNumber marked f-number
 *
 * @example
 * stopsOf(8) // => 6
 */
export function stopsOf(fNumber: number): number {
  return 2 * Math.log2(fNumber);
}

/**
 * The f-numbers that a ring can be set to, from the widest to the smallest
 * opening. The ends are kept as marked even when they fall between steps
 * (a lens may open to f/3.5 and click in full stops from f/4).
 *
 * @param widest widest f-number
 * @param smallest smallest opening, as an f-number
 * @param step how finely the ring clicks
 *
 * @example
 * apertureScale(8, 16, 'full') // => [8, 11, 16]
 */
export function apertureScale(widest: number, smallest: number, step: StopStep): readonly number[] {
  const between = NOMINAL_F_NUMBERS[step].filter((n) => n > widest && n < smallest);
  return widest === smallest ? [widest] : [widest, ...between, smallest];
}

/** The marks of a lens's aperture ring, from the widest to the smallest opening. */
export function ringOf({
  widestFNumber,
  smallestFNumber,
  stopStep,
}: Pick<Lens, 'widestFNumber' | 'smallestFNumber' | 'stopStep'>): readonly number[] {
  return apertureScale(widestFNumber, smallestFNumber, stopStep);
}

/** Stops from one f-number to another; positive toward the smaller opening. */
export function stopsBetween(from: number, to: number): number {
  return stopsOf(to) - stopsOf(from);
}

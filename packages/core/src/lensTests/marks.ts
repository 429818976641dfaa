import type { SharpCircle } from './sharpCircle';

/** How good a place in a frame is, judged by eye. */
export const MARKS = ['good', 'acceptable', 'no'] as const;
export type Mark = (typeof MARKS)[number];

/** A place that was judged by eye. */
export interface MarkedPlace {
  readonly fNumber: number;
  /** Image height at infinity, mm. */
  readonly heightMm: number;
  readonly mark: Mark;
}

/** How many standard deviations of an even spread lie between its middle and its end. */
const TO_THE_END = Math.sqrt(3);

/**
 * How far from the axis marks say for certain that a lens is good enough, mm:
 * as far as a place was at least acceptable.
 *
 * @param circle a circle by marks
 *
 * @example
 * acceptedMm({ fNumber: 8, kind: 'atLeast', radiusMm: 20 }) // => 20
 */
export function acceptedMm(circle: SharpCircle): number {
  if (circle.kind === 'atLeast') return circle.radiusMm;
  return circle.kind === 'measured' ? circle.radiusMm - TO_THE_END * circle.doubtMm : 0;
}

/** Closer to the axis than this is the middle, mm. */
const MIDDLE_MM = 2;

/**
 * How far a lens is good enough at one aperture by marks: between the farthest
 * place that is at least acceptable and the nearest one that is not. Farther
 * places that are acceptable again do not count: the circle must hold all
 * around. `null` where no place was marked at this aperture.
 *
 * @param fNumber the aperture
 * @param places marked places of all apertures
 *
 * @example
 * markedCircle(8, [{ fNumber: 8, heightMm: 0, mark: 'good' }, { fNumber: 8, heightMm: 20, mark: 'acceptable' }])?.kind // => 'atLeast'
 */
export function markedCircle(fNumber: number, places: readonly MarkedPlace[]): SharpCircle | null {
  const here = places.filter((place) => place.fNumber === fNumber);
  if (here.length === 0) return null;
  const refused = Math.min(...here.filter(({ mark }) => mark === 'no').map(({ heightMm }) => heightMm));
  const accepted = Math.max(...here.filter(({ mark, heightMm }) => mark !== 'no' && heightMm < refused).map(({ heightMm }) => heightMm));
  if (refused === Infinity) return { fNumber, kind: 'atLeast', radiusMm: accepted };
  if (accepted === -Infinity) return { fNumber, kind: refused < MIDDLE_MM ? 'never' : 'unknown' };
  // Anywhere between the two, as likely here as there.
  return { fNumber, kind: 'measured', radiusMm: (accepted + refused) / 2, doubtMm: (refused - accepted) / (2 * TO_THE_END) };
}

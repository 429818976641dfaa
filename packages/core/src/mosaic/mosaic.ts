import type { Series, Mosaic } from '../model/mosaic';

/** What moves between two frames of a mosaic. */
export const MOVERS = {
  lens: 'the lens moves, the camera stands',
  counter: 'the lens moves, the camera is slid the other way',
  back: 'the lens is held by its foot, the back moves',
} as const;
export const FIRST_SERIES: Series = { brackets: 1, bracketsInside: true, whiteCards: false, exposureS: 0.5, settleS: 2, moveS: 8 };

/** What a mosaic begins with beside its frames. Half a pixel of parallax passes unseen; a fifth of overlap is enough to join by (common practice). */
export const FIRST_MOSAIC: Omit<Mosaic, 'frames'> = {
  leastOverlap: 0.2,
  mover: 'lens',
  nearestM: null,
  farthestM: null,
  parallaxPx: 0.5,
  zones: [],
  series: FIRST_SERIES,
  cardGb: null,
  filmLeft: null,
};

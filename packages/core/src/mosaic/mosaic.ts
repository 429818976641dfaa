import { firstOf } from '../fields/field';
import { MOSAIC_FIELDS, SERIES_FIELDS } from '../fields/mosaic';
import type { Mosaic } from '../model/mosaic';

/** What moves between two frames of a mosaic. */
export const MOVERS = MOSAIC_FIELDS.mover.choices;

export const FIRST_SERIES = firstOf(SERIES_FIELDS);

const { leastOverlap, mover, nearestM, farthestM, parallaxPx, zones, series, cardGb, filmLeft } = firstOf(MOSAIC_FIELDS);

/** What a mosaic begins with beside its frames. */
export const FIRST_MOSAIC: Omit<Mosaic, 'frames'> = {
  leastOverlap,
  mover,
  nearestM,
  farthestM,
  parallaxPx,
  zones,
  series,
  cardGb,
  filmLeft,
};

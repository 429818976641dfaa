import type { Plate } from '../model/plate';

/** A photograph of the place of which nothing is said yet: which picture it is and how large comes with it. The camera is taken to be where a phone is held, 1.6 m ± 0.15 m above the ground (common practice). */
export const BLANK_PLATE: Omit<Plate, 'pictureId' | 'name' | 'widthPx' | 'heightPx'> = {
  kind: 'flat',
  equivalentMm: null,
  cropped: false,
  middlePx: null,
  uprights: [],
  levels: [],
  doubtful: false,
  horizon: null,
  typed: null,
  headingDeg: 0,
  cameraHeightM: 1.6,
  cameraHeightDoubtM: 0.15,
  outline: null,
  measured: [],
  from: null,
  others: [],
};

/** The size of a photograph that this device cannot read, px: smaller than any is, until the server has read it. */
export const UNREAD = { widthPx: 16, heightPx: 16 } as const;

/**
 * Whether the size of a photograph is unknown still, and with it everything that is counted in its pixels.
 *
 * @param photograph its size, px
 *
 * @example
 * isUnread({ widthPx: 4000, heightPx: 3000 }) // => false
 */
export function isUnread({ widthPx, heightPx }: Pick<Plate, 'widthPx' | 'heightPx'>): boolean {
  return widthPx === UNREAD.widthPx && heightPx === UNREAD.heightPx;
}

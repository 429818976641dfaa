import type { FrameSize } from '../model/frame';

/** Proportions that pictures are cropped to, long side over short (common practice), in the order in which they are tried. */
const CROPS = [5 / 4, 4 / 3, 3 / 2, 1, 16 / 9, 2];
/** Proportions that differ by less than this are the same. */
const SAME = 0.01;

/**
 * Other proportions that a frame may be cropped to: the whole frame first
 * (`null`), then the usual ones, without what it has and what the whole frame is.
 *
 * @param crop long side over short one as it is; `null` for the whole frame
 * @param frame the whole frame
 *
 * @example
 * otherCrops(null, { widthMm: 36, heightMm: 24 }) // => [1.25, 1.3333, 1, 1.7778, 2]
 */
export function otherCrops(crop: number | null, { widthMm, heightMm }: FrameSize): readonly (number | null)[] {
  const whole = Math.max(widthMm, heightMm) / Math.min(widthMm, heightMm);
  return [null, ...CROPS].filter((each) => each !== crop && (each === null || Math.abs(each - whole) > SAME));
}

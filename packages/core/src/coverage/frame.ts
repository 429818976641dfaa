import { coverageText } from '@gangway/messages/core/coverage';
import type { FrameSize, Orientation } from '../model/frame';

/** The four corners, as they lie in the upright picture. */
export const CORNERS = ['upperLeft', 'upperRight', 'lowerRight', 'lowerLeft'] as const;
export type Corner = (typeof CORNERS)[number];

/** How each corner is called in a sentence. */
export const CORNER_LABELS: Readonly<Record<Corner, string>> = {
  upperLeft: coverageText.upperLeft,
  upperRight: coverageText.upperRight,
  lowerRight: coverageText.lowerRight,
  lowerLeft: coverageText.lowerLeft,
};

/**
 * The frame as it stands in the camera once the back is turned; a square frame stays as it is.
 *
 * @param frame width and height of the frame, mm
 * @param orientation landscape or portrait
 *
 * @example
 * turned({ widthMm: 36, heightMm: 24 }, 'portrait') // => {widthMm: 24, heightMm: 36}
 */
export function turned(frame: FrameSize, orientation: Orientation): FrameSize {
  const long = Math.max(frame.widthMm, frame.heightMm);
  const short = Math.min(frame.widthMm, frame.heightMm);
  return orientation === 'landscape' ? { widthMm: long, heightMm: short } : { widthMm: short, heightMm: long };
}

/**
 * The distance across the corners, mm.
 *
 * @param frame width and height of the frame, mm
 *
 * @example
 * diagonalMm({ widthMm: 36, heightMm: 24 }) // => 43.267
 */
export function diagonalMm(frame: FrameSize): number {
  return Math.hypot(frame.widthMm, frame.heightMm);
}

/**
 * Corner positions in picture coordinates (X right, Y up, mm, from the centre of the frame), in the order of `CORNERS`.
 *
 * @param frame width and height of the frame, mm
 *
 * @example
 * cornerPoints({ widthMm: 36, heightMm: 24 }) // => [[-18, 12], [18, 12], [18, -12], [-18, -12]]
 */
export function cornerPoints(frame: FrameSize): readonly (readonly [number, number])[] {
  const x = frame.widthMm / 2;
  const y = frame.heightMm / 2;
  return [
    [-x, y],
    [x, y],
    [x, -y],
    [-x, -y],
  ];
}

import type { Vec3 } from '../space/vector';
import { apertureShare, distortionAt, focusError, heightOfRay, measuredFalloff, type Aberrations, type LensState } from './aberrations';

/** A picture of an ideal lens on the back: where its axis points, and from which point of the exit pupil it is drawn. */
export interface IdealPicture {
  /** From the lens to the back along the back's normal, mm, as the picture is scaled. */
  readonly imageMm: number;
  /** The lens axis in the frame of the back. */
  readonly axis: Vec3;
  readonly lens: LensState;
  readonly fNumber: number;
}

/**
 * What a lens with aberrations draws at a place of the upright picture comes
 * from this place of the picture that an ideal lens draws through one point of
 * the aperture. A point whose rays meet e behind the back is drawn, by rays
 * through the point (a, b) of the aperture, away from its middle by e/d of it,
 * d the distance of the exit pupil; distortion moves it along the radius.
 * Places in mm from the foot of the lens. Good where e is small against d.
 *
 * @param aberrations of the lens in its rig
 * @param picture of the ideal lens
 * @param at place in the picture, mm from the foot of the lens, right and up
 * @param aperture point of the aperture, mm right and up of the lens axis
 *
 * @example
 * idealPlace({ ...NONE, heightsMm: [10], distortion: [0.01] }, { imageMm: 50, axis: [0, 0, 1], lens: { focalMm: 50, pupilRatio: 1, magnification: 0 }, fNumber: 8 }, [10.1, 0], [0, 0]) // => [10, 0]
 */
export function idealPlace(
  aberrations: Aberrations,
  { imageMm, axis, lens, fNumber }: IdealPicture,
  [x, y]: readonly [number, number],
  [a, b]: readonly [number, number],
): readonly [number, number] {
  const [footX, footY] = [(imageMm * axis[0]) / axis[2], (imageMm * axis[1]) / axis[2]];
  const [dx, dy] = [x - footX, y - footY];
  const r = Math.hypot(dx, dy);
  const height = heightOfRay(lens.focalMm, axis, [x, y, imageMm]);
  const { sagittalMm, tangentialMm } = focusError(aberrations, lens, fNumber, height);
  const [rx, ry] = r === 0 ? [1, 0] : [dx / r, dy / r];
  const share = apertureShare(lens);
  const [radial, crosswise] = [(a * rx + b * ry) * tangentialMm * share, (b * rx - a * ry) * sagittalMm * share];
  // In the upright picture it is drawn to the opposite side of the aperture point.
  const [ox, oy] = [-(radial * rx - crosswise * ry), -(radial * ry + crosswise * rx)];
  const less = 1 / (1 + distortionAt(aberrations, height));
  return [footX + (dx - ox) * less, footY + (dy - oy) * less];
}

/** Rows of a table of aberrations for a shader. */
export const TABLE_ROWS = 64;

/** Aberrations by image height at even steps, as a shader reads them. */
export interface AberrationTable {
  /** Sagittal and tangential error of focus (mm, away from the lens), distortion (share), and falloff (stops, −1 unknown), four to a row. */
  readonly rows: readonly number[];
  /** Image height of the last row, mm. */
  readonly lastMm: number;
  /** As `apertureShare`. */
  readonly share: number;
  /** How much larger than the frame the ideal picture has to be drawn. */
  readonly overscan: number;
}

/**
 * Aberrations by image height, as a shader reads them.
 *
 * @param aberrations of the lens in its rig
 * @param lens focal length (mm), pupil ratio and magnification
 * @param fNumber marked f-number
 * @param lastMm image height of the last row, mm
 *
 * @example
 * aberrationTable(NONE, { focalMm: 50, pupilRatio: 1, magnification: 0 }, 8, 30).overscan // => 1.002
 */
export function aberrationTable(aberrations: Aberrations, lens: LensState, fNumber: number, lastMm: number): AberrationTable {
  const heights = Array.from({ length: TABLE_ROWS }, (_, i) => (lastMm * i) / (TABLE_ROWS - 1));
  const rows = heights.flatMap((height) => {
    const { sagittalMm, tangentialMm } = focusError(aberrations, lens, fNumber, height);
    return [sagittalMm, tangentialMm, distortionAt(aberrations, height), measuredFalloff(aberrations, height, fNumber) ?? -1];
  });
  const drawnIn = Math.max(...heights.map((height) => 1 / (1 + distortionAt(aberrations, height)) - 1));
  // A little more for what is drawn in by rays of the rim.
  return { rows, lastMm, share: apertureShare(lens), overscan: 1 + Math.max(0, drawnIn) + 0.002 };
}

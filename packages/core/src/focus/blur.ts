import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';
import { lensAxis } from '../space/axis';
import { dot, type Vec3 } from '../space/vector';

export interface BlurAtInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Distance from the lens to the back along its normal, mm. */
  readonly imageMm: number;
  /** Tilt, degrees, forward positive. */
  readonly tiltDeg: number;
  /** Swing, degrees, right positive. */
  readonly swingDeg: number;
  /** Marked f-number. */
  readonly fNumber: number;
  /** The point, m, in the camera's frame. */
  readonly pointM: Vec3;
  /** Exit pupil over entrance pupil, 1 where unknown. */
  readonly pupilRatio?: number | undefined;
}

/**
 * The longest diameter of the blur of a point (m) on the back, mm, from the
 * rays themselves: the rim of the exit pupil (radius p·f/2N, f(1 − p) behind
 * the lens) is projected through the image of the point onto the back. A central
 * projection turns the rim into an ellipse; its long axis is taken from the
 * dual conic, so nothing is sampled.
 * Throws `pin_not_in_front`, `blur_unbounded` when rays run beside the back.
 * Source: thin-lens ray bundle; dual conics as in Hartley & Zisserman,
 * Multiple View Geometry, section 2.2.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * blurAt({ focalMm: 100, imageMm: 150, tiltDeg: 0, swingDeg: 0, fNumber: 4, pointM: [0, 0, 0.1] }) // => 25
 */
export function blurAt({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, pointM, pupilRatio = 1 }: BlurAtInput): number {
  requirePositive('focalMm', focalMm);
  requirePositive('imageMm', imageMm);
  requirePositive('fNumber', fNumber);
  requirePositive('pupilRatio', pupilRatio);
  // In scalars, not vectors: a drag asks for hundreds of blurs between two pictures.
  const [px, py, pz] = [pointM[0] * 1000, pointM[1] * 1000, pointM[2] * 1000];
  const [lx, ly, lz] = lensAxis(tiltDeg, swingDeg);
  const along = px * lx + py * ly + pz * lz;
  if (pz <= 0 || along <= 0) {
    throw new CoreError('pin_not_in_front', ['pointM', 2], say(focusText.thePointLiesBehindThe, { pointm: pointM[2] }));
  }
  const f = focalMm;
  // Q = −P·f/k. Everything is kept multiplied by k, so that an image at infinity (k = 0) is nothing special,
  // and counted from where the ray through the centre meets the back, so that a point in focus gives exactly nothing.
  const k = along - f;
  const defocus = k * imageMm - pz * f;
  // Two unit vectors across the axis and across each other, the first of them level.
  const level = Math.hypot(lz, lx);
  const [ax, az] = [lz / level, -lx / level];
  const [bx, by, bz] = [ly * az, lz * ax - lx * az, -ly * ax];
  // The middle of the exit pupil: the focal point behind the lens is p·f from it.
  const behind = f * (pupilRatio - 1);
  // Where the rays of the rim meet the back, right and up, as rows over the two vectors and the middle.
  const [slopeX, slopeY] = [px / pz, py / pz];
  const [x1, x2, x3] = [defocus * (ax - slopeX * az), defocus * (bx - slopeX * bz), defocus * behind * (lx - slopeX * lz)];
  const [y1, y2, y3] = [defocus * (0 - slopeY * az), defocus * (by - slopeY * bz), defocus * behind * (ly - slopeY * lz)];
  const [w1, w2, w3] = [-az * k, -bz * k, -pz * f - behind * lz * k];
  const r2 = ((pupilRatio * f) / (2 * fNumber)) ** 2;
  const ww = r2 * (w1 * w1 + w2 * w2) - w3 * w3;
  if (!(ww < 0)) {
    throw new CoreError('blur_unbounded', ['pointM'], focusText.someRaysFromThisPoint);
  }
  const cx = (r2 * (x1 * w1 + x2 * w2) - x3 * w3) / ww;
  const cy = (r2 * (y1 * w1 + y2 * w2) - y3 * w3) / ww;
  const xx = cx * cx - (r2 * (x1 * x1 + x2 * x2) - x3 * x3) / ww;
  const yy = cy * cy - (r2 * (y1 * y1 + y2 * y2) - y3 * y3) / ww;
  const xy = cx * cy - (r2 * (x1 * y1 + x2 * y2) - x3 * y3) / ww;
  const largest = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
  return 2 * Math.sqrt(Math.max(0, largest));
}

export interface BlurByFormulaInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Distance from the lens to the back along its normal, mm. */
  readonly imageMm: number;
  readonly axis: Vec3;
  /** Marked f-number. */
  readonly fNumber: number;
  readonly pointMm: Vec3;
}

/**
 * The blur by formula, near enough for solving, mm, signed: c = (f/N)·(1 − v(P·l − f)/(f·P_z)),
 * positive when the point lies nearer than the plane of focus.
 */
export function blurByFormula({ focalMm, imageMm, axis, fNumber, pointMm }: BlurByFormulaInput): number {
  return (focalMm / fNumber) * (1 - (imageMm * (dot(pointMm, axis) - focalMm)) / (focalMm * pointMm[2]));
}

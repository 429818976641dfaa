import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';
import { lensAxis } from '../space/axis';
import { cross, dot, length, scaled, type Vec3 } from '../space/vector';

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
  const p = scaled(pointM, 1000);
  const l = lensAxis(tiltDeg, swingDeg);
  if (p[2] <= 0 || dot(p, l) <= 0) {
    throw new CoreError('pin_not_in_front', ['pointM', 2], say(focusText.thePointLiesBehindThe, { pointm: pointM[2] }));
  }
  const f = focalMm;
  const v = imageMm;
  // Q = −P·f/k. Everything is kept multiplied by k, so that an image at infinity (k = 0) is nothing special,
  // and counted from where the ray through the centre meets the back, so that a point in focus gives exactly nothing.
  const k = dot(p, l) - f;
  const defocus = k * v - p[2] * f;
  const [e1, e2] = acrossAxis(l);
  // The middle of the exit pupil: the focal point behind the lens is p·f from it.
  const exit = scaled(l, f * (pupilRatio - 1));
  const row = (i: 0 | 1): Vec3 => {
    const slope = p[i] / p[2];
    return [defocus * (e1[i] - slope * e1[2]), defocus * (e2[i] - slope * e2[2]), defocus * (exit[i] - slope * exit[2])];
  };
  const x = row(0);
  const y = row(1);
  const w: Vec3 = [-e1[2] * k, -e2[2] * k, -p[2] * f - exit[2] * k];
  const r2 = ((pupilRatio * f) / (2 * fNumber)) ** 2;
  const through = (a: Vec3, b: Vec3): number => r2 * (a[0] * b[0] + a[1] * b[1]) - a[2] * b[2];
  const ww = through(w, w);
  if (!(ww < 0)) {
    throw new CoreError('blur_unbounded', ['pointM'], focusText.someRaysFromThisPoint);
  }
  const cx = through(x, w) / ww;
  const cy = through(y, w) / ww;
  const xx = cx * cx - through(x, x) / ww;
  const yy = cy * cy - through(y, y) / ww;
  const xy = cx * cy - through(x, y) / ww;
  const largest = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
  return 2 * Math.sqrt(Math.max(0, largest));
}

/** Two unit vectors across an axis and across each other. */
function acrossAxis(l: Vec3): readonly [Vec3, Vec3] {
  const level = cross([0, 1, 0], l);
  const e1 = scaled(level, 1 / length(level));
  return [e1, cross(l, e1)];
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

import { radians } from '../angles';
import type { FrameSize } from '../model/frame';

/**
 * How far the centre of an untilted frame may go from the axis of a circle in
 * a direction before its first corner leaves it, mm. Direction in degrees,
 * 0 = right, 90 = up in the upright picture. `null` when the frame does not
 * fit in the circle even when centred. Plane geometry: the smallest over the
 * corners of −b + √(b² − (cx² + cy² − R²)), b = cx·cosθ + cy·sinθ.
 */
export function shiftLimitMm(frame: FrameSize, circleMm: number, directionDeg: number): number | null {
  const theta = radians(directionDeg);
  return limitAlong(frame, circleMm, Math.cos(theta), Math.sin(theta));
}

/** As `shiftLimitMm`, the direction given as a unit vector. */
export function limitAlong(frame: FrameSize, circleMm: number, ux: number, uy: number): number | null {
  const radius = circleMm / 2;
  const halfWidth = frame.widthMm / 2;
  const halfHeight = frame.heightMm / 2;
  const lacking = halfWidth * halfWidth + halfHeight * halfHeight - radius * radius;
  if (lacking > 0) return null;
  // The binding corner is the one farthest ahead: b is largest where its signs agree with the direction.
  const b = halfWidth * Math.abs(ux) + halfHeight * Math.abs(uy);
  return Math.max(0, -b + Math.sqrt(b * b - lacking));
}

/**
 * The closed line that the frame's centre may reach inside a circle, as x, y
 * pairs in mm from the axis, counter-clockwise from the right. Empty when the
 * frame does not fit.
 *
 * @param frame width and height of the frame, mm
 * @param circleMm diameter of the circle, mm
 * @param directions points of the contour
 *
 * @example
 * contour({ widthMm: 36, heightMm: 24 }, 60, 4)[0] // => 9.4955
 */
export function contour(frame: FrameSize, circleMm: number, directions = 360): Float64Array {
  const points = new Float64Array(directions * 2);
  for (let i = 0; i < directions; i++) {
    const theta = (2 * Math.PI * i) / directions;
    const ux = Math.cos(theta);
    const uy = Math.sin(theta);
    const limit = limitAlong(frame, circleMm, ux, uy);
    if (limit === null) return new Float64Array(0);
    points[2 * i] = limit * ux;
    points[2 * i + 1] = limit * uy;
  }
  return points;
}

/**
 * How far one control may go from zero, to either side, before a corner leaves
 * the circle while the other control stays where it is, mm. `null` when no
 * position of this control brings the frame inside.
 */
export function oneWayLimitMm(frame: FrameSize, circleMm: number, control: 'rise' | 'shift', otherMm: number): number | null {
  const [alongSide, acrossSide] = control === 'rise' ? [frame.heightMm, frame.widthMm] : [frame.widthMm, frame.heightMm];
  const across = acrossSide / 2 + Math.abs(otherMm);
  const reach = (circleMm / 2) ** 2 - across ** 2;
  if (reach < 0) return null;
  const limit = Math.sqrt(reach) - alongSide / 2;
  return limit < 0 ? null : limit;
}

import type { Vec3 } from '../space/vector';
import type { ShiftPosition } from '../model/movements';
import type { FrameSize } from '../model/frame';
import { apertureAxes } from '../space/axis';

/** The light of a lens as it meets a back that it may be tilted to: its axis in the frame of the back, half-angle in radians, distance along the back's normal in mm. */
export interface Cone {
  readonly axis: Vec3;
  readonly halfAngle: number;
  readonly imageMm: number;
}

/** A stretch of a line of positions, mm along it. */
export interface Stretch {
  readonly fromMm: number;
  readonly toMm: number;
}

/** Within a degree of a right angle the section of a cone is taken as open. */
const OPEN = (89 * Math.PI) / 180;
/** Farther than this many image distances nothing is drawn or looked for. */
const FARTHEST = 20;

/**
 * Along a line of positions of the frame's centre (from a place, in a
 * direction given as a unit vector) the stretch at which all four corners are
 * within the cone; `null` when there is none. A corner p is within while
 * p·l ≥ cos θ·|p|; along a line that is a quadratic in the distance.
 * Source: section of a cone by a plane.
 */
export function coneStretch(
  frame: FrameSize,
  { axis, halfAngle, imageMm }: Cone,
  from: ShiftPosition,
  [ux, uy]: readonly [number, number],
): Stretch | null {
  const k = Math.cos(halfAngle) ** 2;
  const b = ux * axis[0] + uy * axis[1];
  const lead = b * b - k;
  let [fromMm, toMm] = [-Infinity, Infinity];
  // Many lines are asked about for one drawing or solution: the corners are gone through without a list of them.
  for (let corner = 0; corner < 4; corner++) {
    const x = from.shiftMm + (corner % 2 === 0 ? frame.widthMm : -frame.widthMm) / 2;
    const y = from.riseMm + (corner < 2 ? frame.heightMm : -frame.heightMm) / 2;
    const a = x * axis[0] + y * axis[1] + imageMm * axis[2];
    const half = a * b - k * (x * ux + y * uy);
    const under = half * half - lead * (a * a - k * (x * x + y * y + imageMm * imageMm));
    if (lead < 0) {
      // An ellipse on the back: between the roots.
      if (under < 0) return null;
      const root = Math.sqrt(under);
      fromMm = Math.max(fromMm, (-half + root) / lead);
      toMm = Math.min(toMm, (-half - root) / lead);
    } else {
      // The line runs into the open side of the section: beyond the root ahead.
      const root = (-half + Math.sign(b) * Math.sqrt(Math.max(0, under))) / lead;
      if (b > 0) fromMm = Math.max(fromMm, root);
      else toMm = Math.min(toMm, root);
    }
  }
  return fromMm <= toMm ? { fromMm, toMm } : null;
}

/**
 * The outline of the cone on the back about the foot of the lens, x, y pairs in mm; only where it meets the back.
 *
 * @param cone axis, half-angle and distance of a circle
 * @param points points of the outline
 *
 * @example
 * coneOutline({ axis: [0, 0, 1], halfAngle: Math.PI / 4, imageMm: 35 }, 4).length // => 8
 */
export function coneOutline({ axis, halfAngle, imageMm }: Cone, points = 180): Float64Array {
  const [across, up] = apertureAxes(axis);
  const outline: number[] = [];
  for (let i = 0; i < points; i++) {
    const phi = (2 * Math.PI * i) / points;
    const [c, p, q] = [Math.cos(halfAngle), Math.sin(halfAngle) * Math.cos(phi), Math.sin(halfAngle) * Math.sin(phi)];
    const [x, y, z] = [0, 1, 2].map((j) => c * (axis[j] ?? 0) + p * (across[j] ?? 0) + q * (up[j] ?? 0));
    if (x !== undefined && y !== undefined && z !== undefined && z > 1e-6) outline.push((imageMm * x) / z, (imageMm * y) / z);
  }
  return new Float64Array(outline);
}

/** The ellipse in which the back cuts a cone: its middle along the direction in which the axis leans, its half axes, mm. */
export interface ConeSection {
  readonly middleMm: number;
  readonly longMm: number;
  readonly shortMm: number;
  /** The direction of the longer axis. */
  readonly along: readonly [number, number];
}

/**
 * The ellipse in which the back cuts a cone; `null` where the section is open,
 * or so nearly that it is taken as open. Source: section of a cone by a plane
 * (eccentricity sin α / cos θ).
 *
 * @param cone axis, half-angle and distance of a circle
 *
 * @example
 * coneSection({ axis: [0, 0, 1], halfAngle: Math.PI / 4, imageMm: 30 })?.longMm // => 30
 */
export function coneSection({ axis, halfAngle, imageMm }: Cone): ConeSection | null {
  const aside = Math.hypot(axis[0], axis[1]);
  const alpha = Math.atan2(aside, axis[2]);
  if (alpha + halfAngle >= OPEN) return null;
  const [far, near] = [Math.tan(alpha + halfAngle), Math.tan(alpha - halfAngle)];
  const longMm = (imageMm * (far - near)) / 2;
  return {
    middleMm: (imageMm * (far + near)) / 2,
    longMm,
    shortMm: longMm * Math.sqrt(1 - (Math.sin(alpha) / Math.cos(halfAngle)) ** 2),
    along: aside === 0 ? [1, 0] : [axis[0] / aside, axis[1] / aside],
  };
}

/**
 * The place of the frame's centre from which it has most room within the cone:
 * the middle of the ellipse in which the back cuts it, which lies farther out
 * than the axis where the lens is tilted. `null` when the frame fits nowhere.
 * What the frame may reach is symmetric about that middle and convex, so that
 * it holds the middle or nothing. Source: section of a cone by a plane.
 *
 * @param frame width and height of the frame, mm
 * @param cone axis, half-angle and distance of a circle
 *
 * @example
 * bestPlace({ widthMm: 36, heightMm: 24 }, { axis: [0, 0, 1], halfAngle: Math.PI / 4, imageMm: 30 }) // => { riseMm: 0, shiftMm: 0 }
 */
export function bestPlace(frame: FrameSize, cone: Cone): ShiftPosition | null {
  const { axis, halfAngle, imageMm } = cone;
  const aside = Math.hypot(axis[0], axis[1]);
  const [ux, uy] = aside === 0 ? [0, 0] : [axis[0] / aside, axis[1] / aside];
  const along = (mm: number): ShiftPosition => ({ riseMm: mm * uy, shiftMm: mm * ux });
  const fits = (place: ShiftPosition): boolean => {
    const found = coneStretch(frame, cone, place, [1, 0]);
    return found !== null && found.fromMm <= 0 && found.toMm >= 0;
  };
  const section = coneSection(cone);
  if (section) {
    const middle = along(section.middleMm);
    return fits(middle) ? middle : null;
  }
  // Open to one side: out along it until the frame fits.
  const near = imageMm * Math.tan(Math.atan2(aside, axis[2]) - halfAngle);
  for (let out = imageMm / 4; out < FARTHEST * imageMm; out *= 1.5) if (fits(along(near + out))) return along(near + out);
  return null;
}

/**
 * The closed line that the frame's centre may reach within the cone, x, y pairs in mm; empty when it fits nowhere.
 *
 * @param frame width and height of the frame, mm
 * @param cone axis, half-angle and distance of a circle
 * @param directions points of the contour
 */
export function coneContour(frame: FrameSize, cone: Cone, directions = 360): Float64Array {
  const centre = bestPlace(frame, cone);
  if (centre === null) return new Float64Array(0);
  const outline = new Float64Array(directions * 2);
  for (let i = 0; i < directions; i++) {
    const theta = (2 * Math.PI * i) / directions;
    const [ux, uy] = [Math.cos(theta), Math.sin(theta)];
    const reach = Math.min(coneStretch(frame, cone, centre, [ux, uy])?.toMm ?? 0, FARTHEST * cone.imageMm);
    outline[2 * i] = centre.shiftMm + reach * ux;
    outline[2 * i + 1] = centre.riseMm + reach * uy;
  }
  return outline;
}

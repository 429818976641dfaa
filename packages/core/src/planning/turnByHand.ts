import { freshGeometry, type Geometry } from '../geometry/geometry';
import { focusAtRail, focusFor, railOf } from '../geometry/standards';
import { standardAxes } from '../geometry/viewCamera';
import type { StandardTurn } from '../model/movements';
import type { SetupPatch } from '../model/setup';
import { turnedToCamera, turnedToWorld } from '../space/pose';
import { dot, scaled, type Vec3 } from '../space/vector';

/**
 * A standard turned by hand: the rail stays locked and the focus ring where it
 * is, so the plane of focus swings and is another distance away along the axis.
 *
 * @param geometry what follows from the settings of a setup
 * @param turn how lens or back is turned then
 *
 * @example
 * turnedByHand(frontGeometry, { front: { tiltDeg: 0, swingDeg: 0 } }).front // => { tiltDeg: 0, swingDeg: 0 }
 */
export function turnedByHand(
  geometry: Geometry,
  { front = geometry.settings.front, rear = geometry.settings.rear }: { readonly front?: StandardTurn; readonly rear?: StandardTurn },
): SetupPatch {
  const { settings } = geometry;
  const focusM = focusAtRail({ ...settings, front, rear }, railOf(geometry));
  return { front, rear, focusM: focusM === undefined ? settings.focusM : focusM };
}

/**
 * The focus that makes sharp again what was sharp in the middle of the picture
 * before a standard was turned; the present one where nothing was.
 *
 * @param before the setup before it was turned
 * @param after the setup now
 *
 * @example
 * refocused(frontGeometry, frontGeometry) // => 24
 */
export function refocused(before: Geometry, after: Geometry): number | null {
  const point = sharpInTheMiddle(before);
  if (point === null) return after.settings.focusM;
  const { focalMm } = after.settings.rig.lens;
  // From the back as it was, by way of the camera's base, to the back as it is.
  const base = turnedToWorld(standardAxes(before.settings.rear), point);
  const seen = turnedToCamera(standardAxes(after.settings.rear), base);
  const along = dot(seen, after.axis) - focalMm;
  if (seen[2] <= 0 || along <= 0) return after.settings.focusM;
  return focusFor(focalMm, (focalMm * seen[2]) / along / after.axis[2]);
}

/** Where the ray of the picture's middle meets the plane of focus, mm in the frame of the back; `null` beyond a kilometre or behind the lens. */
function sharpInTheMiddle({ position, focus: { imageMm }, axis, settings }: Geometry): Vec3 | null {
  const { focalMm } = settings.rig.lens;
  const ray: Vec3 = [position.shiftMm, position.riseMm, imageMm];
  const normal: Vec3 = [imageMm * axis[0], imageMm * axis[1], imageMm * axis[2] - focalMm];
  const per = dot(normal, ray);
  const t = (imageMm * focalMm) / per;
  return per > 0 && t * imageMm < FARTHEST_MM ? scaled(ray, t) : null;
}

const FARTHEST_MM = 1e6;
/** A rail that stands so near to where it stood has not been moved, mm. */
const SAME_RAIL_MM = 1e-6;

/**
 * Whether a standard was turned with the rail left where it was, so that the
 * focus has moved; a solution that sets the focus as well moves the rail.
 *
 * @param before the setup before it was turned
 * @param after the setup now
 *
 * @example
 * focusMoved(frontGeometry, frontGeometry) // => false
 */
export function focusMoved(before: Geometry, after: Geometry): boolean {
  const [was, is] = [before.settings, after.settings];
  const turned = [was.front, was.rear].some((turn, i) => {
    const now = i === 0 ? is.front : is.rear;
    return turn.tiltDeg !== now.tiltDeg || turn.swingDeg !== now.swingDeg;
  });
  const locked = Math.abs(railOf(before) - railOf(after)) < SAME_RAIL_MM;
  return turned && locked && was.focusM !== is.focusM && refocused(before, freshGeometry(is)) !== is.focusM;
}

import { lensAxis } from '../space/axis';
import { conjugates } from '../focus/conjugates';
import type { Vec3 } from '../space/vector';
import { degrees } from '../angles';
import { poseOf } from '../scene/scene';
import { cameraAxes, placed, seenFrom, turnedToCamera, turnedToWorld, type CameraAxes, type Placed } from '../space/pose';
import { lensTilt } from '../rig/tilt';
import type { ShiftPosition, StandardTurn } from '../model/movements';
import type { Rig } from '../model/rig';
import type { Scene } from '../model/scene';
import type { Geometry } from './geometry';
import { UNTURNED } from '../setup/defaults';

/** How both standards are turned. */
export interface Turned {
  readonly front: StandardTurn;
  readonly rear: StandardTurn;
}

const straight = ({ tiltDeg, swingDeg }: StandardTurn): boolean => tiltDeg === 0 && swingDeg === 0;

/** Whether lens or back is turned, so that the axis does not stand square on the back. */
export function isTurned({ front, rear }: Turned): boolean {
  return !straight(front) || !straight(rear);
}

/**
 * The lens axis in the frame of the back. With the back turned on its camera
 * and the lens straight the lens leans the other way to it: turning the back
 * forward leaves the lens leaning back.
 */
export function axisToBack({ front, rear }: Turned): Vec3 {
  const axis = lensAxis(front.tiltDeg, front.swingDeg);
  return straight(rear) ? axis : turnedToCamera(rearAxes(rear), axis);
}

// Swing is a yaw and tilt forward a pitch down, in that order, as the lens axis is made.
export function rearAxes({ tiltDeg, swingDeg }: StandardTurn): CameraAxes {
  return cameraAxes({ yawDeg: swingDeg, pitchDeg: -tiltDeg, rollDeg: 0 });
}

/**
 * How far turning the lens has moved its centre on the back, mm: a pivot q
 * behind the lens centre takes it q·sin α aside. Nothing where the pivot is
 * at the centre, or not known.
 */
export function pivotMoved({ rig, rear }: { readonly rig: Rig; readonly rear: StandardTurn }, front: StandardTurn): ShiftPosition {
  if (straight(front)) return { riseMm: 0, shiftMm: 0 };
  const tilt = lensTilt(rig.parts);
  const pivotMm = tilt.kind === 'mount' || tilt.kind === 'standard' ? (tilt.pivotMm ?? 0) : 0;
  if (pivotMm === 0) return { riseMm: 0, shiftMm: 0 };
  const [x, y] = axisToBack({ front, rear });
  const [x0, y0] = axisToBack({ front: UNTURNED, rear });
  return { riseMm: pivotMm * (y - y0), shiftMm: pivotMm * (x - x0) };
}

/**
 * From the lens to the image of what lies `focusM` along its own axis, mm.
 * Below zero the axis meets the plane of focus behind the lens, which then
 * stands nearer than at infinity: f·u/(u − f) holds for it as well.
 */
export function alongAxisMm(focalMm: number, focusM: number | null): number {
  if (focusM === null || focusM > 0) return conjugates(focalMm, focusM).imageMm;
  const u = focusM * 1000;
  return (focalMm * u) / (u - focalMm);
}

/**
 * The focus, m along the axis, of a lens whose image stands so far behind it, mm; `null` at infinity.
 *
 * @param focalMm focal length, mm
 * @param alongMm from the lens to its image, along the axis, mm
 *
 * @example
 * focusFor(100, 200) // => 0.2
 */
export function focusFor(focalMm: number, alongMm: number): number | null {
  const extension = alongMm - focalMm;
  // Farther than a hundred kilometres is infinity.
  if (Math.abs(extension) * 1e8 < focalMm * alongMm) return null;
  return (focalMm * alongMm) / extension / 1000;
}

/** Where the lens is and how the back is turned in the world, its own turn on the camera included; `null` without a scene. */
export function setupBack({ scene, rear }: { readonly scene: Scene | null; readonly rear: StandardTurn }): Placed | null {
  if (scene === null) return null;
  const camera = placed(poseOf(scene));
  if (rear.tiltDeg === 0 && rear.swingDeg === 0) return camera;
  const own = rearAxes(rear);
  const turned = (direction: Vec3): Vec3 => turnedToWorld(camera.axes, direction);
  return { at: camera.at, axes: { right: turned(own.right), up: turned(own.up), forward: turned(own.forward) } };
}

/** How the back stands to level, degrees: pitched up +, rolled clockwise +. */
export function levelOf({ axes: { right, up, forward } }: Placed): { readonly pitchDeg: number; readonly rollDeg: number } {
  return { pitchDeg: degrees(Math.asin(Math.max(-1, Math.min(1, forward[1])))) + 0, rollDeg: degrees(Math.atan2(-right[1], up[1])) + 0 };
}

/**
 * Where a point of the world appears in the upright picture, mm from the centre of the frame; `null` behind the lens or without a scene.
 *
 * @param geometry what follows from the settings of a setup
 * @param point a point of the world, m
 *
 * @example
 * pictured(frontGeometry, [0, 1.6, 0]) // => [0, -8]
 */
export function pictured({ back, imageMm, position }: Geometry, point: Vec3): readonly [number, number] | null {
  if (back === null) return null;
  const [x, y, z] = seenFrom(back, point);
  if (z <= 0) return null;
  return [(imageMm * x) / z - position.shiftMm, (imageMm * y) / z - position.riseMm];
}

import type { PivotLengths, ShiftPosition, StandardTurn } from '../model/movements';
import { lensAxis } from '../space/axis';
import { cameraAxes, turnedToCamera, turnedToWorld, type CameraAxes } from '../space/pose';
import { dot, type Vec3 } from '../space/vector';

/** How both standards are turned. */
export interface StandardTurns {
  readonly front: StandardTurn;
  readonly rear: StandardTurn;
}

/**
 * Lens and back of a camera with both slides centred, in the frame of its base
 * (x right, y up, z along the rail): a back at the origin of the rail and a
 * lens `railMm` ahead of it.
 */
export interface Standing {
  /** From the back to the lens at a rail of zero, mm; the rail adds its length to z, the slides to x and y. */
  readonly apart: Vec3;
  /** Right, up and normal of the back. */
  readonly back: CameraAxes;
  /** The lens axis in the frame of the back. */
  readonly axis: Vec3;
}

const ALONG_RAIL: CameraAxes = { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] };

const isStraight = ({ tiltDeg, swingDeg }: StandardTurn): boolean => tiltDeg === 0 && swingDeg === 0;

/**
 * The directions of a standard that is turned on its rail: swing is a yaw and
 * tilt forward a pitch down, in that order, as the lens axis is made.
 *
 * @param turn tilt forward +, swing right +, degrees
 *
 * @example
 * standardAxes({ tiltDeg: 0, swingDeg: 0 }).forward // => [0, 0, 1]
 */
export function standardAxes(turn: StandardTurn): CameraAxes {
  return isStraight(turn) ? ALONG_RAIL : cameraAxes({ yawDeg: turn.swingDeg, pitchDeg: -turn.tiltDeg, rollDeg: 0 });
}

/**
 * Where turning puts lens and back. Each standard turns about its own axis:
 * lens = axis + R·(0, b, a), back = axis + R·(0, b, −d), so that a standard
 * with b = a = 0 keeps its centre, base tilt lowers the lens by b(1 − cos t)
 * and carries it forward by b·sin t. Source: rotation about a displaced axis.
 *
 * @param pivots what the standards turn about, mm
 * @param turns how both standards are turned, degrees
 *
 * @example
 * standing({ frontBaseMm: 0, frontAheadMm: 0, rearBaseMm: 0, rearBehindMm: 0 }, { front: { tiltDeg: 0, swingDeg: 0 }, rear: { tiltDeg: 0, swingDeg: 0 } }).axis // => [0, 0, 1]
 */
export function standing({ frontBaseMm, frontAheadMm, rearBaseMm, rearBehindMm }: PivotLengths, { front, rear }: StandardTurns): Standing {
  const back = standardAxes(rear);
  const lens = turnedToWorld(standardAxes(front), [0, frontBaseMm, frontAheadMm]);
  const film = turnedToWorld(back, [0, rearBaseMm, -rearBehindMm]);
  return {
    apart: [lens[0] - film[0], lens[1] - film[1] - frontBaseMm + rearBaseMm, lens[2] - film[2] - frontAheadMm - rearBehindMm],
    back,
    axis: isStraight(rear) ? lensAxis(front.tiltDeg, front.swingDeg) : turnedToCamera(back, lensAxis(front.tiltDeg, front.swingDeg)),
  };
}

/**
 * From the lens to the back along the back's normal, mm, at a length of rail.
 *
 * @param stands lens and back with the slides centred
 * @param railMm from back to lens with everything at zero, mm
 * @param slides rise and shift of the lens over the back, mm
 */
export function imageAtRail({ apart, back }: Standing, railMm: number, { riseMm, shiftMm }: ShiftPosition): number {
  return dot(back.forward, [apart[0] + shiftMm, apart[1] + riseMm, apart[2] + railMm]);
}

/**
 * The length of rail at which the back is so far behind the lens along its own normal, mm.
 *
 * @param stands lens and back with the slides centred
 * @param imageMm from the lens to the back along the back's normal, mm
 * @param slides rise and shift of the lens over the back, mm
 */
export function railForImage({ apart, back }: Standing, imageMm: number, { riseMm, shiftMm }: ShiftPosition): number {
  return (imageMm - dot(back.forward, [apart[0] + shiftMm, apart[1] + riseMm, apart[2]])) / back.forward[2];
}

/**
 * The centre of the lens over the back at a length of rail: the rise and shift
 * that the picture is drawn with, mm in the frame of the back.
 *
 * @param stands lens and back with the slides centred
 * @param railMm from back to lens with everything at zero, mm
 * @param slides rise and shift of the lens over the back, mm
 */
export function overBackAtRail({ apart, back }: Standing, railMm: number, { riseMm, shiftMm }: ShiftPosition): ShiftPosition {
  const lens: Vec3 = [apart[0] + shiftMm, apart[1] + riseMm, apart[2] + railMm];
  return { riseMm: dot(back.up, lens), shiftMm: dot(back.right, lens) };
}

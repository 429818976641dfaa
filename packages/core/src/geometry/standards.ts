import { lensAxis } from '../space/axis';
import { conjugates } from '../focus/conjugates';
import type { Vec3 } from '../space/vector';
import { degrees } from '../angles';
import { poseOf } from '../scene/scene';
import { axesWithin } from '../space/headed';
import { placed, seenFrom, turnedToCamera, type Placed } from '../space/pose';
import { imageAtRail, overBackAtRail, railForImage, standardAxes, standing, type StandardTurns } from './viewCamera';
import { pivotLengths } from '../rig/pivots';
import type { ShiftPosition, StandardTurn } from '../model/movements';
import type { Rig } from '../model/rig';
import type { Scene } from '../model/scene';
import { drawnAt } from './aberrations';
import type { Geometry } from './geometry';

const straight = ({ tiltDeg, swingDeg }: StandardTurn): boolean => tiltDeg === 0 && swingDeg === 0;

/** Whether lens or back is turned, so that the axis may not stand square on the back. */
export function isTurned({ front, rear }: StandardTurns): boolean {
  return !straight(front) || !straight(rear);
}

/**
 * The lens axis in the frame of the back. With the back turned on its camera
 * and the lens straight the lens leans the other way to it: turning the back
 * forward leaves the lens leaning back.
 */
export function axisToBack({ front, rear }: StandardTurns): Vec3 {
  const axis = lensAxis(front.tiltDeg, front.swingDeg);
  return straight(rear) ? axis : turnedToCamera(standardAxes(rear), axis);
}

/**
 * Where the slides put the lens over the back at the present focus, mm: what
 * turning the standards about their pivots adds to the scales. A straight
 * camera adds nothing, and one millimetre of slide is one millimetre of back.
 */
export interface Carried {
  /** The lens over the back with the slides centred. */
  readonly origin: ShiftPosition;
  /** What a millimetre of shift, and one of rise, moves it by. */
  readonly perShift: ShiftPosition;
  readonly perRise: ShiftPosition;
}

/** What a straight camera adds. */
export const NOT_CARRIED: Carried = {
  origin: { riseMm: 0, shiftMm: 0 },
  perShift: { riseMm: 0, shiftMm: 1 },
  perRise: { riseMm: 1, shiftMm: 0 },
};

/**
 * What the pivots of turned standards add to the slides, at a distance v of
 * the lens before the back along its normal: turning the back leaves the lens
 * v·tan aside of it, and a lens whose centre is not on its axis goes aside
 * itself. The rail makes up for what a slide takes from v.
 *
 * @param rig a rig
 * @param turns how both standards are turned
 * @param imageMm from the lens to the back along the back's normal, mm
 *
 * @example
 * carriedBy({ parts }, { front: { tiltDeg: 0, swingDeg: 0 }, rear: { tiltDeg: 0, swingDeg: 0 } }, 50).origin // => { riseMm: 0, shiftMm: 0 }
 */
export function carriedBy(rig: Pick<Rig, 'parts' | 'triedPivots'>, turns: StandardTurns, imageMm: number): Carried {
  if (!isTurned(turns)) return NOT_CARRIED;
  const stands = standing(pivotLengths(rig), turns);
  const at = (slides: ShiftPosition): ShiftPosition => overBackAtRail(stands, railForImage(stands, imageMm, slides), slides);
  const origin = at({ riseMm: 0, shiftMm: 0 });
  if (straight(turns.rear)) return { ...NOT_CARRIED, origin };
  const less = (of: ShiftPosition): ShiftPosition => ({ riseMm: of.riseMm - origin.riseMm, shiftMm: of.shiftMm - origin.shiftMm });
  return { origin, perShift: less(at({ riseMm: 0, shiftMm: 1 })), perRise: less(at({ riseMm: 1, shiftMm: 0 })) };
}

/**
 * The lens over the back for a setting of the slides, mm.
 *
 * @param carried what the standards add
 * @param slides rise and shift as the scales read
 *
 * @example
 * overBack({ origin: { riseMm: 2, shiftMm: 0 }, perShift: { riseMm: 0, shiftMm: 1 }, perRise: { riseMm: 1, shiftMm: 0 } }, { riseMm: 3, shiftMm: 1 }) // => { riseMm: 5, shiftMm: 1 }
 */
export function overBack({ origin, perShift, perRise }: Carried, { riseMm, shiftMm }: ShiftPosition): ShiftPosition {
  return {
    riseMm: origin.riseMm + perRise.riseMm * riseMm + perShift.riseMm * shiftMm,
    shiftMm: origin.shiftMm + perRise.shiftMm * riseMm + perShift.shiftMm * shiftMm,
  };
}

/**
 * The setting of the slides that puts the lens at a place over the back, mm: the inverse of `overBack`.
 *
 * @param carried what the standards add
 * @param place the lens over the back, mm
 *
 * @example
 * slidesFor({ origin: { riseMm: 2, shiftMm: 0 }, perShift: { riseMm: 0, shiftMm: 1 }, perRise: { riseMm: 1, shiftMm: 0 } }, { riseMm: 5, shiftMm: 1 }) // => { riseMm: 3, shiftMm: 1 }
 */
export function slidesFor({ origin, perShift, perRise }: Carried, place: ShiftPosition): ShiftPosition {
  const [x, y] = [place.shiftMm - origin.shiftMm, place.riseMm - origin.riseMm];
  const whole = perShift.shiftMm * perRise.riseMm - perRise.shiftMm * perShift.riseMm;
  return {
    riseMm: (perShift.shiftMm * y - perShift.riseMm * x) / whole,
    shiftMm: (perRise.riseMm * x - perRise.shiftMm * y) / whole,
  };
}

/**
 * The length of rail of a setup, mm: from back to lens with everything at zero, which a locked rail or a focus ring keeps while a standard is turned.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * railOf(frontGeometry) // => 35.051
 */
export function railOf({ settings, focus: { imageMm } }: Geometry): number {
  if (!isTurned(settings)) return imageMm;
  return railForImage(standing(pivotLengths(settings.rig), settings), imageMm, settings.movements);
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

/**
 * The focus along the lens axis at a length of rail, m; `null` at infinity,
 * `undefined` where the lens would stand behind its back.
 *
 * @param settings rig, slides and how the standards are turned
 * @param railMm from back to lens with everything at zero, mm
 *
 * @example
 * focusAtRail({ rig: { parts, lens: { focalMm: 100 } }, movements: { riseMm: 0, shiftMm: 0 }, front: { tiltDeg: 0, swingDeg: 0 }, rear: { tiltDeg: 0, swingDeg: 0 } }, 200) // => 0.2
 */
export function focusAtRail(settings: RailSettings, railMm: number): number | null | undefined {
  const stands = standing(pivotLengths(settings.rig), settings);
  const alongMm = imageAtRail(stands, railMm, settings.movements) / stands.axis[2];
  return alongMm > 0 ? focusFor(settings.rig.lens.focalMm, alongMm) : undefined;
}

/**
 * The length of rail for a focus along the lens axis, mm: the inverse of `focusAtRail`.
 *
 * @param settings rig, slides and how the standards are turned
 * @param focusM distance along the lens axis, m; `null` at infinity
 *
 * @example
 * railForFocus({ rig: { parts, lens: { focalMm: 100 } }, movements: { riseMm: 0, shiftMm: 0 }, front: { tiltDeg: 0, swingDeg: 0 }, rear: { tiltDeg: 0, swingDeg: 0 } }, 0.2) // => 200
 */
export function railForFocus(settings: RailSettings, focusM: number | null): number {
  const stands = standing(pivotLengths(settings.rig), settings);
  return railForImage(stands, alongAxisMm(settings.rig.lens.focalMm, focusM) * stands.axis[2], settings.movements);
}

/** What the place of the lens on its rail follows from. */
export interface RailSettings extends StandardTurns {
  readonly rig: Pick<Rig, 'parts' | 'triedPivots'> & { readonly lens: Pick<Rig['lens'], 'focalMm'> };
  readonly movements: ShiftPosition;
}

/** Where the lens is and how the back is turned in the world, its own turn on the camera included; `null` without a scene. */
export function setupBack({ scene, rear }: { readonly scene: Scene | null; readonly rear: StandardTurn }): Placed | null {
  if (scene === null) return null;
  const camera = placed(poseOf(scene));
  return straight(rear) ? camera : { at: camera.at, axes: axesWithin(camera.axes, standardAxes(rear)) };
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
export function pictured(geometry: Geometry, point: Vec3): readonly [number, number] | null {
  const { back, imageMm, position } = geometry;
  if (back === null) return null;
  const [x, y, z] = seenFrom(back, point);
  if (z <= 0) return null;
  const [drawnX, drawnY] = drawnAt(geometry, [(imageMm * x) / z, (imageMm * y) / z]);
  return [drawnX - position.shiftMm, drawnY - position.riseMm];
}

import { radians } from '../angles';
import { lensAxis } from '../space/axis';
import { alongAxisMm, isTurned, lensMovements, pivotMoved, standImageMm } from './back';
import { circleOnBackMm, coverageHalfAngle, definitionCircle, type DefinitionBasis } from '../coverage/circle';
import { coneContour, coneStretch, type Cone, type Stretch } from '../coverage/cone';
import { cornerAngles } from '../coverage/corner';
import { cropped } from '../coverage/crop';
import { turned, type Corner } from '../coverage/frame';
import { contour, limitAlong, oneWayLimitMm, shiftLimitMm } from '../coverage/shiftLimit';
import type { ShiftPosition } from '../model/movements';
import type { SetupSettings } from '../model/setup';
import type { FrameSize } from '../model/frame';

/** One circle of a stand, as it lies on the back at the present focus. */
export interface CircleOnBack {
  readonly diameterMm: number;
  readonly atInfinityMm: number;
}

export interface SharpCircle extends CircleOnBack {
  readonly fNumber: number;
  readonly basis: DefinitionBasis;
}

/** The whole frame of a stand as it is turned. */
export function wholeFrame(settings: SetupSettings): FrameSize {
  return turned(settings.rig.back, settings.orientation);
}

/** The part of the frame that is kept: what has to lie in the circle and hold the subject. */
export function standFrame(settings: SetupSettings): FrameSize {
  return cropped(wholeFrame(settings), settings.crop);
}

/** The pixels of the part that is kept, as it lies; `null` on film. */
export function standPixels(settings: SetupSettings): { readonly columns: number; readonly rows: number } | null {
  const { columnsPx, rowsPx } = settings.rig.back;
  if (columnsPx === null || rowsPx === null) return null;
  const whole = turned({ widthMm: columnsPx, heightMm: rowsPx }, settings.orientation);
  const [frame, kept] = [wholeFrame(settings), standFrame(settings)];
  return {
    columns: Math.round((whole.widthMm * kept.widthMm) / frame.widthMm),
    rows: Math.round((whole.heightMm * kept.heightMm) / frame.heightMm),
  };
}

/** The magnification at which a stand is focused, 0 at infinity. */
export function standMagnification(settings: SetupSettings): number {
  const { focalMm } = settings.rig.lens;
  return alongAxisMm(focalMm, settings.focusM) / focalMm - 1;
}

/** The light circle on the back; `null` when the lens has no figure for it. */
export function lightCircle(settings: SetupSettings): CircleOnBack | null {
  const atInfinityMm = settings.rig.lens.circle.lightMm;
  if (atInfinityMm === null) return null;
  return { atInfinityMm, diameterMm: circleOnBackMm(atInfinityMm, standMagnification(settings)) };
}

/** The circle of good definition on the back, at the stand's aperture or another; `null` when not known. */
export function sharpCircle(settings: SetupSettings, fNumber = settings.fNumber): SharpCircle | null {
  const circle = definitionCircle(settings.rig.lens.circle, fNumber);
  if (circle === null) return null;
  return {
    fNumber,
    basis: circle.basis,
    atInfinityMm: circle.diameterMm,
    diameterMm: circleOnBackMm(circle.diameterMm, standMagnification(settings)),
  };
}

/** A circle as a cone of light before the back of a stand. */
export function standCone(settings: SetupSettings, circle: CircleOnBack): Cone {
  const { tiltDeg, swingDeg } = lensMovements(settings);
  return {
    axis: lensAxis(tiltDeg, swingDeg),
    halfAngle: coverageHalfAngle(circle.atInfinityMm, settings.rig.lens.focalMm),
    imageMm: standImageMm(settings),
  };
}

/** The corners of the frame that lie outside a circle, by the angle of each off the lens axis. */
export function cornersOutside(settings: SetupSettings, circle: CircleOnBack): readonly Corner[] {
  const half = coverageHalfAngle(circle.atInfinityMm, settings.rig.lens.focalMm);
  return cornerAngles(standFrame(settings), standImageMm(settings), lensMovements(settings))
    .filter(({ angle }) => angle > half * (1 + 1e-12))
    .map(({ corner }) => corner);
}

/** A place that the slides say, as the lens centre stands over the back there. */
function overBack(settings: SetupSettings, { riseMm, shiftMm }: ShiftPosition): ShiftPosition {
  const moved = pivotMoved(settings, settings.front);
  return { riseMm: riseMm + moved.riseMm, shiftMm: shiftMm + moved.shiftMm };
}

/** An outline about the foot of the lens, as it lies on the scales of the slides: less by what the pivot has moved the lens. */
export function onSlides(settings: SetupSettings, outline: Float64Array): Float64Array {
  const { riseMm, shiftMm } = pivotMoved(settings, settings.front);
  return riseMm === 0 && shiftMm === 0 ? outline : outline.map((mm, i) => mm - (i % 2 === 0 ? shiftMm : riseMm));
}

/** Just short of a right angle, radians: beyond it a tangent would change its sign. */
const SIDEWAYS = (89.9 * Math.PI) / 180;

/** The spare of a circle at the movements set, as `circleMargin` counts it; the back may be turned. */
export function standMargin(settings: SetupSettings, circle: CircleOnBack): CircleMargin {
  const frame = standFrame(settings);
  const at = settings.movements;
  if (!isTurned(settings)) return circleMargin(frame, circle.diameterMm, at);
  const cone = standCone(settings, circle);
  const far = Math.hypot(at.shiftMm, at.riseMm);
  const along = (ux: number, uy: number): CircleMargin => {
    const found = coneStretch(frame, cone, overBack(settings, at), ux, uy);
    const worst = Math.max(...cornerAngles(frame, cone.imageMm, lensMovements(settings)).map(({ angle }) => angle));
    // Nowhere on this line: what the circle lacks at infinity. A corner that looks sideways of the lens, or behind it, lacks more than can be said.
    if (found === null)
      return { of: 'diameter', valueMm: 2 * settings.rig.lens.focalMm * (Math.tan(cone.halfAngle) - Math.tan(Math.min(worst, SIDEWAYS))) };
    const control = far === 0 ? controlOf({ shiftMm: ux, riseMm: uy }) : controlOf(at);
    return { of: 'movement', control, valueMm: Math.min(found.toMm, found.fromMm > 0 ? -found.fromMm : found.toMm) };
  };
  if (far > 0) return along(at.shiftMm / far, at.riseMm / far);
  return [along(0, 1), along(0, -1), along(1, 0), along(-1, 0)].reduce((least, each) => (each.valueMm < least.valueMm ? each : least));
}

/** The line that the frame's centre may reach in a circle; the back may be turned. */
export function standContour(settings: SetupSettings, circle: CircleOnBack): Float64Array {
  return isTurned(settings)
    ? onSlides(settings, coneContour(standFrame(settings), standCone(settings, circle)))
    : contour(standFrame(settings), circle.diameterMm);
}

/** Where a circle ends one control while the other stays, as `oneWayLimitMm`; the back may be turned. */
export function standOneWay(settings: SetupSettings, circle: CircleOnBack, control: 'rise' | 'shift'): Stretch | null {
  const { riseMm, shiftMm } = settings.movements;
  if (isTurned(settings)) {
    return control === 'rise'
      ? coneStretch(standFrame(settings), standCone(settings, circle), overBack(settings, { riseMm: 0, shiftMm }), 0, 1)
      : coneStretch(standFrame(settings), standCone(settings, circle), overBack(settings, { riseMm, shiftMm: 0 }), 1, 0);
  }
  const limit = oneWayLimitMm(standFrame(settings), circle.diameterMm, control, control === 'rise' ? shiftMm : riseMm);
  return limit === null ? null : { fromMm: -limit, toMm: limit };
}

/** Along a direction from the centre (0 = right, 90 = up) the stretch at which the frame is in a circle; `null` when nowhere. */
export function standAlong(settings: SetupSettings, circle: CircleOnBack, directionDeg: number): Stretch | null {
  const theta = radians(directionDeg);
  if (isTurned(settings))
    return coneStretch(
      standFrame(settings),
      standCone(settings, circle),
      overBack(settings, { riseMm: 0, shiftMm: 0 }),
      Math.cos(theta),
      Math.sin(theta),
    );
  const limit = shiftLimitMm(standFrame(settings), circle.diameterMm, directionDeg);
  return limit === null ? null : { fromMm: -limit, toMm: limit };
}

/** In which control a margin of movement is counted. */
export type MarginControl = 'rise' | 'fall' | 'shift right' | 'shift left' | 'movement';

/** How much more of the present movement a circle allows. */
export type CircleMargin =
  | { readonly of: 'movement'; readonly control: MarginControl; readonly valueMm: number }
  /** The frame does not fit even when centred: what the diameter lacks, negative mm. */
  | { readonly of: 'diameter'; readonly valueMm: number };

/**
 * The spare of a circle, counted in the movement that uses it up: along the
 * present direction of movement; of a centred frame, the lesser of rise and
 * shift. Negative when a corner is outside.
 */
export function circleMargin(frame: FrameSize, diameterMm: number, at: ShiftPosition): CircleMargin {
  const far = Math.hypot(at.shiftMm, at.riseMm);
  const lackMm = diameterMm - Math.hypot(frame.widthMm, frame.heightMm);
  if (lackMm < 0) return { of: 'diameter', valueMm: lackMm };
  if (far === 0) {
    const up = limitAlong(frame, diameterMm, 0, 1) ?? 0;
    const right = limitAlong(frame, diameterMm, 1, 0) ?? 0;
    return up <= right ? { of: 'movement', control: 'rise', valueMm: up } : { of: 'movement', control: 'shift right', valueMm: right };
  }
  const limit = limitAlong(frame, diameterMm, at.shiftMm / far, at.riseMm / far) ?? 0;
  return { of: 'movement', control: controlOf(at), valueMm: limit - far };
}

function controlOf(at: ShiftPosition): MarginControl {
  if (at.shiftMm === 0) return at.riseMm > 0 ? 'rise' : 'fall';
  if (at.riseMm === 0) return at.shiftMm > 0 ? 'shift right' : 'shift left';
  return 'movement';
}

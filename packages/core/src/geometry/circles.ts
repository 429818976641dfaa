import { radians } from '../angles';
import { circleOnBackMm, coverageHalfAngle, definitionCircle, type DefinitionBasis } from '../coverage/circle';
import { coneContour, coneStretch, type Cone, type Stretch } from '../coverage/cone';
import { cornerAngles } from '../coverage/corner';
import type { Corner } from '../coverage/frame';
import { contour, limitAlong, oneWayLimitMm, shiftLimitMm } from '../coverage/shiftLimit';
import type { ShiftPosition } from '../model/movements';
import type { Rig } from '../model/rig';
import type { Geometry } from './geometry';
import type { FrameSize } from '../model/frame';

/** One circle of a setup, as it lies on the back at the present focus. */
export interface CircleOnBack {
  readonly diameterMm: number;
  readonly atInfinityMm: number;
}

export interface SharpCircle extends CircleOnBack {
  readonly fNumber: number;
  readonly basis: DefinitionBasis;
}

/** The image circle of a rig on the back; `null` when the lens has no value for it. */
export function imageCircleOf({ rig }: { readonly rig: Rig }, magnification: number): CircleOnBack | null {
  const atInfinityMm = rig.lens.circle.imageCircleMm;
  if (atInfinityMm === null) return null;
  return { atInfinityMm, diameterMm: circleOnBackMm(atInfinityMm, magnification) };
}

/** The sharp circle of a rig on the back at an aperture; `null` when it is not known. */
export function sharpCircleOf({ rig }: { readonly rig: Rig }, magnification: number, fNumber: number): SharpCircle | null {
  const circle = definitionCircle(rig.lens.circle, fNumber);
  if (circle === null) return null;
  return { fNumber, basis: circle.basis, atInfinityMm: circle.diameterMm, diameterMm: circleOnBackMm(circle.diameterMm, magnification) };
}

/**
 * The sharp circle of a setup at another aperture than the one set; `null` when it is not known.
 *
 * @param geometry what follows from the settings of a setup
 * @param fNumber marked f-number
 *
 * @example
 * sharpCircleAt(frontGeometry, 8)?.atInfinityMm // => 66
 */
export function sharpCircleAt({ settings, magnification }: Geometry, fNumber: number): SharpCircle | null {
  return sharpCircleOf(settings, magnification, fNumber);
}

/**
 * A circle as a cone of light before the back of a setup.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 *
 * @example
 * setupCone(frontGeometry, frontGeometry.imageCircle).axis // => [0, 0, 1]
 */
export function setupCone(geometry: Geometry, circle: CircleOnBack): Cone {
  return {
    axis: geometry.axis,
    halfAngle: coverageHalfAngle(circle.atInfinityMm, geometry.settings.rig.lens.focalMm),
    imageMm: geometry.imageMm,
  };
}

/**
 * The corners of the frame that lie outside a circle, by the angle of each off the lens axis.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 *
 * @example
 * cornersOutside(frontGeometry, frontGeometry.imageCircle) // => []
 */
export function cornersOutside(geometry: Geometry, circle: CircleOnBack): readonly Corner[] {
  const half = coverageHalfAngle(circle.atInfinityMm, geometry.settings.rig.lens.focalMm);
  return cornerAngles(geometry.frame, geometry.imageMm, geometry.lens)
    .filter(({ angle }) => angle > half * (1 + 1e-12))
    .map(({ corner }) => corner);
}

/** A place that the slides say, as the lens centre stands over the back there. */
function overBack(geometry: Geometry, { riseMm, shiftMm }: ShiftPosition): ShiftPosition {
  const moved = geometry.pivot;
  return { riseMm: riseMm + moved.riseMm, shiftMm: shiftMm + moved.shiftMm };
}

/**
 * An outline about the foot of the lens, as it lies on the scales of the slides: less by what the pivot has moved the lens.
 *
 * @param geometry what follows from the settings of a setup
 * @param outline x, y pairs on the back, mm
 *
 * @example
 * onSlides(frontGeometry, new Float64Array([0, 0])).length // => 2
 */
export function onSlides(geometry: Geometry, outline: Float64Array): Float64Array {
  const { riseMm, shiftMm } = geometry.pivot;
  return riseMm === 0 && shiftMm === 0 ? outline : outline.map((mm, i) => mm - (i % 2 === 0 ? shiftMm : riseMm));
}

/** Just short of a right angle, radians: beyond it a tangent would change its sign. */
const SIDEWAYS = (89.9 * Math.PI) / 180;

/**
 * The spare of a circle at the movements set, as `circleMargin` counts it; the back may be turned.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 *
 * @example
 * setupMargin(frontGeometry, frontGeometry.imageCircle).valueMm // => 21.315
 */
export function setupMargin(geometry: Geometry, circle: CircleOnBack): CircleMargin {
  const frame = geometry.frame;
  const at = geometry.settings.movements;
  if (!geometry.turned) return circleMargin(frame, circle.diameterMm, at);
  const cone = setupCone(geometry, circle);
  const far = Math.hypot(at.shiftMm, at.riseMm);
  const along = (ux: number, uy: number): CircleMargin => {
    const found = coneStretch(frame, cone, overBack(geometry, at), [ux, uy]);
    const worst = Math.max(...cornerAngles(frame, cone.imageMm, geometry.lens).map(({ angle }) => angle));
    // Nowhere on this line: what the circle lacks at infinity. A corner that looks sideways of the lens, or behind it, lacks more than can be said.
    if (found === null)
      return {
        of: 'diameter',
        valueMm: 2 * geometry.settings.rig.lens.focalMm * (Math.tan(cone.halfAngle) - Math.tan(Math.min(worst, SIDEWAYS))),
      };
    const control = far === 0 ? controlOf({ shiftMm: ux, riseMm: uy }) : controlOf(at);
    return { of: 'movement', control, valueMm: Math.min(found.toMm, found.fromMm > 0 ? -found.fromMm : found.toMm) };
  };
  if (far > 0) return along(at.shiftMm / far, at.riseMm / far);
  return [along(0, 1), along(0, -1), along(1, 0), along(-1, 0)].reduce((least, each) => (each.valueMm < least.valueMm ? each : least));
}

/**
 * The line that the frame's centre may reach in a circle; the back may be turned.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 *
 * @example
 * setupContour(frontGeometry, frontGeometry.imageCircle).length // => 720
 */
export function setupContour(geometry: Geometry, circle: CircleOnBack): Float64Array {
  return geometry.turned
    ? onSlides(geometry, coneContour(geometry.frame, setupCone(geometry, circle)))
    : contour(geometry.frame, circle.diameterMm);
}

/**
 * Where a circle ends one control while the other stays, as `oneWayLimitMm`; the back may be turned.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 * @param control which movement
 *
 * @example
 * setupOneWay(frontGeometry, frontGeometry.imageCircle, 'rise')?.toMm // => 29.315
 */
export function setupOneWay(geometry: Geometry, circle: CircleOnBack, control: 'rise' | 'shift'): Stretch | null {
  const { riseMm, shiftMm } = geometry.settings.movements;
  if (geometry.turned) {
    return control === 'rise'
      ? coneStretch(geometry.frame, setupCone(geometry, circle), overBack(geometry, { riseMm: 0, shiftMm }), [0, 1])
      : coneStretch(geometry.frame, setupCone(geometry, circle), overBack(geometry, { riseMm, shiftMm: 0 }), [1, 0]);
  }
  const limit = oneWayLimitMm(geometry.frame, circle.diameterMm, control, control === 'rise' ? shiftMm : riseMm);
  return limit === null ? null : { fromMm: -limit, toMm: limit };
}

/**
 * Along a direction from the centre (0 = right, 90 = up) the stretch at which the frame is in a circle; `null` when nowhere.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 * @param directionDeg direction from the centre: 0 right, 90 up
 *
 * @example
 * setupAlong(frontGeometry, frontGeometry.imageCircle, 90)?.toMm // => 29.315
 */
export function setupAlong(geometry: Geometry, circle: CircleOnBack, directionDeg: number): Stretch | null {
  const theta = radians(directionDeg);
  if (geometry.turned)
    return coneStretch(geometry.frame, setupCone(geometry, circle), overBack(geometry, { riseMm: 0, shiftMm: 0 }), [
      Math.cos(theta),
      Math.sin(theta),
    ]);
  const limit = shiftLimitMm(geometry.frame, circle.diameterMm, directionDeg);
  return limit === null ? null : { fromMm: -limit, toMm: limit };
}

/** In which control a margin of movement is counted. */
export type MarginControl = 'rise' | 'fall' | 'shiftRight' | 'shiftLeft' | 'movement';

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
    return up <= right ? { of: 'movement', control: 'rise', valueMm: up } : { of: 'movement', control: 'shiftRight', valueMm: right };
  }
  const limit = limitAlong(frame, diameterMm, at.shiftMm / far, at.riseMm / far) ?? 0;
  return { of: 'movement', control: controlOf(at), valueMm: limit - far };
}

function controlOf(at: ShiftPosition): MarginControl {
  if (at.shiftMm === 0) return at.riseMm > 0 ? 'rise' : 'fall';
  if (at.riseMm === 0) return at.shiftMm > 0 ? 'shiftRight' : 'shiftLeft';
  return 'movement';
}

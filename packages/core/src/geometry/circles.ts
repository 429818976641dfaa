import { radians } from '../angles';
import { circleOnBackMm, coverageHalfAngle, definitionCircle, type DefinitionBasis } from '../coverage/circle';
import { bestPlace, coneContour, coneStretch, type Cone, type Stretch } from '../coverage/cone';
import { leastMoveInCircle, leastMoveInCone } from '../coverage/leastMove';
import { cornerAngles } from '../coverage/corner';
import type { Corner } from '../coverage/frame';
import { contour, limitAlong, oneWayLimitMm, shiftLimitMm } from '../coverage/shiftLimit';
import type { ShiftPosition } from '../model/movements';
import type { Rig } from '../model/rig';
import type { Geometry } from './geometry';
import { NOT_CARRIED, overBack, slidesFor } from './standards';
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

/**
 * An outline about the foot of the lens, as it lies on the scales of the slides: without what the pivots of turned standards add.
 *
 * @param geometry what follows from the settings of a setup
 * @param outline x, y pairs on the back, mm
 *
 * @example
 * onSlides(frontGeometry, new Float64Array([0, 0])).length // => 2
 */
export function onSlides({ carried }: Geometry, outline: Float64Array): Float64Array {
  if (carried === NOT_CARRIED) return outline;
  const moved = new Float64Array(outline.length);
  for (let i = 0; i < outline.length; i += 2) {
    const { riseMm, shiftMm } = slidesFor(carried, { shiftMm: outline[i] ?? 0, riseMm: outline[i + 1] ?? 0 });
    moved[i] = shiftMm;
    moved[i + 1] = riseMm;
  }
  return moved;
}

/** Along a direction of the slides, from a setting of them, the stretch at which the frame is within a cone, mm of the slide. */
function slideStretch(geometry: Geometry, cone: Cone, from: ShiftPosition, [ux, uy]: readonly [number, number]): Stretch | null {
  const { carried } = geometry;
  const here = overBack(carried, from);
  const there = overBack(carried, { riseMm: from.riseMm + uy, shiftMm: from.shiftMm + ux });
  const [dx, dy] = [there.shiftMm - here.shiftMm, there.riseMm - here.riseMm];
  const per = Math.hypot(dx, dy);
  const found = coneStretch(geometry.frame, cone, here, [dx / per, dy / per]);
  return found && { fromMm: found.fromMm / per, toMm: found.toMm / per };
}

/** Just short of a right angle, radians: beyond it a tangent would change its sign. */
const SIDEWAYS = (89.9 * Math.PI) / 180;

/**
 * The spare of a circle at the movements set: the least movement in any
 * direction that brings a corner to its edge, and how far it is along the
 * movement that is set. Below zero when a corner is outside.
 *
 * @param geometry what follows from the settings of a setup
 * @param circle the image circle or a sharp circle as it falls on the back
 *
 * @example
 * setupMargin(frontGeometry, frontGeometry.imageCircle).valueMm // => 18.158
 */
export function setupMargin(geometry: Geometry, circle: CircleOnBack): CircleMargin {
  const frame = geometry.frame;
  const at = geometry.settings.movements;
  if (!geometry.turned) return circleMargin(frame, circle.diameterMm, at);
  const cone = setupCone(geometry, circle);
  const valueMm = leastMoveInCone(frame, cone, geometry.position);
  if (valueMm === null) return { of: 'diameter', valueMm: lackOfCone(geometry, cone), tilted: true };
  const far = Math.hypot(at.shiftMm, at.riseMm);
  if (far === 0) return { of: 'movement', valueMm, travel: null };
  const found = slideStretch(geometry, cone, at, [at.shiftMm / far, at.riseMm / far]);
  return {
    of: 'movement',
    valueMm,
    travel: { control: controlOf(at), valueMm: found && spareAlong(found), change: found && found.fromMm > 0 ? 'more' : 'less' },
  };
}

/** How far it is to the end of a stretch that lies about zero; below zero, how far back to its nearer end. */
function spareAlong({ fromMm, toMm }: Stretch): number {
  return fromMm > 0 ? -fromMm : toMm;
}

/** How much larger the circle on the back would have to be for the frame to fit anywhere with the present tilt, below zero, mm. */
function lackOfCone(geometry: Geometry, cone: Cone): number {
  const { focalMm } = geometry.settings.rig.lens;
  let [low, high] = [cone.halfAngle, SIDEWAYS];
  for (let i = 0; i < 40; i++) {
    const halfAngle = (low + high) / 2;
    if (bestPlace(geometry.frame, { ...cone, halfAngle }) === null) low = halfAngle;
    else high = halfAngle;
  }
  return 2 * focalMm * (1 + geometry.magnification) * (Math.tan(cone.halfAngle) - Math.tan(high));
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
      ? slideStretch(geometry, setupCone(geometry, circle), { riseMm: 0, shiftMm }, [0, 1])
      : slideStretch(geometry, setupCone(geometry, circle), { riseMm, shiftMm: 0 }, [1, 0]);
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
    return slideStretch(geometry, setupCone(geometry, circle), { riseMm: 0, shiftMm: 0 }, [Math.cos(theta), Math.sin(theta)]);
  const limit = shiftLimitMm(geometry.frame, circle.diameterMm, directionDeg);
  return limit === null ? null : { fromMm: -limit, toMm: limit };
}

/** In which control a margin of movement is counted. */
export type MarginControl = 'rise' | 'fall' | 'shiftRight' | 'shiftLeft' | 'movement';

/** How far it is along the movement that is set. */
export interface Travel {
  readonly control: MarginControl;
  readonly valueMm: number | null;
  /** Whether corners outside come in with more of the movement, as they may under a tilt, or with less. */
  readonly change: 'more' | 'less';
}

/** What is left in a circle. */
export type CircleMargin =
  | {
      readonly of: 'movement';
      /** The least movement in any direction that brings a corner to the edge; below zero the least that brings all corners in, mm. */
      readonly valueMm: number;
      /**
       * How much more of the movement that is set brings a corner to the edge;
       * below zero by how much it must change to bring all corners in, `null`
       * where no amount of it does. `null` as a whole where nothing is moved.
       */
      readonly travel: Travel | null;
    }
  /** The frame fits nowhere, with the present tilt if it is tilted: what the diameter lacks, negative mm. */
  | { readonly of: 'diameter'; readonly valueMm: number; readonly tilted: boolean };

/**
 * The spare of a circle for an untilted lens: the least movement in any
 * direction, and along the movement that is set.
 *
 * @param frame width and height of the frame, mm
 * @param diameterMm diameter of the circle on the back, mm
 * @param at rise and shift, mm
 *
 * @example
 * circleMargin({ widthMm: 36, heightMm: 24 }, 60, { riseMm: 5, shiftMm: 0 }).travel // => { control: 'rise', valueMm: 7, change: 'less' }
 */
export function circleMargin(frame: FrameSize, diameterMm: number, at: ShiftPosition): CircleMargin {
  const valueMm = leastMoveInCircle(frame, diameterMm, at);
  if (valueMm === null) return { of: 'diameter', valueMm: diameterMm - Math.hypot(frame.widthMm, frame.heightMm), tilted: false };
  const far = Math.hypot(at.shiftMm, at.riseMm);
  if (far === 0) return { of: 'movement', valueMm, travel: null };
  const limit = limitAlong(frame, diameterMm, at.shiftMm / far, at.riseMm / far) ?? 0;
  return { of: 'movement', valueMm, travel: { control: controlOf(at), valueMm: limit - far, change: 'less' } };
}

function controlOf(at: ShiftPosition): MarginControl {
  if (at.shiftMm === 0) return at.riseMm > 0 ? 'rise' : 'fall';
  if (at.riseMm === 0) return at.shiftMm > 0 ? 'shiftRight' : 'shiftLeft';
  return 'movement';
}

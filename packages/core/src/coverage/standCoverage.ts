import { conjugates } from '../focus/conjugates';
import type { ShiftPosition } from '../rig/mechanism';
import type { StandSettings } from '../stand/settings';
import { circleOnBackMm, coverageHalfAngle, definitionCircle, type DefinitionBasis } from './circle';
import { cornerAngles } from './corner';
import { turned, type Corner, type FrameSize } from './frame';
import { limitAlong } from './shiftLimit';

/** One circle of a stand, as it lies on the back at the present focus. */
export interface CircleOnBack {
  readonly diameterMm: number;
  readonly atInfinityMm: number;
}

export interface SharpCircle extends CircleOnBack {
  readonly fNumber: number;
  readonly basis: DefinitionBasis;
}

/** The frame of a stand as it is turned. */
export function standFrame(settings: StandSettings): FrameSize {
  return turned(settings.rig.back, settings.orientation);
}

/** The magnification at which a stand is focused, 0 at infinity. */
export function standMagnification(settings: StandSettings): number {
  return conjugates(settings.rig.lens.focalMm, settings.focusM).magnification;
}

/** The light circle on the back; `null` when the lens has no figure for it. */
export function lightCircle(settings: StandSettings): CircleOnBack | null {
  const atInfinityMm = settings.rig.lens.circle.lightMm;
  if (atInfinityMm === null) return null;
  return { atInfinityMm, diameterMm: circleOnBackMm(atInfinityMm, standMagnification(settings)) };
}

/** The circle of good definition on the back, at the stand's aperture or another; `null` when not known. */
export function sharpCircle(settings: StandSettings, fNumber = settings.fNumber): SharpCircle | null {
  const circle = definitionCircle(settings.rig.lens.circle, fNumber);
  if (circle === null) return null;
  return {
    fNumber,
    basis: circle.basis,
    atInfinityMm: circle.diameterMm,
    diameterMm: circleOnBackMm(circle.diameterMm, standMagnification(settings)),
  };
}

/** The corners of the frame that lie outside a circle, by the angle of each off the lens axis. */
export function cornersOutside(settings: StandSettings, circle: CircleOnBack): readonly Corner[] {
  const { focalMm } = settings.rig.lens;
  const half = coverageHalfAngle(circle.atInfinityMm, focalMm);
  const { imageMm } = conjugates(focalMm, settings.focusM);
  return cornerAngles(standFrame(settings), imageMm, { ...settings.movements, tiltDeg: 0, swingDeg: 0 })
    .filter(({ angle }) => angle > half * (1 + 1e-12))
    .map(({ corner }) => corner);
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
    return up <= right
      ? { of: 'movement', control: 'rise', valueMm: up }
      : { of: 'movement', control: 'shift right', valueMm: right };
  }
  const limit = limitAlong(frame, diameterMm, at.shiftMm / far, at.riseMm / far) ?? 0;
  return { of: 'movement', control: controlOf(at), valueMm: limit - far };
}

function controlOf(at: ShiftPosition): MarginControl {
  if (at.shiftMm === 0) return at.riseMm > 0 ? 'rise' : 'fall';
  if (at.riseMm === 0) return at.shiftMm > 0 ? 'shift right' : 'shift left';
  return 'movement';
}

import { degrees } from '../../angles';
import { turned } from '../../coverage/frame';
import { limitAlong } from '../../coverage/shiftLimit';
import { travelLimitMm } from '../mechanism';
import type { FrameSize, Orientation } from '../../model/frame';
import type { Mechanism } from '../../model/movements';

/** How finely the ways out of the centre are looked at. */
export const DIRECTIONS = 72;
export const ORIENTATIONS: readonly Orientation[] = ['landscape', 'portrait'];

/** A frame as far out as it may go: how far its farthest corner lies from the axis, and at which movement. */
export interface FarCorner {
  readonly cornerMm: number;
  readonly movementMm: number;
}

/**
 * The corner that lies farthest off the axis with the frame moved by at most
 * `mostMm` in any direction that the mechanism allows, and no farther than the
 * image circle, beyond which it is dark anyway. Travel that is not known
 * counts as none.
 */
export function farthestCorner(frame: FrameSize, mechanism: Mechanism, imageCircleMm: number | null, mostMm = Infinity): FarCorner {
  let best: FarCorner = { cornerMm: 0, movementMm: 0 };
  for (const orientation of ORIENTATIONS) {
    const { widthMm, heightMm } = turned(frame, orientation);
    for (let i = 0; i < DIRECTIONS; i++) {
      const directionDeg = (360 * i) / DIRECTIONS;
      const ux = Math.cos((2 * Math.PI * i) / DIRECTIONS);
      const uy = Math.sin((2 * Math.PI * i) / DIRECTIONS);
      const circle = imageCircleMm === null ? Infinity : (limitAlong({ widthMm, heightMm }, imageCircleMm, ux, uy) ?? 0);
      const movementMm = Math.min(mostMm, circle, travelLimitMm(mechanism, directionDeg) ?? 0);
      const cornerMm = Math.hypot(widthMm / 2 + Math.abs(ux) * movementMm, heightMm / 2 + Math.abs(uy) * movementMm);
      if (cornerMm > best.cornerMm) best = { cornerMm, movementMm };
    }
  }
  return best;
}

/** The angle off the axis of a point of the picture that far from it, at infinity, degrees. */
export function fieldOf(cornerMm: number, focalMm: number): number {
  return degrees(Math.atan(cornerMm / focalMm));
}

import { degrees, radians } from '../../angles';
import { turned } from '../../coverage/frame';
import { limitAlong } from '../../coverage/shiftLimit';
import { lensAxis } from '../../space/axis';
import { dot, length, type Vec3 } from '../../space/vector';
import { travelLimitMm } from '../mechanism';
import type { LensTilt } from '../tilt';
import type { FrameSize, Orientation } from '../../model/frame';
import type { Mechanism } from '../../model/movements';

/** How finely the ways out of the centre are looked at. */
export const DIRECTIONS = 72;
export const ORIENTATIONS: readonly Orientation[] = ['landscape', 'portrait'];

/** A frame as far out as it may go: how far its farthest corner lies from the axis, at which movement, and how far off a fully tilted axis it looks. */
export interface FarCorner {
  readonly cornerMm: number;
  readonly movementMm: number;
  /** Angle between the lens axis and the corner’s ray, tilted as far as it goes, degrees; no more than the image circle has. */
  readonly fieldDeg: number;
}

export interface FarthestCornerInput {
  readonly frame: FrameSize;
  readonly mechanism: Mechanism;
  readonly imageCircleMm: number | null;
  /** The most that the frame is moved, mm. */
  readonly mostMm?: number;
  readonly focalMm: number;
  readonly tilt: LensTilt;
}

/**
 * The corner that lies farthest off the axis with the frame moved by at most
 * `mostMm` in any direction that the mechanism allows, and no farther than the
 * image circle, beyond which it is dark anyway; and the widest angle at which
 * a corner is lit with the lens tilted away from it as far as its mechanism
 * goes. Travel that is not known counts as none.
 */
export function farthestCorner({ frame, mechanism, imageCircleMm, mostMm = Infinity, focalMm, tilt }: FarthestCornerInput): FarCorner {
  let [cornerMm, movement, widest] = [0, 0, 0];
  for (const orientation of ORIENTATIONS) {
    const { widthMm, heightMm } = turned(frame, orientation);
    for (let i = 0; i < DIRECTIONS; i++) {
      const directionDeg = (360 * i) / DIRECTIONS;
      const ux = Math.cos((2 * Math.PI * i) / DIRECTIONS);
      const uy = Math.sin((2 * Math.PI * i) / DIRECTIONS);
      const circle = imageCircleMm === null ? Infinity : (limitAlong({ widthMm, heightMm }, imageCircleMm, ux, uy) ?? 0);
      const movementMm = Math.min(mostMm, circle, travelLimitMm(mechanism, directionDeg) ?? 0);
      const [x, y] = [widthMm / 2 + Math.abs(ux) * movementMm, heightMm / 2 + Math.abs(uy) * movementMm];
      if (Math.hypot(x, y) > cornerMm) [cornerMm, movement] = [Math.hypot(x, y), movementMm];
      for (const axis of axesFor(tilt, [Math.abs(ux), Math.abs(uy)], [x, y])) widest = Math.max(widest, angleDeg(axis, [x, y, focalMm]));
    }
  }
  const covered = imageCircleMm === null ? 90 : fieldOf(imageCircleMm / 2, focalMm);
  return { cornerMm, movementMm: movement, fieldDeg: Math.min(widest, Math.max(covered, fieldOf(cornerMm, focalMm))) };
}

/** The axes that a lens may be tilted to with its frame moved in a direction, among them the one farthest from a corner. */
function axesFor(tilt: LensTilt, [ux, uy]: readonly [number, number], [x, y]: readonly [number, number]): readonly Vec3[] {
  const straight: Vec3 = [0, 0, 1];
  const toward = (dx: number, dy: number, deg: number): Vec3 => {
    const far = Math.hypot(dx, dy);
    const sine = Math.sin(radians(deg));
    return far === 0 ? straight : [(dx / far) * sine, (dy / far) * sine, Math.cos(radians(deg))];
  };
  switch (tilt.kind) {
    case 'mount': {
      if (tilt.lock === 'free') return [toward(-x, -y, tilt.maxDeg)];
      const [dx, dy] = tilt.lock === 'parallel' ? [ux, uy] : [-uy, ux];
      return [toward(dx, dy, tilt.maxDeg), toward(-dx, -dy, tilt.maxDeg)];
    }
    case 'standard':
      return [lensAxis(tilt.tiltDeg, -tilt.swingDeg), lensAxis(0, -tilt.swingDeg), lensAxis(tilt.tiltDeg, 0), straight];
    case 'none':
    case 'unknown':
    case 'hand':
      return [straight];
  }
}

function angleDeg(axis: Vec3, ray: Vec3): number {
  return degrees(Math.acos(Math.max(-1, Math.min(1, dot(axis, ray) / length(ray)))));
}

/** The angle off the axis of a point of the picture that far from it, at infinity, degrees. */
export function fieldOf(cornerMm: number, focalMm: number): number {
  return degrees(Math.atan(cornerMm / focalMm));
}

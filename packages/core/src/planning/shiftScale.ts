import { shiftScaleText } from '@gangway/messages/core/planning/shiftScale';
import type { Geometry } from '../geometry/geometry';
import { sharpCircleAt, setupAlong } from '../geometry/circles';
import { degrees } from '../angles';
import { apertureScale } from '../coverage/apertures';
import { travelLimitMm } from '../rig/mechanism';
import type { DefinitionBasis } from '../coverage/circle';
/** The eight directions of a shift scale: 0 = right, counter-clockwise, in the upright picture. */
export const SCALE_DIRECTIONS = [
  { id: 'up', name: shiftScaleText.rise, deg: 90 },
  { id: 'up right', name: shiftScaleText.riseAndRight, deg: 45 },
  { id: 'right', name: shiftScaleText.shiftRight, deg: 0 },
  { id: 'down right', name: shiftScaleText.fallAndRight, deg: -45 },
  { id: 'down', name: shiftScaleText.fall, deg: -90 },
  { id: 'down left', name: shiftScaleText.fallAndLeft, deg: -135 },
  { id: 'left', name: shiftScaleText.shiftLeft, deg: 180 },
  { id: 'up left', name: shiftScaleText.riseAndLeft, deg: 135 },
] as const;

/** What ends the movement first. */
export type LimitedBy = 'circle' | 'stop' | 'frameOutside';

export interface ScaleEntry {
  readonly directionDeg: number;
  /** How far the frame may go, circle and mechanism together, mm; `null` when it does not fit at all. */
  readonly limitMm: number | null;
  readonly limitedBy: LimitedBy;
  /** False when the mechanism's travel is not known, so only the circle was counted. */
  readonly mechanismKnown: boolean;
}

export interface ScaleRow {
  readonly fNumber: number;
  readonly diameterMm: number;
  readonly basis: DefinitionBasis;
  /** In the order of `SCALE_DIRECTIONS`. */
  readonly directions: readonly ScaleEntry[];
  /** Toward a corner of the frame: the shortest way out of the circle. */
  readonly diagonal: ScaleEntry;
}

/** The f-numbers that a shift scale is engraved for: the full stops of the lens, its ends, the values given and the aperture set. */
export function scaleFNumbers(geometry: Geometry): readonly number[] {
  const { lens } = geometry.settings.rig;
  const full = apertureScale(lens.widestFNumber, lens.smallestFNumber, 'full');
  const given = lens.circle.sharpCircles.map(({ fNumber }) => fNumber);
  const all = new Set([...full, ...given, geometry.settings.fNumber]);
  return [...all].sort((a, b) => a - b);
}

/**
 * The shift scale of a setup: for each f-number how far the frame may go in
 * eight directions and toward its corner, mm, whichever of circle and
 * mechanism ends it. Empty when no circle is known.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * shiftScale(frontGeometry).length // => 6
 */
export function shiftScale(geometry: Geometry): readonly ScaleRow[] {
  const frame = geometry.frame;
  const diagonalDeg = degrees(Math.atan2(frame.heightMm, frame.widthMm));
  return scaleFNumbers(geometry).flatMap((fNumber) => {
    const circle = sharpCircleAt(geometry, fNumber);
    if (circle === null) return [];
    const entry = (directionDeg: number): ScaleEntry => {
      const stretch = setupAlong(geometry, circle, directionDeg);
      const optical = stretch === null || stretch.fromMm > 0 || stretch.toMm < 0 ? null : stretch.toMm;
      const travel = travelLimitMm(geometry.settings.rig.mechanism, directionDeg);
      const mechanismKnown = travel !== null;
      if (optical === null) return { directionDeg, limitMm: null, limitedBy: 'frameOutside', mechanismKnown };
      return travel !== null && travel < optical
        ? { directionDeg, limitMm: travel, limitedBy: 'stop', mechanismKnown }
        : { directionDeg, limitMm: optical, limitedBy: 'circle', mechanismKnown };
    };
    return [
      {
        fNumber,
        diameterMm: circle.diameterMm,
        basis: circle.basis,
        directions: SCALE_DIRECTIONS.map(({ deg }) => entry(deg)),
        diagonal: entry(diagonalDeg),
      },
    ];
  });
}

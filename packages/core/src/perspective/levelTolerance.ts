import { degrees, radians } from '../angles';
import { requirePositive } from '../errors';

/** How level is level enough for one picture. */
export interface LevelTolerance {
  /** How far the ends of an upright at the edge part over the height for a tenth of a degree of pitch, pixels and mm on the print. */
  readonly pitchTenthPx: number;
  readonly pitchTenthPrintMm: number;
  /** The pitch that parts them by just what is accepted, degrees. */
  readonly pitchDeg: number;
  /** How far a level line climbs over the width for a tenth of a degree of roll, pixels and mm on the print. */
  readonly rollTenthPx: number;
  readonly rollTenthPrintMm: number;
  readonly rollDeg: number;
}

export interface LevelToleranceInput {
  /** Distance from the lens to the back along its normal, mm. */
  readonly imageMm: number;
  /** Width of the sensor, mm. */
  readonly sensorWidthMm: number;
  /** Height of the sensor, mm. */
  readonly sensorHeightMm: number;
  /** Width of the sensor, pixels. */
  readonly columnsPx: number;
  readonly printWidthMm: number;
  readonly acceptedPx: number;
}

/**
 * Tolerance of level: the ends of an edge upright part by X·h·tan φ/v (the
 * keystone), a level line climbs by w·tan ρ. What is accepted is given in
 * pixels of the file. Image distance and frame in mm, print width in mm.
 * Source: plane homography of a pitched central projection; plane rotation.
 */
export function levelTolerance({
  imageMm,
  sensorWidthMm,
  sensorHeightMm,
  columnsPx,
  printWidthMm,
  acceptedPx,
}: LevelToleranceInput): LevelTolerance {
  const v = requirePositive('imageMm', imageMm);
  const w = requirePositive('sensorWidthMm', sensorWidthMm);
  const h = requirePositive('sensorHeightMm', sensorHeightMm);
  const pxPerMm = requirePositive('columnsPx', columnsPx) / w;
  const enlargement = requirePositive('printWidthMm', printWidthMm) / w;
  const acceptedMm = requirePositive('acceptedPx', acceptedPx) / pxPerMm;
  const tenth = Math.tan(radians(0.1));
  const pitchTenthMm = ((w / 2) * h * tenth) / v;
  const rollTenthMm = w * tenth;
  return {
    pitchTenthPx: pitchTenthMm * pxPerMm,
    pitchTenthPrintMm: pitchTenthMm * enlargement,
    pitchDeg: degrees(Math.atan((acceptedMm * v) / ((w / 2) * h))),
    rollTenthPx: rollTenthMm * pxPerMm,
    rollTenthPrintMm: rollTenthMm * enlargement,
    rollDeg: degrees(Math.atan(acceptedMm / w)),
  };
}

import { fixedNumber } from '@gangway/messages/number';
import { perspectiveText } from '@gangway/messages/core/perspective';
import { say } from '@gangway/messages/say';
import { degrees, radians } from '../angles';
import { CoreError, requireFinite, requirePositive } from '../errors';

/** What a pitched camera does to uprights, and what correcting it in software costs. */
export interface Keystone {
  /** Where uprights meet, above the centre +, mm; `null` when level. */
  readonly vanishingPointMm: number | null;
  /** Lean of an upright at the edge of the frame, degrees. */
  readonly edgeLeanDeg: number;
  /** How far the ends of an edge upright part sideways over the height, mm and pixels. */
  readonly convergenceMm: number;
  readonly convergencePx: number;
  /** Share of the pixels that is left when software makes uprights parallel at full height. */
  readonly keptFraction: number;
  /** Stretch of the far edge by the correction, across and along. */
  readonly stretchAcross: number;
  readonly stretchAlong: number;
}

export interface KeystoneInput {
  /** Distance from the lens to the back along its normal, mm. */
  readonly imageMm: number;
  /** Width of the sensor, mm. */
  readonly sensorWidthMm: number;
  /** Height of the sensor, mm. */
  readonly sensorHeightMm: number;
  /** Width of the sensor, pixels. */
  readonly columnsPx: number;
  /** Pitch, degrees, up positive. */
  readonly pitchDeg: number;
}

/**
 * Convergence of a camera pitched by φ (degrees, up +): uprights meet at
 * v/tan φ, one through X leans by atan(X·tan φ/v), over a height h its ends
 * part by X·h·tan φ/v. Software keeps 1/(1 + a), a = h·tan|φ|/2v, and
 * stretches the far edge (1 + a)/(1 − a) across and the square of it along.
 * Throws `beyond_correction` when a reaches 1, where the frame holds the vanishing point.
 * Source: plane homography of a pitched central projection.
 */
export function keystone({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, pitchDeg }: KeystoneInput): Keystone {
  requirePositive('imageMm', imageMm);
  requirePositive('sensorWidthMm', sensorWidthMm);
  requirePositive('sensorHeightMm', sensorHeightMm);
  requirePositive('columnsPx', columnsPx);
  requireFinite('pitchDeg', pitchDeg);
  const slope = Math.tan(radians(pitchDeg));
  const a = (sensorHeightMm * Math.abs(slope)) / (2 * imageMm);
  if (Math.abs(pitchDeg) >= 90 || a >= 1) {
    const most = degrees(Math.atan((2 * imageMm) / sensorHeightMm));
    throw new CoreError(
      'beyond_correction',
      ['pitchDeg'],
      say(perspectiveText.pitchdegIsFromOnThe, { pitchDeg, most: fixedNumber(most, 2) }),
    );
  }
  const edge = sensorWidthMm / 2;
  const convergenceMm = (edge * sensorHeightMm * slope) / imageMm;
  const vanishingPointMm = imageMm / slope;
  return {
    vanishingPointMm: Number.isFinite(vanishingPointMm) ? vanishingPointMm : null,
    edgeLeanDeg: degrees(Math.atan((edge * slope) / imageMm)),
    convergenceMm,
    convergencePx: (convergenceMm * columnsPx) / sensorWidthMm,
    keptFraction: 1 / (1 + a),
    stretchAcross: (1 + a) / (1 - a),
    stretchAlong: ((1 + a) / (1 - a)) ** 2,
  };
}

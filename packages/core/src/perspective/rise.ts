import { degrees } from '../angles';
import { requireFinite, requireNotNegative, requirePositive } from '../errors';
import { conjugates } from '../focus/conjugates';

/** How the top of something upright is brought in by rise, from a level camera. */
export interface RiseForHeight {
  /** Rise that puts the top a margin below the upper edge; negative is fall, mm. */
  readonly riseForTopMm: number;
  /** The most rise that leaves the foot a margin above the lower edge, mm. */
  readonly highestRiseKeepingFootMm: number;
  /** Whether top and foot are in together. */
  readonly fits: boolean;
  /** The pitch that puts the top at the same margin without rise, up positive, degrees. */
  readonly pitchInsteadDeg: number;
}

export interface RiseForHeightInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Distance of the subject from the lens, m. */
  readonly distanceM: number;
  /** Height of the lens above the ground, m. */
  readonly cameraHeightM: number;
  /** Height of the top above the ground, m. */
  readonly topHeightM: number;
  /** Height of the sensor, mm. */
  readonly sensorHeightMm: number;
  /** Space kept free at the edge of the frame, mm. */
  readonly marginMm: number;
}

/**
 * Rise for a top at height H seen from height c at distance D (m), level, with
 * a margin k: v(H − c)/D + k − h/2; the foot stays in while rise ≤ h/2 − k − v·c/D.
 * Pitched instead, the top is seen at atan((H − c)/D), of which the frame takes
 * up atan((h/2 − k)/v).
 * Source: central projection, similar triangles.
 */
export function riseForHeight({
  focalMm,
  distanceM,
  cameraHeightM,
  topHeightM,
  sensorHeightMm,
  marginMm,
}: RiseForHeightInput): RiseForHeight {
  const { imageMm: v } = conjugates(focalMm, distanceM);
  requireFinite('cameraHeightM', cameraHeightM);
  requireFinite('topHeightM', topHeightM);
  requireNotNegative('marginMm', marginMm);
  const half = requirePositive('sensorHeightMm', sensorHeightMm) / 2;
  const riseForTopMm = (v * (topHeightM - cameraHeightM)) / distanceM + marginMm - half;
  const highestRiseKeepingFootMm = half - marginMm - (v * cameraHeightM) / distanceM;
  return {
    riseForTopMm,
    highestRiseKeepingFootMm,
    fits: riseForTopMm <= highestRiseKeepingFootMm,
    pitchInsteadDeg: degrees(Math.atan2(topHeightM - cameraHeightM, distanceM) - Math.atan2(half - marginMm, v)),
  };
}

/** Where a point (m, camera frame) appears in the upright picture of an untilted back, mm: X = v·x/z − shift, Y = v·y/z − rise. */
export function projected(
  imageMm: number,
  riseMm: number,
  shiftMm: number,
  [x, y, z]: readonly [number, number, number],
): readonly [number, number] {
  requirePositive('pointM.2', z);
  return [(imageMm * x) / z - shiftMm, (imageMm * y) / z - riseMm];
}

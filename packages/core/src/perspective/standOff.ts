import { perspectiveText } from '@gangway/messages/core/perspective';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requireNotNegative, requirePositive } from '../errors';

/** How far off a level camera must stand, m from the lens. */
export interface StandOff {
  /** For the top alone, with all the rise there is. */
  readonly forTopM: number;
  /** For top and foot together; `null` when no distance is enough. */
  readonly withFootM: number | null;
  /** The rise to set there, mm: for the top alone, and for both. */
  readonly riseForTopMm: number;
  readonly riseWithFootMm: number | null;
}

export interface StandOffInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Height of the lens above the ground, m. */
  readonly cameraHeightM: number;
  /** Height of the top above the ground, m. */
  readonly topHeightM: number;
  /** Height of the sensor, mm. */
  readonly sensorHeightMm: number;
  /** Space kept free at the edge of the frame, mm. */
  readonly marginMm: number;
  readonly mostRiseMm: number;
  readonly mostFallMm: number;
}

/**
 * The nearest place from which a level camera gets a top at height H in, from
 * lens height c, with at most a rise r and a margin k in a frame h high,
 * focused on it: D = f + f(H − c)/(r + h/2 − k); with the foot as well
 * D ≥ f + f·H/(h − 2k), and f + f·c/(h/2 − k + fall) when the foot needs fall.
 * Lengths of the camera in mm, of the scene in m.
 * Throws `margin_too_wide` when the margin leaves no room in the frame.
 * Source: central projection with v/D = f/(D − f).
 */
export function standOff({
  focalMm,
  cameraHeightM,
  topHeightM,
  sensorHeightMm,
  marginMm,
  mostRiseMm,
  mostFallMm,
}: StandOffInput): StandOff {
  const f = requirePositive('focalMm', focalMm);
  const c = requireFinite('cameraHeightM', cameraHeightM) * 1000;
  const top = requireFinite('topHeightM', topHeightM) * 1000;
  const half = requirePositive('sensorHeightMm', sensorHeightMm) / 2;
  const k = requireNotNegative('marginMm', marginMm);
  const rise = requireNotNegative('mostRiseMm', mostRiseMm);
  const fall = requireNotNegative('mostFallMm', mostFallMm);
  if (k >= half) throw new CoreError('margin_too_wide', ['marginMm'], say(perspectiveText.marginmmIsItMustBe, { marginMm, half }));
  const room = half - k;
  // Above the axis the picture reaches room + rise, below it room + fall (both from the axis, on the back).
  const forTop = f + (f * Math.max(0, top - c)) / (room + rise);
  const both = Math.max(forTop, f + (f * Math.max(0, c)) / (room + fall), top > 0 ? f + (f * top) / (2 * room) : f);
  const share = (d: number): number => f / (d - f);
  const needed = (d: number): number => share(d) * (top - c) - room;
  // Between what the top needs and what the foot allows, no more rise than is needed.
  const withFoot = needed(both);
  return {
    forTopM: forTop / 1000,
    withFootM: both / 1000,
    riseForTopMm: forTop > f ? needed(forTop) : 0,
    riseWithFootMm: both > f ? Math.max(-fall, withFoot) : null,
  };
}

/**
 * The height of the lens from which top and foot need as much rise as fall: midway between them, m.
 *
 * @param topHeightM height of the top, m
 * @param footHeightM height of the foot, m
 *
 * @example
 * evenHeightM(31) // => 15.5
 */
export function evenHeightM(topHeightM: number, footHeightM = 0): number {
  return (requireFinite('topHeightM', topHeightM) + requireFinite('footHeightM', footHeightM)) / 2;
}

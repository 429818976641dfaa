import type { Geometry } from '../geometry/geometry';
import { sumOf, wantedLines } from './losses';
import { meteredTime } from './reciprocity';
import { setupLaw, workingExposure, type BracketShot, type Working } from './working';

/** A shot of the bracket and how bright the image centre is recorded in it. */
export interface RecordedShot {
  readonly shot: BracketShot;
  /** Against what the meter read, stops; + for brighter. `null` where not known. */
  readonly stops: number | null;
}

/**
 * How bright the image centre is recorded in each shot of the bracket, against
 * what the meter read: what is wanted more or less, what the shutter rounds,
 * what film loses, and flash with ambient light. Empty where nothing is metered
 * or no time is known.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * recordedShots(frontGeometry)[0]?.stops // => -0.0042109
 */
export function recordedShots(geometry: Geometry): readonly RecordedShot[] {
  const working = workingExposure(geometry);
  if (!working) return [];
  const wanted = sumOf(wantedLines(geometry));
  return working.shots.map((shot) => {
    const light = wanted === null ? null : lightOf(geometry, working, shot);
    return { shot, stops: wanted === null || light === null ? null : Math.log2(light) + wanted };
  });
}

/** The light of a shot as a factor of what is needed, wishes included; `null` where not known. */
function lightOf(geometry: Geometry, { flash, shots, shutterSpeedS }: Working, { lightS }: BracketShot): number | null {
  const law = setupLaw(geometry.settings) ?? { kind: 'none' as const };
  if (!flash) return shutterSpeedS === null ? null : meteredTime(lightS, law) / shutterSpeedS;
  const main = shots.find(({ stops }) => stops === 0);
  if (flash.flashStops === null || !main) return null;
  const ambient = flash.ambientStops === null ? 0 : 2 ** flash.ambientStops;
  // A bracket by the shutter changes the ambient light, not the flash.
  return 2 ** flash.flashStops + (ambient * meteredTime(lightS, law)) / meteredTime(main.lightS, law);
}

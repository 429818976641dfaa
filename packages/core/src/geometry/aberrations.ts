import { distortionAt, heightAt, heightOfRay } from '../aberrations/aberrations';
import { aberrationTable, type AberrationTable } from '../aberrations/warp';
import { degrees } from '../angles';
import { cornerAngles } from '../coverage/corner';
import type { Geometry } from './geometry';

/** The table goes a little past the corner: what a barrel draws in comes from there. */
const PAST_THE_CORNER = 1.1;

/**
 * The aberrations of the lens of a setup for a shader, as far out as the farthest corner; `null` where nothing is known of them.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * setupAberrations(frontGeometry) // => null
 */
export function setupAberrations({ settings, focus, wholeFrame, imageMm, lens }: Geometry): AberrationTable | null {
  const { aberrations, focalMm, pupilRatio = 1, magnification = 0 } = focus;
  if (!aberrations) return null;
  const farthest = Math.max(...cornerAngles(wholeFrame, imageMm, lens).map(({ angle }) => angle));
  const lastMm = heightAt(focalMm, degrees(farthest)) * PAST_THE_CORNER;
  return aberrationTable(aberrations, { focalMm, pupilRatio, magnification }, settings.fNumber, lastMm);
}

/**
 * Where a lens draws what an ideal one would draw at a place, mm from the foot
 * of the lens: distortion moves it along the radius from where the lens axis
 * meets the back.
 *
 * @param geometry what follows from the settings of a setup
 * @param place in the ideal upright picture, mm from the foot of the lens, right and up
 *
 * @example
 * drawnAt(frontGeometry, [10, 5]) // => [10, 5]
 */
export function drawnAt(
  { focus, axis, imageMm }: Pick<Geometry, 'focus' | 'axis' | 'imageMm'>,
  place: readonly [number, number],
): readonly [number, number] {
  const { aberrations, focalMm } = focus;
  if (!aberrations?.distortion) return place;
  const [x, y] = place;
  const by = 1 + distortionAt(aberrations, heightOfRay(focalMm, axis, [x, y, imageMm]));
  const [footX, footY] = [(imageMm * axis[0]) / axis[2], (imageMm * axis[1]) / axis[2]];
  return [footX + (x - footX) * by, footY + (y - footY) * by];
}

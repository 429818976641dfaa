import { plateText } from '@gangway/messages/core/plate';
import { degrees } from '../angles';
import { CoreError } from '../errors';
import type { PlateLine } from '../model/plate';
import { cameraAxes, turnedToWorld } from '../space/pose';
import { cross, type Vec3 } from '../space/vector';
import { leastAlong } from './leastAlong';
import { directionOf, type PlateProjection } from './pixel';

export type { PlateLine };

/** How a photograph was held, degrees: up and clockwise. */
export interface PlateLevel {
  readonly pitchDeg: number;
  readonly rollDeg: number;
}

/** A sum of squares below this is rounding and tells no direction. */
const TOLD_APART = 1e-12;

/** The normal of the plane through the lens and a line, as long as the sine of the angle that the line spans: long lines count more. */
export function normalOf(plate: PlateProjection, [u1, v1, u2, v2]: PlateLine): Vec3 {
  const [from, to] = [directionOf(plate, [u1, v1]), directionOf(plate, [u2, v2])];
  const length = Math.hypot(...from) * Math.hypot(...to);
  const [x, y, z] = cross(from, to);
  return [x / length, y / length, z / length];
}

/**
 * Pitch and roll of a photograph from lines that are upright in the world: they
 * all go through the point straight up. Throws `level_unknown` for lines that
 * do not fix it. Source: Criminisi, Reid, Zisserman, "Single View Metrology",
 * 2000.
 *
 * @param plate how the photograph is projected
 * @param uprights two lines or more, px
 *
 * @example
 * plateLevel({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, [[100, 50, 100, 250], [300, 50, 300, 250]]) // => {pitchDeg: 0, rollDeg: 0}
 */
export function plateLevel(plate: PlateProjection, uprights: readonly PlateLine[]): PlateLevel {
  const found = leastAlong(uprights.map((line) => normalOf(plate, line)));
  if (uprights.length < 2 || found === null || found.next <= TOLD_APART)
    throw new CoreError('level_unknown', ['uprights'], plateText.noVerticals);
  return levelOf(upwards(found.direction));
}

/** A direction or the one opposite to it: that which goes up in the picture. */
export const upwards = ([x, y, z]: Vec3): Vec3 => (y < 0 ? [-x, -y, -z] : [x, y, z]);

/** How a camera is held in whose frame the world's up has this direction. */
export const levelOf = ([x, y, z]: Vec3): PlateLevel => ({
  pitchDeg: degrees(Math.asin(Math.max(-1, Math.min(1, z)))) + 0,
  rollDeg: degrees(Math.atan2(-x, y)) + 0,
});

/** How far the right side of what runs along a level direction is turned away, degrees; the opposite direction gives the same. */
export const awayOf = (x: number, z: number): number => degrees(x < 0 ? Math.atan2(-z, -x) : Math.atan2(z, x)) + 0;

/**
 * How far the right side of a façade is turned away, degrees, from its level
 * lines in a photograph whose level is known: they meet in a horizontal
 * direction. Throws `direction_unknown` for lines that say none. Source: as for
 * the level.
 *
 * @param plate how the photograph is projected
 * @param level pitch and roll of the photograph
 * @param levels one line or more, px
 *
 * @example
 * plateFacade({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, [[100, 50, 300, 70]]) // => 12.529
 */
export function plateFacade(plate: PlateProjection, level: PlateLevel, levels: readonly PlateLine[]): number {
  const axes = cameraAxes({ yawDeg: 0, ...level });
  // The normals in the world; of each only what stands against a horizontal direction counts.
  let [xx, xz, zz] = [0, 0, 0];
  for (const line of levels) {
    const [x, , z] = turnedToWorld(axes, normalOf(plate, line));
    [xx, xz, zz] = [xx + x * x, xz + x * z, zz + z * z];
  }
  const spread = Math.hypot(xx - zz, 2 * xz);
  if (spread <= TOLD_APART) throw new CoreError('direction_unknown', ['levels'], plateText.noLevels);
  // The direction along which the normals are least is square to the one along which they are most.
  const most = Math.atan2(2 * xz, xx - zz) / 2;
  return awayOf(-Math.sin(most), Math.cos(most));
}

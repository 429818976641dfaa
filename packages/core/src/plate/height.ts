import { plateText } from '@gangway/messages/core/plate';
import { say } from '@gangway/messages/say';
import { degrees } from '../angles';
import { CoreError, requirePositive } from '../errors';
import { cameraAxes, turnedToWorld } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { fixed } from '../words';
import type { PlateLevel } from './level';
import { directionOf, type Pixel, type PlateProjection } from './pixel';

/** Where something stands whose foot and top are seen, m. */
export interface PlateHeight {
  readonly heightM: number;
  /** Along the heading of the photograph. */
  readonly distanceM: number;
  /** To the right of the heading. */
  readonly asideM: number;
}

/** A thing that is clicked: where it stands on the ground, and its top, px. */
export interface FootAndTop {
  readonly footPx: Pixel;
  readonly topPx: Pixel;
}

/** Looks along the horizon within this count as level. */
const LEVEL = 1e-9;

/** A direction of the photograph in the world, its heading being z. */
const inWorld = (level: PlateLevel, direction: Vec3): Vec3 => turnedToWorld(cameraAxes({ yawDeg: 0, ...level }), direction);

/**
 * Height and place of something on level ground, from its foot and top in a
 * photograph whose level is known and the height of the camera: the ray to the
 * foot meets the ground, the top is read on the upright through it. Throws
 * `foot_above_horizon` and `top_not_seen`. Source: Criminisi, Reid, Zisserman,
 * "Single View Metrology", 2000.
 *
 * @param plate how the photograph is projected
 * @param level pitch and roll of the photograph
 * @param thing foot and top, px
 * @param cameraHeightM height of the lens above the ground, m
 *
 * @example
 * plateHeight({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, { footPx: [200, 170], topPx: [200, 50] }, 1.6) // => {heightM: 9.6, distanceM: 16, asideM: 0}
 */
export function plateHeight(plate: PlateProjection, level: PlateLevel, { footPx, topPx }: FootAndTop, cameraHeightM: number): PlateHeight {
  requirePositive('cameraHeightM', cameraHeightM);
  const [foot, top] = [directionOf(plate, footPx), directionOf(plate, topPx)];
  const [x, y, z] = inWorld(level, foot);
  if (y > -LEVEL)
    throw new CoreError(
      'foot_above_horizon',
      ['footPx'],
      say(plateText.footAbove, { deg: fixed(degrees(Math.atan2(y, Math.hypot(x, z))), 1) }),
    );
  const [asideM, distanceM] = [(x * cameraHeightM) / -y, (z * cameraHeightM) / -y];
  const [tx, ty, tz] = inWorld(level, top);
  // How far along the ray to the top the upright is met, or passed nearest.
  const along = (asideM * tx + distanceM * tz) / (tx * tx + tz * tz);
  if (!Number.isFinite(along) || along <= 0) throw new CoreError('top_not_seen', ['topPx'], plateText.topBehind);
  return { heightM: cameraHeightM + along * ty, distanceM: distanceM + 0, asideM: asideM + 0 };
}

/** The camera above the ground, and where a thing of known height stands, m. */
export interface PlateScale extends Omit<PlateHeight, 'heightM'> {
  readonly cameraHeightM: number;
}

/**
 * The height of the camera above level ground from one known height: all
 * lengths of a photograph grow with it. Throws what `plateHeight` throws, and
 * `no_height` where foot and top are of one height.
 *
 * @param plate how the photograph is projected
 * @param level pitch and roll of the photograph
 * @param thing foot and top, px
 * @param knownHeightM from foot to top, m
 *
 * @example
 * plateScale({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, { footPx: [200, 170], topPx: [200, 50] }, 9.6).cameraHeightM // => 1.6
 */
export function plateScale(plate: PlateProjection, level: PlateLevel, thing: FootAndTop, knownHeightM: number): PlateScale {
  requirePositive('knownHeightM', knownHeightM);
  // As if the camera were one metre up.
  const { heightM, distanceM, asideM } = plateHeight(plate, level, thing, 1);
  if (Math.abs(heightM) < LEVEL) throw new CoreError('no_height', ['topPx'], plateText.noHeight);
  if (heightM < 0) throw new CoreError('no_height', ['topPx'], plateText.wrongSide);
  const by = knownHeightM / heightM;
  return { cameraHeightM: by, distanceM: distanceM * by, asideM: asideM * by };
}

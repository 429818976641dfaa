import { plateText } from '@gangway/messages/core/plate';
import { degrees, radians } from '../angles';
import { CoreError } from '../errors';
import type { FrontOutline } from '../model/plate';
import { cameraAxes, turnedToWorld } from '../space/pose';
import { cross, dot, type Vec3 } from '../space/vector';
import { plateHeight, type PlateHeight } from './height';
import type { PlateLevel } from './level';
import { directionOf, type Pixel, type PlateProjection } from './pixel';

/** An upright plane before the camera of a photograph: a front. */
export interface PlateFront {
  /** Its left foot: to the right of the heading and along it, m from the camera. */
  readonly leftM: readonly [asideM: number, distanceM: number];
  /** How far its right side is turned away, degrees. */
  readonly turnedAwayDeg: number;
  /** How high the camera is above its foot, m. */
  readonly cameraHeightM: number;
}

/** A front with its size. */
export interface OutlinedFront extends PlateFront {
  readonly widthM: number;
  readonly heightM: number;
  /** From the camera to the plane of the front, square to it, m. */
  readonly distanceM: number;
}

export type { FrontOutline };

/** A camera nearer to the plane of the front than this share of its width sees it edge on. */
const EDGE_ON = 0.01;

/**
 * The front that stands on two places of level ground: its width, height,
 * direction and distance. Throws `foot_above_horizon`, `top_not_seen`, `no_width`,
 * `no_height`, `exchanged`, `edge_on`.
 * Source: as `plateHeight`.
 *
 * @param plate how the photograph is projected
 * @param level how it was held
 * @param outline what was clicked
 * @param cameraHeightM height of the camera above the foot, m
 *
 * @example
 * outlinedFront({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, { leftFootPx: [100, 166], rightFootPx: [300, 166], leftTopPx: [100, 50] }, 1.6).widthM // => 20
 */
export function outlinedFront(plate: PlateProjection, level: PlateLevel, outline: FrontOutline, cameraHeightM: number): OutlinedFront {
  const { leftFootPx, rightFootPx, leftTopPx } = outline;
  const clicked = (footPx: Pixel, topPx: Pixel): PlateHeight => plateHeight(plate, level, { footPx, topPx }, cameraHeightM);
  const left = named({ footPx: 'leftFootPx', topPx: 'leftTopPx' }, () => clicked(leftFootPx, leftTopPx));
  // Of the right end the foot alone was clicked.
  const right = named({ footPx: 'rightFootPx', topPx: 'rightFootPx' }, () => clicked(rightFootPx, rightFootPx));
  const [dx, dz] = [right.asideM - left.asideM, right.distanceM - left.distanceM];
  const widthM = Math.hypot(dx, dz);
  if (widthM < 1e-6) throw new CoreError('no_width', ['rightFootPx'], plateText.noWidth);
  if (left.heightM <= 0) throw new CoreError('no_height', ['leftTopPx'], plateText.wrongSide);
  // Less than nothing where the ends of the foot are exchanged.
  const distanceM = (left.distanceM * dx - left.asideM * dz) / widthM;
  if (distanceM <= -EDGE_ON * widthM) throw new CoreError('exchanged', ['rightFootPx'], plateText.feetExchanged);
  if (distanceM < EDGE_ON * widthM) throw new CoreError('edge_on', ['rightFootPx'], plateText.edgeOn);
  return {
    leftM: [left.asideM, left.distanceM],
    turnedAwayDeg: degrees(Math.atan2(dz, dx)) + 0,
    cameraHeightM,
    widthM,
    heightM: left.heightM,
    distanceM,
  };
}

/** Runs a measurement, and names the field of a refusal as the caller does. */
function named<T>(names: Readonly<Record<string, string>>, measure: () => T): T {
  try {
    return measure();
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const [field = '', ...rest] = error.path;
    throw new CoreError(error.code, [names[field] ?? field, ...rest], error.message);
  }
}

/** A place on a front: along its foot from the left end, and above the foot, m. */
export type OnFront = readonly [alongM: number, upM: number];

/**
 * Where on a front a pixel lies, whether it is drawn there or goes on beyond its
 * ends. Throws `edge_on` where the ray runs along the front or away from it.
 *
 * @param plate how the photograph is projected
 * @param level how it was held
 * @param front the front
 * @param pixel px from the upper left corner
 *
 * @example
 * placeOnFront({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, { leftM: [-10, 20], turnedAwayDeg: 0, cameraHeightM: 1.6 }, [200, 150]) // => [10, 1.6]
 */
export function placeOnFront(plate: PlateProjection, level: PlateLevel, front: PlateFront, pixel: Pixel): OnFront {
  const ray = turnedToWorld(cameraAxes({ yawDeg: 0, ...level }), directionOf(plate, pixel));
  const away = radians(front.turnedAwayDeg);
  const along: Vec3 = [Math.cos(away), 0, Math.sin(away)];
  const across = cross(along, [0, 1, 0]);
  const [asideM, distanceM] = front.leftM;
  const far = dot([asideM, 0, distanceM], across) / dot(ray, across);
  if (!Number.isFinite(far) || far <= 0) throw new CoreError('edge_on', ['pointPx'], plateText.notOnFront);
  const [x, y, z] = [ray[0] * far, ray[1] * far, ray[2] * far];
  return [(x - asideM) * along[0] + (z - distanceM) * along[2] + 0, y + front.cameraHeightM];
}

/** The length between two pixels of a front, m. Throws as `placeOnFront`. */
export function lengthOnFront(
  { plate, level }: { readonly plate: PlateProjection; readonly level: PlateLevel },
  front: PlateFront,
  from: Pixel,
  to: Pixel,
): number {
  const [a, b] = [placeOnFront(plate, level, front, from), placeOnFront(plate, level, front, to)];
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
}

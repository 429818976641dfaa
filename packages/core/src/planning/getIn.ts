import type { Geometry } from '../geometry/geometry';
import { riseForHeight, type RiseForHeight } from '../perspective/rise';
import { standOff, type StandOff } from '../perspective/standOff';
import { travelOf } from '../rig/mechanism';
import { outline } from '../framing/inFrame';
import { extentOf } from '../subjects/subject';
import type { Scene } from '../model/scene';
/** A margin that keeps the top off the very edge, mm on the sensor. */
export const EDGE_MARGIN_MM = 0.5;

/**
 * How much nearer than the reference plane the subject begins, as a front seen obliquely does, m.
 *
 * @param scene the subject and where the camera stands
 *
 * @example
 * nearerM(front.scene) // => 0
 */
export function nearerM(scene: Scene): number {
  return Math.max(0, -Math.min(...outline(scene).map(([, , z]) => z)));
}

/**
 * The rise that brings the nearest part of the top in, level, from where the
 * camera stands, as `riseForHeight`. `null` without a scene, for open ground,
 * and where the nearest part lies behind the lens or inside its focal length.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * riseToGetIn(frontGeometry)?.riseForTopMm // => -0.69257
 */
export function riseToGetIn(geometry: Geometry): RiseForHeight | null {
  const { scene, rig } = geometry.settings;
  if (scene === null || scene.subject.kind === 'ground') return null;
  const { topM, footM } = extentOf(scene.subject);
  const nearestM = scene.distanceM - nearerM(scene);
  if (nearestM * 1000 <= rig.lens.focalMm) return null;
  return riseForHeight({
    focalMm: rig.lens.focalMm,
    distanceM: nearestM,
    cameraHeightM: scene.cameraHeightM - footM,
    topHeightM: topM - footM,
    sensorHeightMm: geometry.frame.heightMm,
    marginMm: EDGE_MARGIN_MM,
  });
}

/**
 * How far off the camera must stand from the reference plane, as `standOff`, with all the rise and fall that the slides have; `null` when those are not known, without a scene, and for open ground.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * standOffOf(frontGeometry)?.forTopM // => 10.192
 */
export function standOffOf(geometry: Geometry): StandOff | null {
  const { scene, rig } = geometry.settings;
  const travel = travelOf(rig.mechanism, 'rise', { riseMm: 0, shiftMm: geometry.settings.movements.shiftMm });
  if (scene === null || scene.subject.kind === 'ground' || travel === null) return null;
  const { topM, footM } = extentOf(scene.subject);
  const off = standOff({
    focalMm: rig.lens.focalMm,
    cameraHeightM: scene.cameraHeightM - footM,
    topHeightM: topM - footM,
    sensorHeightMm: geometry.frame.heightMm,
    marginMm: EDGE_MARGIN_MM,
    mostRiseMm: Math.max(0, travel.maxMm),
    mostFallMm: Math.max(0, -travel.minMm),
  });
  const nearer = nearerM(scene);
  return { ...off, forTopM: off.forTopM + nearer, withFootM: off.withFootM === null ? null : off.withFootM + nearer };
}

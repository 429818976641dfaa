import fc from 'fast-check';
import { Euler, PerspectiveCamera, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import type { MatchedPixels } from '../model/plate';
import { normals } from '../normals.test-support';
import type { Vec3 } from '../space/vector';
import { focalPixels } from './pixel';
import type { Turned } from './throughRig';

const RAD = Math.PI / 180;
const FOCAL = focalPixels(26, 4032, 3024);
/** How the photographs are projected that `matchesOf` draws. */
export const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: FOCAL } as const;
/** Any turn within so many degrees. */
export const turned = (yaw: number, pitch: number, roll: number): fc.Arbitrary<Turned> =>
  fc.record({ yawDeg: evenly(-yaw, yaw), pitchDeg: evenly(-pitch, pitch), rollDeg: evenly(-roll, roll) });

/** The pixel at which a camera of a 3D package shows a place of the scene; `null` outside of its picture. */
export function shownBy([x, y, z]: Vec3, { yawDeg, pitchDeg, rollDeg }: Turned, point: Vec3): readonly [number, number] | null {
  const camera = new PerspectiveCamera((2 * Math.atan(FLAT.heightPx / 2 / FOCAL)) / RAD, FLAT.widthPx / FLAT.heightPx, 0.1, 1e4);
  camera.position.set(x, y, -z);
  camera.setRotationFromEuler(new Euler(pitchDeg * RAD, -yawDeg * RAD, -rollDeg * RAD, 'YXZ'));
  camera.updateMatrixWorld();
  const { x: right, y: up, z: deep } = new Vector3(point[0], point[1], -point[2]).project(camera);
  if (Math.abs(right) > 1 || Math.abs(up) > 1 || Math.abs(deep) > 1) return null;
  return [((right + 1) * FLAT.widthPx) / 2, ((1 - up) * FLAT.heightPx) / 2];
}

/** Repeatable numbers spread evenly from −1 to 1. */
export const spread = (i: number, by: number): number => 2 * ((i * by) % 1) - 1;

/** What two cameras both show of points, with errors of so many px, one standard deviation; some matches are wrong altogether. */
export function matchesOf(
  [one, other]: readonly [readonly [Vec3, Turned], readonly [Vec3, Turned]],
  points: readonly Vec3[],
  { errorPx = 0, wrong = 0, seed = 1 }: { readonly errorPx?: number; readonly wrong?: number; readonly seed?: number } = {},
): readonly MatchedPixels[] {
  const normal = normals(seed);
  return points.flatMap((point, i): readonly MatchedPixels[] => {
    const [a, b] = [shownBy(...one, point), shownBy(...other, point)];
    if (!a || !b) return [];
    if (i % 100 < 100 * wrong) return [[a[0], a[1], b[0] + 300, b[1] - 200]];
    return [[a[0], a[1], b[0] + errorPx * normal(), b[1] + errorPx * normal()]];
  });
}

import type { Geometry } from '../geometry/geometry';
import type { Vec3 } from '../space/vector';
import { turnedToCamera } from '../space/pose';
import type { Subject } from '../subjects/subject';
/** A place in the picture, mm from the centre of the frame. */
type PicturePoint = readonly [number, number];

/**
 * Where lines of one direction of the world meet in the picture, mm; `null` when they stay parallel in it, or without a scene. Source: vanishing point of a central projection.
 *
 * @param geometry what follows from the settings of a setup
 * @param direction a direction in the world
 *
 * @example
 * meetingPoint(frontGeometry, [0, 1, 0]) // => null
 */
export function meetingPoint(geometry: Geometry, direction: Vec3): PicturePoint | null {
  const back = geometry.back;
  if (back === null) return null;
  const [x, y, z] = turnedToCamera(back.axes, direction);
  if (Math.abs(z) < 1e-9) return null;
  const v = geometry.imageMm;
  const { riseMm, shiftMm } = geometry.position;
  return [(v * x) / z - shiftMm, (v * y) / z - riseMm];
}

/**
 * The direction in which the subject goes into the depth: away from its face.
 *
 * @param subject what is photographed
 *
 * @example
 * depthOf(front.scene.subject) // => [0, 0, 1]
 */
export function depthOf(subject: Subject): Vec3 {
  const turn = subject.kind === 'front' || subject.kind === 'model' ? (subject.turnDeg * Math.PI) / 180 : 0;
  return [-Math.sin(turn), 0, Math.cos(turn)];
}

/**
 * How a true upright through a place of the picture runs: how far it goes sideways for each mm up; `null` where it lies level or without a scene.
 *
 * @param geometry what follows from the settings of a setup
 * @param point a point of the picture, mm
 *
 * @example
 * uprightSlope(frontGeometry, [5, 0]) // => 0
 */
export function uprightSlope(geometry: Geometry, [x, y]: PicturePoint): number | null {
  const back = geometry.back;
  if (back === null) return null;
  const [ux, uy, uz] = turnedToCamera(back.axes, [0, 1, 0]);
  const v = geometry.imageMm;
  // The picture of the direction up at (X, Y): d/dt of the projection along it.
  const { riseMm, shiftMm } = geometry.position;
  const [px, py] = [x + shiftMm, y + riseMm];
  const [dx, dy] = [ux * v - px * uz, uy * v - py * uz];
  return Math.abs(dy) < 1e-12 ? null : dx / dy;
}

/**
 * Where the horizon lies over a place X of the picture, mm from its centre; `null` where there is none, or without a scene.
 *
 * @param geometry what follows from the settings of a setup
 * @param x right of the centre of the picture, mm
 *
 * @example
 * horizonAt(frontGeometry, 0) // => -8
 */
export function horizonAt(geometry: Geometry, x: number): number | null {
  const back = geometry.back;
  if (back === null) return null;
  const [ux, uy, uz] = turnedToCamera(back.axes, [0, 1, 0]);
  if (Math.abs(uy) < 1e-9) return null;
  const { riseMm, shiftMm } = geometry.position;
  return -(ux * (x + shiftMm) + uz * geometry.imageMm) / uy - riseMm;
}

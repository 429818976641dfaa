import type { Geometry } from '../geometry/geometry';
import { degrees } from '../angles';
import { cross, dot, length, minus, scaled, type Vec3 } from '../space/vector';
import { pictured } from '../geometry/standards';
import { turnedToWorld } from '../space/pose';
import { facesOf, type Face } from '../scene/faces';

/** What lies under a place of the picture. */
export interface Picked {
  /** In the world, m. */
  readonly point: Vec3;
  /** From the lens, along the ray and along the back's normal, m. */
  readonly rangeM: number;
  readonly depthM: number;
}

/**
 * The nearest thing under a place of the picture (mm from the centre of the
 * frame) as the middle of the lens sees it; `null` for the sky or without a
 * scene. The ray of picture point (X, Y) goes along (X + shift, Y + rise, v).
 *
 * @param geometry what follows from the settings of a setup
 * @param xMm right of the centre of the frame, mm
 * @param yMm above the centre of the frame, mm
 *
 * @example
 * picked(frontGeometry, 0, 0)?.depthM // => 23.99
 */
export function picked(geometry: Geometry, xMm: number, yMm: number): Picked | null {
  const back = geometry.back;
  if (back === null || geometry.settings.scene === null) return null;
  const { riseMm, shiftMm } = geometry.position;
  const ray: Vec3 = [xMm + shiftMm, yMm + riseMm, geometry.imageMm];
  const direction = turnedToWorld(back.axes, scaled(ray, 1 / ray[2]));
  const depthM = timesToMeet(back.at, direction, facesOf(geometry.settings.scene.subject));
  if (depthM === Infinity) return null;
  const { at } = back;
  const point: Vec3 = [at[0] + direction[0] * depthM, at[1] + direction[1] * depthM, at[2] + direction[2] * depthM];
  return { point, depthM, rangeM: depthM * Math.hypot(...direction) };
}

/** What lies between two things that were picked. */
export interface Apart {
  /** Between them in the world, m. */
  readonly metres: number;
  /** Between their pictures on the back, mm. */
  readonly onBackMm: number;
  /** Between the rays to them, degrees. */
  readonly angleDeg: number;
}

/**
 * Measures from one picked thing to another; `null` when one is no longer before the lens.
 *
 * @param geometry what follows from the settings of a setup
 * @param a the first picked point
 * @param b the second picked point
 *
 * @example
 * apart(frontGeometry, picked(frontGeometry, 0, 0), picked(frontGeometry, 5, 0))?.onBackMm // => 5
 */
export function apart(geometry: Geometry, a: Picked, b: Picked): Apart | null {
  const back = geometry.back;
  const [p, q] = [pictured(geometry, a.point), pictured(geometry, b.point)];
  if (!back || !p || !q) return null;
  const [u, w] = [minus(a.point, back.at), minus(b.point, back.at)];
  return {
    metres: length(minus(a.point, b.point)),
    onBackMm: Math.hypot(p[0] - q[0], p[1] - q[1]),
    angleDeg: degrees(Math.atan2(length(cross(u, w)), dot(u, w))),
  };
}

/** A flat convex face made ready to be met by rays: its plane n·P = at, and for each edge the plane e·P = at through it that stands on the face. */
interface ReadyFace {
  readonly normal: Vec3;
  readonly at: number;
  readonly edges: readonly { readonly normal: Vec3; readonly at: number }[];
}

const ready = new WeakMap<readonly Face[], readonly ReadyFace[]>();

function readied(faces: readonly Face[]): readonly ReadyFace[] {
  const known = ready.get(faces);
  if (known) return known;
  const made = faces.flatMap(({ corners }): readonly ReadyFace[] => {
    const [a, b, c] = corners;
    if (!a || !b || !c) return [];
    const normal = cross(minus(b, a), minus(c, a));
    const edges = corners.map((p, i) => {
      const across = cross(normal, minus(corners[(i + 1) % corners.length] ?? a, p));
      return { normal: across, at: dot(across, p) };
    });
    return [{ normal, at: dot(normal, a), edges }];
  });
  ready.set(faces, made);
  return made;
}

/**
 * How often a direction has to be gone from a place to meet the nearest of
 * some flat convex faces; Infinity when it meets none. The list of faces is
 * made ready once and kept: hand in the same list for many rays.
 */
export function timesToMeet(from: Vec3, direction: Vec3, faces: readonly Face[]): number {
  let nearest = Infinity;
  for (const { normal, at, edges } of readied(faces)) {
    const toward = dot(normal, direction);
    if (Math.abs(toward) < 1e-12) continue;
    const t = (at - dot(normal, from)) / toward;
    if (t <= 1e-6 || t >= nearest) continue;
    const hit: Vec3 = [from[0] + direction[0] * t, from[1] + direction[1] * t, from[2] + direction[2] * t];
    // Inside when it lies on the same side of every edge.
    let side = 0;
    let inside = true;
    for (const edge of edges) {
      const s = dot(edge.normal, hit) - edge.at;
      if (s !== 0 && side !== 0 && Math.sign(s) !== side) {
        inside = false;
        break;
      }
      if (s !== 0) side = Math.sign(s);
    }
    if (inside) nearest = t;
  }
  return nearest;
}

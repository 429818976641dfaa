import { degrees } from '../angles';
import { cross, dot, length, minus, scaled, type Vec3 } from '../focus/vector';
import { lensPosition, pictured, standBack, standImageMm } from '../stand/back';
import { turnedToWorld } from '../stand/pose';
import type { StandSettings } from '../stand/settings';
import { facesOf, type Face } from './faces';

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
 * Only `faces` count where they are given.
 */
export function picked(settings: StandSettings, xMm: number, yMm: number, faces?: readonly Face[]): Picked | null {
  const back = standBack(settings);
  if (back === null || settings.scene === null) return null;
  const { riseMm, shiftMm } = lensPosition(settings);
  const ray: Vec3 = [xMm + shiftMm, yMm + riseMm, standImageMm(settings)];
  const direction = turnedToWorld(back.axes, scaled(ray, 1 / ray[2]));
  let depthM = Infinity;
  for (const face of faces ?? facesOf(settings.scene.subject)) depthM = Math.min(depthM, hitAt(back.at, direction, face) ?? Infinity);
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

/** Measures from one picked thing to another; `null` when one is no longer before the lens. */
export function apart(settings: StandSettings, a: Picked, b: Picked): Apart | null {
  const back = standBack(settings);
  const [p, q] = [pictured(settings, a.point), pictured(settings, b.point)];
  if (!back || !p || !q) return null;
  const [u, w] = [minus(a.point, back.at), minus(b.point, back.at)];
  return {
    metres: length(minus(a.point, b.point)),
    onBackMm: Math.hypot(p[0] - q[0], p[1] - q[1]),
    angleDeg: degrees(Math.atan2(length(cross(u, w)), dot(u, w))),
  };
}

/** How often the direction has to be gone to meet a flat convex face; `null` when it misses or the face lies behind. */
function hitAt(from: Vec3, direction: Vec3, { corners }: Face): number | null {
  const [a, b, c] = corners;
  if (!a || !b || !c) return null;
  const normal = cross(minus(b, a), minus(c, a));
  const toward = dot(normal, direction);
  if (Math.abs(toward) < 1e-12) return null;
  const t = dot(normal, minus(a, from)) / toward;
  if (t <= 1e-6) return null;
  const hit: Vec3 = [from[0] + direction[0] * t, from[1] + direction[1] * t, from[2] + direction[2] * t];
  // Inside when it lies on the same side of every edge.
  let side = 0;
  for (let i = 0; i < corners.length; i++) {
    const p = corners[i] ?? a;
    const q = corners[(i + 1) % corners.length] ?? a;
    const s = dot(normal, cross(minus(q, p), minus(hit, p)));
    if (s !== 0 && side !== 0 && Math.sign(s) !== side) return null;
    if (s !== 0) side = Math.sign(s);
  }
  return t;
}

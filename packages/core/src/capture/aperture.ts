import { requirePositive } from '../errors';
import { aperturePoints } from '../perspective/finderMatrix';

type Point = readonly [number, number];

/** From so many points on the spiral is the more even of the two; measured by `apertureError`. */
const SPIRAL_FROM = 36;

/**
 * Points of a round aperture, mm, each standing for an equal part of it: the
 * middles of a square grid drawn onto the disc without changing areas, or a
 * sunflower spiral where points are many or their number is no square. Source:
 * Shirley and Chiu, “A Low Distortion Map Between Disk and Square”, 1997 (from memory).
 *
 * @param openingMm diameter of the aperture, mm
 * @param count number of points
 *
 * @example
 * stratifiedAperture(10, 4).length // => 4
 */
export function stratifiedAperture(openingMm: number, count: number): readonly Point[] {
  const side = Math.round(Math.sqrt(count));
  if (side * side !== count || count >= SPIRAL_FROM) return aperturePoints(openingMm, count);
  const radius = requirePositive('openingMm', openingMm) / 2;
  const middle = (i: number): number => (2 * (i + 0.5)) / side - 1;
  const plain = Array.from({ length: count }, (_, k) => onDisc(middle(k % side), middle(Math.floor(k / side))));
  // Middles lie a little inside their parts: spread out again until their mean square is that of the disc, a half.
  const square = plain.reduce((sum, [x, y]) => sum + x * x + y * y, 0) / count;
  const scale = square === 0 ? 0 : radius * Math.sqrt(0.5 / square);
  return plain.map(([x, y]) => [scale * x, scale * y] as const);
}

/** A place of the square from −1 to 1 on the disc of radius 1. */
function onDisc(a: number, b: number): Point {
  if (a === 0 && b === 0) return [0, 0];
  const [r, angle] = Math.abs(a) > Math.abs(b) ? [a, (Math.PI / 4) * (b / a)] : [b, Math.PI / 2 - (Math.PI / 4) * (a / b)];
  return [r * Math.cos(angle), r * Math.sin(angle)];
}

/** So many directions of an edge are looked at. */
const DIRECTIONS = 180;

/**
 * By how much a picture through so many points errs at most: a straight edge
 * far out of focus lets a part of the aperture through, and the share of the
 * points on that side differs from the share of the area by this much of the
 * edge's contrast.
 *
 * @param points of a round aperture, mm
 * @param openingMm its diameter, mm
 *
 * @example
 * apertureError([[0, 0]], 10) // => 0.5
 */
export function apertureError(points: readonly Point[], openingMm: number): number {
  const radius = requirePositive('openingMm', openingMm) / 2;
  let most = 0;
  for (let k = 0; k < DIRECTIONS; k++) {
    const angle = (Math.PI * 2 * k) / DIRECTIONS;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const along = points.map(([x, y]) => (x * cos + y * sin) / radius).sort((a, b) => b - a);
    along.forEach((d, i) => {
      const area = beyond(d);
      most = Math.max(most, Math.abs(i / points.length - area), Math.abs((i + 1) / points.length - area));
    });
  }
  return most;
}

/** The share of a disc of radius 1 that lies beyond a straight line at a distance from its middle. */
function beyond(distance: number): number {
  const d = Math.max(-1, Math.min(1, distance));
  return (Math.acos(d) - d * Math.sqrt(1 - d * d)) / Math.PI;
}

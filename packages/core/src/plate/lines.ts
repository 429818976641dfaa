import { LuDecomposition, type Matrix } from 'ml-matrix';
import { radians } from '../angles';
import { cameraAxes, turnedToCamera } from '../space/pose';
import { length, scaled, type Vec3 } from '../space/vector';
import { normalOf, type PlateLevel, type PlateLine } from './level';
import { directionOf, type FlatPlate } from './pixel';
import { jackknife } from '../robust';

/** A line’s direction is known to this many px over its length, and never better than this angle: no lens draws quite straight. */
const [ENDS_PX, NEVER_BETTER] = [0.8, radians(0.1)] as const;

/** The picture is divided into this many upright strips, each left out in turn. */
export const STRIPS = 8;

export interface Line {
  /** The line, or the lines that are one, by their places in the list. */
  readonly indices: readonly number[];
  readonly ends: PlateLine;
  /** Its middle, and its direction in the picture, up positive. */
  readonly mid: readonly [number, number];
  readonly along: readonly [number, number];
  /** Across the plane through the lens and the line. */
  readonly normal: Vec3;
  readonly sigma: number;
  /** How much it says: 1 for a line as good as any. What is long is better, but it is one line. */
  readonly weight: number;
  readonly stripAcross: number;
}

/** What a line says; `null` where it is a point. */
export function lineOf(plate: FlatPlate, line: PlateLine, indices: readonly number[]): Line | null {
  const [from, to] = [directionOf(plate, [line[0], line[1]]), directionOf(plate, [line[2], line[3]])];
  const px = Math.hypot(line[2] - line[0], line[3] - line[1]);
  const normal = normalOf(plate, line);
  if (!(px > 0) || !(length(normal) > 0)) return null;
  const sigma = Math.hypot(ENDS_PX / px, NEVER_BETTER);
  return {
    indices,
    ends: line,
    mid: [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2],
    along: [(line[2] - line[0]) / px, -(line[3] - line[1]) / px],
    normal: scaled(normal, 1 / length(normal)),
    sigma,
    weight: NEVER_BETTER / sigma,
    stripAcross: Math.min(STRIPS - 1, Math.max(0, Math.floor((STRIPS * (line[0] + line[2])) / 2 / plate.widthPx))),
  };
}

/** By what angle a line misses a direction, in its own uncertainty. */
export function miss({ mid: [x, y], along: [dx, dy], sigma }: Line, [vx, vy, vz]: Vec3): number {
  const [gx, gy] = [vx - x * vz, vy - y * vz];
  const far = Math.hypot(gx, gy);
  return far === 0 ? 0 : Math.asin(Math.max(-1, Math.min(1, (dx * gy - dy * gx) / far))) / sigma;
}

/** Where up lies in the camera of a photograph that is held so, and where a level direction does. */
export const upOf = (level: PlateLevel): Vec3 => turnedToCamera(cameraAxes({ yawDeg: 0, ...level }), [0, 1, 0]);
export const alongOf = (level: PlateLevel, awayDeg: number): Vec3 =>
  turnedToCamera(cameraAxes({ yawDeg: 0, ...level }), [Math.cos(radians(awayDeg)), 0, Math.sin(radians(awayDeg))]);

/** Equations are taken to have no solution of their own where what remains of one is less than this share of the first. */
const TOLD_APART = 1e-12;

/** The solution of a few linear equations; `null` where they have none of their own. */
export function solved(left: Matrix, right: Matrix): readonly number[] | null {
  const lu = new LuDecomposition(left);
  const sizes = lu.upperTriangularMatrix.diagonal().map(Math.abs);
  if (!(Math.min(...sizes) > TOLD_APART * Math.max(...sizes))) return null;
  return lu.solve(right).to1DArray();
}

/** Below this the lines tell nothing any more: lenses draw straight lines curved, degrees. */
const NEVER_SURER_DEG = 0.03;

/** How uncertain a value is that comes out so as each strip is left out, degrees; `null` where it is not known without one of them. */
export function scatter(values: readonly (number | null)[]): number | null {
  const known = values.filter((value) => value !== null);
  if (known.length < values.length) return null;
  return Math.hypot(NEVER_SURER_DEG, jackknife(known));
}

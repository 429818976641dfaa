import { determinant, Matrix, SingularValueDecomposition } from 'ml-matrix';
import { degrees } from '../angles';
import type { MatchedPixels } from '../model/plate';
import { anglesOf, cameraAxes, turnedToWorld, type CameraAxes } from '../space/pose';
import { length, scaled, type Vec3 } from '../space/vector';
import { directionOf, type PlateProjection } from './pixel';
import type { HeldPlate, Turned } from './throughRig';
import { median } from '../robust';

/** How another photograph from the same place was held. */
export interface TurnedBeside {
  readonly held: Turned;
  /** How many of the matches it rests on. */
  readonly used: number;
  /** How far those lie from where the first photograph shows them, root mean square, degrees. */
  readonly offDeg: number;
  /** Whether they agree as well as two photographs from one place do. */
  readonly fits: boolean;
}

/** Fewer matches fix nothing reliably. */
const MATCHES_LEAST = 8;
/** Two photographs from one place agree to this, root mean square: what a phone’s lens still distorts, and the few centimetres by which a hand moves it while turning (from memory: half a percent of a picture 70° wide is 0.2°). */
const FITS_DEG = 0.25;
const ROUNDS = 12;
/** The constant of Huber’s estimator for normal errors; so many standard deviations off a match is wrong; and a median deviation in the plane times this is a standard deviation. */
const [HUBER, WRONG, NORMAL] = [1.345, 4, 0.8493];

/**
 * How a second photograph from the same place was held, from things that both show: the turn that brings
 * their directions together. `null` where too few matches are left.
 * Source: the turn of least squares by singular values (Kabsch, “A Solution for the Best Rotation to Relate Two Sets of Vectors”, 1976), with Huber’s weights against wrong matches.
 *
 * @param first the photograph whose level is known
 * @param other how the second is projected
 * @param matches the same things in both, px
 *
 * @example
 * turnedBeside({ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 } }, { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, []) // => null
 */
export function turnedBeside({ plate, held }: HeldPlate, other: PlateProjection, matches: readonly MatchedPixels[]): TurnedBeside | null {
  if (matches.length < MATCHES_LEAST) return null;
  const pairs = matches.map(([u, v, x, y]): DirectionPair => {
    const world = turnedToWorld(cameraAxes(held), directionOf(plate, [u, v]));
    return [ofLengthOne(world), ofLengthOne(directionOf(other, [x, y]))];
  });
  let weights = pairs.map(() => 1);
  let axes = bestTurn(pairs, weights);
  for (let round = 0; round < ROUNDS && axes; round++) {
    const off = offBy(pairs, axes);
    const sigma = Math.max(1e-9, NORMAL * median(off));
    // Wrong matches pull less and less, and in the end not at all.
    weights = off.map((each) => (round < ROUNDS / 2 ? Math.min(1, (HUBER * sigma) / each) : Number(each < WRONG * sigma)));
    axes = bestTurn(pairs, weights);
  }
  if (!axes) return null;
  const kept = offBy(pairs, axes).filter((_, i) => (weights[i] ?? 0) > 0.5);
  if (kept.length < MATCHES_LEAST) return null;
  const offDeg = degrees(Math.sqrt(kept.reduce((sum, each) => sum + each * each, 0) / kept.length));
  return { held: anglesOf(axes), used: kept.length, offDeg, fits: offDeg <= FITS_DEG };
}

const ofLengthOne = (ray: Vec3): Vec3 => scaled(ray, 1 / length(ray));

/** The same direction in the world and in the camera of the second photograph, of length one. */
type DirectionPair = readonly [world: Vec3, seen: Vec3];

/** The axes of a camera that sees directions as closely as it can where they are seen; `null` where they do not fix it. */
function bestTurn(pairs: readonly DirectionPair[], weights: readonly number[]): CameraAxes | null {
  const both = Matrix.zeros(3, 3);
  pairs.forEach(([world, seen], k) => {
    for (const i of [0, 1, 2] as const)
      for (const j of [0, 1, 2] as const) both.set(i, j, both.get(i, j) + (weights[k] ?? 0) * world[i] * seen[j]);
  });
  const { leftSingularVectors: u, rightSingularVectors: v, diagonal } = new SingularValueDecomposition(both);
  // All in one direction they may be turned about it.
  if (!((diagonal[1] ?? 0) > 1e-9 * (diagonal[0] ?? 0))) return null;
  const mirrored = determinant(u) * determinant(v) < 0 ? -1 : 1;
  const turn = u.mmul(Matrix.diag([1, 1, mirrored])).mmul(v.transpose());
  const axis = (j: number): Vec3 => [turn.get(0, j), turn.get(1, j), turn.get(2, j)];
  return { right: axis(0), up: axis(1), forward: axis(2) };
}

/** How far each lies off, radians. */
const offBy = (pairs: readonly DirectionPair[], axes: CameraAxes): readonly number[] =>
  pairs.map(([world, seen]) => {
    const [x, y, z] = turnedToWorld(axes, seen);
    // Of small angles the chord tells more than the cosine.
    return 2 * Math.asin(Math.min(1, Math.hypot(world[0] - x, world[1] - y, world[2] - z) / 2));
  });

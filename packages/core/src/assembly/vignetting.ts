import { Matrix, solve } from 'ml-matrix';
import type { GeometryFrame } from './frameGeometry';
import type { Px } from './plane';

/** Light that two frames show at one place: that of `a` over that of `b`. */
export interface LightPatch {
  readonly a: number;
  readonly b: number;
  /** Where each shows it, px from its own top left. */
  readonly inA: Px;
  readonly inB: Px;
  readonly ratio: number;
}

/** How light falls off from the lens axis: stops lost are `square`·ρ² + `fourth`·ρ⁴, with ρ in half diagonals of the frame. */
export interface Vignetting {
  readonly square: number;
  readonly fourth: number;
}

/** Fewer patches than this prove nothing, and what is less than so many stops at the half diagonal is not there. */
const [FEWEST_PATCHES, SEEN_STOPS] = [8, 0.03] as const;
/** Lenses lose about so many stops in the corner at most (common practice), as one standard deviation of a weak hold. */
const HELD_STOPS = 2;
/** No patch is surer than this, stops. */
const SUREST_STOPS = 0.01;
/** What is found is worth it when it explains so many times its own doubt. */
const SURE = 4;
const ROUNDS = 12;

/**
 * Distance of a place from the lens axis, in half diagonals of the frame.
 *
 * @param frame the frame
 * @param at place in the frame, px
 *
 * @example
 * fromAxis({ width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 0, y: 0 } }, { x: 60, y: 80 }) // => 1
 */
export const fromAxis = ({ width, height, foot }: Omit<GeometryFrame, 'rough'>, { x, y }: Px): number =>
  Math.hypot(x - foot.x, y - foot.y) / (Math.hypot(width, height) / 2);

/**
 * How light falls off, by what overlaps show at different distances from the
 * lens axis; each frame has its own exposure. `null` where it is too little to
 * be seen, or not sure. Source: weighted least squares, weights by Geman and
 * McClure; the polynomial is common practice.
 *
 * @param frames the frames, each with where the lens axis meets it
 * @param patches what they show
 *
 * @example
 * fittedVignetting([], []) // => null
 */
export function fittedVignetting(frames: readonly GeometryFrame[], patches: readonly LightPatch[]): Vignetting | null {
  const rows = patches.flatMap(({ a, b, inA, inB, ratio }) => {
    const [fa, fb] = [frames[a], frames[b]];
    if (!fa || !fb || !(ratio > 0)) return [];
    const [p, q] = [fromAxis(fa, inA) ** 2, fromAxis(fb, inB) ** 2];
    return [{ a, b, square: q - p, fourth: q * q - p * p, stops: Math.log2(ratio) }];
  });
  if (rows.length < FEWEST_PATCHES) return null;
  // Exposure of each frame but the first, then the two terms.
  const count = frames.length + 1;
  const [square, fourth] = [count - 2, count - 1];
  let found = Matrix.zeros(count, 1);
  let normal = Matrix.eye(count);
  let sigma = 0.3;
  const restOf = (row: (typeof rows)[number]): number => {
    const exposure = (f: number): number => (f === 0 ? 0 : found.get(f - 1, 0));
    return row.stops - (exposure(row.a) - exposure(row.b) + found.get(square, 0) * row.square + found.get(fourth, 0) * row.fourth);
  };
  for (let round = 0; round < ROUNDS; round++) {
    normal = Matrix.zeros(count, count);
    const right = Matrix.zeros(count, 1);
    for (let i = 0; i < count; i++) normal.set(i, i, 1 / HELD_STOPS ** 2);
    for (const row of rows) {
      const slopes: readonly (readonly [number, number])[] = [
        ...(row.a > 0 ? [[row.a - 1, 1] as const] : []),
        ...(row.b > 0 ? [[row.b - 1, -1] as const] : []),
        [square, row.square],
        [fourth, row.fourth],
      ];
      const rest = round === 0 ? 0 : restOf(row);
      const weight = 1 / (1 + (rest / (3 * sigma)) ** 2) ** 2 / Math.max(SUREST_STOPS, sigma) ** 2;
      for (const [i, si] of slopes) {
        right.set(i, 0, right.get(i, 0) + weight * si * row.stops);
        for (const [j, sj] of slopes) normal.set(i, j, normal.get(i, j) + weight * si * sj);
      }
    }
    found = solve(normal, right);
    // The middle of what is left, as a standard deviation.
    const left = rows.map((row) => Math.abs(restOf(row))).sort((p, q) => p - q);
    sigma = Math.max(SUREST_STOPS, 1.48 * (left[Math.floor(left.length / 2)] ?? 0));
  }
  const terms = { square: found.get(square, 0), fourth: found.get(fourth, 0) };
  const covariance = solve(normal, Matrix.eye(count));
  // What is lost at the farthest place that was seen, and how sure that is.
  const far = Math.max(
    ...patches.flatMap(({ a, b, inA, inB }) =>
      [[frames[a], inA] as const, [frames[b], inB] as const].map(([frame, at]) => (frame ? fromAxis(frame, at) : 0)),
    ),
  );
  const [s, t] = [far ** 2, far ** 4];
  const lost = terms.square * s + terms.fourth * t;
  const variance =
    s * s * covariance.get(square, square) + 2 * s * t * covariance.get(square, fourth) + t * t * covariance.get(fourth, fourth);
  return Math.abs(lost) > Math.max(SEEN_STOPS, SURE * Math.sqrt(Math.max(0, variance))) ? terms : null;
}

import { inverse, Matrix } from 'ml-matrix';
import { HUBER, robustScatter } from '../robust';

/** One measurement: what it should come to is the sum of the unknowns times their shares. */
export interface Equation {
  readonly shares: readonly number[];
  readonly value: number;
  /** One standard deviation of the value. */
  readonly doubt: number;
}

/** The unknowns by which measurements are missed least. */
export interface Solution {
  readonly values: readonly number[];
  /** Covariance of the unknowns, by how far the measurements scatter or by their own doubt, whichever is more. */
  readonly covariance: Matrix;
  /** How far each measurement lies from what it should come to. */
  readonly off: readonly number[];
}

const ROUNDS = 6;
/** The least share of a diagonal that elimination may leave: less is rounding, and an unknown is not fixed. */
const FIXED = 1e-9;

/**
 * Least squares with Huber’s weights, so that odd measurements hardly count.
 * `null` where the measurements do not fix every unknown.
 *
 * @param equations the measurements
 *
 * @example
 * leastSquares([1, 2, 3].map((value) => ({ shares: [1], value, doubt: 1 })))?.values // => [2]
 */
export function leastSquares(equations: readonly Equation[]): Solution | null {
  const size = equations[0]?.shares.length ?? 0;
  if (size === 0 || equations.length < size) return null;
  let weights = equations.map(({ doubt }) => 1 / doubt ** 2);
  let off: readonly number[] = [];
  let values: readonly number[] = [];
  let back: Matrix | null = null;
  let scatter = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const normal = Matrix.zeros(size, size);
    const right = new Float64Array(size);
    for (const [k, { shares, value }] of equations.entries()) {
      const weight = weights[k] ?? 0;
      for (let i = 0; i < size; i++) {
        const share = shares[i] ?? 0;
        right[i] = (right[i] ?? 0) + weight * share * value;
        for (let j = 0; j < size; j++) normal.set(i, j, normal.get(i, j) + weight * share * (shares[j] ?? 0));
      }
    }
    back = inverted(normal);
    if (!back) return null;
    const inverseNormal = back;
    values = Array.from({ length: size }, (_, i) => right.reduce((sum, each, j) => sum + inverseNormal.get(i, j) * each, 0));
    off = equations.map(({ shares, value }) => shares.reduce((rest, share, i) => rest - share * (values[i] ?? 0), value));
    scatter = Math.max(1, robustScatter(off.map((each, k) => each / (equations[k]?.doubt ?? 1))));
    weights = equations.map(({ doubt }, k) => Math.min(1, (HUBER * scatter * doubt) / Math.max(1e-30, Math.abs(off[k] ?? 0))) / doubt ** 2);
  }
  return back && { values, covariance: back.mul(scatter ** 2), off };
}

/** The inverse of a normal matrix, its diagonal made ones meanwhile; `null` where some unknown is not fixed. */
function inverted(normal: Matrix): Matrix | null {
  const root = normal.diagonal().map(Math.sqrt);
  if (root.some((each) => !(each > 0))) return null;
  const even = Matrix.zeros(normal.rows, normal.columns);
  for (let i = 0; i < root.length; i++)
    for (let j = 0; j < root.length; j++) even.set(i, j, normal.get(i, j) / ((root[i] ?? 1) * (root[j] ?? 1)));
  const left = pivots(even);
  if (left < FIXED) return null;
  const back = inverse(even);
  for (let i = 0; i < root.length; i++)
    for (let j = 0; j < root.length; j++) back.set(i, j, back.get(i, j) / ((root[i] ?? 1) * (root[j] ?? 1)));
  return back;
}

/** The least pivot of a symmetric matrix. */
function pivots(matrix: Matrix): number {
  const rest = matrix.clone();
  let least = Infinity;
  for (let k = 0; k < rest.rows; k++) {
    const pivot = rest.get(k, k);
    least = Math.min(least, pivot);
    if (!(pivot > 0)) return 0;
    for (let i = k + 1; i < rest.rows; i++)
      for (let j = k + 1; j < rest.rows; j++) rest.set(i, j, rest.get(i, j) - (rest.get(i, k) * rest.get(k, j)) / pivot);
  }
  return least;
}

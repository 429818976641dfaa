import type { Vec3 } from '../space/vector';

/** The direction least along all of some vectors, of length one, and how much they are along the next: what tells it apart. */
export interface LeastAlong {
  readonly direction: Vec3;
  /** Sum of squares along the direction that comes next. */
  readonly next: number;
}

const SWEEPS = 30;

/**
 * The direction along which some vectors have least: the singular vector of the
 * least singular value. Source: Jacobi's method for the eigenvectors of a
 * symmetric matrix, e.g. Golub, Van Loan, Matrix Computations, 8.5.
 *
 * @param vectors any number of vectors
 *
 * @example
 * leastAlong([[1, 0, 0], [0, 0, 2]])?.next // => 1
 */
export function leastAlong(vectors: readonly Vec3[]): LeastAlong | null {
  const a = [0, 1, 2].map((i) => [0, 1, 2].map((j) => vectors.reduce((sum, each) => sum + (each[i] ?? 0) * (each[j] ?? 0), 0)));
  if (a.flat().some((value) => !Number.isFinite(value))) return null;
  const v = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  const at = (m: readonly (readonly number[])[], i: number, j: number): number => m[i]?.[j] ?? 0;
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    for (const [p, q] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const) {
      if (at(a, p, q) === 0) continue;
      const theta = (at(a, q, q) - at(a, p, p)) / (2 * at(a, p, q));
      const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.hypot(theta, 1));
      const c = 1 / Math.hypot(t, 1);
      turn(a, [p, q], [c, t * c], 'rows');
      turn(a, [p, q], [c, t * c], 'columns');
      turn(v, [p, q], [c, t * c], 'columns');
    }
  }
  const order = [0, 1, 2].sort((i, j) => at(a, i, i) - at(a, j, j));
  const [least = 0, next = 1] = order;
  return { direction: [at(v, 0, least), at(v, 1, least), at(v, 2, least)], next: at(a, next, next) };
}

/** Turns two rows or two columns of a matrix against each other, in place. */
function turn(m: number[][], [p, q]: readonly [number, number], [c, s]: readonly [number, number], of: 'rows' | 'columns'): void {
  for (let k = 0; k < 3; k++) {
    const [first, second] = of === 'rows' ? [m[p], m[q]] : [m[k], m[k]];
    const [i, j] = of === 'rows' ? [k, k] : [p, q];
    if (!first || !second) continue;
    const [x, y] = [first[i] ?? 0, second[j] ?? 0];
    first[i] = c * x - s * y;
    second[j] = s * x + c * y;
  }
}

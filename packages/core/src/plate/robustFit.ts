import { EigenvalueDecomposition, inverse, Matrix, solve } from 'ml-matrix';
import { HUBER, robustScatter } from '../robust';
import type { OnBack } from './throughRig';

/** What is solved for. */
export interface Fitting {
  /** How far each point is drawn from where it should be, mm, by the values that are solved for. */
  readonly missedBy: (values: readonly number[]) => readonly OnBack[];
  /** How far each value may be off nothing, one standard deviation; `null` where nothing is assumed of it. */
  readonly held: readonly (number | null)[];
}

/** The values by which points are missed least. */
export interface Fit {
  readonly values: readonly number[];
  /** Inverse of the weighted normal matrix: times the variance of a point it is that of the values. */
  readonly covariance: Matrix;
  /** How far each point counts, 0 to 1. */
  readonly weights: readonly number[];
  readonly offMm: readonly number[];
  /** Standard deviation of a point in one direction, mm. */
  readonly sigmaMm: number;
}

const ROUNDS = 60;
/** Points are not found better than this in a frame, mm. */
const FINEST_MM = 0.0005;
const STEP = 1e-4;

/**
 * The values by which points are missed least, begun from nothing; wrong points hardly count. `null` where the points do not fix every value.
 * Source: Levenberg’s and Marquardt’s method with Huber’s weights (Hartley and Zisserman, “Multiple View Geometry”, 2004, A6).
 *
 * @param fitting what is solved for
 *
 * @example
 * robustFit({ missedBy: ([x = 0]) => Array.from({ length: 9 }, () => [x - 3, 0]), held: [null] })?.values[0] // => 3
 */
export function robustFit({ missedBy, held }: Fitting): Fit | null {
  let values: readonly number[] = held.map(() => 0);
  let missed = missedBy(values);
  let sigmaMm = spreadOf(missed);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS; round++) {
    const { normal, towards } = equations({ values, missed, sigmaMm, held, missedBy });
    const damped = normal.clone();
    for (let i = 0; i < values.length; i++) damped.set(i, i, normal.get(i, i) * (1 + damping) + 1e-12);
    const step = solve(damped, towards).to1DArray();
    const next = values.map((value, i) => value - (step[i] ?? 0));
    const misses = missedBy(next);
    const cost = costOf(misses, sigmaMm, next, held);
    if (!(cost < costOf(missed, sigmaMm, values, held))) {
      damping *= 8;
      if (damping > 1e9) break;
      continue;
    }
    const moved = Math.hypot(...step);
    [values, missed, damping] = [next, misses, Math.max(1e-9, damping / 5)];
    sigmaMm = spreadOf(missed);
    if (moved < 1e-10) break;
  }
  if (values.some((value) => !Number.isFinite(value))) return null;
  const { normal } = equations({ values, missed, sigmaMm, held, missedBy });
  if (!isFixed(normal)) return null;
  const offMm = missed.map(([x, y]) => Math.hypot(x, y));
  return {
    values,
    covariance: inverse(normal),
    weights: offMm.map((mm) => weightOf(mm, sigmaMm)),
    offMm,
    sigmaMm,
  };
}

/** The least eigenvalue of the normal matrix, its diagonal made ones, by which every unknown is still fixed: less is rounding. */
const FIXED = 1e-10;

/** Whether points fix every unknown: all in one place or on one line they do not. */
function isFixed(normal: Matrix): boolean {
  const root = normal.diagonal().map(Math.sqrt);
  if (root.some((value) => !(value > 0))) return false;
  const scaled = normal.clone();
  for (let i = 0; i < root.length; i++)
    for (let j = 0; j < root.length; j++) scaled.set(i, j, normal.get(i, j) / ((root[i] ?? 1) * (root[j] ?? 1)));
  return Math.min(...new EigenvalueDecomposition(scaled, { assumeSymmetric: true }).realEigenvalues) > FIXED;
}

/** How far points lie off, as a standard deviation in one direction that wrong matches do not change. */
function spreadOf(missed: readonly OnBack[]): number {
  return Math.max(FINEST_MM, robustScatter(missed.flat()));
}

const weightOf = (offMm: number, sigmaMm: number): number => Math.min(1, (HUBER * sigmaMm * Math.SQRT2) / Math.max(offMm, 1e-12));

function costOf(missed: readonly OnBack[], sigmaMm: number, values: readonly number[], held: readonly (number | null)[]): number {
  const knee = HUBER * sigmaMm * Math.SQRT2;
  const points = missed.reduce((sum, [x, y]) => {
    const mm = Math.hypot(x, y);
    return sum + (mm <= knee ? mm * mm : 2 * knee * mm - knee * knee);
  }, 0);
  return held.reduce<number>((sum, within, i) => (within === null ? sum : sum + (((values[i] ?? 0) / within) * sigmaMm) ** 2), points);
}

/** The weighted normal equations of the present state, and the way toward less. */
function equations({
  values,
  missed,
  sigmaMm,
  held,
  missedBy,
}: {
  readonly values: readonly number[];
  readonly missed: readonly OnBack[];
  readonly sigmaMm: number;
  /** How far each may be off what is assumed; `null` where nothing is. */
  readonly held: readonly (number | null)[];
  readonly missedBy: (values: readonly number[]) => readonly OnBack[];
}): { readonly normal: Matrix; readonly towards: Matrix } {
  const slopes = values.map((_, i) => {
    const moved = (by: number): readonly OnBack[] => missedBy(values.map((value, k) => (k === i ? value + by : value)));
    const [more, less] = [moved(STEP), moved(-STEP)];
    return more.map(([x, y], k): OnBack => [(x - (less[k]?.[0] ?? 0)) / (2 * STEP), (y - (less[k]?.[1] ?? 0)) / (2 * STEP)]);
  });
  const normal = Matrix.zeros(values.length, values.length);
  const towards = Matrix.zeros(values.length, 1);
  missed.forEach(([x, y], k) => {
    const weight = weightOf(Math.hypot(x, y), sigmaMm);
    slopes.forEach((of, i) => {
      const [ax, ay] = of[k] ?? [0, 0];
      towards.set(i, 0, towards.get(i, 0) + weight * (ax * x + ay * y));
      slopes.forEach((other, j) => {
        const [bx, by] = other[k] ?? [0, 0];
        normal.set(i, j, normal.get(i, j) + weight * (ax * bx + ay * by));
      });
    });
  });
  held.forEach((within, i) => {
    if (within === null) return;
    const firm = (sigmaMm / within) ** 2;
    normal.set(i, i, normal.get(i, i) + firm);
    towards.set(i, 0, towards.get(i, 0) + firm * (values[i] ?? 0));
  });
  return { normal, towards };
}

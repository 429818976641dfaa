import { Matrix, solve } from 'ml-matrix';

/** A value in stops at a place about the lens axis, in one of several frames. */
export interface Sample {
  readonly frame: number;
  readonly xMm: number;
  readonly yMm: number;
  readonly stops: number;
}

/** What samples are the sum of: one value for each frame, a slope across the wall, and a loss by image height. */
export interface Radial {
  /** Value of each frame in the middle, stops. */
  readonly frames: readonly number[];
  /** How it grows to the right and up, stops per mm. */
  readonly slope: readonly [right: number, up: number];
  /** Rising image heights, mm, from 0, and the loss at each, stops; straight between them. */
  readonly heightsMm: readonly number[];
  readonly lost: readonly number[];
  /** One standard deviation of each loss, stops: how far it moves as directions are left out in turn. */
  readonly doubt: readonly number[];
  /** How far samples lie off, stops, as a standard deviation that odd ones do not change. */
  readonly scatterStops: number;
}

const ROUNDS = 4;
/** Directions left out in turn to see how far the answer moves. */
const PARTS = 8;
/** The constant of Huber’s estimator for normal errors. */
const HUBER = 1.345;
const NORMAL = 1.4826;
/** A scatter below this is rounding, stops. */
const FINEST = 1e-4;

/** Which two knots a height lies between, and how far it is toward the second. */
function between(heightsMm: readonly number[], heightMm: number): readonly [number, number] {
  const step = heightsMm[1] ?? 1;
  const low = Math.min(heightsMm.length - 2, Math.max(0, Math.floor(heightMm / step)));
  return [low, heightMm / step - low];
}

/** Sums of least squares: the normal matrix, row by row, and its right side. */
interface Sums {
  readonly normal: Float64Array;
  readonly right: Float64Array;
}

const emptySums = (size: number): Sums => ({ normal: new Float64Array(size * size), right: new Float64Array(size) });

function solved({ normal, right }: Sums, count: number): readonly number[] {
  const size = right.length;
  const matrix = Matrix.from1DArray(size, size, normal);
  // A knot or a frame without samples stays at nothing.
  for (let i = 0; i < size; i++) matrix.set(i, i, matrix.get(i, i) + 1e-9 * count);
  return solve(matrix, Matrix.columnVector([...right])).to1DArray();
}

/** One sample as an equation: which unknowns it is the sum of, and by how much each. */
interface Equation {
  readonly unknown: readonly number[];
  readonly share: readonly number[];
  readonly stops: number;
  readonly part: number;
}

function addTo({ normal, right }: Sums, { unknown, share, stops }: Equation, weight: number): void {
  const size = right.length;
  for (let a = 0; a < unknown.length; a++) {
    const row = unknown[a] ?? 0;
    const by = weight * (share[a] ?? 0);
    right[row] = (right[row] ?? 0) + by * stops;
    for (let b = 0; b < unknown.length; b++) {
      const at = row * size + (unknown[b] ?? 0);
      normal[at] = (normal[at] ?? 0) + by * (share[b] ?? 0);
    }
  }
}

/**
 * Loss by image height, apart from what differs from frame to frame and from a
 * slope across the wall: least squares, in which odd samples hardly count
 * (Huber’s weights). Its uncertainty is that of the jackknife (Quenouille,
 * Tukey) over directions from the axis.
 *
 * @param samples of one aperture
 * @param frames how many frames they are of
 * @param lastMm greatest image height, mm
 * @param knots so many steps to there
 */
export function radialFit(samples: readonly Sample[], frames: number, lastMm: number, knots: number): Radial {
  const heightsMm = Array.from({ length: knots + 1 }, (_, i) => (lastMm * i) / knots);
  // Unknown: the frames, the two slopes, and the loss at all knots but the first, where there is none.
  const size = frames + 2 + knots;
  const equations = samples.map(({ frame, xMm, yMm, stops }): Equation => {
    const [low, share] = between(heightsMm, Math.hypot(xMm, yMm));
    const part = Math.floor((Math.atan2(yMm, xMm) / (2 * Math.PI) + 1) * PARTS) % PARTS;
    const [unknown, shares] = [
      [frame, frames, frames + 1, frames + 2 + low],
      [1, xMm, yMm, -share],
    ];
    if (low === 0) return { unknown, share: shares, stops, part };
    return { unknown: [...unknown, frames + 1 + low], share: [...shares, share - 1], stops, part };
  });
  let values: readonly number[] = [];
  let weights = equations.map(() => 1);
  let scatterStops = 0;
  let parts: readonly Sums[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    parts = Array.from({ length: PARTS }, () => emptySums(size));
    equations.forEach((each, k) => {
      const sums = parts[each.part];
      if (sums) addTo(sums, each, weights[k] ?? 0);
    });
    values = solved(summed(parts, size), equations.length);
    const off = equations.map(({ unknown, share, stops }) =>
      unknown.reduce((rest, i, a) => rest - (share[a] ?? 0) * (values[i] ?? 0), stops),
    );
    const sorted = Float64Array.from(off, Math.abs).sort();
    scatterStops = Math.max(FINEST, NORMAL * (sorted[Math.floor(sorted.length / 2)] ?? 0));
    weights = off.map((each) => Math.min(1, (HUBER * scatterStops) / Math.max(1e-12, Math.abs(each))));
  }
  const lostOf = (found: readonly number[]): readonly number[] => [0, ...found.slice(frames + 2)];
  const without = parts.map((left) =>
    lostOf(
      solved(
        summed(
          parts.filter((each) => each !== left),
          size,
        ),
        equations.length,
      ),
    ),
  );
  return {
    frames: values.slice(0, frames),
    slope: [values[frames] ?? 0, values[frames + 1] ?? 0],
    heightsMm,
    lost: lostOf(values),
    doubt: heightsMm.map((_, i) => jackknife(without.map((each) => each[i] ?? 0))),
    scatterStops,
  };
}

function summed(parts: readonly Sums[], size: number): Sums {
  const whole = emptySums(size);
  for (const { normal, right } of parts) {
    for (let i = 0; i < normal.length; i++) whole.normal[i] = (whole.normal[i] ?? 0) + (normal[i] ?? 0);
    for (let i = 0; i < size; i++) whole.right[i] = (whole.right[i] ?? 0) + (right[i] ?? 0);
  }
  return whole;
}

/** Standard deviation of a value by those found with one part left out each. */
function jackknife(values: readonly number[]): number {
  const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
  return Math.sqrt(((values.length - 1) / values.length) * values.reduce((sum, each) => sum + (each - mean) ** 2, 0));
}

/** What a loss by image height says of one height. */
export function lostAt({ heightsMm, lost }: Pick<Radial, 'heightsMm' | 'lost'>, heightMm: number): number {
  const [low, share] = between(heightsMm, heightMm);
  return (1 - share) * (lost[low] ?? 0) + share * (lost[low + 1] ?? 0);
}

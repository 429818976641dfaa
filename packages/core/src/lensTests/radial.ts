import { Matrix, solve } from 'ml-matrix';
import { HUBER, jackknife, robustScatter } from '../robust';

/** How light it is at a place about the lens axis in one of several frames, stops. */
export interface Sample {
  readonly frame: number;
  readonly xMm: number;
  readonly yMm: number;
  readonly stops: number;
}

/** What samples are made up of: a value for each frame, a slope across the wall, and a loss by image height. */
export interface Radial {
  /** Value of each frame on the axis, stops. */
  readonly frames: readonly number[];
  /** How much lighter it becomes to the right and upward, stops per mm. */
  readonly slope: readonly [right: number, up: number];
  /** Image heights from 0, mm, and the loss at each, stops; it is straight between them. */
  readonly heightsMm: readonly number[];
  readonly lost: readonly number[];
  /** One standard deviation of each loss, stops, by leaving out one direction after the other. */
  readonly doubt: readonly number[];
  /** Standard deviation of the samples of each frame about all this, stops; odd samples do not change it. */
  readonly scatterStops: readonly number[];
  /** The stretch of image heights without samples that lies nearest the axis, mm; `null` where there is none. Beyond it nothing is known. */
  readonly gapMm: readonly [from: number, to: number] | null;
}

const ROUNDS = 4;
/** Directions that are left out one after the other. */
const PARTS = 8;
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
 * Loss by image height, separated from how frames differ and from a slope
 * across the wall, by least squares with Huber’s weights, so that odd samples
 * hardly count. Its uncertainty is by the jackknife over directions from the
 * axis.
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
  let off: readonly number[] = [];
  let parts: readonly Sums[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    parts = Array.from({ length: PARTS }, () => emptySums(size));
    equations.forEach((each, k) => {
      const sums = parts[each.part];
      if (sums) addTo(sums, each, weights[k] ?? 0);
    });
    values = solved(summed(parts, size), equations.length);
    off = equations.map(({ unknown, share, stops }) => unknown.reduce((rest, i, a) => rest - (share[a] ?? 0) * (values[i] ?? 0), stops));
    const knee = HUBER * Math.max(FINEST, robustScatter(off));
    weights = off.map((each) => Math.min(1, knee / Math.max(1e-12, Math.abs(each))));
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
    scatterStops: Array.from({ length: frames }, (_, frame) => robustScatter(off.filter((__, i) => samples[i]?.frame === frame))),
    gapMm: gapOf(samples, heightsMm),
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

/** The first stretch between knots that has no samples, as far as it goes. */
function gapOf(samples: readonly Sample[], heightsMm: readonly number[]): Radial['gapMm'] {
  const steps = heightsMm.length - 1;
  const isSeen = new Array<boolean>(steps).fill(false);
  for (const { xMm, yMm } of samples) isSeen[between(heightsMm, Math.hypot(xMm, yMm))[0]] = true;
  const from = isSeen.indexOf(false);
  if (from < 0) return null;
  const to = isSeen.indexOf(true, from);
  return [heightsMm[from] ?? 0, heightsMm[to < 0 ? steps : to] ?? 0];
}

/**
 * The loss at an image height, stops, straight between the heights that were measured.
 *
 * @param radial heights (mm) and losses (stops)
 * @param heightMm image height, mm
 *
 * @example
 * lostAt({ heightsMm: [0, 10, 20], lost: [0, 1, 3] }, 15) // => 2
 */
export function lostAt({ heightsMm, lost }: Pick<Radial, 'heightsMm' | 'lost'>, heightMm: number): number {
  const [low, share] = between(heightsMm, heightMm);
  return (1 - share) * (lost[low] ?? 0) + share * (lost[low + 1] ?? 0);
}

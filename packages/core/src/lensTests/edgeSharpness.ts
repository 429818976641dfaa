import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';
import { degrees } from '../angles';
import { CoreError } from '../errors';

/** Linear intensities, row by row from the top. */
export type Intensities = readonly (readonly number[])[];

/** What an edge tells of the sharpness across it. */
export interface EdgeSharpness {
  /** How far the edge leans from upright or level, whichever is nearer, degrees. */
  readonly edgeDeg: number;
  /** Frequency at which half of the contrast is left, cycles per pixel. */
  readonly mtf50CyPx: number;
  /** Standard deviation of that by the noise of the intensities, cycles per pixel. */
  readonly mtf50DoubtCyPx: number;
  /** Contrast left at so many cycles per pixel. */
  readonly mtfAt: (cyPx: number) => number;
}

/** Bins to the pixel along the normal of the edge, and the least rows and columns of a cut-out. */
const BINS = 4;
export const LEAST_EDGE_PX = 12;
/** Near the edge samples may lie so far apart along its normal, px. */
const WIDEST_GAP = 0.6;
/** Frequencies are looked at so finely and so far, cycles per pixel. */
const STEP_CY_PX = 1 / 128;
const LAST_CY_PX = 1;
/** The window reaches so many times the length of a wave of half contrast to each side, and not less than so many px. */
const WINDOW = 5;
const LEAST_HALF_PX = 8;
/** Corrections for difference and bin are not carried beyond this, as in ISO 12233. */
const MOST_CORRECTION = 10;

const hamming = (offset: number, half: number): number => (Math.abs(offset) > half ? 0 : 0.54 + 0.46 * Math.cos((Math.PI * offset) / half));
/** Flat over the inner half, so that a blurred edge is not drawn narrower than it is. */
const taper = (offset: number, half: number): number => {
  const share = Math.abs(offset) / half;
  return share >= 1 ? 0 : 0.5 - 0.5 * Math.cos(2 * Math.PI * Math.min(0.5, 1 - share));
};
const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/**
 * Sharpness across one edge, from a cut-out of linear intensities around it:
 * the edge is found row by row and fitted by a straight line, samples are
 * binned four to the pixel along its normal, differentiated, windowed and
 * transformed; difference and bin are corrected for. Source: ISO 12233
 * (edge-based spatial frequency response; from memory).
 *
 * @param rows intensities, rows from the top; one edge within 45° of upright or level crosses them
 * @throws CoreError where the rows are unlike, too few, or show no such edge
 *
 * @example
 * Math.round(edgeSharpness(slantedEdge).edgeDeg) // => 5
 */
export function edgeSharpness(rows: Intensities): EdgeSharpness {
  requireCutOut(rows);
  const upright = steepest(rows) ? rows : transposed(rows);
  const edge = edgeLine(upright);
  const spread = edgeSpread(upright, edge);
  const whole = responseOf(spread, spread.middle);
  // What lies far from a sharp edge is noise alone.
  const response = responseOf(spread, Math.min(spread.middle, BINS * Math.max(LEAST_HALF_PX, WINDOW / halfContrast(whole).cyPx)));
  const { cyPx, doubtCyPx } = halfContrast(response);
  return {
    edgeDeg: Math.abs(degrees(Math.atan(edge.slope))),
    mtf50CyPx: cyPx,
    mtf50DoubtCyPx: doubtCyPx,
    mtfAt: (at) => response(at).mtf,
  };
}

function refuse(code: string, message: string): never {
  throw new CoreError(code, ['rows'], message);
}

function requireCutOut(rows: Intensities): void {
  const columns = rows[0]?.length ?? 0;
  if (rows.length < LEAST_EDGE_PX || columns < LEAST_EDGE_PX)
    refuse('too_small', say(lensTestsText.edgeTooSmall, { least: LEAST_EDGE_PX, rows: rows.length, columns }));
  const odd = rows.findIndex((row) => row.length !== columns);
  if (odd >= 0) refuse('not_rectangular', say(lensTestsText.edgeNotRectangular, { columns, row: odd + 1, has: rows[odd]?.length ?? 0 }));
}

function transposed(rows: Intensities): Intensities {
  return (rows[0] ?? []).map((_, x) => rows.map((row) => row[x] ?? 0));
}

/** Whether intensities change more from column to column than from row to row. */
function steepest(rows: Intensities): boolean {
  let [across, down] = [0, 0];
  const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / values.length;
  // Means of the halves, so that noise does not decide.
  const columns = transposed(rows).map(mean);
  const lines = rows.map(mean);
  for (let i = 1; i < columns.length; i++) across += (columns[i] ?? 0) - (columns[i - 1] ?? 0);
  for (let i = 1; i < lines.length; i++) down += (lines[i] ?? 0) - (lines[i - 1] ?? 0);
  return Math.abs(across) >= Math.abs(down);
}

interface Line {
  /** Column at the first row, and columns per row. */
  readonly at: number;
  readonly slope: number;
}

/** The edge as a straight line: the centre of the change in each row, within a window about where it was found before. */
function edgeLine(rows: Intensities): Line {
  const columns = rows[0]?.length ?? 0;
  const changes = rows.map((row) => row.slice(2).map((value, x) => (value - (row[x] ?? 0)) / 2));
  const sign = Math.sign(changes.flat().reduce((sum, each) => sum + each, 0));
  if (sign === 0) refuse('no_edge', lensTestsText.edgeMissing);
  let line: Line = { at: (columns - 1) / 2, slope: 0 };
  for (const half of [columns, columns / 3, columns / 4, columns / 4]) {
    const centres = changes.map((row, y) => {
      const middle = line.at + line.slope * y;
      let [sum, moment] = [0, 0];
      for (const [i, change] of row.entries()) {
        const weight = hamming(i + 1 - middle, half) * change * sign;
        sum += weight;
        moment += weight * (i + 1);
      }
      return sum > 0 ? moment / sum : NaN;
    });
    const fitted = fittedLine(centres);
    if (!fitted) refuse('no_edge', lensTestsText.edgeMissing);
    line = fitted;
  }
  const middle = line.at + (line.slope * (rows.length - 1)) / 2;
  if (Math.abs(line.slope) > 1.2 || middle < 3 || middle > columns - 4) refuse('no_edge', lensTestsText.edgeMissing);
  return line;
}

/** Line of least squares through the centres of the rows; `null` where most rows have none. */
function fittedLine(centres: readonly number[]): Line | null {
  const seen = [...centres.entries()].filter(([, x]) => Number.isFinite(x));
  if (seen.length < Math.max(LEAST_EDGE_PX, 0.75 * centres.length)) return null;
  const [sumY, sumX] = seen.reduce(([a, b], [y, x]) => [a + y, b + x], [0, 0]);
  const [meanY, meanX] = [sumY / seen.length, sumX / seen.length];
  const [top, bottom] = seen.reduce(([a, b], [y, x]) => [a + (y - meanY) * (x - meanX), b + (y - meanY) ** 2], [0, 0]);
  const slope = top / bottom;
  return { at: meanX - slope * meanY, slope };
}

/** Mean intensities by distance from the edge, a quarter of a pixel each, with their variances. */
interface EdgeSpread {
  readonly values: readonly number[];
  readonly variances: readonly number[];
  /** Index at the edge itself. */
  readonly middle: number;
}

function edgeSpread(rows: Intensities, { at, slope }: Line): EdgeSpread {
  const columns = rows[0]?.length ?? 0;
  const cos = 1 / Math.hypot(1, slope);
  const centre = at + (slope * (rows.length - 1)) / 2;
  const middle = Math.floor(BINS * cos * Math.min(centre, columns - 1 - centre));
  const bins = (): Float64Array => new Float64Array(2 * middle + 1);
  const [sums, squares, counts, places] = [bins(), bins(), bins(), bins()];
  for (const [y, row] of rows.entries()) {
    for (const [x, value] of row.entries()) {
      const place = BINS * cos * (x - at - slope * y) + middle;
      const bin = Math.round(place);
      if (bin < 0 || bin > 2 * middle) continue;
      sums[bin] = (sums[bin] ?? 0) + value;
      squares[bin] = (squares[bin] ?? 0) + value * value;
      counts[bin] = (counts[bin] ?? 0) + 1;
      places[bin] = (places[bin] ?? 0) + place;
    }
  }
  const samples = [...counts.keys()].flatMap((i) => {
    const count = counts[i] ?? 0;
    return count > 0 ? [{ at: (places[i] ?? 0) / count, value: (sums[i] ?? 0) / count }] : [];
  });
  const wide = samples.some(
    ({ at: here }, i) => Math.abs(here - middle) < 2 * BINS && here - (samples[i - 1]?.at ?? here) > WIDEST_GAP * BINS,
  );
  if (wide) refuse('not_slanted', lensTestsText.edgeNotSlanted);
  const values = evened(samples, 2 * middle + 1);
  // Noise on either side, where the intensity no longer changes.
  const noise = ([from, to]: readonly [number, number]): number => {
    let [sum, n] = [0, 0];
    for (let i = from; i < to; i++) {
      const count = counts[i] ?? 0;
      if (count < 2) continue;
      sum += (squares[i] ?? 0) - (sums[i] ?? 0) ** 2 / count;
      n += count - 1;
    }
    return n > 0 ? Math.max(0, sum) / n : NaN;
  };
  const fifth = Math.floor(0.4 * middle);
  const sides = [noise([0, fifth]), noise([2 * middle + 1 - fifth, 2 * middle + 1])] as const;
  const [first, last] = [mean(values.slice(0, fifth)), mean(values.slice(-fifth))];
  if (!(Math.abs(last - first) > 6 * Math.sqrt(Math.max(sides[0], sides[1]) / rows.length))) refuse('no_edge', lensTestsText.edgeMissing);
  const variances = values.map((value, i) => {
    const share = Math.min(1, Math.max(0, (value - first) / (last - first)));
    return (sides[0] + share * (sides[1] - sides[0])) / Math.max(1, counts[i] ?? 0);
  });
  return { values, variances, middle };
}

const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / values.length;

interface Sample {
  readonly at: number;
  readonly value: number;
}

/** Values at whole numbers from samples beside them, by the cubic through two on each side: the samples of a bin lie seldom in its middle. */
function evened(samples: readonly Sample[], length: number): readonly number[] {
  let next = 0;
  return Array.from({ length }, (_, i) => {
    while (next < samples.length && (samples[next]?.at ?? 0) < i) next++;
    const around = samples.slice(Math.max(0, next - 2), next + 2);
    // Beyond the first or the last sample the value stays.
    if (next === 0 || next === samples.length) return around[next === 0 ? 0 : around.length - 1]?.value ?? 0;
    // Lagrange’s formula.
    return around.reduce(
      (sum, { at, value }) =>
        sum + value * around.reduce((product, other) => (other.at === at ? product : (product * (i - other.at)) / (at - other.at)), 1),
      0,
    );
  });
}

type Response = (cyPx: number) => { readonly mtf: number; readonly doubt: number };

/** Contrast left by frequency, and its standard deviation by the noise. */
function responseOf({ values, variances, middle }: EdgeSpread, half: number): Response {
  const change = values.map((_, i) => (i === 0 || i === values.length - 1 ? 0 : ((values[i + 1] ?? 0) - (values[i - 1] ?? 0)) / 2));
  const weights = change.map((_, i) => taper(i - middle, half));
  const total = change.reduce((sum, each, i) => sum + each * (weights[i] ?? 0), 0);
  return (cyPx) => {
    const turn = (2 * Math.PI * cyPx) / BINS;
    let [re, im] = [0, 0];
    for (const [i, each] of change.entries()) {
      const part = each * (weights[i] ?? 0);
      re += part * Math.cos(turn * (i - middle));
      im -= part * Math.sin(turn * (i - middle));
    }
    const size = Math.hypot(re, im);
    const correction = Math.min(MOST_CORRECTION, 1 / Math.abs(sinc((2 * cyPx) / BINS) * sinc(cyPx / BINS)));
    // Each value of the edge counts in the changes at both its sides; what is square to the phase does not change the size.
    const phase = Math.atan2(im, re);
    const counted = (i: number): number => (weights[i] ?? 0) * Math.cos(turn * (i - middle) + phase);
    let variance = 0;
    for (const [i, each] of variances.entries()) variance += each * ((counted(i - 1) - counted(i + 1)) / 2) ** 2;
    return { mtf: (correction * size) / Math.abs(total), doubt: (correction * Math.sqrt(variance)) / Math.abs(total) };
  };
}

/** Where the contrast first falls below one half. */
function halfContrast(response: Response): { readonly cyPx: number; readonly doubtCyPx: number } {
  for (let at = STEP_CY_PX; at <= LAST_CY_PX; at += STEP_CY_PX) {
    const [before, after] = [response(at - STEP_CY_PX), response(at)];
    if (after.mtf > 0.5) continue;
    const fall = before.mtf - after.mtf;
    return { cyPx: at - (STEP_CY_PX * (0.5 - after.mtf)) / fall, doubtCyPx: (after.doubt * STEP_CY_PX) / fall };
  }
  return refuse('too_sharp', lensTestsText.edgeTooSharp);
}

import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';
import { degrees } from '../angles';
import { CoreError } from '../errors';

/** Linear intensities, row by row from the top. */
export type Intensities = readonly (readonly number[])[];

/** Sharpness measured across an edge. */
export interface EdgeSharpness {
  /** Slant of the edge from upright or level, whichever is nearer, degrees. */
  readonly edgeDeg: number;
  /** Frequency at which half of the contrast is left, cycles per pixel. */
  readonly mtf50CyPx: number;
  /** One standard deviation of it, from the noise of the intensities, cycles per pixel. */
  readonly mtf50DoubtCyPx: number;
  /** Contrast left at a frequency in cycles per pixel, 1 at 0. */
  readonly mtfAt: (cyPx: number) => number;
  /** Intensity on the darker and on the brighter side, away from the edge. */
  readonly dark: number;
  readonly bright: number;
}

/** Bins per pixel along the normal of the edge. */
const BINS = 4;
/** Fewest rows and columns. */
const LEAST_PX = 12;
/** Greatest distance between neighbouring samples along the normal, near the edge, px. */
const WIDEST_GAP = 0.6;
/** Steps in which half of the contrast is searched for, and the last frequency, cycles per pixel. */
const STEP_CY_PX = 1 / 128;
const LAST_CY_PX = 1;
/** The window extends by this many periods of the MTF50 to each side, and at least by this many px. */
const WINDOW = 5;
const LEAST_HALF_PX = 8;
/** The corrections for difference and bin are limited to this factor, as in ISO 12233 (from memory). */
const MOST_CORRECTION = 10;

const hamming = (offset: number, half: number): number => (Math.abs(offset) > half ? 0 : 0.54 + 0.46 * Math.cos((Math.PI * offset) / half));
/** Flat over the inner half, so that a blurred edge does not read sharper than it is. */
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
 * @param rows intensities, row by row from the top, crossed by one edge within 45° of upright or level
 * @throws CoreError `too_small`, `not_rectangular`, `no_edge`, `not_slanted`, `too_sharp`
 *
 * @example
 * Math.round(edgeSharpness(slantedEdge).edgeDeg) // => 5
 */
export function edgeSharpness(rows: Intensities): EdgeSharpness {
  return sharpnessAcross(rows, edgeIn(rows));
}

/** A straight edge in a cut-out. */
export interface StraightEdge {
  /** Whether it is nearer upright than level; if not, the line is that of the cut-out with rows and columns exchanged. */
  readonly isUpright: boolean;
  readonly line: Line;
  /** Whether the intensity rises (1) or falls (−1) across it. */
  readonly sign: number;
}

/**
 * The one edge in a cut-out of linear intensities.
 *
 * @param rows intensities, row by row from the top
 * @throws CoreError `too_small`, `not_rectangular`, `no_edge`
 */
export function edgeIn(rows: Intensities): StraightEdge {
  requireCutOut(rows);
  const upright = isUpright(rows);
  return { isUpright: upright, ...edgeLine(upright ? rows : transposed(rows)) };
}

/**
 * How far the same edge lies to the right (of an edge nearer level: lower) in
 * another picture of the same cut-out, px along its normal: of one colour
 * against another, say. `null` where no edge is seen in it.
 *
 * @param rows intensities of the other picture
 * @param edge where the edge is in the first
 */
export function edgeApart(rows: Intensities, { isUpright: upright, line, sign }: StraightEdge): number | null {
  const [height, width] = upright ? [rows.length, rows[0]?.length ?? 0] : [rows[0]?.length ?? 0, rows.length];
  const at = upright ? (y: number, x: number) => rows[y]?.[x] ?? 0 : (y: number, x: number) => rows[x]?.[y] ?? 0;
  const half = width / 4;
  let other = line;
  // The window follows what it finds, or it would find too little.
  for (let round = 0; round < 2; round++) {
    const centres = new Array<number>(height);
    for (let y = 0; y < height; y++) {
      const middle = other.at + other.slope * y;
      let [sum, moment] = [0, 0];
      for (let x = Math.max(1, Math.ceil(middle - half)); x <= Math.min(width - 2, middle + half); x++) {
        const weight = hamming(x - middle, half) * sign * (at(y, x + 1) - at(y, x - 1));
        sum += weight;
        moment += weight * x;
      }
      centres[y] = sum > 0 ? moment / sum : NaN;
    }
    const fitted = fittedLine(centres);
    if (!fitted) return null;
    other = fitted;
  }
  const middle = (height - 1) / 2;
  return (other.at + other.slope * middle - line.at - line.slope * middle) / Math.hypot(1, line.slope);
}

/**
 * Sharpness across an edge that has been found.
 *
 * @param rows intensities of the cut-out
 * @param edge where the edge is in it
 * @throws CoreError `not_slanted`, `no_edge`, `too_sharp`
 */
export function sharpnessAcross(rows: Intensities, { isUpright: isUp, line: edge }: StraightEdge): EdgeSharpness {
  const upright = isUp ? rows : transposed(rows);
  const spread = edgeSpread(upright, edge);
  const whole = responseOf(spread, spread.middle);
  // Far from a sharp edge there is only noise.
  const response = responseOf(spread, Math.min(spread.middle, BINS * Math.max(LEAST_HALF_PX, WINDOW / halfContrast(whole).cyPx)));
  const { cyPx, doubtCyPx } = halfContrast(response);
  return {
    edgeDeg: Math.abs(degrees(Math.atan(edge.slope))),
    mtf50CyPx: cyPx,
    mtf50DoubtCyPx: doubtCyPx,
    mtfAt: response.mtf,
    dark: spread.dark,
    bright: spread.bright,
  };
}

function refuse(code: string, message: string): never {
  throw new CoreError(code, ['rows'], message);
}

function requireCutOut(rows: Intensities): void {
  const columns = rows[0]?.length ?? 0;
  if (rows.length < LEAST_PX || columns < LEAST_PX)
    refuse('too_small', say(lensTestsText.edgeTooSmall, { least: LEAST_PX, rows: rows.length, columns }));
  const odd = rows.findIndex((row) => row.length !== columns);
  if (odd >= 0) refuse('not_rectangular', say(lensTestsText.edgeNotRectangular, { columns, row: odd + 1, has: rows[odd]?.length ?? 0 }));
}

function transposed(rows: Intensities): Intensities {
  return (rows[0] ?? []).map((_, x) => rows.map((row) => row[x] ?? 0));
}

/** Whether the edge is nearer upright than level: the left and the right side differ more than top and bottom. */
function isUpright(rows: Intensities): boolean {
  const step = (lines: Intensities): number =>
    Math.abs(mean(lines.slice(0, lines.length / 4).flat()) - mean(lines.slice(-lines.length / 4).flat()));
  return step(transposed(rows)) >= step(rows);
}

interface Line {
  /** Column at the first row, and columns per row. */
  readonly at: number;
  readonly slope: number;
}

/** The edge as a straight line through the centre of the change in each row, within a window that follows the line and becomes narrower. */
function edgeLine(rows: Intensities): Pick<StraightEdge, 'line' | 'sign'> {
  const columns = rows[0]?.length ?? 0;
  const changes = changesOf(rows);
  const sign = signOf(changes);
  if (sign === 0) refuse('no_edge', lensTestsText.edgeMissing);
  let line: Line = { at: (columns - 1) / 2, slope: 0 };
  for (const half of [columns, columns / 3, columns / 4, columns / 4]) {
    const fitted = fittedLine(centresIn(changes, { line, half, sign }));
    if (!fitted) refuse('no_edge', lensTestsText.edgeMissing);
    line = fitted;
  }
  const middle = line.at + (line.slope * (rows.length - 1)) / 2;
  if (Math.abs(line.slope) > 1.2 || middle < 3 || middle > columns - 4) refuse('no_edge', lensTestsText.edgeMissing);
  return { line, sign };
}

/** Change from column to column, row by row. */
const changesOf = (rows: Intensities): Intensities => rows.map((row) => row.slice(2).map((value, x) => (value - (row[x] ?? 0)) / 2));

/** Whether the intensity rises (1) or falls (−1) across a cut-out. */
const signOf = (changes: Intensities): number => Math.sign(changes.flat().reduce((sum, each) => sum + each, 0));

/** A window about a line that is so many columns wide to either side, and whether the intensity rises or falls across it. */
interface LineWindow {
  readonly line: Line;
  readonly half: number;
  readonly sign: number;
}

/** The centre of the change in each row within a window; `NaN` where none is seen. */
function centresIn(changes: Intensities, { line, half, sign }: LineWindow): readonly number[] {
  return changes.map((row, y) => {
    const middle = line.at + line.slope * y;
    let [sum, moment] = [0, 0];
    for (const [i, change] of row.entries()) {
      const weight = hamming(i + 1 - middle, half) * change * sign;
      sum += weight;
      moment += weight * (i + 1);
    }
    return sum > 0 ? moment / sum : NaN;
  });
}

/** Line of least squares through the centres of the rows; `null` where too many rows have none. */
function fittedLine(centres: readonly number[]): Line | null {
  const seen = [...centres.entries()].filter(([, x]) => Number.isFinite(x));
  if (seen.length < Math.max(LEAST_PX, 0.75 * centres.length)) return null;
  const [sumY, sumX] = seen.reduce(([a, b], [y, x]) => [a + y, b + x], [0, 0]);
  const [meanY, meanX] = [sumY / seen.length, sumX / seen.length];
  const [top, bottom] = seen.reduce(([a, b], [y, x]) => [a + (y - meanY) * (x - meanX), b + (y - meanY) ** 2], [0, 0]);
  const slope = top / bottom;
  return { at: meanX - slope * meanY, slope };
}

/** Intensities by distance from the edge in quarter pixels, with the variances of their noise. */
interface EdgeSpread {
  readonly values: readonly number[];
  readonly variances: readonly number[];
  /** Index at the edge itself. */
  readonly middle: number;
  /** Intensities on either side. */
  readonly dark: number;
  readonly bright: number;
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
  // Noise on either side, in the outer fifths, where the intensity no longer changes.
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
  return { values, variances, middle, dark: Math.min(first, last), bright: Math.max(first, last) };
}

const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / values.length;

interface Sample {
  readonly at: number;
  readonly value: number;
}

/** Values at whole numbers, by the cubic through two samples on either side: the mean place of a bin is seldom its middle. */
function evened(samples: readonly Sample[], length: number): readonly number[] {
  let next = 0;
  return Array.from({ length }, (_, i) => {
    while (next < samples.length && (samples[next]?.at ?? 0) < i) next++;
    const around = samples.slice(Math.max(0, next - 2), next + 2);
    // Before the first sample and after the last the value is theirs.
    if (next === 0 || next === samples.length) return around[next === 0 ? 0 : around.length - 1]?.value ?? 0;
    // Lagrange’s formula.
    return around.reduce(
      (sum, { at, value }) =>
        sum + value * around.reduce((product, other) => (other.at === at ? product : (product * (i - other.at)) / (at - other.at)), 1),
      0,
    );
  });
}

interface Response {
  /** Contrast left at a frequency in cycles per pixel. */
  readonly mtf: (cyPx: number) => number;
  /** Its standard deviation by the noise. */
  readonly doubt: (cyPx: number) => number;
}

/** Contrast left by frequency, and its standard deviation by the noise. */
function responseOf({ values, variances, middle }: EdgeSpread, half: number): Response {
  const change = values.map((_, i) => (i === 0 || i === values.length - 1 ? 0 : ((values[i + 1] ?? 0) - (values[i - 1] ?? 0)) / 2));
  const weights = change.map((_, i) => taper(i - middle, half));
  const weighted = Float64Array.from(change, (each, i) => each * (weights[i] ?? 0));
  const total = Math.abs(weighted.reduce((sum, each) => sum + each, 0));
  const transformed = (cyPx: number): readonly [re: number, im: number] => {
    const turn = (2 * Math.PI * cyPx) / BINS;
    let re = 0;
    let im = 0;
    for (let i = 0; i < weighted.length; i++) {
      const part = weighted[i] ?? 0;
      if (part === 0) continue;
      re += part * Math.cos(turn * (i - middle));
      im -= part * Math.sin(turn * (i - middle));
    }
    return [re, im];
  };
  const correction = (cyPx: number): number => Math.min(MOST_CORRECTION, 1 / Math.abs(sinc((2 * cyPx) / BINS) * sinc(cyPx / BINS)));
  return {
    mtf: (cyPx) => {
      const [re, im] = transformed(cyPx);
      return (correction(cyPx) * Math.hypot(re, im)) / total;
    },
    doubt: (cyPx) => {
      // A value counts in the differences on both its sides. Noise at right angles to the phase does not change the size.
      const [re, im] = transformed(cyPx);
      const phase = Math.atan2(im, re);
      const turn = (2 * Math.PI * cyPx) / BINS;
      const counted = (i: number): number => (weights[i] ?? 0) * Math.cos(turn * (i - middle) + phase);
      let variance = 0;
      for (const [i, each] of variances.entries()) variance += each * ((counted(i - 1) - counted(i + 1)) / 2) ** 2;
      return (correction(cyPx) * Math.sqrt(variance)) / total;
    },
  };
}

/** Where the contrast first falls below one half. */
function halfContrast({ mtf, doubt }: Response): { readonly cyPx: number; readonly doubtCyPx: number } {
  let before = mtf(0);
  for (let at = STEP_CY_PX; at <= LAST_CY_PX; at += STEP_CY_PX) {
    const after = mtf(at);
    if (after > 0.5) {
      before = after;
      continue;
    }
    const fall = before - after;
    return { cyPx: at - (STEP_CY_PX * (0.5 - after)) / fall, doubtCyPx: (doubt(at) * STEP_CY_PX) / fall };
  }
  return refuse('too_sharp', lensTestsText.edgeTooSharp);
}

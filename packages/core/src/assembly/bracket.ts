import type { Layers } from './pyramid';

const { abs, floor, log2, max, min } = Math;

/**
 * From here on a sample is on its way to being clipped, and counts for nothing
 * at the second value; linear light, 1 full. Common practice: the last few
 * percent are bent by most developments.
 */
export const [CLIPS_FROM, CLIPPED_AT] = [0.8, 0.97] as const;
/** Light of a sample that is as uncertain by read-out and coding as by its own photons, 1 full; from memory. */
const READ_OUT = 1 / 250;

/** What each sample value of an exposure says of the scene. */
export interface ExposureTables {
  /** Light of the scene, 1 as full at the reference exposure. */
  readonly light: Float32Array;
  /** How much it counts, by the light of this very channel. */
  readonly counts: Float32Array;
  /** How much the pixel counts, by its brightest channel: 1, and 0 when that is clipped. */
  readonly whole: Float32Array;
}

/**
 * How far a sample is from being clipped: 1 up to `CLIPS_FROM`, 0 from `CLIPPED_AT` on.
 *
 * @param light linear light, 1 full
 *
 * @example
 * unclipped(0.885) // => 0.5
 */
export function unclipped(light: number): number {
  const t = min(1, max(0, (CLIPPED_AT - light) / (CLIPPED_AT - CLIPS_FROM)));
  return t * t * (3 - 2 * t);
}

/**
 * What the samples of one exposure say, by value. A sample counts by the
 * inverse of the variance of the light it stands for: photons and read-out.
 * Source: Granados et al., “Optimal HDR Reconstruction with Linear Digital
 * Cameras”, 2010.
 *
 * @param curve linear light by sample value, 1 full
 * @param stops by how much this exposure is longer than the reference, stops
 *
 * @example
 * exposureTables(Float32Array.of(0, 0.5, 1), 1).light // => { 0: 0, 1: 0.25, 2: 0.5 }
 */
export function exposureTables(curve: Float32Array, stops: number): ExposureTables {
  const times = 2 ** stops;
  return {
    light: curve.map((light) => light / times),
    counts: curve.map((light) => (times * times) / (light + READ_OUT)),
    whole: curve.map(unclipped),
  };
}

/** Rows of one exposure with its tables; `share` is its part in what comes from one exposure alone, `null` where nothing does. */
export interface ExposureRows {
  readonly rows: Uint8Array | Uint16Array;
  readonly tables: ExposureTables;
  readonly share: Float32Array | null;
}

/**
 * Rows of several exposures merged into linear light, 1 as full at the
 * reference exposure. Where all are clipped, the shortest says the least that
 * it must be. Answers how many pixels that are.
 *
 * @param exposures the rows of each, shortest exposure first, three samples to the pixel
 * @param alone how far each pixel comes from one exposure alone, 0 to 1; `null` for none
 * @param out linear light, three samples to the pixel
 *
 * @example
 * mergeExposures([{ rows: Uint8Array.of(1, 1, 1), tables: exposureTables(Float32Array.of(0, 0.5, 1), 0), share: null }], null, new Float32Array(3)) // => 0
 */
export function mergeExposures(exposures: readonly ExposureRows[], alone: Float32Array | null, out: Float32Array): number {
  let clipped = 0;
  const count = out.length / 3;
  for (let i = 0; i < count; i++) {
    const single = alone === null ? 0 : (alone[i] ?? 0);
    // No lists here: this is done for each of fifty million pixels.
    let r = 0;
    let g = 0;
    let b = 0;
    let wr = 0;
    let wg = 0;
    let wb = 0;
    let sr = 0;
    let sg = 0;
    let sb = 0;
    let ws = 0;
    const k = 3 * i;
    for (let f = 0; f < exposures.length; f++) {
      const exposure = exposures[f];
      if (!exposure) continue;
      const { rows, tables, share } = exposure;
      const p = rows[k] ?? 0;
      const q = rows[k + 1] ?? 0;
      const s = rows[k + 2] ?? 0;
      const { light, counts, whole } = tables;
      const open = whole[max(p, q, s)] ?? 0;
      if (open > 0) {
        const cr = open * (counts[p] ?? 0);
        const cg = open * (counts[q] ?? 0);
        const cb = open * (counts[s] ?? 0);
        r += cr * (light[p] ?? 0);
        g += cg * (light[q] ?? 0);
        b += cb * (light[s] ?? 0);
        wr += cr;
        wg += cg;
        wb += cb;
      }
      if (single > 0 && share !== null) {
        const w = share[i] ?? 0;
        sr += w * (light[p] ?? 0);
        sg += w * (light[q] ?? 0);
        sb += w * (light[s] ?? 0);
        ws += w;
      }
    }
    if (wr === 0) {
      clipped++;
      const first = exposures[0];
      if (!first) continue;
      r = first.tables.light[first.rows[k] ?? 0] ?? 0;
      g = first.tables.light[first.rows[k + 1] ?? 0] ?? 0;
      b = first.tables.light[first.rows[k + 2] ?? 0] ?? 0;
      wr = wg = wb = 1;
    }
    const part = ws > 0 ? single : 0;
    out[k] = (r / wr) * (1 - part) + (part > 0 ? (sr / ws) * part : 0);
    out[k + 1] = (g / wg) * (1 - part) + (part > 0 ? (sg / ws) * part : 0);
    out[k + 2] = (b / wb) * (1 - part) + (part > 0 ? (sb / ws) * part : 0);
  }
  return clipped;
}

/** Light between which both exposures of a pair say how much longer one is, 1 full. */
const [DARKEST, LIGHTEST] = [0.02, 0.75] as const;
/** Beside an edge, where light differs by more than this share from pixel to pixel, what lies a little off is of something else. */
const EDGE_SHARE = 0.15;
const isEdge = (here: number, before: number, after: number): boolean => abs(after - before) > 2 * EDGE_SHARE * here;
/** Fewer pixels than this prove nothing. */
const LEAST_PIXELS = 200;

/**
 * By how many stops one exposure is longer than another, by what both show
 * well and without an edge beside it; the middle of all samples, so that what
 * moved counts for little. `null` where too little is well exposed in both.
 *
 * @param shorter linear light of the shorter exposure, sample by sample along rows, 1 full
 * @param longer the same places in the longer exposure
 * @param channels samples of a pixel
 *
 * @example
 * stopsBetween(new Float32Array(300).fill(0.1), new Float32Array(300).fill(0.4)) // => 2
 */
export function stopsBetween(shorter: Float32Array, longer: Float32Array, channels = 1): number | null {
  const apart: number[] = [];
  for (let i = 0; i < shorter.length; i++) {
    const [p, q] = [shorter[i] ?? 0, longer[i] ?? 0];
    if (min(p, q) < DARKEST || max(p, q) > LIGHTEST) continue;
    const [before, after] = [i < channels ? i : i - channels, i + channels < longer.length ? i + channels : i];
    if (isEdge(p, shorter[before] ?? 0, shorter[after] ?? 0) || isEdge(q, longer[before] ?? 0, longer[after] ?? 0)) continue;
    apart.push(log2(q / p));
  }
  if (apart.length < LEAST_PIXELS) return null;
  const sorted = Float64Array.from(apart).sort();
  return ((sorted[floor((sorted.length - 1) / 2)] ?? 0) + (sorted[floor(sorted.length / 2)] ?? 0)) / 2;
}

/** What moved between exposures: cell by cell, by which exposure it is shown; −1 where nothing moved. */
export interface Movers {
  readonly columns: number;
  readonly rows: number;
  readonly shownBy: Int16Array;
  /** Share of all cells. */
  readonly share: number;
}

/** Side of a cell in which motion is looked for, px of the pictures that are compared. */
export const MOVER_CELL_PX = 4;
/** What differs by more than this of its light has moved, once noise is taken off. */
const MOVED_SHARE = 0.16;
/** Noise and coding of a dark cell, light of its own exposure. */
const MOVED_LEAST = 0.006;
/** So many cells around a mover are taken with it. */
const AROUND_CELLS = 2;
/** A mover is well shown where so much of it is not clipped. */
const WELL_SHOWN = 0.98;
/** Fewer cells than this together are noise. */
const FEWEST_CELLS = 2;

interface Cells {
  readonly columns: number;
  readonly rows: number;
}

/** Brings the pixels of each cell together: `take` has what is there so far, and where the three channels of the next pixel begin. */
function overCells({ width, height }: Layers, { columns, rows }: Cells, take: (soFar: number, at: number) => number): Float32Array {
  const into = new Float32Array(columns * rows);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const cell = floor(y / MOVER_CELL_PX) * columns + floor(x / MOVER_CELL_PX);
      into[cell] = take(into[cell] ?? 0, 3 * (y * width + x));
    }
  }
  return into;
}

/** Light of cells as it would be `times` as long exposed, each sample clipped where it begins to clip. */
function clippedCells(exposure: Layers, times: number, cells: Cells): Float32Array {
  const { data } = exposure;
  const light = (k: number): number => min(CLIPS_FROM, times * (data[k] ?? 0));
  const scale = 1 / (4 * MOVER_CELL_PX ** 2);
  return overCells(exposure, cells, (soFar, k) => soFar + scale * (light(k) + 2 * light(k + 1) + light(k + 2)));
}

/** The brightest sample of each cell. */
function brightestCells(exposure: Layers, cells: Cells): Float32Array {
  const { data } = exposure;
  return overCells(exposure, cells, (soFar, k) => max(soFar, data[k] ?? 0, data[k + 1] ?? 0, data[k + 2] ?? 0));
}

/**
 * What moved between exposures of one scene. Neighbouring exposures are
 * compared cell by cell, the shorter as if it were as long as the longer; each
 * connected mover is shown by the exposure in which most of it is well exposed.
 *
 * @param exposures linear light of each, 1 full, three channels, shortest first, aligned
 * @param stops by how much each is longer than the reference, stops
 *
 * @example
 * moversIn([], []).share // => 0
 */
export function moversIn(exposures: readonly Layers[], stops: readonly number[]): Movers {
  const { width = 0, height = 0 } = exposures[0] ?? {};
  const cells = { columns: Math.ceil(width / MOVER_CELL_PX), rows: Math.ceil(height / MOVER_CELL_PX) };
  const { columns, rows } = cells;
  const brightest = exposures.map((each) => brightestCells(each, cells));
  const moved = new Uint8Array(columns * rows);
  for (let f = 1; f < exposures.length; f++) {
    const [p, q] = [exposures[f - 1], exposures[f]];
    if (!p || !q) continue;
    const times = 2 ** ((stops[f] ?? 0) - (stops[f - 1] ?? 0));
    const [short, long] = [clippedCells(p, times, cells), clippedCells(q, 1, cells)];
    for (let i = 0; i < moved.length; i++) {
      const [a, b] = [short[i] ?? 0, long[i] ?? 0];
      if (abs(a - b) > MOVED_SHARE * max(a, b) + MOVED_LEAST * max(1, times)) moved[i] = 1;
    }
  }
  const shownBy = new Int16Array(columns * rows).fill(-1);
  const grown = widened(moved, columns, rows);
  let taken = 0;
  const seen = new Uint8Array(columns * rows);
  for (let start = 0; start < grown.length; start++) {
    if (grown[start] !== 1 || seen[start] === 1) continue;
    const together = connectedTo(start, grown, seen, columns);
    if (together.filter((i) => moved[i] === 1).length < FEWEST_CELLS) continue;
    const by = bestShownBy(together, brightest, stops);
    for (const i of together) shownBy[i] = by;
    taken += together.length;
  }
  return { columns, rows, shownBy, share: columns * rows === 0 ? 0 : taken / (columns * rows) };
}

/** Cells with all that are near them. */
function widened(cells: Uint8Array, columns: number, rows: number): Uint8Array {
  const out = new Uint8Array(cells.length);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      if (cells[j * columns + i] !== 1) continue;
      for (let y = max(0, j - AROUND_CELLS); y <= min(rows - 1, j + AROUND_CELLS); y++)
        out.fill(1, y * columns + max(0, i - AROUND_CELLS), y * columns + min(columns - 1, i + AROUND_CELLS) + 1);
    }
  return out;
}

/** All cells of a set that hang together with one of them. */
function connectedTo(start: number, set: Uint8Array, seen: Uint8Array, columns: number): readonly number[] {
  const found = [start];
  seen[start] = 1;
  for (let at = 0; at < found.length; at++) {
    const i = found[at] ?? 0;
    const x = i % columns;
    for (const next of [x > 0 ? i - 1 : -1, x < columns - 1 ? i + 1 : -1, i - columns, i + columns]) {
      if (set[next] !== 1 || seen[next] === 1) continue;
      seen[next] = 1;
      found.push(next);
    }
  }
  return found;
}

/** Which exposure shows some cells best: none clipped, and the most light. */
function bestShownBy(together: readonly number[], brightest: readonly Float32Array[], stops: readonly number[]): number {
  let [best, most] = [0, -Infinity];
  brightest.forEach((cells, f) => {
    const clear = together.filter((i) => (cells[i] ?? 0) < CLIPS_FROM).length / together.length;
    // Of exposures in which all is clear, the longest has the least noise.
    const worth = (clear >= WELL_SHOWN ? 1 : clear) + 0.001 * (stops[f] ?? 0);
    if (worth > most) [best, most] = [f, worth];
  });
  return best;
}

/** What of some rows of the full picture comes from one exposure alone. */
export interface AloneRows {
  /** Pixel by pixel, 0 to 1. */
  readonly alone: Float32Array;
  /** The part of each exposure in it; `null` where it has none in these rows. */
  readonly shares: readonly (Float32Array | null)[];
}

/**
 * What of some rows comes from one exposure alone, softly from cell to cell; `null` where nothing moved.
 *
 * @param movers what moved
 * @param exposures how many exposures there are
 * @param cellPx side of a cell in the full picture, px
 * @param part width of the picture, first row and number of rows, px
 *
 * @example
 * aloneRows({ columns: 1, rows: 1, shownBy: Int16Array.of(-1), share: 0 }, 2, 4, { width: 4, first: 0, rows: 4 }) // => null
 */
export function aloneRows(
  { columns, rows, shownBy }: Movers,
  exposures: number,
  cellPx: number,
  part: { readonly width: number; readonly first: number; readonly rows: number },
): AloneRows | null {
  const cellRow = (y: number): number => (y + 0.5) / cellPx - 0.5;
  const [top, bottom] = [max(0, floor(cellRow(part.first))), min(rows - 1, floor(cellRow(part.first + part.rows - 1)) + 1)];
  const found = new Set(shownBy.subarray(top * columns, (bottom + 1) * columns));
  found.delete(-1);
  if (found.size === 0) return null;
  const alone = new Float32Array(part.width * part.rows);
  const shares = Array.from({ length: exposures }, (_, f) => (found.has(f) ? new Float32Array(alone.length) : null));
  for (let j = 0; j < part.rows; j++) {
    const cy = min(rows - 1, max(0, cellRow(part.first + j)));
    const [y0, y1, ty] = [floor(cy), min(rows - 1, floor(cy) + 1), cy - floor(cy)];
    for (let i = 0; i < part.width; i++) {
      const cx = min(columns - 1, max(0, (i + 0.5) / cellPx - 0.5));
      const x0 = floor(cx);
      const x1 = min(columns - 1, x0 + 1);
      const tx = cx - x0;
      const at = j * part.width + i;
      const add = (cell: number, weight: number): void => {
        const share = shares[shownBy[cell] ?? -1];
        if (!share || weight === 0) return;
        share[at] = (share[at] ?? 0) + weight;
        alone[at] = (alone[at] ?? 0) + weight;
      };
      add(y0 * columns + x0, (1 - tx) * (1 - ty));
      add(y0 * columns + x1, tx * (1 - ty));
      add(y1 * columns + x0, (1 - tx) * ty);
      add(y1 * columns + x1, tx * ty);
    }
  }
  return { alone, shares };
}

import { encodedOf, lightOf } from './refine';
import type { Canvas, Laid, Share } from './seams';

const { ceil, floor, max, min, sin, sqrt } = Math;

export type Samples = Uint8Array | Uint16Array;

/** How the light of a frame is changed on its way into the whole. */
export interface Development {
  /** By what its light is multiplied. */
  readonly gain: number;
  /** By what the light is multiplied at a place of the frame as well, px from its top left; `null` for nothing. */
  readonly falloff: Falloff | null;
}

/** By the law: light falls with the fourth power of the cosine of the angle to the lens axis. By what the overlaps show. Or by a flat-field frame, in cells. */
export type Falloff =
  | {
      readonly kind: 'fitted';
      /** Where the lens axis meets the frame, px, and its half diagonal. */
      readonly footX: number;
      readonly footY: number;
      readonly halfDiagonalPx: number;
      /** Stops lost are square·ρ² + fourth·ρ⁴, ρ in half diagonals. */
      readonly square: number;
      readonly fourth: number;
    }
  | {
      readonly kind: 'cos4';
      /** Where the straight line from the lens to the back meets the frame, and how far off the lens is, px. */
      readonly footX: number;
      readonly footY: number;
      readonly distancePx: number;
      /** The lens axis in the frame of the back: right, up, toward the subject. */
      readonly axis: readonly [number, number, number];
    }
  | {
      readonly kind: 'card';
      readonly columns: number;
      readonly rows: number;
      readonly multiply: Float32Array;
      readonly width: number;
      readonly height: number;
      /** Where the frame begins of which the cells are, px from the top left of what is developed; 0 where it is not said. */
      readonly left?: number;
      readonly top?: number;
    };

/**
 * By what the light at a place of a frame is multiplied.
 *
 * @param falloff how the light falls off
 * @param x from the left of the frame, px
 * @param y from the top of the frame, px
 *
 * @example
 * falloffAt({ kind: 'cos4', footX: 0, footY: 0, distancePx: 100, axis: [0, 0, 1] }, 100, 0) // => 4
 */
export function falloffAt(falloff: Falloff, x: number, y: number): number {
  if (falloff.kind === 'fitted') {
    const squared = ((x - falloff.footX) ** 2 + (y - falloff.footY) ** 2) / falloff.halfDiagonalPx ** 2;
    return 2 ** (falloff.square * squared + falloff.fourth * squared * squared);
  }
  if (falloff.kind === 'cos4') {
    const [rx, ry, rz] = [x - falloff.footX, falloff.footY - y, falloff.distancePx];
    const [lx, ly, lz] = falloff.axis;
    const cos = (rx * lx + ry * ly + rz * lz) / sqrt(rx * rx + ry * ry + rz * rz);
    return 1 / cos ** 4;
  }
  const { columns, rows, multiply, width, height, left = 0, top = 0 } = falloff;
  const cx = min(columns - 1, max(0, ((x - left + 0.5) / width) * columns - 0.5));
  const cy = min(rows - 1, max(0, ((y - top + 0.5) / height) * rows - 0.5));
  const [ix, iy] = [min(columns - 2, floor(cx)), min(rows - 2, floor(cy))];
  const [tx, ty] = [cx - ix, cy - iy];
  const at = (i: number, j: number): number => multiply[max(0, j) * columns + max(0, i)] ?? 1;
  return (at(ix, iy) * (1 - tx) + at(ix + 1, iy) * tx) * (1 - ty) + (at(ix, iy + 1) * (1 - tx) + at(ix + 1, iy + 1) * tx) * ty;
}

/** Rows of a frame's file, three samples to the pixel: from `first` on, as many as `rows` holds. */
export interface Rows {
  readonly first: number;
  readonly rows: Samples;
}

const TAPS = 6;

/** Lanczos's kernel of three lobes for a fraction of a pixel, over the six pixels around; their sum is 1. Source: Duchon 1979. */
export function lanczos(fraction: number): Float32Array {
  const sinc = (x: number): number => (x === 0 ? 1 : sin(Math.PI * x) / (Math.PI * x));
  const taps = Float32Array.from({ length: TAPS }, (_, k) => sinc(k - 2 - fraction) * sinc((k - 2 - fraction) / 3));
  const sum = taps.reduce((all, each) => all + each, 0);
  return taps.map((tap) => tap / sum);
}

/** A part of a pixel smaller than this is not worth resampling. */
const WHOLE = 1 / 64;
const LIGHT_STEPS = 8192;

/** Tables for one depth of samples. */
export interface Tables {
  readonly most: number;
  readonly light: Float32Array;
  /** Encoded samples by the square root of the light. */
  readonly back: Float32Array;
}

/**
 * Tables from samples to light and back.
 *
 * @param bits bits of a sample
 * @param light linear light by encoded value, both 0 to 1 and rising; by default that of sRGB
 *
 * @example
 * tablesFor(8).most // => 255
 */
export function tablesFor(bits: 8 | 16, light: (encoded: number) => number = lightOf): Tables {
  const most = bits === 8 ? 255 : 65_535;
  const back = light === lightOf ? encodedOf : inverseOf(light);
  return {
    most,
    light: Float32Array.from({ length: most + 1 }, (_, i) => light(i / most)),
    back: Float32Array.from({ length: LIGHT_STEPS + 2 }, (_, i) => most * back(min(1, (i / LIGHT_STEPS) ** 2))),
  };
}

/** Halvings that find an encoded value to less than a thousandth of a 16-bit sample. */
const HALVINGS = 26;

/** The encoded value of a light, by halving: curves of profiles rise all the way. */
const inverseOf =
  (light: (encoded: number) => number) =>
  (wanted: number): number => {
    let [low, high] = [0, 1];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (low + high) / 2;
      if (light(middle) < wanted) low = middle;
      else high = middle;
    }
    return high;
  };

function encoded({ most, back }: Tables, light: number): number {
  if (light >= 1) return most;
  const at = sqrt(max(0, light)) * LIGHT_STEPS;
  const i = floor(at);
  const [p, q] = [back[i] ?? 0, back[i + 1] ?? 0];
  return p + (q - p) * (at - i);
}

export interface Source {
  readonly laid: Laid;
  readonly share: Share;
  readonly development: Development;
}

/** What is worked out once for a frame. */
interface Ready extends Source {
  readonly ix: number;
  readonly iy: number;
  readonly tapsX: Float32Array | null;
  readonly tapsY: Float32Array | null;
  readonly gained: Float32Array | null;
}

/**
 * Puts rows of the whole together, band by band. Each frame is laid at its place
 * to the fraction of a pixel (Lanczos; untouched when the fraction is nothing),
 * its light evened, and all are weighed by their shares of the cells.
 *
 * @param canvas width and height of the assembled picture, px
 * @param cellPx side of a cell, px
 * @param sources the frames with their seams and their light
 * @param tables tables of the encoding
 *
 * @example
 * blender({ width: 8, height: 8 }, 4, [], tablesFor(8)).needs.length // => 3
 */
export function blender(canvas: Canvas, cellPx: number, sources: readonly Source[], tables: Tables) {
  const ready: readonly Ready[] = sources.map((source) => {
    const { laid, development } = source;
    const ix = floor(laid.left + WHOLE);
    const iy = floor(laid.top + WHOLE);
    // The pixel of the frame that lies at canvas x is x − left.
    const fx = laid.left - ix > WHOLE ? 1 - (laid.left - ix) : 0;
    const fy = laid.top - iy > WHOLE ? 1 - (laid.top - iy) : 0;
    const gained =
      development.gain === 1 && development.falloff === null
        ? null
        : tables.light.map((light) =>
            development.falloff === null ? encoded(tables, light * development.gain) : light * development.gain,
          );
    return {
      ...source,
      ix: fx > 0 ? ix + 1 : ix,
      iy: fy > 0 ? iy + 1 : iy,
      tapsX: fx > 0 ? lanczos(fx) : null,
      tapsY: fy > 0 ? lanczos(fy) : null,
      gained,
    };
  });
  const sum = new Float32Array(3 * canvas.width);
  const total = new Float32Array(canvas.width);
  const line = new Float32Array(3 * (canvas.width + 16));
  const weights = new Float32Array(canvas.width);

  /** The rows of a frame's file that rows `y0` to `y1` of the canvas need; `null` when none. */
  const needs = (f: number, y0: number, y1: number): { readonly first: number; readonly count: number } | null => {
    const each = ready[f];
    if (!each) return null;
    const { laid, iy, tapsY } = each;
    if (y1 <= laid.top || y0 >= laid.top + laid.height) return null;
    const first = max(0, y0 - iy - (tapsY ? 2 : 0));
    const last = min(laid.height - 1, y1 - 1 - iy + (tapsY ? 3 : 0));
    return last < first ? null : { first, count: last - first + 1 };
  };

  /** Shares of one frame along a row of the canvas; answers from where to where they are above nothing, and whether all of them are 1. */
  const shareRow = ({ share, laid }: Ready, y: number): { readonly from: number; readonly to: number; readonly alone: boolean } | null => {
    const cy = min(share.rows - 1, max(0, (y + 0.5) / cellPx - 0.5 - share.row));
    const j = min(max(0, share.rows - 2), floor(cy));
    const ty = cy - j;
    const [left, right] = [max(0, ceil(laid.left)), min(canvas.width, floor(laid.left + laid.width))];
    if (y < laid.top || y + 1 > laid.top + laid.height + 1e-6) return null;
    let [from, to, alone] = [-1, -1, true];
    const at = (i: number): number => {
      const k = j * share.columns + min(share.columns - 1, max(0, i));
      return (share.weight[k] ?? 0) * (1 - ty) + (share.weight[k + (share.rows > 1 ? share.columns : 0)] ?? 0) * ty;
    };
    let i = -2;
    let [p, q] = [0, 0];
    for (let x = left; x < right; x++) {
      const cx = (x + 0.5) / cellPx - 0.5 - share.column;
      const cell = floor(cx);
      if (cell !== i) {
        i = cell;
        p = at(i);
        q = at(i + 1);
      }
      const w = p === q ? p : p + (q - p) * (cx - cell);
      weights[x] = w;
      if (w > 0) {
        if (from < 0) from = x;
        to = x + 1;
        if (w < 0.9999) alone = false;
      } else if (from >= 0) alone = false;
    }
    return from < 0 ? null : { from, to, alone };
  };

  /** One row of a frame from `from` to `to`, in encoded samples, in `line`. */
  const rowOf = (
    { laid, ix, iy, tapsX, tapsY, gained, development }: Ready,
    { first, rows }: Rows,
    y: number,
    { from, to }: { readonly from: number; readonly to: number },
  ): void => {
    const stride = 3 * laid.width;
    const last = rows.length / stride - 1 + first;
    const margin = tapsX ? 3 : 0;
    const [x0, x1] = [from - ix - (tapsX ? 2 : 0), to - ix + margin];
    const n = 3 * (x1 - x0);
    const [clampL, clampR] = [max(0, x0), min(laid.width, x1)];
    const inner = 3 * (clampR - clampL);
    const offset = 3 * (clampL - x0);
    const sourceRow = (row: number): number => (min(last, max(first, min(laid.height - 1, max(0, row)))) - first) * stride + 3 * clampL;
    const sy = y - iy;
    if (tapsY === null) {
      const at = sourceRow(sy);
      if (gained === null) for (let k = 0; k < inner; k++) line[offset + k] = rows[at + k] ?? 0;
      else for (let k = 0; k < inner; k++) line[offset + k] = gained[rows[at + k] ?? 0] ?? 0;
    } else {
      const [a, b, c, d, e, f] = [
        sourceRow(sy - 2),
        sourceRow(sy - 1),
        sourceRow(sy),
        sourceRow(sy + 1),
        sourceRow(sy + 2),
        sourceRow(sy + 3),
      ];
      const [wa, wb, wc, wd, we, wf] = [tapsY[0] ?? 0, tapsY[1] ?? 0, tapsY[2] ?? 0, tapsY[3] ?? 0, tapsY[4] ?? 0, tapsY[5] ?? 0];
      if (gained === null) {
        for (let k = 0; k < inner; k++)
          line[offset + k] =
            wa * (rows[a + k] ?? 0) +
            wb * (rows[b + k] ?? 0) +
            wc * (rows[c + k] ?? 0) +
            wd * (rows[d + k] ?? 0) +
            we * (rows[e + k] ?? 0) +
            wf * (rows[f + k] ?? 0);
      } else {
        const g = (i: number): number => gained[rows[i] ?? 0] ?? 0;
        for (let k = 0; k < inner; k++)
          line[offset + k] = wa * g(a + k) + wb * g(b + k) + wc * g(c + k) + wd * g(d + k) + we * g(e + k) + wf * g(f + k);
      }
    }
    // What lies outside the frame goes on as its rim.
    for (let k = offset - 1; k >= 0; k--) line[k] = line[k + 3] ?? 0;
    for (let k = offset + inner; k < n; k++) line[k] = line[k - 3] ?? 0;
    if (tapsX) {
      const [wa, wb, wc, wd, we, wf] = [tapsX[0] ?? 0, tapsX[1] ?? 0, tapsX[2] ?? 0, tapsX[3] ?? 0, tapsX[4] ?? 0, tapsX[5] ?? 0];
      const count = 3 * (to - from);
      for (let k = 0; k < count; k++)
        line[k] =
          wa * (line[k] ?? 0) +
          wb * (line[k + 3] ?? 0) +
          wc * (line[k + 6] ?? 0) +
          wd * (line[k + 9] ?? 0) +
          we * (line[k + 12] ?? 0) +
          wf * (line[k + 15] ?? 0);
    }
    const { falloff } = development;
    if (falloff !== null) {
      for (let x = from; x < to; x++) {
        const by = falloffAt(falloff, x - laid.left, y - laid.top);
        const k = 3 * (x - from);
        for (let c = 0; c < 3; c++) line[k + c] = encoded(tables, (line[k + c] ?? 0) * by);
      }
    }
  };

  /** Rows `y0` to `y1` of the canvas into `out`; `read` gives the rows that `needs` asked for. */
  const band = (out: Samples, y0: number, y1: number, read: (f: number) => Rows | null): void => {
    const given = ready.map((_, f) => (needs(f, y0, y1) ? read(f) : null));
    for (let y = y0; y < y1; y++) {
      const base = 3 * canvas.width * (y - y0);
      sum.fill(0);
      total.fill(0);
      ready.forEach((each, f) => {
        const rows = given[f];
        if (!rows) return;
        const run = shareRow(each, y);
        if (!run) return;
        const { from, to } = run;
        rowOf(each, rows, y, run);
        for (let x = from; x < to; x++) {
          const w = weights[x] ?? 0;
          if (w === 0) continue;
          total[x] = (total[x] ?? 0) + w;
          const [k, s] = [3 * (x - from), 3 * x];
          sum[s] = (sum[s] ?? 0) + w * (line[k] ?? 0);
          sum[s + 1] = (sum[s + 1] ?? 0) + w * (line[k + 1] ?? 0);
          sum[s + 2] = (sum[s + 2] ?? 0) + w * (line[k + 2] ?? 0);
        }
      });
      const { most } = tables;
      for (let x = 0; x < canvas.width; x++) {
        const w = total[x] ?? 0;
        if (w === 0) continue;
        const s = 3 * x;
        for (let c = 0; c < 3; c++) {
          const value = (sum[s + c] ?? 0) / w + 0.5;
          out[base + s + c] = value <= 0 ? 0 : min(most, value);
        }
      }
    }
  };
  return { needs, band };
}

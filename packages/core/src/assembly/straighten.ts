import type { Samples } from './blend';
import { toCommon, toFrame, type GeometryFrame, type LaidFrame } from './frameGeometry';

/** A frame that is drawn anew as if it had only been shifted. */
export interface Straightening {
  readonly frame: GeometryFrame;
  readonly laid: LaidFrame;
  readonly distortion: number;
  /** What of the common picture it covers without a gap, whole px. */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Places that are looked at along an edge. */
const ALONG = 33;
/** Pixels around a place of which its value is made: two to either side. */
const AROUND = 2;

/** Places evenly along a stretch, both ends among them. */
const along = (from: number, to: number): readonly number[] =>
  Array.from({ length: ALONG }, (_, i) => from + ((to - from) * i) / (ALONG - 1));

/**
 * What of the common picture a frame covers once it is drawn anew, in whole
 * pixels: the largest upright rectangle whose edges it shows everywhere.
 *
 * @param frame the frame
 * @param laid how it lies
 * @param distortion at the half diagonal from the lens axis, as a share
 *
 * @example
 * straightening({ width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 0, y: 0 } }, { middle: { x: 30, y: 40 }, turnedDeg: 0, scale: 1 }, 0).width // => 56
 */
export function straightening(frame: GeometryFrame, laid: LaidFrame, distortion: number): Straightening {
  const at = (x: number, y: number) => toCommon(frame, laid, distortion, { x, y });
  const [x0, x1, y0, y1] = [AROUND, frame.width - AROUND, AROUND, frame.height - AROUND];
  const left = Math.ceil(Math.max(...along(y0, y1).map((y) => at(x0, y).x)));
  const right = Math.floor(Math.min(...along(y0, y1).map((y) => at(x1, y).x)));
  const top = Math.ceil(Math.max(...along(x0, x1).map((x) => at(x, y0).y)));
  const bottom = Math.floor(Math.min(...along(x0, x1).map((x) => at(x, y1).y)));
  return { frame, laid, distortion, left, top, width: Math.max(0, right - left), height: Math.max(0, bottom - top) };
}

/**
 * Which rows of the frame some rows of the straightened one are made of.
 *
 * @param straight how it is drawn anew
 * @param from first row of the straightened frame
 * @param to the row after the last
 *
 * @example
 * rowsFor({ frame: { width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 0, y: 0 } }, laid: { middle: { x: 30, y: 40 }, turnedDeg: 0, scale: 1 }, distortion: 0, left: 2, top: 2, width: 56, height: 76 }, 0, 8) // => {first: 0, count: 12}
 */
export function rowsFor(
  { frame, laid, distortion, left, top, width }: Straightening,
  from: number,
  to: number,
): { readonly first: number; readonly count: number } {
  const ys = [from + 0.5, to - 0.5].flatMap((y) =>
    along(0.5, width - 0.5).map((x) => toFrame(frame, laid, distortion, { x: left + x, y: top + y }).y),
  );
  const first = Math.max(0, Math.floor(Math.min(...ys) - 0.5) - AROUND);
  const last = Math.min(frame.height - 1, Math.ceil(Math.max(...ys) - 0.5) + AROUND);
  return { first, count: last - first + 1 };
}

/** Over so many pixels of a row a straight line is less than a thousandth of a pixel off. */
const STRAIGHT_PX = 16;
/** Fractions of a pixel for which weights are kept. */
const FRACTIONS = 512;
/** Weights of the four samples around a place, by its fraction of a pixel. Source: Catmull and Rom's cubic, from Keys, 1981. */
const WEIGHTS = Float32Array.from({ length: 4 * (FRACTIONS + 1) }, (_, i) => {
  const t = Math.floor(i / 4) / FRACTIONS;
  const weights = [0.5 * t * (-1 + t * (2 - t)), 1 + 0.5 * t * t * (-5 + 3 * t), 0.5 * t * (1 + t * (4 - 3 * t)), 0.5 * t * t * (t - 1)];
  return weights[i % 4] ?? 0;
});

/** Rows of a picture, three samples to the pixel, from `first` on. */
interface SourceRows {
  readonly first: number;
  readonly rows: Samples;
}

/**
 * Draws rows of a straightened frame, each pixel between the sixteen around its
 * place in the frame.
 *
 * @param straight how it is drawn anew
 * @param source the rows that `rowsFor` asks for
 * @param out where it is drawn, three samples to the pixel
 * @param rows first row of the straightened frame, and the row after the last
 */
export function straightRows(
  straight: Straightening,
  { first, rows: source }: SourceRows,
  out: Samples,
  [from, to]: readonly [number, number],
): void {
  const { frame, laid, distortion, left, top, width } = straight;
  const most = source instanceof Uint8Array ? 255 : 65_535;
  const line = 3 * frame.width;
  const lastRow = source.length / line - 1;
  const at = (x: number, y: number) => toFrame(frame, laid, distortion, { x: left + x + 0.5, y: top + y + 0.5 });
  for (let y = from; y < to; y++) {
    let next = at(0, y);
    for (let x0 = 0; x0 < width; x0 += STRAIGHT_PX) {
      // Over so few pixels the way through the frame is straight.
      const begin = next;
      next = at(x0 + STRAIGHT_PX, y);
      const [stepX, stepY] = [(next.x - begin.x) / STRAIGHT_PX, (next.y - begin.y) / STRAIGHT_PX];
      const end = Math.min(width, x0 + STRAIGHT_PX);
      for (let x = x0; x < end; x++) {
        // No lists here: this is done for each of fifty million pixels.
        const px = begin.x - 0.5 + stepX * (x - x0);
        const py = begin.y - 0.5 + stepY * (x - x0);
        const ix = Math.floor(px);
        const iy = Math.floor(py);
        const wx = 4 * Math.round((px - ix) * FRACTIONS);
        const wy = 4 * Math.round((py - iy) * FRACTIONS);
        const w0 = WEIGHTS[wx] ?? 0;
        const w1 = WEIGHTS[wx + 1] ?? 0;
        const w2 = WEIGHTS[wx + 2] ?? 0;
        const w3 = WEIGHTS[wx + 3] ?? 0;
        // What is covered leaves room for all sixteen; rounding may be a pixel short of it.
        const column = 3 * Math.min(frame.width - 4, Math.max(0, ix - 1));
        const row = Math.min(lastRow - 3, Math.max(0, iy - 1 - first));
        let r = 0.5;
        let g = 0.5;
        let b = 0.5;
        for (let j = 0; j < 4; j++) {
          const k = (row + j) * line + column;
          const w = WEIGHTS[wy + j] ?? 0;
          r += w * (w0 * (source[k] ?? 0) + w1 * (source[k + 3] ?? 0) + w2 * (source[k + 6] ?? 0) + w3 * (source[k + 9] ?? 0));
          g += w * (w0 * (source[k + 1] ?? 0) + w1 * (source[k + 4] ?? 0) + w2 * (source[k + 7] ?? 0) + w3 * (source[k + 10] ?? 0));
          b += w * (w0 * (source[k + 2] ?? 0) + w1 * (source[k + 5] ?? 0) + w2 * (source[k + 8] ?? 0) + w3 * (source[k + 11] ?? 0));
        }
        const k = 3 * ((y - from) * width + x);
        out[k] = Math.min(most, Math.max(0, r));
        out[k + 1] = Math.min(most, Math.max(0, g));
        out[k + 2] = Math.min(most, Math.max(0, b));
      }
    }
  }
}

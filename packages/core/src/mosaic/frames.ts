import type { FrameSize } from '../model/frame';
import type { MosaicFrame, Rect } from '../model/mosaic';

/**
 * The rectangle of a frame whose unturned size is given.
 *
 * @param frame a frame of the mosaic
 * @param size width and height of the frame, mm
 *
 * @example
 * rectOf({ riseMm: 0, shiftMm: 10, turned: false }, { widthMm: 36, heightMm: 24 }) // => {left: -8, right: 28, lower: -12, upper: 12}
 */
export function rectOf({ riseMm, shiftMm, turned }: MosaicFrame, { widthMm, heightMm }: FrameSize): Rect {
  const [w, h] = turned ? [heightMm, widthMm] : [widthMm, heightMm];
  return { left: shiftMm - w / 2, right: shiftMm + w / 2, lower: riseMm - h / 2, upper: riseMm + h / 2 };
}

export const widthOf = ({ left, right }: Rect): number => right - left;
export const heightOf = ({ lower, upper }: Rect): number => upper - lower;

/** The box around rectangles; `null` around none. */
export function boxAround(rects: readonly Rect[]): Rect | null {
  if (rects.length === 0) return null;
  return {
    left: Math.min(...rects.map(({ left }) => left)),
    right: Math.max(...rects.map(({ right }) => right)),
    lower: Math.min(...rects.map(({ lower }) => lower)),
    upper: Math.max(...rects.map(({ upper }) => upper)),
  };
}

/** What two rectangles have in common; `null` when nothing. */
export function common(a: Rect, b: Rect): Rect | null {
  const both = {
    left: Math.max(a.left, b.left),
    right: Math.min(a.right, b.right),
    lower: Math.max(a.lower, b.lower),
    upper: Math.min(a.upper, b.upper),
  };
  return both.right - both.left > 1e-9 && both.upper - both.lower > 1e-9 ? both : null;
}

/** Upright rectangles cut at all their edges into cells, each covered or not. */
interface Cells {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  /** Row by row from the lowest, whether each cell is covered. */
  readonly covered: readonly boolean[];
}

const SAME = 1e-7;

function edges(values: readonly number[]): readonly number[] {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.filter((v, i) => i === 0 || v - (sorted[i - 1] ?? v) > SAME);
}

function cellsOf(rects: readonly Rect[]): Cells {
  const xs = edges(rects.flatMap(({ left, right }) => [left, right]));
  const ys = edges(rects.flatMap(({ lower, upper }) => [lower, upper]));
  const covered: boolean[] = [];
  for (let j = 0; j + 1 < ys.length; j++) {
    for (let i = 0; i + 1 < xs.length; i++) {
      const [x, y] = [((xs[i] ?? 0) + (xs[i + 1] ?? 0)) / 2, ((ys[j] ?? 0) + (ys[j + 1] ?? 0)) / 2];
      covered.push(rects.some(({ left, right, lower, upper }) => x > left && x < right && y > lower && y < upper));
    }
  }
  return { xs, ys, covered };
}

/** What a set of frames makes together. */
export interface Union {
  readonly areaMm2: number;
  readonly box: Rect;
  /** The largest upright rectangle that is covered all over: what can be cropped without a gap. */
  readonly whole: Rect;
  /** How many places inside the outline are covered by no frame. */
  readonly holes: number;
  /** Whether all frames hang together. */
  readonly pieces: number;
}

/**
 * Area, box, largest covered rectangle, holes and pieces of upright rectangles,
 * exactly: they are cut at all their edges into cells. `null` for none.
 * Source: plane geometry; the tests hold it against a general polygon package.
 */
export function unionOf(rects: readonly Rect[]): Union | null {
  const box = boxAround(rects);
  if (!box) return null;
  const { xs, ys, covered } = cellsOf(rects);
  const [nx, ny] = [xs.length - 1, ys.length - 1];
  const at = (i: number, j: number): boolean => covered[j * nx + i] === true;
  const size = (list: readonly number[], i: number): number => (list[i + 1] ?? 0) - (list[i] ?? 0);
  let areaMm2 = 0;
  for (let j = 0; j < ny; j++) for (let i = 0; i < nx; i++) if (at(i, j)) areaMm2 += size(xs, i) * size(ys, j);
  let whole: Rect = rects[0] ?? box;
  let most = 0;
  // For every pair of rows the longest covered run between them.
  for (let j0 = 0; j0 < ny; j0++) {
    const open = Array.from({ length: nx }, () => true);
    for (let j1 = j0; j1 < ny; j1++) {
      for (let i = 0; i < nx; i++) if (!at(i, j1)) open[i] = false;
      const high = (ys[j1 + 1] ?? 0) - (ys[j0] ?? 0);
      let from = 0;
      for (let i = 0; i <= nx; i++) {
        if (i < nx && open[i] === true) continue;
        const wide = (xs[i] ?? 0) - (xs[from] ?? 0);
        if (i > from && wide * high > most + SAME) {
          most = wide * high;
          whole = { left: xs[from] ?? 0, right: xs[i] ?? 0, lower: ys[j0] ?? 0, upper: ys[j1 + 1] ?? 0 };
        }
        from = i + 1;
      }
    }
  }
  return { areaMm2, box, whole, holes: regions(nx, ny, (i, j) => !at(i, j), true), pieces: regions(nx, ny, at, false) };
}

/** How many regions of cells hang together by their sides; with `inner` only those that do not touch the border. */
function regions(nx: number, ny: number, is: (i: number, j: number) => boolean, inner: boolean): number {
  const seen = new Set<number>();
  let count = 0;
  for (let start = 0; start < nx * ny; start++) {
    if (seen.has(start) || !is(start % nx, Math.floor(start / nx))) continue;
    let border = false;
    const todo = [start];
    seen.add(start);
    for (let cell = todo.pop(); cell !== undefined; cell = todo.pop()) {
      const [i, j] = [cell % nx, Math.floor(cell / nx)];
      if (i === 0 || j === 0 || i === nx - 1 || j === ny - 1) border = true;
      for (const [di, dj] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const) {
        const [a, b] = [i + di, j + dj];
        if (a < 0 || b < 0 || a >= nx || b >= ny || seen.has(b * nx + a) || !is(a, b)) continue;
        seen.add(b * nx + a);
        todo.push(b * nx + a);
      }
    }
    if (!inner || !border) count++;
  }
  return count;
}

/** Two frames side by side in a mosaic, and what they have in common. */
export interface Overlap {
  readonly a: number;
  readonly b: number;
  readonly rect: Rect;
  /** The overlap across the seam, mm, and as a share of the frame in that direction. */
  readonly acrossMm: number;
  readonly share: number;
}

/**
 * The neighbours of a mosaic: pairs whose frames overlap so that the seam is at
 * least half a frame long; a corner in common is no seam, and two that a third
 * joins with more overlap are no neighbours.
 */
export function overlapsOf(rects: readonly Rect[]): readonly Overlap[] {
  const found: Overlap[] = [];
  rects.forEach((a, i) => {
    rects.forEach((b, j) => {
      if (j <= i) return;
      const rect = common(a, b);
      if (!rect) return;
      const [w, h] = [widthOf(rect), heightOf(rect)];
      // Beside each other when they are moved apart more in this direction, measured by their size.
      const beside =
        Math.abs(a.left + a.right - b.left - b.right) / widthOf(a) >= Math.abs(a.lower + a.upper - b.lower - b.upper) / heightOf(a);
      const [acrossMm, alongMm, frameMm, lengthMm] = beside
        ? [w, h, Math.min(widthOf(a), widthOf(b)), Math.min(heightOf(a), heightOf(b))]
        : [h, w, Math.min(heightOf(a), heightOf(b)), Math.min(widthOf(a), widthOf(b))];
      if (alongMm < lengthMm / 2) return;
      found.push({ a: i, b: j, rect, acrossMm, share: acrossMm / frameMm });
    });
  });
  // Where a third frame has more in common with both, they are joined through it.
  const share = new Map(found.map((each) => [each.a * rects.length + each.b, each.share]));
  const between = (i: number, j: number): number => share.get(Math.min(i, j) * rects.length + Math.max(i, j)) ?? 0;
  return found.filter(
    ({ a, b, share: own }) => !rects.some((_, c) => c !== a && c !== b && between(a, c) > own + SAME && between(b, c) > own + SAME),
  );
}

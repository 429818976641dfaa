const { ceil, floor, log2, max, min } = Math;

/** A frame as it lies on the canvas, px from the canvas's top left, fractions included. */
export interface Laid {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export interface Canvas {
  readonly width: number;
  readonly height: number;
}

/** The canvas in square cells: each belongs to one frame. */
export interface Cells {
  readonly cellPx: number;
  readonly columns: number;
  readonly rows: number;
  /** The number of the frame that each cell belongs to, row by row; −1 where no frame is. */
  readonly owner: Int16Array;
}

/** A part of the canvas in which something moves, px: one frame alone should show it. */
export interface MovingZone {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const LEVELS = 1024;

/** How far the middle of a cell lies within a frame, px; what is cut by the rim of the canvas does not count as a rim of the frame. */
function inside({ left, top, width, height }: Laid, canvas: Canvas, x: number, y: number): number {
  const gap = (at: number, from: number, to: number, end: number): number =>
    min(from <= 0.5 ? Infinity : at - from, to >= end - 0.5 ? Infinity : to - at);
  const within = min(x - left, left + width - x, y - top, top + height - y);
  return within < 0 ? within : min(gap(x, left, left + width, canvas.width), gap(y, top, top + height, canvas.height));
}

export interface SeamsBetweenInput {
  readonly frames: readonly Laid[];
  readonly canvas: Canvas;
  readonly cellPx: number;
  readonly unlike: Float32Array;
  readonly zones?: readonly MovingZone[] | undefined;
}

/**
 * Which frame shows each cell, so that the lines between frames run where these
 * agree best, near the middle of the overlap where they agree everywhere, and
 * not through what moves. `unlike` is how much the frames differ there, any
 * scale, 0 where only one is. From where one frame alone is the cells are
 * flooded, the most unlike first; the fronts meet where it is lowest.
 * Source: watershed by flooding (Meyer 1991); for mosaics Gracias et al.,
 * "Fast Image Blending Using Watersheds and Graph Cuts", 2009.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * seamsBetween({ frames: [{ left: 0, top: 0, width: 16, height: 8 }], canvas: { width: 16, height: 8 }, cellPx: 8, unlike: new Float32Array(2) }).columns // => 2
 */
export function seamsBetween({ frames, canvas, cellPx, unlike, zones = [] }: SeamsBetweenInput): Cells {
  const columns = ceil(canvas.width / cellPx);
  const rows = ceil(canvas.height / cellPx);
  const count = columns * rows;
  const owner = new Int16Array(count).fill(-1);
  const fixed = new Uint8Array(count);
  const middle = (i: number): readonly [number, number] => [
    min(canvas.width - 0.5, ((i % columns) + 0.5) * cellPx),
    min(canvas.height - 0.5, (floor(i / columns) + 0.5) * cellPx),
  ];
  // A cell needs its frame all over, and its neighbours' half for soft seams.
  const room = cellPx;
  const covers = (frame: Laid, i: number): boolean => {
    const [x, y] = middle(i);
    return inside(frame, canvas, x, y) >= room;
  };
  const take = (i: number, frame: number) => {
    owner[i] = frame;
    fixed[i] = 1;
  };

  // What moves belongs to the frame that has most of it; of those that have it all, to the one in whose middle it lies.
  for (const zone of zones) {
    let [best, most, deepest] = [-1, 0, -Infinity];
    const cells: number[] = [];
    for (let y = max(0, floor(zone.top / cellPx)); y <= min(rows - 1, floor(zone.bottom / cellPx)); y++) {
      for (let x = max(0, floor(zone.left / cellPx)); x <= min(columns - 1, floor(zone.right / cellPx)); x++) cells.push(y * columns + x);
    }
    frames.forEach((frame, f) => {
      const has = cells.filter((i) => covers(frame, i)).length;
      const depth = min(inside(frame, canvas, zone.left, zone.top), inside(frame, canvas, zone.right, zone.bottom));
      if (has > most || (has === most && has > 0 && depth > deepest)) [best, most, deepest] = [f, has, depth];
    });
    const frame = frames[best];
    if (frame) for (const i of cells) if (fixed[i] === 0 && covers(frame, i)) take(i, best);
  }

  // How many cover each cell, and how far from the middle of the overlap it lies, 0 to 1.
  const aside = new Float32Array(count);
  const seeded = frames.map(() => false);
  for (let i = 0; i < count; i++) {
    const [x, y] = middle(i);
    let [first, second, which, several] = [-Infinity, -Infinity, -1, 0];
    frames.forEach((frame, f) => {
      const depth = inside(frame, canvas, x, y);
      if (depth < 0) return;
      if (depth >= room) several++;
      if (depth > first) [second, first, which] = [first, depth, f];
      else if (depth > second) second = depth;
    });
    if (which < 0) continue;
    if (several <= 1) {
      if (fixed[i] === 0) take(i, which);
    } else {
      const [a, b] = [min(first, 1e6), min(second, 1e6)];
      aside[i] = (a - b) / max(1, a + b);
    }
    if (fixed[i] === 1 && owner[i] === which) seeded[which] = true;
  }
  // A frame that is nowhere alone begins from its middle.
  frames.forEach((frame, f) => {
    if (seeded[f]) return;
    const x = floor((frame.left + frame.width / 2) / cellPx);
    const y = floor((frame.top + frame.height / 2) / cellPx);
    const i = y * columns + x;
    if (x >= 0 && y >= 0 && x < columns && y < rows && fixed[i] === 0 && covers(frame, i)) take(i, f);
  });

  const rough = blurred(unlike, columns, rows, 1);
  let largest = 0;
  for (const value of rough) largest = max(largest, value);
  // Typical disagreement is noise; against it the middle of the overlap decides.
  const typical = max(1e-6, quantile(rough, aside, 0.5));
  const height = (i: number): number => log2(1 + (rough[i] ?? 0) / typical) + 0.8 * (aside[i] ?? 0);
  const top = log2(1 + largest / typical) + 0.8;
  const buckets: number[][] = Array.from({ length: LEVELS }, () => []);
  let level = 0;
  const push = (i: number, by: number) => {
    // The highest is flooded first; a front never goes back up.
    const at = max(level, min(LEVELS - 1, floor((1 - height(i) / top) * LEVELS)));
    buckets[at]?.push(i * frames.length + by);
  };
  const around = (i: number, by: number) => {
    const [x, y] = [i % columns, floor(i / columns)];
    if (x > 0 && (owner[i - 1] ?? 0) < 0) push(i - 1, by);
    if (x + 1 < columns && (owner[i + 1] ?? 0) < 0) push(i + 1, by);
    if (y > 0 && (owner[i - columns] ?? 0) < 0) push(i - columns, by);
    if (y + 1 < rows && (owner[i + columns] ?? 0) < 0) push(i + columns, by);
  };
  for (let i = 0; i < count; i++) if (fixed[i] === 1) around(i, owner[i] ?? 0);
  for (; level < LEVELS; level++) {
    const bucket = buckets[level] ?? [];
    // First come, first served within a level, so that fronts advance alike.
    for (let k = 0; k < bucket.length; k++) {
      const entry = bucket[k] ?? 0;
      const [i, by] = [floor(entry / frames.length), entry % frames.length];
      const frame = frames[by];
      if ((owner[i] ?? 0) >= 0 || !frame || !covers(frame, i)) continue;
      owner[i] = by;
      around(i, by);
    }
  }
  // What no front reached.
  for (let i = 0; i < count; i++) {
    if ((owner[i] ?? 0) >= 0) continue;
    const [x, y] = middle(i);
    let [best, deepest] = [-1, 0];
    frames.forEach((frame, f) => {
      const depth = inside(frame, canvas, x, y);
      if (depth >= deepest) [best, deepest] = [f, depth];
    });
    owner[i] = best;
  }
  return { cellPx, columns, rows, owner };
}

interface PassInput {
  readonly from: Float32Array;
  readonly n: number;
  readonly step: number;
  readonly lines: number;
  readonly line: number;
}

/** A field of cells, each the mean of those around it. */
export function blurred(field: Float32Array, columns: number, rows: number, reach: number): Float32Array {
  const pass = ({ from, n, step, lines, line }: PassInput): Float32Array => {
    const to = new Float32Array(from.length);
    for (let j = 0; j < lines; j++) {
      for (let i = 0; i < n; i++) {
        const [lo, hi] = [max(0, i - reach), min(n - 1, i + reach)];
        let sum = 0;
        for (let k = lo; k <= hi; k++) sum += from[j * line + k * step] ?? 0;
        to[j * line + i * step] = sum / (hi - lo + 1);
      }
    }
    return to;
  };
  return pass({
    from: pass({ from: field, n: columns, step: 1, lines: rows, line: columns }),
    n: rows,
    step: columns,
    lines: columns,
    line: 1,
  });
}

/** A quantile of the values where frames overlap. */
function quantile(values: Float32Array, aside: Float32Array, share: number): number {
  const some: number[] = [];
  const step = max(1, floor(values.length / 20_000));
  for (let i = 0; i < values.length; i += step) if ((aside[i] ?? 0) > 0 && (values[i] ?? 0) > 0) some.push(values[i] ?? 0);
  some.sort((a, b) => a - b);
  return some[floor(share * (some.length - 1))] ?? 0;
}

/** How much of each cell one frame gives, 0 to 1: 1 where it is alone, less toward its seams. */
export interface Share {
  /** The first column and row of cells that are held, and how many of them. */
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
  readonly weight: Float32Array;
}

/**
 * What each frame gives to each cell: its own cells softened over `reach` cells
 * on both sides of a seam, nothing where it does not cover the cell and its
 * rim; together 1 wherever any frame is.
 *
 * @param frames the frames where they lie, px
 * @param canvas width and height of the assembled picture, px
 * @param cells which frame each cell belongs to
 * @param reach how far frames are blended, cells
 *
 * @example
 * sharesOf([{ left: 0, top: 0, width: 16, height: 8 }], { width: 16, height: 8 }, { cellPx: 8, columns: 2, rows: 1, owner: new Int16Array(2) }, 1).length // => 1
 */
export function sharesOf(
  frames: readonly Laid[],
  canvas: Canvas,
  { cellPx, columns, rows, owner }: Cells,
  reach: number,
): readonly Share[] {
  const shares = frames.map((frame, f): Share => {
    const column = max(0, floor(frame.left / cellPx) - 1);
    const row = max(0, floor(frame.top / cellPx) - 1);
    const [nx, ny] = [
      min(columns, ceil((frame.left + frame.width) / cellPx) + 1) - column,
      min(rows, ceil((frame.top + frame.height) / cellPx) + 1) - row,
    ];
    const own = new Float32Array(max(0, nx) * max(0, ny));
    for (let y = 0; y < ny; y++) for (let x = 0; x < nx; x++) own[y * nx + x] = owner[(row + y) * columns + column + x] === f ? 1 : 0;
    const soft = blurred(own, nx, ny, reach);
    for (let y = 0; y < ny; y++) {
      for (let x = 0; x < nx; x++) {
        const [px, py] = [min(canvas.width - 0.5, (column + x + 0.5) * cellPx), min(canvas.height - 0.5, (row + y + 0.5) * cellPx)];
        if (inside(frame, canvas, px, py) < cellPx)
          soft[y * nx + x] = own[y * nx + x] === 1 && inside(frame, canvas, px, py) >= 0 ? 1e-3 : 0;
      }
    }
    return { column, row, columns: nx, rows: ny, weight: soft };
  });
  const sum = new Float32Array(columns * rows);
  const each = (visit: (share: Share, k: number, i: number) => void) => {
    for (const share of shares) {
      for (let y = 0; y < share.rows; y++)
        for (let x = 0; x < share.columns; x++) visit(share, y * share.columns + x, (share.row + y) * columns + share.column + x);
    }
  };
  each(({ weight }, k, i) => (sum[i] = (sum[i] ?? 0) + (weight[k] ?? 0)));
  each(({ weight }, k, i) => {
    if ((sum[i] ?? 0) > 0) weight[k] = (weight[k] ?? 0) / (sum[i] ?? 1);
  });
  return shares;
}

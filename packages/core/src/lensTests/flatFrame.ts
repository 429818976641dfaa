import type { FrameSize } from '../model/frame';

/** Mean linear light of a frame, cell by cell. */
export interface LightGrid {
  readonly columns: number;
  readonly rows: number;
  /** Size of the frame on the sensor or film, upright, mm. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** Red, green and blue of each cell, row by row from the top; 1 is full. */
  readonly rgb: Float32Array;
  /** Share of clipped pixels in each cell. */
  readonly clipped: Float32Array;
}

/** A frame of an evenly lit wall, and how it was taken. */
export interface FlatFrame {
  readonly name: string;
  /** Marked f-number; `null` where it is not known. */
  readonly fNumber: number | null;
  /** The lens against the back, mm. */
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly grid: LightGrid;
}

/** The light of one cell. */
export interface Cell {
  /** Index of its frame. */
  readonly frame: number;
  /** Its place about the lens axis, scaled to infinity, mm right and up in the upright picture. */
  readonly xMm: number;
  readonly yMm: number;
  readonly rgb: readonly [number, number, number];
}

/** The pixels of a picture as red, green and blue, row by row from the top. */
export interface PixelValues {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly values: ArrayLike<number>;
  /** The linear light that each value stands for, 1 is full; `null` where the values are linear light already. */
  readonly light: ArrayLike<number> | null;
}

/** Cells across the longer side of a frame of a wall. */
export const WALL_CELLS = 60;

/** A file may differ from the shape of its frame by this share: some cameras leave out a few columns. */
const SHAPE = 0.02;

/**
 * Whether a picture has the shape of a frame.
 *
 * @param picture width and height, px
 * @param frame width and height, mm
 *
 * @example
 * isShapeOf({ widthPx: 6000, heightPx: 4000 }, { widthMm: 24, heightMm: 36 }) // => false
 */
export function isShapeOf({ widthPx, heightPx }: Pick<PixelValues, 'widthPx' | 'heightPx'>, { widthMm, heightMm }: FrameSize): boolean {
  return Math.abs((widthPx * heightMm) / (heightPx * widthMm) - 1) <= SHAPE;
}

/** Light from this share of full on is clipped. */
export const CLIPPED_LIGHT = 0.995;

/**
 * The light of a frame in square cells.
 *
 * @param picture its pixels
 * @param sizeMm width and height of the frame on the sensor, mm
 * @param cells number of cells along the longer side; fewer where it has fewer pixels
 *
 * @example
 * lightGrid({ widthPx: 2, heightPx: 2, values: new Float32Array(12).fill(0.5), light: null }, [36, 36], 1).rgb // => { 0: 0.5, 1: 0.5, 2: 0.5 }
 */
export function lightGrid(
  { widthPx, heightPx, values, light }: PixelValues,
  [widthMm, heightMm]: readonly [number, number],
  cells: number,
): LightGrid {
  const longer = Math.max(widthPx, heightPx);
  // No cell is smaller than a pixel.
  const perPx = Math.min(1, cells / longer);
  const [columns, rows] = [Math.max(1, Math.round(perPx * widthPx)), Math.max(1, Math.round(perPx * heightPx))];
  const sums = new Float64Array(3 * columns * rows);
  const [counts, full] = [new Float64Array(columns * rows), new Float64Array(columns * rows)];
  // Looked up once: a large frame has fifty million pixels.
  const columnOf = Uint32Array.from({ length: widthPx }, (_, x) => Math.floor((x * columns) / widthPx));
  for (let y = 0, at = 0; y < heightPx; y++) {
    const row = Math.floor((y * rows) / heightPx) * columns;
    for (let x = 0; x < widthPx; x++, at += 3) {
      const cell = row + (columnOf[x] ?? 0);
      let [r, g, b] = [values[at] ?? 0, values[at + 1] ?? 0, values[at + 2] ?? 0];
      if (light) [r, g, b] = [light[r] ?? 0, light[g] ?? 0, light[b] ?? 0];
      sums[3 * cell] = (sums[3 * cell] ?? 0) + r;
      sums[3 * cell + 1] = (sums[3 * cell + 1] ?? 0) + g;
      sums[3 * cell + 2] = (sums[3 * cell + 2] ?? 0) + b;
      counts[cell] = (counts[cell] ?? 0) + 1;
      if (r >= CLIPPED_LIGHT || g >= CLIPPED_LIGHT || b >= CLIPPED_LIGHT) full[cell] = (full[cell] ?? 0) + 1;
    }
  }
  return {
    columns,
    rows,
    widthMm,
    heightMm,
    rgb: Float32Array.from(sums, (sum, i) => sum / (counts[Math.floor(i / 3)] ?? 1)),
    clipped: Float32Array.from(full, (count, i) => count / (counts[i] ?? 1)),
  };
}

/** So large a share of the pixels of a cell may be clipped: a hot pixel, a glint of dust. */
const CLIPPED_SHARE = 0.002;

/** All cells that are not clipped, at their places about the lens axis. */
export function cellsOf(frames: readonly FlatFrame[], magnification: number): readonly Cell[] {
  return frames.flatMap(({ grid, riseMm, shiftMm }, frame) => {
    const { columns, rows, widthMm, heightMm, rgb, clipped } = grid;
    return Array.from({ length: columns * rows }, (_, i): Cell => {
      const [column, row] = [i % columns, Math.floor(i / columns)];
      return {
        frame,
        xMm: (((column + 0.5) / columns - 0.5) * widthMm + shiftMm) / (1 + magnification),
        yMm: ((0.5 - (row + 0.5) / rows) * heightMm + riseMm) / (1 + magnification),
        rgb: [rgb[3 * i] ?? 0, rgb[3 * i + 1] ?? 0, rgb[3 * i + 2] ?? 0],
      };
    }).filter((_, i) => (clipped[i] ?? 0) <= CLIPPED_SHARE);
  });
}

/**
 * Luminance of linear light. Source: ITU-R BT.709.
 *
 * @param rgb red, green and blue
 */
export const luminance = ([r, g, b]: readonly [number, number, number]): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;

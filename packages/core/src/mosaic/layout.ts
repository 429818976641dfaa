import { mosaicText } from '@gangway/messages/core/mosaic';
import { turned } from '../coverage/frame';
import { framesAlong } from './grid';
import { overlapsOf, rectOf, unionOf } from './frames';
import { clicksInto, isReached, picturePlace, rounded, slidePlace, type Slides } from './slides';
import type { FrameSize, Orientation } from '../model/frame';
import type { MosaicFrame, Rect } from '../model/mosaic';

/** How the frames of a mosaic lie to each other. */
export const LAYOUTS = {
  grid: mosaicText.rowsAndColumns,
  cross: mosaicText.aCross,
  diagonal: mosaicText.alongADiagonal,
  quarter: mosaicText.quarterTurnsAboutTheAxis,
  bands: mosaicText.bandsOfBothOrientations,
  free: mosaicText.freePlaces,
} as const;
export type LayoutKind = keyof typeof LAYOUTS;

/** A layout that was worked out: its frames in the order in which they are shot, and which way the setup's frame is turned. */
export interface Layout {
  readonly kind: LayoutKind;
  readonly orientation: Orientation;
  readonly columns: number;
  readonly rows: number;
  readonly frames: readonly MosaicFrame[];
}

/** A middle of a mosaic over the foot of the lens, mm. */
interface Middle {
  readonly riseMm: number;
  readonly shiftMm: number;
}

const evenly = (count: number, spanMm: number): readonly number[] =>
  count === 1 ? [0] : Array.from({ length: count }, (_, i) => (i / (count - 1) - 0.5) * spanMm);

export interface GridLayoutInput {
  readonly slides: Slides;
  readonly orientation: Orientation;
  readonly columns: number;
  readonly rows: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly middle: Middle;
}

/**
 * Rows and columns over a width and height, mm, evenly spread, each place set
 * as scale and stops allow; back and forth in rows from the upper left, which
 * moves least. Of a mechanism with one slide some places may fall together:
 * then it is no grid, and `null`.
 */
export function gridLayout({ slides, orientation, columns, rows, widthMm, heightMm, middle }: GridLayoutInput): Layout | null {
  const frame = turned(slides.rig.back, orientation);
  const xs = evenly(columns, Math.max(0, widthMm - frame.widthMm));
  const ys = [...evenly(rows, Math.max(0, heightMm - frame.heightMm))].reverse();
  if (!clicksInto(slides)) {
    // Rise and shift are set by themselves: each column and each row is rounded once.
    const at = (place: Middle): Middle => rounded(slides, slidePlace(slides, place));
    const columnsMm = xs.map((x) => at({ riseMm: 0, shiftMm: middle.shiftMm + x }).shiftMm);
    const rowsMm = ys.map((y) => at({ riseMm: middle.riseMm + y, shiftMm: 0 }).riseMm);
    if (!apart(columnsMm) || !apart(rowsMm)) return null;
    const frames: MosaicFrame[] = [];
    rowsMm.forEach((riseMm, j) => {
      for (let i = 0; i < columns; i++) frames.push({ riseMm, shiftMm: columnsMm[j % 2 === 0 ? i : columns - 1 - i] ?? 0, turned: false });
    });
    return { kind: 'grid', orientation, columns, rows, frames };
  }
  const frames = ys.flatMap((y, j) =>
    (j % 2 === 0 ? xs : [...xs].reverse()).map((x): MosaicFrame => ({
      ...rounded(slides, slidePlace(slides, { riseMm: middle.riseMm + y, shiftMm: middle.shiftMm + x })),
      turned: false,
    })),
  );
  return distinct(frames) ? { kind: 'grid', orientation, columns, rows, frames } : null;
}

export interface BandLayoutInput {
  readonly slides: Slides;
  /** Which way the frames of the first band are turned; those of the second are turned the other way. */
  readonly orientation: Orientation;
  /** Whether the second band lies below the first, or to its right. */
  readonly side: 'below' | 'right';
  readonly first: { readonly columns: number; readonly rows: number };
  readonly second: { readonly columns: number; readonly rows: number };
  readonly widthMm: number;
  readonly heightMm: number;
  /** The share of overlap between bands and along them. */
  readonly overlap: number;
  readonly middle: Middle;
}

/**
 * Two bands of rows and columns, the frames of one turned against those of the
 * other, over a width and height, mm: what is too much for two frames of one
 * way and too little for two of the other may take one of each. `null` where
 * places fall together.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * bandLayout({ slides, orientation: 'landscape', side: 'below', first: { columns: 1, rows: 1 }, second: { columns: 2, rows: 1 }, widthMm: 36, heightMm: 50, overlap: 0.2, middle: { riseMm: 0, shiftMm: 0 } })?.frames.length // => 3
 */
export function bandLayout({
  slides,
  orientation,
  side,
  first,
  second,
  widthMm,
  heightMm,
  overlap,
  middle,
}: BandLayoutInput): Layout | null {
  const other: Orientation = orientation === 'landscape' ? 'portrait' : 'landscape';
  const [a, b] = [turned(slides.rig.back, orientation), turned(slides.rig.back, other)];
  const below = side === 'below';
  const along = ({ heightMm: h, widthMm: w }: FrameSize): number => (below ? h : w);
  const wantedMm = below ? heightMm : widthMm;
  const depth = (frame: FrameSize, count: number): number => along(frame) * (1 + (count - 1) * (1 - overlap));
  const [deepA, deepB] = [depth(a, below ? first.rows : first.columns), depth(b, below ? second.rows : second.columns)];
  // As far over the wanted size as the counts reach, or just over it.
  const seamMm = Math.max(deepA + deepB - wantedMm, overlap * Math.min(along(a), along(b)));
  const wholeMm = deepA + deepB - seamMm;
  const band = (which: Orientation, { columns, rows }: BandLayoutInput['first'], deepMm: number, off: number): Layout | null =>
    gridLayout({
      slides,
      orientation: which,
      columns,
      rows,
      widthMm: below ? widthMm : deepMm,
      heightMm: below ? deepMm : heightMm,
      middle: below ? { riseMm: middle.riseMm - off, shiftMm: middle.shiftMm } : { riseMm: middle.riseMm, shiftMm: middle.shiftMm + off },
    });
  const one = band(orientation, first, deepA, (deepA - wholeMm) / 2);
  const two = band(other, second, deepB, (wholeMm - deepB) / 2);
  if (!one || !two) return null;
  const frames = [...one.frames, ...two.frames.map((each) => ({ ...each, turned: true }))];
  return {
    kind: 'bands',
    orientation,
    columns: Math.max(first.columns, second.columns),
    rows: Math.max(first.rows, second.rows),
    frames,
  };
}

/** Whether places that follow each other are apart by a tenth of a millimetre at least. */
function apart(places: readonly number[]): boolean {
  return places.every((mm, i) => i === 0 || Math.abs(mm - (places[i - 1] ?? mm)) >= 0.05);
}

/**
 * The middle frame and one to each side of it, `reachMm` away.
 *
 * @param slides how the rig moves its frame
 * @param orientation landscape or portrait
 * @param reachMm how far the frames go from the centre, mm
 *
 * @example
 * crossLayout(slides, 'landscape', 10)?.frames.length // => 5
 */
export function crossLayout(slides: Slides, orientation: Orientation, reachMm: number): Layout | null {
  const frames = (
    [
      [0, 0],
      [0, 1],
      [1, 0],
      [0, -1],
      [-1, 0],
    ] as const
  ).map(([x, y]): MosaicFrame => ({ ...rounded(slides, { riseMm: y * reachMm, shiftMm: x * reachMm }), turned: false }));
  return distinct(frames) ? { kind: 'cross', orientation, columns: 3, rows: 3, frames } : null;
}

export interface DiagonalLayoutInput {
  readonly slides: Slides;
  readonly orientation: Orientation;
  readonly count: number;
  readonly reachMm: number;
  readonly directionDeg: number;
}

/**
 * Frames in a row along a direction (0 = right, 90 = up), `reachMm` to either side: what a shift lens does that is rotated.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * diagonalLayout({ slides, orientation: 'landscape', count: 3, reachMm: 10, directionDeg: 45 })?.frames.length // => 3
 */
export function diagonalLayout({ slides, orientation, count, reachMm, directionDeg }: DiagonalLayoutInput): Layout | null {
  const a = (directionDeg * Math.PI) / 180;
  const frames = evenly(count, 2 * reachMm).map((s): MosaicFrame => ({
    ...rounded(slides, { riseMm: s * Math.sin(a), shiftMm: s * Math.cos(a) }),
    turned: false,
  }));
  return distinct(frames) ? { kind: 'diagonal', orientation, columns: count, rows: 1, frames } : null;
}

/**
 * The widest of the layouts that `make` gives for a reach, mm, whose places are all within the stops and whose neighbours keep their overlap as they are set; `null` when none does.
 *
 * @param slides how the rig moves its frame
 * @param least the least share of overlap
 * @param farMm the farthest that is tried, mm
 * @param make makes the layout for a reach
 *
 * @example
 * widest(slides, 0.2, 12, (reachMm) => crossLayout(slides, 'landscape', reachMm))?.frames.length // => 5
 */
export function widest(slides: Slides, least: number, farMm: number, make: (reachMm: number) => Layout | null): Layout | null {
  for (let share = 1; share > 0.04; share -= 0.05) {
    const layout = make(farMm * share);
    if (
      layout?.frames.every((at) => isReached(slides, at)) &&
      leastOverlap(layoutRects(slides, layout.frames, turned(slides.rig.back, layout.orientation))) >= least - 1e-9
    )
      return layout;
  }
  return null;
}

/**
 * The back turned by quarters about the lens axis, its centre beside it. `null` for a rig without such a plate.
 *
 * @param slides how the rig moves its frame
 * @param orientation landscape or portrait
 *
 * @example
 * quarterLayout(slides, 'landscape') // => null
 */
export function quarterLayout({ quarter }: Slides, orientation: Orientation): Layout | null {
  if (!quarter) return null;
  const { xMm: x, yMm: y } = quarter;
  const at = (shiftMm: number, riseMm: number, isTurned: boolean): MosaicFrame => ({ shiftMm, riseMm, turned: isTurned });
  return {
    kind: 'quarter',
    orientation,
    columns: 2,
    rows: 2,
    frames: [at(x, y, false), at(-y, x, true), at(-x, -y, false), at(y, -x, true)],
  };
}

// Places nearer than a tenth of a millimetre are one and the same.
function distinct(frames: readonly MosaicFrame[]): boolean {
  const places = new Set<number>();
  for (const { riseMm, shiftMm } of frames) places.add(Math.round(riseMm * 10) * 100_003 + Math.round(shiftMm * 10));
  return places.size === frames.length;
}

/** The rectangles of the frames of a layout as they lie in the picture. */
export function layoutRects(slides: Slides, frames: readonly MosaicFrame[], frame: FrameSize): readonly Rect[] {
  return frames.map((each) => rectOf({ ...picturePlace(slides, each), turned: each.turned }, frame));
}

/** How many frames of a size it takes in either direction with at least an overlap. */
export function countFor(
  frame: FrameSize,
  widthMm: number,
  heightMm: number,
  overlap: number,
): { readonly columns: number; readonly rows: number } {
  return {
    columns: framesAlong(widthMm, frame.widthMm, overlap, 'widthMm'),
    rows: framesAlong(heightMm, frame.heightMm, overlap, 'heightMm'),
  };
}

/** As `leastOverlap`, of a grid, by looking only at those that stand beside each other in it. */
export function gridOverlap(slides: Slides, { frames, columns, rows }: Layout, { widthMm, heightMm }: FrameSize): number {
  if (frames.length < 2) return 1;
  // Back and forth: the column of a frame within its row.
  const places = frames.map((each) => picturePlace(slides, each));
  const at = (i: number, j: number): Middle | undefined => places[j * columns + (j % 2 === 0 ? i : columns - 1 - i)];
  let least = 1;
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) {
      const [here, right, below] = [at(i, j), i + 1 < columns ? at(i + 1, j) : undefined, j + 1 < rows ? at(i, j + 1) : undefined];
      if (!here) continue;
      if (right) least = Math.min(least, 1 - Math.abs(right.shiftMm - here.shiftMm) / widthMm);
      if (below) least = Math.min(least, 1 - Math.abs(below.riseMm - here.riseMm) / heightMm);
    }
  }
  return Math.max(0, least);
}

/** The least overlap between neighbours as they are set, a share; 1 for a single frame, 0 where frames do not hang together. */
export function leastOverlap(rects: readonly Rect[]): number {
  if (rects.length < 2) return 1;
  const union = unionOf(rects);
  if (!union || union.pieces > 1) return 0;
  const all = overlapsOf(rects);
  return all.length === 0 ? 0 : Math.min(...all.map(({ share }) => share));
}

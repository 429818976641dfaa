import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';
import { radians } from '../angles';
import type { Drawing, Mark } from '../card/drawing';
import { MARKER_BITS, MARKER_MODULES } from './chartMarkers';

/** A place on the chart, mm right and down from its upper left corner. */
export type ChartPoint = readonly [xMm: number, yMm: number];

/** A dark square, slanted so that its four sides can be measured. */
export interface ChartSquare {
  readonly centre: ChartPoint;
  readonly sideMm: number;
}

/** A coded marker, from which it is known which part of the chart a picture shows. */
export interface ChartMarker {
  readonly id: number;
  readonly centre: ChartPoint;
  readonly sideMm: number;
}

/** A chart on which slanted squares and coded markers alternate, as on a chessboard. */
export interface ChartLayout {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Where the cells begin, how large they are and how many there are. */
  readonly leftMm: number;
  readonly topMm: number;
  readonly pitchMm: number;
  readonly columns: number;
  readonly rows: number;
  readonly squares: readonly ChartSquare[];
  readonly markers: readonly ChartMarker[];
}

/** Paper sizes in landscape orientation, mm. Source: ISO 216. */
export const CHART_SIZES = {
  A4: { widthMm: 297, heightMm: 210 },
  A3: { widthMm: 420, heightMm: 297 },
  A2: { widthMm: 594, heightMm: 420 },
  A1: { widthMm: 841, heightMm: 594 },
  A0: { widthMm: 1189, heightMm: 841 },
} as const;
export type ChartSize = keyof typeof CHART_SIZES;

/** Cells across a chart: an odd number, so that there is a square in each corner. */
const COLUMNS = 13;
/** Paper that printers leave white at each border, mm. */
const MARGIN_MM = 6;
/** Sides of squares and markers as shares of a cell. */
const SQUARE = 0.64;
const MARKER = 0.54;
/** By how much the sides of the squares lean from upright and level, as ISO 12233 has it: 5°. */
const SLANT = radians(5);
/** Sides as shares of a cell, and the slant, radians. */
export const CHART_SHAPES = { square: SQUARE, marker: MARKER, slant: SLANT } as const;

/**
 * Where everything is on a chart of a size.
 *
 * @param size paper size
 *
 * @example
 * chartLayout('A3').markers.length // => 58
 */
export function chartLayout(size: ChartSize): ChartLayout {
  const { widthMm, heightMm } = CHART_SIZES[size];
  const pitchMm = (widthMm - 2 * MARGIN_MM) / COLUMNS;
  const rows = Math.floor((heightMm - 2 * MARGIN_MM) / pitchMm);
  const [left, top] = [(widthMm - COLUMNS * pitchMm) / 2, (heightMm - rows * pitchMm) / 2];
  const squares: ChartSquare[] = [];
  const markers: ChartMarker[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < COLUMNS; column++) {
      const centre: ChartPoint = [left + (column + 0.5) * pitchMm, top + (row + 0.5) * pitchMm];
      if ((row + column) % 2 === 0) squares.push({ centre, sideMm: SQUARE * pitchMm });
      else markers.push({ id: markers.length, centre, sideMm: MARKER * pitchMm });
    }
  }
  return { widthMm, heightMm, leftMm: left, topMm: top, pitchMm, columns: COLUMNS, rows, squares, markers };
}

/** The corners of a square on the chart, clockwise from the upper left one as it is seen. */
export function squareCorners({ centre: [x, y], sideMm }: ChartSquare): readonly ChartPoint[] {
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([across = 0, down = 0]): ChartPoint => {
    const [dx, dy] = [(across * sideMm) / 2, (down * sideMm) / 2];
    return [x + dx * Math.cos(SLANT) - dy * Math.sin(SLANT), y + dx * Math.sin(SLANT) + dy * Math.cos(SLANT)];
  });
}

/** The corners of a marker, clockwise from the upper left one. */
export function markerCorners({ centre: [x, y], sideMm }: ChartMarker): readonly ChartPoint[] {
  const half = sideMm / 2;
  return [
    [x - half, y - half],
    [x + half, y - half],
    [x + half, y + half],
    [x - half, y + half],
  ];
}

/** Whether a module of a marker is white, counted from its upper left one; those of its border are black. */
export function isWhite(id: number, column: number, row: number): boolean {
  const inner = MARKER_MODULES - 2;
  const [c, r] = [column - 1, row - 1];
  if (c < 0 || r < 0 || c >= inner || r >= inner) return false;
  return (((MARKER_BITS[id] ?? 0) >> (inner * inner - 1 - (r * inner + c))) & 1) === 1;
}

/** Where black modules follow each other in a row or column of a marker: from which, how many. */
function blackRuns(isBlack: (at: number) => boolean): readonly (readonly [from: number, count: number])[] {
  const runs: (readonly [number, number])[] = [];
  for (let from = 0; from < MARKER_MODULES; from++) {
    if (!isBlack(from)) continue;
    let count = 1;
    while (from + count < MARKER_MODULES && isBlack(from + count)) count++;
    runs.push([from, count]);
    from += count;
  }
  return runs;
}

/** The black of a marker, along its rows and along its columns: so no printer leaves a light line between modules. */
function markerMarks({ id, centre: [x, y], sideMm }: ChartMarker): readonly Mark[] {
  const module = sideMm / MARKER_MODULES;
  const [left, top] = [x - sideMm / 2, y - sideMm / 2];
  const black = (column: number, row: number, columns: number, rows: number): Mark => ({
    kind: 'rect',
    x: left + column * module,
    y: top + row * module,
    w: columns * module,
    h: rows * module,
    widthMm: 0,
    filled: true,
  });
  return Array.from({ length: MARKER_MODULES }, (_, i) => [
    ...blackRuns((column) => !isWhite(id, column, i)).map(([from, count]) => black(from, i, count, 1)),
    ...blackRuns((row) => !isWhite(id, i, row)).map(([from, count]) => black(i, from, 1, count)),
  ]).flat();
}

/**
 * The tone of a chart at a place: 0 is black, 1 is white.
 *
 * @param layout the chart
 * @param at place on it, mm right and down from its upper left corner
 *
 * @example
 * chartTone(chartLayout('A4'), chartLayout('A4').squares[0].centre) // => 0
 */
export function chartTone({ leftMm, topMm, pitchMm, columns, rows }: ChartLayout, [xMm, yMm]: ChartPoint): 0 | 1 {
  const [column, row] = [Math.floor((xMm - leftMm) / pitchMm), Math.floor((yMm - topMm) / pitchMm)];
  if (column < 0 || row < 0 || column >= columns || row >= rows) return 1;
  const [dx, dy] = [xMm - leftMm - (column + 0.5) * pitchMm, yMm - topMm - (row + 0.5) * pitchMm];
  if ((column + row) % 2 === 0) {
    const [cos, sin] = [Math.cos(SLANT), Math.sin(SLANT)];
    return Math.max(Math.abs(dx * cos + dy * sin), Math.abs(dy * cos - dx * sin)) < (SQUARE * pitchMm) / 2 ? 0 : 1;
  }
  const [across, down] = [dx, dy].map((d) => Math.floor((d / pitchMm / MARKER + 0.5) * MARKER_MODULES)) as [number, number];
  const isInside = across >= 0 && down >= 0 && across < MARKER_MODULES && down < MARKER_MODULES;
  // Markers are counted row by row: half of the cells before this one are markers.
  const id = Math.floor((row * columns + column) / 2);
  return isInside && !isWhite(id, across, down) ? 0 : 1;
}

/** Tiles of a large chart overlap by this much, mm, so that they can be glued. */
const GLUE_MM = 10;

/**
 * A chart as pages to print: one of its own size, or several of a smaller
 * paper that are glued together.
 *
 * @param size size of the chart
 * @param paper paper to print it on; not larger than the chart
 *
 * @example
 * chartPages('A3', 'A3').length // => 1
 */
export function chartPages(size: ChartSize, paper: ChartSize): readonly Drawing[] {
  const layout = chartLayout(size);
  const page = CHART_SIZES[paper];
  const marks: readonly Mark[] = [
    ...layout.squares.map((square): Mark => ({ kind: 'polygon', points: squareCorners(square), filled: true, widthMm: 0 })),
    ...layout.markers.flatMap(markerMarks),
  ];
  const title = say(lensTestsText.chartTitle, { size });
  if (layout.widthMm <= page.widthMm) {
    const label: Mark = { kind: 'text', x: page.widthMm / 2, y: page.heightMm - 2, sizeMm: 2.4, anchor: 'middle', text: title };
    return [{ ...page, title, marks: [label, ...marks] }];
  }
  const [stepX, stepY] = [page.widthMm - 2 * MARGIN_MM - GLUE_MM, page.heightMm - 2 * MARGIN_MM - GLUE_MM];
  const [columns, rows] = [Math.ceil((layout.widthMm - GLUE_MM) / stepX), Math.ceil((layout.heightMm - GLUE_MM) / stepY)];
  return Array.from({ length: columns * rows }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const tile = say(lensTestsText.chartTile, { size, row: row + 1, column: column + 1, rows, columns });
    const [dx, dy] = [MARGIN_MM - column * stepX, MARGIN_MM - row * stepY];
    return { ...page, title: tile, marks: [...tileMarks(page, tile), ...marks.flatMap((mark) => moved(mark, dx, dy, page))] };
  });
}

/** A mark moved onto a tile; none where it lies outside. */
function moved(
  mark: Mark,
  dx: number,
  dy: number,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): readonly Mark[] {
  if (mark.kind === 'rect') {
    const next = { ...mark, x: mark.x + dx, y: mark.y + dy };
    return next.x < widthMm && next.y < heightMm && next.x + next.w > 0 && next.y + next.h > 0 ? [next] : [];
  }
  if (mark.kind !== 'polygon') return [];
  const points = mark.points.map(([x, y]): ChartPoint => [x + dx, y + dy]);
  const isSeen = (values: readonly number[], most: number): boolean => Math.min(...values) < most && Math.max(...values) > 0;
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return isSeen(xs, widthMm) && isSeen(ys, heightMm) ? [{ ...mark, points }] : [];
}

/** Where to cut a tile, and which one it is. */
function tileMarks({ widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number }, title: string): readonly Mark[] {
  const line = (x1: number, y1: number, x2: number, y2: number): Mark => ({ kind: 'line', x1, y1, x2, y2, widthMm: 0.1 });
  const [right, bottom] = [widthMm - MARGIN_MM, heightMm - MARGIN_MM];
  return [
    ...[MARGIN_MM, right].flatMap((x) => [line(x, 0, x, MARGIN_MM), line(x, bottom, x, heightMm)]),
    ...[MARGIN_MM, bottom].flatMap((y) => [line(0, y, MARGIN_MM, y), line(right, y, widthMm, y)]),
    { kind: 'text', x: widthMm / 2, y: MARGIN_MM - 1.5, sizeMm: 2.4, anchor: 'middle', text: title },
  ];
}

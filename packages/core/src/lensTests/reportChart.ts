import type { Mark } from '../card/drawing';
import { fixed } from '../words';

/** A line of a printed chart; `null` leaves a gap. */
export interface ReportLine {
  readonly label: string;
  readonly points: readonly { readonly x: number; readonly y: number | null }[];
  readonly dashed?: boolean;
}

/** A chart to print. */
export interface ReportChart {
  readonly title: string;
  readonly xTitle: string;
  readonly yTitle: string;
  readonly lines: readonly ReportLine[];
  /** Whether more is drawn lower. */
  readonly downward?: boolean;
}

/** Where a chart is printed, mm from the upper left corner of the page. */
export interface ChartPlace {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const TEXT_MM = 2.3;
/** Room for the values of the upright axis, for the level one, and for the names at the ends of lines. */
const LEFT_MM = 11;
const BELOW_MM = 9;
const RIGHT_MM = 24;
/** Labels stand at least so far apart, mm. */
const APART_MM = 2.6;

/**
 * A step that divides a range into four to eight round parts.
 *
 * @param range what is divided
 *
 * @example
 * roundStep(33) // => 5
 */
export function roundStep(range: number): number {
  const power = 10 ** Math.floor(Math.log10(range / 5));
  return [1, 2, 5, 10].map((by) => by * power).find((step) => range / step <= 8) ?? 10 * power;
}

/** Values from one to another in steps, both ends within. */
const stepsTo = (from: number, to: number, step: number): readonly number[] =>
  Array.from({ length: Math.floor((to - from) / step + 1e-9) + 1 }, (_, i) => from + i * step);

/** How many digits a step needs. */
const digitsOf = (step: number): number => Math.max(0, -Math.floor(Math.log10(step) + 1e-9));

/**
 * A chart as marks on a page, every line named at its end.
 *
 * @param chart what it shows
 * @param place where it is printed
 *
 * @example
 * reportChart({ title: '', xTitle: '', yTitle: '', lines: [] }, { x: 0, y: 0, w: 100, h: 60 }) // => []
 */
export function reportChart({ title, xTitle, yTitle, lines, downward = false }: ReportChart, { x, y, w, h }: ChartPlace): readonly Mark[] {
  const known = lines.flatMap(({ points }) => points.flatMap((point) => (point.y === null ? [] : [{ x: point.x, y: point.y }])));
  if (known.length === 0) return [];
  const lastX = Math.max(...known.map((point) => point.x));
  const stepX = roundStep(lastX);
  const mostX = stepX * Math.ceil(lastX / stepX - 1e-9);
  const [lowest, highest] = [Math.min(0, ...known.map((point) => point.y)), Math.max(0, ...known.map((point) => point.y))];
  const stepY = roundStep(Math.max(highest - lowest, 1e-6));
  const [leastY, mostY] = [stepY * Math.floor(lowest / stepY + 1e-9), stepY * Math.ceil(highest / stepY - 1e-9)];
  const [left, top, right, bottom] = [x + LEFT_MM, y + 6, x + w - RIGHT_MM, y + h - BELOW_MM];
  const atX = (value: number): number => left + (value / mostX) * (right - left);
  const atY = (value: number): number => {
    const share = (value - leastY) / (mostY - leastY);
    return downward ? top + share * (bottom - top) : bottom - share * (bottom - top);
  };
  const text = (words: string, [tx, ty]: readonly [number, number], anchor: 'start' | 'middle' | 'end'): Mark => ({
    kind: 'text',
    x: tx,
    y: ty,
    sizeMm: TEXT_MM,
    anchor,
    text: words,
  });
  const line = ([x1, y1]: readonly [number, number], [x2, y2]: readonly [number, number], widthMm: number, dashed = false): Mark => ({
    kind: 'line',
    x1,
    y1,
    x2,
    y2,
    widthMm,
    dashed,
  });
  const across = stepsTo(0, mostX, stepX);
  const up = stepsTo(leastY, mostY, stepY);
  return [
    { kind: 'text', x, y: y + 2.4, sizeMm: 2.8, anchor: 'start', bold: true, text: title },
    ...up.map((value) => line([left, atY(value)], [right, atY(value)], value === 0 ? 0.25 : 0.08)),
    ...up.map((value) => text(fixed(value, digitsOf(stepY)), [left - 1.2, atY(value) + 0.8], 'end')),
    ...across.map((value) => line([atX(value), bottom], [atX(value), bottom + 1], 0.15)),
    ...across.map((value) => text(fixed(value, digitsOf(stepX)), [atX(value), bottom + 3.8], 'middle')),
    text(xTitle, [(left + right) / 2, bottom + 7.2], 'middle'),
    text(yTitle, [x + w, y + 2.4], 'end'),
    ...lines.flatMap(({ points, dashed = false }) =>
      points.slice(1).flatMap((to, i) => {
        const from = points[i];
        return from && from.y !== null && to.y !== null ? [line([atX(from.x), atY(from.y)], [atX(to.x), atY(to.y)], 0.3, dashed)] : [];
      }),
    ),
    ...namesAt(lines, atY).map(({ label, yMm }) => text(label, [right + 1.5, yMm + 0.8], 'start')),
  ];
}

/** The names of lines at the height of their ends, moved apart where they would cover each other. */
function namesAt(
  lines: readonly ReportLine[],
  atY: (value: number) => number,
): readonly { readonly label: string; readonly yMm: number }[] {
  const ends = lines
    .flatMap(({ label, points }) => {
      const last = points.findLast((point) => point.y !== null);
      return last && last.y !== null ? [{ label, yMm: atY(last.y) }] : [];
    })
    .sort((a, b) => a.yMm - b.yMm);
  const placed: { readonly label: string; readonly yMm: number }[] = [];
  for (const { label, yMm } of ends) placed.push({ label, yMm: Math.max(yMm, (placed.at(-1)?.yMm ?? -Infinity) + APART_MM) });
  // Pushed down too far, they all go up by half.
  const pushed = placed.reduce((most, { yMm }, i) => Math.max(most, yMm - (ends[i]?.yMm ?? yMm)), 0);
  return placed.map(({ label, yMm }) => ({ label, yMm: yMm - pushed / 2 }));
}

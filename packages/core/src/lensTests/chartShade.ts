import { CHART_SHAPES, isWhite, type ChartLayout, type ChartPoint } from './chart';
import { MARKER_MODULES } from './chartMarkers';

/** Beyond so many standard deviations nothing of an edge is seen. */
export const REACH = 4.5;

/** The normal distribution’s share below x. Source: Abramowitz and Stegun, 7.1.26 (from memory); to 2e-7. */
function below(x: number): number {
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * z);
  const tail = 0.5 * t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) * Math.exp(-z * z);
  return x > 0 ? 1 - tail : tail;
}

/** Integral of the normal distribution’s share below t/σ. */
function integral(t: number, sigma: number): number {
  const z = t / sigma;
  return t * below(z) + (sigma * Math.exp(-0.5 * z * z)) / Math.sqrt(2 * Math.PI);
}

/** How much of a half plane is seen at a distance inside its edge, blurred by a normal distribution and a pixel. */
function edge(inside: number, sigma: number, pixel: number): number {
  const far = REACH * sigma + pixel;
  if (inside > far) return 1;
  if (inside < -far) return 0;
  return (integral(inside + pixel / 2, sigma) - integral(inside - pixel / 2, sigma)) / pixel;
}

/** How a place of the chart is seen: blurred by σ across each direction (right, up), and by a pixel, mm on the chart. */
interface Seen {
  readonly sigma: (right: number, up: number) => number;
  readonly pixel: number;
}

/** How black a chart is drawn. */
export interface ChartShade {
  /** How black it is at a place, 0 to 1, blurred by σ across each direction (right, up) and by a pixel, all in mm on the chart. */
  readonly at: (place: ChartPoint, sigma: (right: number, up: number) => number, pixel: number) => number;
  /** How black it is where no edge is within a reach (mm on the chart); `null` where one may be. */
  readonly sure: (place: ChartPoint, reach: number) => 0 | 1 | null;
}

/**
 * How black a chart is drawn, blurred by a normal distribution whose width
 * depends on the direction, and by a pixel. Exact along straight edges, away
 * from corners.
 *
 * @param layout the chart
 */
export function chartShade(layout: ChartLayout): ChartShade {
  const { leftMm, topMm, pitchMm, columns, rows } = layout;
  const { square, marker, slant } = CHART_SHAPES;
  const cos = Math.cos(slant);
  const sin = Math.sin(slant);
  const half = (square * pitchMm) / 2;
  const module = (marker * pitchMm) / MARKER_MODULES;
  const side = (MARKER_MODULES / 2) * module;
  const bar = (at: number, sigma: number, pixel: number): number => edge(at + half, sigma, pixel) - edge(at - half, sigma, pixel);
  // Filled anew for every pixel: making new ones takes longer than the rest.
  const xs = new Float64Array(MARKER_MODULES + 1);
  const ys = new Float64Array(MARKER_MODULES + 1);
  const fill = (borders: Float64Array, at: number, s: number, pixel: number): void => {
    for (let i = 0; i <= MARKER_MODULES; i++) borders[i] = edge(at + side - i * module, s, pixel);
  };
  const cell = (column: number, row: number, [xMm, yMm]: ChartPoint, { sigma, pixel }: Seen): number => {
    const dx = xMm - leftMm - (column + 0.5) * pitchMm;
    const dy = yMm - topMm - (row + 0.5) * pitchMm;
    if ((column + row) % 2 === 0) {
      // Right and down on the chart; up is the other way.
      return bar(dx * cos + dy * sin, sigma(cos, -sin), pixel) * bar(dy * cos - dx * sin, sigma(sin, cos), pixel);
    }
    fill(xs, dx, sigma(1, 0), pixel);
    fill(ys, dy, sigma(0, 1), pixel);
    const id = Math.floor((row * columns + column) / 2);
    let black = 0;
    for (let r = 0; r < MARKER_MODULES; r++) {
      const down = (ys[r] ?? 0) - (ys[r + 1] ?? 0);
      if (down < 1e-6) continue;
      for (let c = 0; c < MARKER_MODULES; c++) if (!isWhite(id, c, r)) black += down * ((xs[c] ?? 0) - (xs[c + 1] ?? 0));
    }
    return black;
  };
  const clamp = (i: number, last: number): number => Math.min(last, Math.max(0, i));
  const columnAt = (mm: number): number => clamp(Math.floor((mm - leftMm) / pitchMm), columns - 1);
  const rowAt = (mm: number): number => clamp(Math.floor((mm - topMm) / pitchMm), rows - 1);
  return {
    at: (place, sigma, pixel) => {
      const [xMm, yMm] = place;
      const seen: Seen = { sigma, pixel };
      const most = REACH * Math.max(sigma(1, 0), sigma(0, 1), sigma(Math.SQRT1_2, Math.SQRT1_2)) + pixel;
      let black = 0;
      for (let row = rowAt(yMm - most); row <= rowAt(yMm + most); row++)
        for (let column = columnAt(xMm - most); column <= columnAt(xMm + most); column++) black += cell(column, row, place, seen);
      return Math.min(1, black);
    },
    sure: ([xMm, yMm], reach) => {
      const column = columnAt(xMm);
      const row = rowAt(yMm);
      const dx = xMm - leftMm - (column + 0.5) * pitchMm;
      const dy = yMm - topMm - (row + 0.5) * pitchMm;
      // The next cell begins with white paper.
      if (Math.max(Math.abs(dx), Math.abs(dy)) + reach > pitchMm * (1 - square / 2)) return null;
      if ((column + row) % 2 === 0) {
        const far = Math.max(Math.abs(dx * cos + dy * sin), Math.abs(dy * cos - dx * sin));
        if (far < half - reach) return 1;
        return far > half + reach ? 0 : null;
      }
      return Math.max(Math.abs(dx), Math.abs(dy)) > side + reach ? 0 : null;
    },
  };
}

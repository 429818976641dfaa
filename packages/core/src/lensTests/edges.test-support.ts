import { normals } from '../normals.test-support';

/** An edge to be drawn: how sharp it is, how it lies and how noisy it is. */
export interface DrawnEdge {
  /** Contrast that the lens leaves at a frequency, cycles per pixel; the pixel's own is added. */
  readonly lens: (cyPx: number) => number;
  /** Slant from upright, degrees. */
  readonly slantDeg: number;
  readonly rows?: number;
  readonly columns?: number;
  readonly dark?: number;
  readonly bright?: number;
  /** Standard deviation of the noise. */
  readonly noise?: number;
  readonly seed?: number;
  /** How far the edge lies right of the middle, px. */
  readonly offPx?: number;
}

const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/** Contrast left by lens and square pixel, along the normal of an edge that is slanted so. */
export function contrastOf({ lens, slantDeg }: Pick<DrawnEdge, 'lens' | 'slantDeg'>, cyPx: number): number {
  const t = (slantDeg * Math.PI) / 180;
  return lens(cyPx) * sinc(cyPx * Math.cos(t)) * sinc(cyPx * Math.sin(t));
}

/** Where that first falls to one half, by halving. */
export function trueMtf50(edge: Pick<DrawnEdge, 'lens' | 'slantDeg'>): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (contrastOf(edge, middle) > 0.5) low = middle;
    else high = middle;
  }
  return low;
}

/** An edge by the sum of its waves: ½ + ∫ MTF(f)·sin(2πfx)/(πf) df, at each pixel. */
export function drawnEdge(edge: DrawnEdge): readonly (readonly number[])[] {
  const { slantDeg, rows = 40, columns = 64, dark = 0.1, bright = 0.8, noise = 0, seed = 1, offPx = 0 } = edge;
  const t = (slantDeg * Math.PI) / 180;
  // The waves repeat after 200 px, three times as far as a cut-out reaches.
  const STEP = 1 / 200;
  const waves = Array.from({ length: 400 }, (_, i) => {
    const f = (i + 0.5) * STEP;
    return [f, (contrastOf(edge, f) * STEP) / (Math.PI * f)] as const;
  }).filter(([, size]) => Math.abs(size) > 1e-7);
  const at = (x: number): number => waves.reduce((sum, [f, size]) => sum + size * Math.sin(2 * Math.PI * f * x), 0.5);
  const random = normals(seed);
  return Array.from({ length: rows }, (_, y) =>
    Array.from({ length: columns }, (__, x) => {
      const off = (x - (columns - 1) / 2 - offPx) * Math.cos(t) + (y - (rows - 1) / 2) * Math.sin(t);
      return dark + (bright - dark) * at(off) + noise * random();
    }),
  );
}

/** Contrast that a round aperture leaves in the limit of diffraction. Source: Goodman, Introduction to Fourier Optics. */
export const diffractionLimit = (cutoffCyPx: number) => (cyPx: number) => {
  const x = cyPx / cutoffCyPx;
  return x >= 1 ? 0 : (2 / Math.PI) * (Math.acos(x) - x * Math.sqrt(1 - x * x));
};

/** Contrast that a blur of normal distribution leaves, of so many px standard deviation. */
export const normalBlur = (sigmaPx: number) => (cyPx: number) => Math.exp(-2 * (Math.PI * sigmaPx * cyPx) ** 2);

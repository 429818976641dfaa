import FFT from 'fft.js';
import type { Plane, Px } from './plane';

const { ceil, cos, exp, log2, max, min, sqrt } = Math;

/** Rows, then columns, of interleaved complex numbers transformed in place; the sizes are powers of two. */
export function transformed(data: Float64Array, nx: number, ny: number, back: boolean): Float64Array {
  const lines = (from: Float64Array, n: number, count: number, at: (line: number, i: number) => number): void => {
    const fft = new FFT(n);
    const [into, out]: readonly [number[], number[]] = [new Array<number>(2 * n).fill(0), new Array<number>(2 * n).fill(0)];
    for (let line = 0; line < count; line++) {
      for (let i = 0; i < n; i++) {
        const k = 2 * at(line, i);
        into[2 * i] = from[k] ?? 0;
        into[2 * i + 1] = from[k + 1] ?? 0;
      }
      if (back) fft.inverseTransform(out, into);
      else fft.transform(out, into);
      for (let i = 0; i < n; i++) {
        const k = 2 * at(line, i);
        from[k] = out[2 * i] ?? 0;
        from[k + 1] = out[2 * i + 1] ?? 0;
      }
    }
  };
  lines(data, nx, ny, (line, i) => line * nx + i);
  lines(data, ny, nx, (line, i) => i * nx + line);
  return data;
}

export const powerOfTwo = (n: number): number => 2 ** ceil(log2(max(2, n)));

/** The plane in the corner of a field of zeros, its mean taken off and its rim brought softly to nothing over a share of the width. */
function tapered({ width, height, data }: Plane, nx: number, ny: number, rim: number): Float64Array {
  const fade = (n: number) =>
    Float64Array.from({ length: n }, (_, i) => {
      const from = min(i + 0.5, n - i - 0.5) / (rim * n);
      return from >= 1 ? 1 : 0.5 - 0.5 * cos(Math.PI * from);
    });
  const [wx, wy] = [fade(width), fade(height)];
  let mean = 0;
  for (const value of data) mean += value;
  mean /= data.length;
  const field = new Float64Array(2 * nx * ny);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) field[2 * (y * nx + x)] = ((data[y * width + x] ?? 0) - mean) * (wx[x] ?? 0) * (wy[y] ?? 0);
  return field;
}

/** Below this share of the strongest frequency there is only noise. */
const WEAK = 1e-3;
/** Standard deviation of the weight of fine detail, cycles per pixel. */
const FINE = 0.18;

export interface Peak extends Px {
  /** Height over the mean of the surface, in its standard deviations. */
  readonly height: number;
}

/**
 * How far the content of `b` lies from that of `a`, px: the strongest peaks of
 * the phase correlation, strongest first, whole pixels. What is at (x, y) in
 * `a` is at (x + peak.x, y + peak.y) in `b`. Padded to at least twice the size,
 * so that a shift is not mistaken for one the other way round, unless `wrapped`.
 * Source: Kuglin and Hines, "The Phase Correlation Image Alignment Method",
 * 1975; window against the rims' own cross.
 */
export function phasePeaks(a: Plane, b: Plane, count: number, { wrapped = false, rim = 0.15 } = {}): readonly Peak[] {
  const room = wrapped ? 1 : 2;
  const nx = powerOfTwo(room * max(a.width, b.width));
  const ny = powerOfTwo(room * max(a.height, b.height));
  const fa = transformed(tapered(a, nx, ny, rim), nx, ny, false);
  const fb = transformed(tapered(b, nx, ny, rim), nx, ny, false);
  let strongest = 0;
  for (let i = 0; i < fa.length; i += 2) {
    const [ar, ai, br, bi] = [fa[i] ?? 0, fa[i + 1] ?? 0, fb[i] ?? 0, fb[i + 1] ?? 0];
    fa[i] = ar * br + ai * bi;
    fa[i + 1] = ar * bi - ai * br;
    const power = (fa[i] ?? 0) ** 2 + (fa[i + 1] ?? 0) ** 2;
    if (power > strongest) strongest = power;
  }
  if (strongest === 0) return [];
  strongest = sqrt(strongest);
  const fine = (n: number) => Float64Array.from({ length: n }, (_, i) => exp(-((min(i, n - i) / n) ** 2) / (2 * FINE ** 2)));
  const [wx, wy] = [fine(nx), fine(ny)];
  // The phase alone, softly where there is hardly anything, the finest detail weighed down.
  for (let y = 0; y < ny; y++) {
    for (let x = 0; x < nx; x++) {
      const i = 2 * (y * nx + x);
      const size = sqrt((fa[i] ?? 0) ** 2 + (fa[i + 1] ?? 0) ** 2);
      const weight = ((wx[x] ?? 0) * (wy[y] ?? 0)) / (size + WEAK * strongest);
      fa[i] = (fa[i] ?? 0) * weight;
      fa[i + 1] = (fa[i + 1] ?? 0) * weight;
    }
  }
  const surface = transformed(fa, nx, ny, true);
  let sum = 0;
  let squares = 0;
  for (let i = 0; i < surface.length; i += 2) {
    const value = surface[i] ?? 0;
    sum += value;
    squares += value * value;
  }
  const mean = sum / (nx * ny);
  const deviation = sqrt(max(1e-30, squares / (nx * ny) - mean * mean));
  const found: Peak[] = [];
  for (let y = 0; y < ny; y++) {
    for (let x = 0; x < nx; x++) {
      const value = surface[2 * (y * nx + x)] ?? 0;
      const height = (value - mean) / deviation;
      const least = found[count - 1];
      if (least && height <= least.height) continue;
      const higher = (dx: number, dy: number): boolean => (surface[2 * (((y + dy + ny) % ny) * nx + ((x + dx + nx) % nx))] ?? 0) > value;
      if (higher(1, 0) || higher(-1, 0) || higher(0, 1) || higher(0, -1)) continue;
      found.push({ x: x > nx / 2 ? x - nx : x, y: y > ny / 2 ? y - ny : y, height });
      found.sort((p, q) => q.height - p.height);
      found.length = min(found.length, count);
    }
  }
  return found;
}

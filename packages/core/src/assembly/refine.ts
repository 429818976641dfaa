import { smoothed, type Plane, type Px } from './plane';

const { abs, floor, max, min, round, sqrt } = Math;

/** What two patches say of how far they are apart. */
export interface Measured {
  /** What is at (x, y) in `a` is at (x + offset.x, y + offset.y) in `b`. */
  readonly offset: Px;
  /** How alike they are when laid over each other, −1 to 1. */
  readonly alike: number;
  /** How much the patch knows, 1/px²: [xx, xy, yy] of the inverse of the covariance of the offset. A line knows nothing of where it lies along itself. */
  readonly knows: readonly [number, number, number];
  /** Light of `a` over light of `b`, by what is neither black nor full in both; `null` when nothing is. */
  readonly lightRatio: number | null;
}

/** Weights of four values for Catmull and Rom's cubic through them. */
function cubic(t: number): readonly [number, number, number, number] {
  return [0.5 * t * (-1 + t * (2 - t)), 1 + 0.5 * t * t * (-5 + 3 * t), 0.5 * t * (1 + t * (4 - 3 * t)), 0.5 * t * t * (t - 1)];
}

/** Neighbouring pixels of a smoothed picture err together: so many count as one (4πσ² of the Gaussian squared, σ = 1 px). */
const SMOOTH_PX = 1;
const TOGETHER = 4 * Math.PI * SMOOTH_PX ** 2;
const LEAST_NOISE = 2e-4;
/** A step is nothing when it is a hundredth of its own standard deviation. */
const SETTLED = 1e-4;
/** Variance of the slopes of smoothed noise over that of the difference of two such pictures: (1 − e^(−1/σ²))/4. */
const NOISE_IN_SLOPES = (1 - Math.exp(-1 / SMOOTH_PX ** 2)) / 4;

/**
 * sRGB's curve, encoded to light, both 0 to 1. Source: IEC 61966-2-1.
 *
 * @param encoded sRGB value, 0 to 1
 *
 * @example
 * lightOf(0.5) // => 0.21404
 */
export const lightOf = (encoded: number): number => (encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4);
/**
 * And from light to encoded.
 *
 * @param light linear light, 0 to 1
 *
 * @example
 * encodedOf(0.21404) // => 0.5
 */
export const encodedOf = (light: number): number => (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

/**
 * Light as the samples of a 16-bit picture.
 *
 * @param light linear light, 0 to 1, sample by sample
 *
 * @example
 * encodedSamples(Float32Array.of(0, 1)) // => { 0: 0, 1: 65535 }
 */
export function encodedSamples(light: ArrayLike<number>): Uint16Array<ArrayBuffer> {
  // A loop: `from` with a function takes many times as long for the millions of samples of a frame.
  const samples = new Uint16Array(light.length);
  for (let i = 0; i < light.length; i++) samples[i] = Math.round(65_535 * encodedOf(light[i] ?? 0));
  return samples;
}

/**
 * How far `b` lies from `a`, to a small part of a pixel, beginning near `start`:
 * least squares of what remains when one is laid over the other with its own
 * brightness and contrast (inverse compositional Gauss–Newton). `margin` px of
 * `a` are left out all round, so that there is room to look. `null` when the
 * patch is flat, when the search runs out of the margin, or does not settle.
 * Source: Lucas and Kanade 1981; Baker and Matthews, "Lucas-Kanade 20 Years
 * On", 2004.
 */
export function refined(a: Plane, b: Plane, start: Px, margin: number): Measured | null {
  const [sa, sb] = [smoothed(a, SMOOTH_PX), smoothed(b, SMOOTH_PX)];
  const { width, height } = a;
  const [w, h] = [width - 2 * margin, height - 2 * margin];
  const n = w * h;
  const gx = new Float32Array(n);
  const gy = new Float32Array(n);
  const ta = new Float32Array(n);
  let [xx, xy, yy, meanA] = [0, 0, 0, 0];
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const k = (y + margin) * width + x + margin;
      const [dx, dy] = [((sa.data[k + 1] ?? 0) - (sa.data[k - 1] ?? 0)) / 2, ((sa.data[k + width] ?? 0) - (sa.data[k - width] ?? 0)) / 2];
      const i = y * w + x;
      gx[i] = dx;
      gy[i] = dy;
      ta[i] = sa.data[k] ?? 0;
      meanA += ta[i] ?? 0;
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
    }
  }
  meanA /= n;
  let spreadA = 0;
  for (const value of ta) spreadA += (value - meanA) ** 2;
  if (spreadA / n < LEAST_NOISE ** 2) return null;
  // Only where the patch knows: along a line the step is held at nothing.
  const least = 1e-4 * (xx + yy);
  if (!(least > 0)) return null;

  const tb = new Float32Array(n);
  let [dx, dy] = [start.x, start.y];
  for (let turn = 0; turn < 25; turn++) {
    const [fx, fy] = [floor(dx), floor(dy)];
    if (abs(fx) > margin - 3 || abs(fy) > margin - 3) return null;
    const [[x0, x1, x2, x3], wy] = [cubic(dx - fx), cubic(dy - fy)];
    let [meanB, spreadB] = [0, 0];
    for (let y = 0; y < h; y++) {
      for (let x = 0; x < w; x++) {
        const k = (y + margin + fy) * sb.width + x + margin + fx;
        let value = 0;
        for (let j = 0; j < 4; j++) {
          const i = k + (j - 1) * sb.width;
          value +=
            (wy[j] ?? 0) * (x0 * (sb.data[i - 1] ?? 0) + x1 * (sb.data[i] ?? 0) + x2 * (sb.data[i + 1] ?? 0) + x3 * (sb.data[i + 2] ?? 0));
        }
        tb[y * w + x] = value;
        meanB += value;
      }
    }
    meanB /= n;
    let cross = 0;
    for (let i = 0; i < n; i++) {
      const value = (tb[i] ?? 0) - meanB;
      spreadB += value * value;
      cross += value * ((ta[i] ?? 0) - meanA);
    }
    if (spreadB / n < LEAST_NOISE ** 2) return null;
    const alike = cross / sqrt(spreadA * spreadB);
    const gain = alike > 0 ? sqrt(spreadA / spreadB) : 1;
    let [bx, by, rest] = [0, 0, 0];
    for (let i = 0; i < n; i++) {
      const error = gain * ((tb[i] ?? 0) - meanB) - ((ta[i] ?? 0) - meanA);
      bx += (gx[i] ?? 0) * error;
      by += (gy[i] ?? 0) * error;
      rest += error * error;
    }
    const noise = max(LEAST_NOISE ** 2, rest / n);
    // What is noise in the slopes knows nothing.
    const idle = NOISE_IN_SLOPES * rest;
    const hold = least + 3 * idle;
    const det = (xx + hold) * (yy + hold) - xy * xy;
    const [ix, iy] = [max(0, xx - idle), max(0, yy - idle)];
    const stepX = ((yy + hold) * bx - xy * by) / det;
    const stepY = ((xx + hold) * by - xy * bx) / det;
    dx -= max(-1, min(1, stepX));
    dy -= max(-1, min(1, stepY));
    const scale = 1 / (noise * TOGETHER);
    // Settled when what is left is small, or far less than what is known.
    if ((abs(stepX) < 1e-3 && abs(stepY) < 1e-3) || (ix * stepX ** 2 + 2 * xy * stepX * stepY + iy * stepY ** 2) * scale < SETTLED) {
      return {
        offset: { x: dx, y: dy },
        alike,
        knows: [ix * scale, xy * scale, iy * scale],
        lightRatio: lightRatio({ a, b, dx, dy, margin }),
      };
    }
  }
  return null;
}

export interface LightRatioInput {
  readonly a: Plane;
  readonly b: Plane;
  readonly dx: number;
  readonly dy: number;
  readonly margin: number;
  /** Linear light by encoded value, both 0 to 1; by default that of sRGB. */
  readonly light?: (encoded: number) => number;
}

/**
 * Light of `a` over light of `b` when `b` lies (dx, dy) from `a`; `null` when too little is neither black nor full.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * lightRatio({ a: wave(), b: wave(), dx: 0, dy: 0, margin: 4 }) // => 1
 */
export function lightRatio({ a, b, dx, dy, margin, light = lightOf }: LightRatioInput): number | null {
  const [ix, iy] = [round(dx), round(dy)];
  let [la, lb, count] = [0, 0, 0];
  for (let y = margin; y < a.height - margin; y++) {
    for (let x = margin; x < a.width - margin; x++) {
      const [pa, pb] = [a.data[y * a.width + x] ?? 0, b.data[(y + iy) * b.width + x + ix] ?? 0];
      if (pa < 0.02 || pb < 0.02 || pa > 0.985 || pb > 0.985) continue;
      la += light(pa);
      lb += light(pb);
      count++;
    }
  }
  return count < 200 ? null : la / lb;
}

import { powerOfTwo, transformed } from './phase';
import type { Plane, Px } from './plane';

const { abs, ceil, floor, max, min, sqrt } = Math;

/** Where the frame `b` lies over the frame `a`, px of the planes given: its top left corner from that of `a`. */
export interface Coarse {
  readonly at: Px;
  readonly alike: number;
}

/** Laid over each other, reduced pictures of neighbours are at least so much alike when the place is right. */
export const COARSE_ALIKE = 0.6;
/** The search is first made in pictures no larger than this. */
const SMALL_PX = 256;
const CANDIDATES = 5;
const LOOKED_AT = 30_000;
/** Of the smaller frame, at least so much has to lie over the other. */
const LEAST_SHARE = 0.03;

/** Means over `by` × `by` pixels. */
export function shrunk({ width, height, data }: Plane, by: number): Plane {
  if (by === 1) return { width, height, data };
  const [w, h] = [floor(width / by), floor(height / by)];
  const out = new Float32Array(w * h);
  for (let y = 0; y < h * by; y++) {
    const row = floor(y / by) * w;
    for (let x = 0; x < w * by; x++) {
      const i = row + floor(x / by);
      out[i] = (out[i] ?? 0) + (data[y * width + x] ?? 0);
    }
  }
  for (let i = 0; i < out.length; i++) out[i] = (out[i] ?? 0) / (by * by);
  return { width: w, height: h, data: out };
}

/** Sums over all upper left rectangles of values and of their squares. */
function summed({ width, height, data }: Plane): { readonly once: Float64Array; readonly twice: Float64Array } {
  const [once, twice] = [new Float64Array((width + 1) * (height + 1)), new Float64Array((width + 1) * (height + 1))];
  for (let y = 0; y < height; y++) {
    let [s, q] = [0, 0];
    for (let x = 0; x < width; x++) {
      const value = data[y * width + x] ?? 0;
      s += value;
      q += value * value;
      const k = (y + 1) * (width + 1) + x + 1;
      once[k] = (once[k - width - 1] ?? 0) + s;
      twice[k] = (twice[k - width - 1] ?? 0) + q;
    }
  }
  return { once, twice };
}

interface WithinInput {
  readonly sums: Float64Array;
  readonly width: number;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

function within({ sums, width, left, top, right, bottom }: WithinInput): number {
  const at = (x: number, y: number): number => sums[y * (width + 1) + x] ?? 0;
  return at(right, bottom) - at(left, bottom) - at(right, top) + at(left, top);
}

/**
 * Where `b` lies over `a` in reduced pictures, within a box of places: the one
 * that makes what they have in common most alike, every place tried; `null`
 * when none makes it alike enough. The correlation of all places at once comes
 * from one product of Fourier transforms, its means and spreads from sums over
 * rectangles. Source: Lewis, "Fast Normalized Cross-Correlation", 1995.
 *
 * @param a the first picture
 * @param b the second picture
 * @param box the least and the greatest offset that are tried, px
 *
 * @example
 * coarsePlace(wave(), wave(4), { least: { x: -8, y: -2 }, most: { x: 8, y: 2 } })?.at.x // => 4
 */
export function coarsePlace(a: Plane, b: Plane, { least, most }: { readonly least: Px; readonly most: Px }): Coarse | null {
  const by = max(1, ceil(max(a.width, a.height, b.width, b.height) / SMALL_PX));
  const found: Coarse[] = [];
  for (const start of smallPlaces(shrunk(a, by), shrunk(b, by), { x: least.x / by, y: least.y / by }, { x: most.x / by, y: most.y / by })) {
    const climbed = climb(a, b, { x: start.x * by, y: start.y * by }, by);
    if (
      climbed &&
      climbed.at.x >= least.x - by &&
      climbed.at.x <= most.x + by &&
      climbed.at.y >= least.y - by &&
      climbed.at.y <= most.y + by
    )
      found.push(climbed);
  }
  const best = found.reduce<Coarse | null>((first, each) => (first === null || each.alike > first.alike ? each : first), null);
  return best && best.alike >= COARSE_ALIKE ? best : null;
}

/** Where two reduced pictures may lie, the most alike first, by one product of Fourier transforms. */
export function smallPlaces(a: Plane, b: Plane, least: Px, most: Px): readonly Px[] {
  const [nx, ny] = [powerOfTwo(a.width + b.width), powerOfTwo(a.height + b.height)];
  const field = (plane: Plane): Float64Array => {
    const out = new Float64Array(2 * nx * ny);
    let mean = 0;
    for (const value of plane.data) mean += value / plane.data.length;
    for (let y = 0; y < plane.height; y++)
      for (let x = 0; x < plane.width; x++) out[2 * (y * nx + x)] = (plane.data[y * plane.width + x] ?? 0) - mean;
    return transformed(out, nx, ny, false);
  };
  const less = (plane: Plane): Plane => {
    let mean = 0;
    for (const value of plane.data) mean += value / plane.data.length;
    return { ...plane, data: plane.data.map((value) => value - mean) };
  };
  const [fa, fb] = [field(a), field(b)];
  for (let i = 0; i < fa.length; i += 2) {
    const [ar, ai, br, bi] = [fa[i] ?? 0, fa[i + 1] ?? 0, fb[i] ?? 0, fb[i + 1] ?? 0];
    fa[i] = ar * br + ai * bi;
    fa[i + 1] = ai * br - ar * bi;
  }
  // Σ a(x + at)·b(x) for every place of b over a.
  const product = transformed(fa, nx, ny, true);
  const [sa, sb] = [summed(less(a)), summed(less(b))];
  const area = LEAST_SHARE * min(a.width * a.height, b.width * b.height);
  let found: { readonly at: Px; readonly alike: number }[] = [];
  for (let y = max(1 - b.height, floor(least.y)); y <= min(a.height - 1, ceil(most.y)); y++) {
    for (let x = max(1 - b.width, floor(least.x)); x <= min(a.width - 1, ceil(most.x)); x++) {
      const [left, top, right, bottom] = [max(0, x), max(0, y), min(a.width, x + b.width), min(a.height, y + b.height)];
      const n = (right - left) * (bottom - top);
      if (n < area || right - left < 3 || bottom - top < 3) continue;
      const [ma, qa] = [
        within({ sums: sa.once, width: a.width, left, top, right, bottom }),
        within({ sums: sa.twice, width: a.width, left, top, right, bottom }),
      ];
      const [mb, qb] = [
        within({ sums: sb.once, width: b.width, left: left - x, top: top - y, right: right - x, bottom: bottom - y }),
        within({ sums: sb.twice, width: b.width, left: left - x, top: top - y, right: right - x, bottom: bottom - y }),
      ];
      const [va, vb] = [qa - (ma * ma) / n, qb - (mb * mb) / n];
      if (va / n < 1e-6 || vb / n < 1e-6) continue;
      const sum = product[2 * (((y + ny) % ny) * nx + ((x + nx) % nx))] ?? 0;
      const alike = (sum - (ma * mb) / n) / sqrt(va * vb);
      const last = found[CANDIDATES - 1];
      if (last && alike <= last.alike) continue;
      // One candidate for a neighbourhood.
      const isNear = ({ at }: (typeof found)[number]): boolean => abs(at.x - x) <= 2 && abs(at.y - y) <= 2;
      if (found.some((each) => isNear(each) && each.alike >= alike)) continue;
      found = [...found.filter((each) => !isNear(each)), { at: { x, y }, alike }];
      found.sort((p, q) => q.alike - p.alike);
      found.length = min(found.length, CANDIDATES);
    }
  }
  return found.map(({ at }) => at);
}

/** From a place uphill to where the two are most alike. */
function climb(a: Plane, b: Plane, start: Px, reach: number): Coarse | null {
  let at = start;
  let alike = likeness(a, b, at);
  if (alike === null) return null;
  for (let step = max(1, ceil(reach / 2)); step >= 1; step = step === 1 ? 0 : ceil(step / 2)) {
    for (let better = true, rounds = 0; better && rounds < 12; rounds++) {
      better = false;
      for (const [dx, dy] of [
        [step, 0],
        [-step, 0],
        [0, step],
        [0, -step],
      ] as const) {
        const next = { x: at.x + dx, y: at.y + dy };
        const there = likeness(a, b, next);
        if (there !== null && there > alike) {
          [at, alike, better] = [next, there, true];
        }
      }
    }
  }
  return { at, alike };
}

/** Correlation of what two planes have in common when `b` lies at `at`; `null` when that is next to nothing or flat. */
export function likeness(a: Plane, b: Plane, at: Px): number | null {
  const [left, top] = [max(0, at.x), max(0, at.y)];
  const [right, bottom] = [min(a.width, at.x + b.width), min(a.height, at.y + b.height)];
  if (right - left < 6 || bottom - top < 6) return null;
  const step = max(1, floor(sqrt(((right - left) * (bottom - top)) / LOOKED_AT)));
  let [n, sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0, 0];
  for (let y = top; y < bottom; y += step) {
    for (let x = left; x < right; x += step) {
      const [p, q] = [a.data[y * a.width + x] ?? 0, b.data[(y - at.y) * b.width + x - at.x] ?? 0];
      n++;
      sa += p;
      sb += q;
      saa += p * p;
      sbb += q * q;
      sab += p * q;
    }
  }
  const [va, vb] = [saa / n - (sa / n) ** 2, sbb / n - (sb / n) ** 2];
  return va < 1e-7 || vb < 1e-7 ? null : (sab / n - (sa / n) * (sb / n)) / sqrt(va * vb);
}

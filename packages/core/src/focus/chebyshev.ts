import { cross, dot, length, scaled, type Vec3 } from '../space/vector';

/**
 * The a that makes max|1 − a·h| over all h least, exactly. Where the h do not
 * determine a (they lie in one plane or line through the origin), the one with
 * the least sideways part is given. `null` when there is no h at all. With
 * weights each counts so many times.
 * Source: linear Chebyshev approximation and its dual, e.g. Watson,
 * Approximation Theory and Numerical Methods (1980), from memory.
 */
export function chebyshev(h: readonly Vec3[], weights: readonly number[] | null = null): Vec3 | null {
  const basis = spanOf(h);
  const k = basis.length;
  if (k === 0) return null;
  const flat = new Float64Array(h.length * k);
  h.forEach((each, i) => basis.forEach((b, j) => (flat[i * k + j] = (weights?.[i] ?? 1) * dot(each, b))));
  const c = minimaxStep(flat, weights ? Float64Array.from(weights) : new Float64Array(h.length).fill(1), k, 1e4);
  let a: Vec3 = [0, 0, 0];
  basis.forEach((b, j) => {
    const by = c[j] ?? 0;
    a = [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];
  });
  return leastSideways(a, basis);
}

const RANK_TOLERANCE = 1e-9;

/** An orthonormal basis of what the vectors span, by Gram–Schmidt with the largest remainder first. */
export function spanOf(h: readonly Vec3[]): readonly Vec3[] {
  const basis: Vec3[] = [];
  const scale = Math.max(...h.map(length), 0);
  let rest = h;
  while (basis.length < 3) {
    let largest: Vec3 | null = null;
    for (const each of rest) if (!largest || dot(each, each) > dot(largest, largest)) largest = each;
    if (!largest || length(largest) <= RANK_TOLERANCE * scale || scale === 0) break;
    const unit = scaled(largest, 1 / length(largest));
    basis.push(unit);
    rest = rest.map((each): Vec3 => {
      const along = dot(each, unit);
      return [each[0] - along * unit[0], each[1] - along * unit[1], each[2] - along * unit[2]];
    });
  }
  return basis;
}

// Along what the h leave free, the place where the sideways part (x, y) is least.
function leastSideways(a: Vec3, [b1, b2, b3]: readonly Vec3[]): Vec3 {
  if (!b1 || b3) return a;
  if (!b2) return b1[2] === 0 ? a : [0, 0, dot(a, b1) / b1[2]];
  const free = cross(b1, b2);
  const across = free[0] * free[0] + free[1] * free[1];
  if (across < 1e-18) return a;
  const t = -(a[0] * free[0] + a[1] * free[1]) / across;
  const least: Vec3 = [a[0] + t * free[0], a[1] + t * free[1], a[2] + t * free[2]];
  return least[2] > 0 ? least : a;
}

const MOST_STEPS = 300;

/**
 * The step δ (k numbers, none beyond ±bound) that makes max|r − δ·h| least,
 * exactly. `h` holds n rows of k numbers, `r` n residuals.
 *
 * Revised simplex on the dual: max Σλ·s·r − bound·Σμ with Σλ·s·h + Σμ·σ·e = 0,
 * Σλ = 1. Its multipliers are δ and the maximum t. A column is a residual with
 * a sign (2i, 2i + 1) or a bound with a sign (after them); k + 1 are held. It
 * starts from the largest residual balanced by bounds, which is always possible.
 */
export function minimaxStep(h: Float64Array, r: Float64Array, k: number, bound: number): Float64Array {
  const n = r.length;
  const m = k + 1;
  let first = 0;
  for (let i = 1; i < n; i++) if (Math.abs(r[i] ?? 0) > Math.abs(r[first] ?? 0)) first = i;
  const firstSign = (r[first] ?? 0) < 0 ? -1 : 1;

  const held = new Int32Array(m);
  const cost = new Float64Array(m);
  const weight = new Float64Array(m);
  // The inverse of the held columns, row j belonging to the j-th held column.
  const inverse = new Float64Array(m * m);
  for (let j = 0; j < k; j++) {
    const pull = firstSign * (h[first * k + j] ?? 0);
    const sigma = pull > 0 ? -1 : 1;
    held[j] = 2 * (n + j) + (sigma > 0 ? 0 : 1);
    cost[j] = -bound;
    weight[j] = Math.abs(pull);
    inverse[j * m + j] = sigma;
    inverse[j * m + k] = -sigma * pull;
  }
  held[k] = 2 * first + (firstSign > 0 ? 0 : 1);
  cost[k] = firstSign * (r[first] ?? 0);
  weight[k] = 1;
  inverse[k * m + k] = 1;

  const multipliers = new Float64Array(m);
  const column = new Float64Array(m);
  const change = new Float64Array(m);
  for (let step = 0; step < MOST_STEPS; step++) {
    for (let j = 0; j < m; j++) {
      let sum = 0;
      for (let i = 0; i < m; i++) sum += (cost[i] ?? 0) * (inverse[i * m + j] ?? 0);
      multipliers[j] = sum;
    }
    const t = multipliers[k] ?? 0;
    // The residual or bound that the present answer violates most.
    let entering = -1;
    let most = 1e-13 * (1 + Math.abs(t));
    let enteringCost = 0;
    for (let i = 0; i < n; i++) {
      let e = r[i] ?? 0;
      for (let j = 0; j < k; j++) e -= (multipliers[j] ?? 0) * (h[i * k + j] ?? 0);
      const reduced = Math.abs(e) - t;
      if (reduced > most) {
        most = reduced;
        entering = 2 * i + (e < 0 ? 1 : 0);
        enteringCost = (e < 0 ? -1 : 1) * (r[i] ?? 0);
      }
    }
    for (let j = 0; j < k; j++) {
      const d = multipliers[j] ?? 0;
      const reduced = Math.abs(d) - bound;
      if (reduced > most) {
        most = reduced;
        entering = 2 * (n + j) + (d < 0 ? 0 : 1);
        enteringCost = -bound;
      }
    }
    if (entering < 0) break;
    const sign = (entering & 1) === 0 ? 1 : -1;
    const of = entering >> 1;
    for (let j = 0; j < k; j++) {
      if (of < n) column[j] = sign * (h[of * k + j] ?? 0);
      else column[j] = of - n === j ? sign : 0;
    }
    column[k] = of < n ? 1 : 0;
    let leaving = -1;
    let least = Infinity;
    for (let i = 0; i < m; i++) {
      let by = 0;
      for (let j = 0; j < m; j++) by += (inverse[i * m + j] ?? 0) * (column[j] ?? 0);
      change[i] = by;
      if (by <= 1e-12) continue;
      const ratio = (weight[i] ?? 0) / by;
      // Of equals the one held longest by number goes, which cannot turn in circles for long.
      if (ratio < least - 1e-15 || (leaving >= 0 && ratio <= least && (held[i] ?? 0) > (held[leaving] ?? 0))) {
        least = ratio;
        leaving = i;
      }
    }
    if (leaving < 0) break;
    const pivot = change[leaving] ?? 1;
    for (let j = 0; j < m; j++) inverse[leaving * m + j] = (inverse[leaving * m + j] ?? 0) / pivot;
    for (let i = 0; i < m; i++) {
      const by = change[i] ?? 0;
      if (i === leaving || by === 0) continue;
      for (let j = 0; j < m; j++) inverse[i * m + j] = (inverse[i * m + j] ?? 0) - by * (inverse[leaving * m + j] ?? 0);
      weight[i] = Math.max(0, (weight[i] ?? 0) - by * least);
    }
    weight[leaving] = least;
    held[leaving] = entering;
    cost[leaving] = enteringCost;
  }
  return multipliers.subarray(0, k);
}

import { cross, dot, length, scaled, type Vec3 } from './vector';

/**
 * The a that makes max|1 − a·h| over all h least, exactly, by the simplex
 * method on the dual problem: at most four of the h hold the answer in place.
 * Where the h do not determine a (they lie in one plane or line through the
 * origin), the one with the least sideways part is given. `null` when there is
 * no h at all. Source: linear Chebyshev approximation and its dual, e.g.
 * Watson, Approximation Theory and Numerical Methods (1980), from memory.
 */
export function chebyshev(h: readonly Vec3[]): Vec3 | null {
  const basis = spanOf(h);
  if (basis.length === 0) return null;
  const k = basis.length;
  const rows = h.map((each) => basis.map((b) => dot(each, b)));
  const c = dualSimplex(rows, k);
  let a: Vec3 = [0, 0, 0];
  basis.forEach((b, i) => {
    const by = c[i] ?? 0;
    a = [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];
  });
  return leastSideways(a, basis);
}

const RANK_TOLERANCE = 1e-9;

/** An orthonormal basis of what the vectors span, by Gram–Schmidt with the largest remainder first. */
function spanOf(h: readonly Vec3[]): readonly Vec3[] {
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

// A bound on every coordinate of the answer, far beyond any lens; it only gives the method a place to start.
const BOUND = 1e4;
const MOST_STEPS = 400;

/**
 * Revised simplex on: max Σλs over pins i and signs s = ±1 with Σλ·s·h = 0,
 * Σλ = 1, λ ≥ 0. Its multipliers are the answer (a, t). Columns are numbered
 * 2i for +, 2i + 1 for −, after them the bounds.
 */
function dualSimplex(rows: readonly (readonly number[])[], k: number): readonly number[] {
  const n = rows.length;
  const size = k + 1;
  const entry = (column: number, row: number): number => {
    if (row === k) return 1;
    const i = column >> 1;
    const sign = (column & 1) === 0 ? 1 : -1;
    return i < n ? sign * (rows[i]?.[row] ?? 0) : i - n === row ? sign : 0;
  };
  const cost = (column: number): number => (column >> 1 < n ? ((column & 1) === 0 ? 1 : -1) : -BOUND);
  // The two bounds of the first coordinate carry the start, one of each other stands by at zero.
  const held = [2 * n, 2 * n + 1];
  for (let j = 1; j < k; j++) held.push(2 * (n + j));

  let multipliers: number[] = [];
  for (let step = 0; step < MOST_STEPS; step++) {
    const columns = held.map((column) => Array.from({ length: size }, (_, row) => entry(column, row)));
    // Multipliers: for every held column, π·column = cost.
    multipliers = solve(columns, held.map(cost));
    let entering = -1;
    let most = 1e-12;
    for (let column = 0; column < 2 * (n + k); column++) {
      if (held.includes(column)) continue;
      let reduced = cost(column);
      for (let row = 0; row < size; row++) reduced -= (multipliers[row] ?? 0) * entry(column, row);
      const scale = column >> 1 < n ? 1 : BOUND;
      if (reduced / scale > most) {
        most = reduced / scale;
        entering = column;
        // After many steps take the first that helps, which cannot go in circles.
        if (step > MOST_STEPS / 2) break;
      }
    }
    if (entering < 0) break;
    const transposed = Array.from({ length: size }, (_, row) => columns.map((column) => column[row] ?? 0));
    const weights = solve(transposed, Array.from({ length: size }, (_, row) => (row === k ? 1 : 0)));
    const change = solve(transposed, Array.from({ length: size }, (_, row) => entry(entering, row)));
    let leaving = -1;
    let ratio = Infinity;
    for (let j = 0; j < size; j++) {
      const by = change[j] ?? 0;
      if (by <= 1e-11) continue;
      const r = Math.max(0, weights[j] ?? 0) / by;
      if (r < ratio - 1e-14 || (r <= ratio && leaving >= 0 && (held[j] ?? 0) > (held[leaving] ?? 0))) {
        ratio = r;
        leaving = j;
      }
    }
    if (leaving < 0) break;
    held[leaving] = entering;
  }
  return multipliers.slice(0, k);
}

/** Solves a small square system by elimination with pivoting; a singular one gives zeros where nothing is determined. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const size = right.length;
  const m = matrix.map((row, i) => [...row, right[i] ?? 0]);
  for (let col = 0; col < size; col++) {
    let pivot = col;
    for (let row = col + 1; row < size; row++) {
      if (Math.abs(m[row]?.[col] ?? 0) > Math.abs(m[pivot]?.[col] ?? 0)) pivot = row;
    }
    const pivotRow = m[pivot];
    const colRow = m[col];
    if (!pivotRow || !colRow || Math.abs(pivotRow[col] ?? 0) < 1e-300) continue;
    m[pivot] = colRow;
    m[col] = pivotRow;
    for (let row = 0; row < size; row++) {
      const target = m[row];
      if (row === col || !target) continue;
      const by = (target[col] ?? 0) / (pivotRow[col] ?? 1);
      if (by === 0) continue;
      for (let j = col; j <= size; j++) target[j] = (target[j] ?? 0) - by * (pivotRow[j] ?? 0);
    }
  }
  return m.map((row, i) => {
    const pivot = row[i] ?? 0;
    return pivot === 0 ? 0 : (row[size] ?? 0) / pivot;
  });
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** A place and what a function is there. */
export interface Found {
  readonly at: number;
  readonly value: number;
}

export interface LeastBetweenInput {
  readonly at: (x: number) => number;
  readonly from: number;
  readonly to: number;
  readonly looks?: number | undefined;
  readonly within?: number | undefined;
}

/**
 * The least of a function between two places: a coarse look, then golden
 * section around each dip. Finds the least of several dips if they are wider
 * than the look's steps.
 */
export function leastBetween({ at, from, to, looks = 24, within = 1e-7 }: LeastBetweenInput): Found {
  if (to - from <= 0) return { at: from, value: at(from) };
  const step = (to - from) / looks;
  const values = Float64Array.from({ length: looks + 1 }, (_, i) => at(from + i * step));
  let best: Found = { at: from, value: values[0] ?? Infinity };
  for (let i = 0; i <= looks; i++) {
    const here = values[i] ?? Infinity;
    if (here < best.value) best = { at: from + i * step, value: here };
    // Of a level stretch only its end is looked into.
    if (here > (values[i - 1] ?? Infinity) || here >= (values[i + 1] ?? Infinity)) continue;
    let [a, b] = [Math.max(from, from + (i - 1) * step), Math.min(to, from + (i + 1) * step)];
    let [x, y] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
    let [fx, fy] = [at(x), at(y)];
    while (b - a > within) {
      if (fx <= fy) {
        [b, y, fy] = [y, x, fx];
        x = b - GOLDEN * (b - a);
        fx = at(x);
      } else {
        [a, x, fx] = [x, y, fy];
        y = a + GOLDEN * (b - a);
        fy = at(y);
      }
    }
    const found = fx <= fy ? { at: x, value: fx } : { at: y, value: fy };
    if (found.value < best.value) best = found;
  }
  return best;
}

/** The least of a function of two angles within a box: one search within the other. Exact where the function has one dip. */
export function leastInBox(
  at: (x: number, y: number) => number,
  [x0, x1]: readonly [number, number],
  [y0, y1]: readonly [number, number],
  looks = 12,
): { readonly x: number; readonly y: number; readonly value: number } {
  const inner = (x: number): Found => leastBetween({ at: (y) => at(x, y), from: y0, to: y1, looks, within: 1e-5 });
  const outer = leastBetween({ at: (x) => inner(x).value, from: x0, to: x1, looks, within: 1e-5 });
  const { at: y, value } = inner(outer.at);
  return { x: outer.at, y, value };
}

/** The finest setting of a slide, mm: what a movement scale is read to. */
export const STEP_MM = 0.1;
/** Forgives the last bits of floating point, mm. */
export const ROUNDING_MM = 1e-9;

/** A stretch of settings along a line; empty where it begins beyond its end. */
export interface Stretch {
  readonly fromMm: number;
  readonly toMm: number;
}

/**
 * Tenths of a millimetre as the nearest double, so that 9.7 is stored as 9.7.
 *
 * @param steps tenths of a millimetre
 *
 * @example
 * tenths(97) // => 9.7
 */
export const tenths = (steps: number): number => Math.round(steps) / 10 + 0;

/**
 * The mark of the scale inside a stretch that is nearest to where the slide
 * stands, mm; where it stands inside, it may stay. `null` when no mark is inside.
 *
 * @param atMm where the slide stands, mm
 * @param stretch where it may stand
 *
 * @example
 * nearestMark(0, { fromMm: 2.33, toMm: 5 }) // => 2.4
 */
export function nearestMark(atMm: number, { fromMm, toMm }: Stretch): number | null {
  if (fromMm > toMm) return null;
  if (atMm >= fromMm - ROUNDING_MM && atMm <= toMm + ROUNDING_MM) return atMm;
  const mark = atMm < fromMm ? Math.ceil(fromMm / STEP_MM - 1e-6) : Math.floor(toMm / STEP_MM + 1e-6);
  const mm = tenths(mark);
  return mm >= fromMm - 1e-7 && mm <= toMm + 1e-7 ? mm : null;
}

/**
 * All whole numbers of a range, outward from a place: the nearest first, and of
 * two as near the greater one.
 *
 * @param range the first and the last of them
 * @param from where to begin
 * @param offBy how far each is off, rising to both sides
 *
 * @example
 * [...outward({ first: 1, last: 4 }, 2.4, (n) => Math.abs(n - 2.4))] // => [2, 3, 1, 4]
 */
export function* outward(
  { first, last }: { readonly first: number; readonly last: number },
  from: number,
  offBy: (each: number) => number,
): Generator<number> {
  if (first > last) return;
  const start = Math.min(last, Math.max(first, Math.round(from))) + 0;
  let [up, down] = [start, start - 1];
  while (up <= last || down >= first) {
    const upward = up <= last && (down < first || offBy(up) <= offBy(down));
    yield upward ? up++ : down--;
  }
}

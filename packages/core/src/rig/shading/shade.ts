/** Whether something in the way shades the corner: not at all, up to half its light, or more. */
export type Shade = 'clear' | 'shades' | 'cuts';
export const WORST: readonly Shade[] = ['cuts', 'shades', 'clear'];
export const worse = (a: Shade, b: Shade): Shade => (WORST.indexOf(a) < WORST.indexOf(b) ? a : b);

/** What a share of the light that passes amounts to. */
export function shadeOf(passed: number): Shade {
  if (passed >= 1) return 'clear';
  return passed >= 0.5 ? 'shades' : 'cuts';
}

/** The largest amount up to `most` at which a test still stays true, to a hundredth of a mm; `null` when not even at 0, ∞ when at the most. */
export function limitWhere(stays: (mm: number) => boolean, most: number): number | null {
  if (!stays(0)) return null;
  if (stays(most)) return Infinity;
  let good = 0;
  let bad = most;
  while (bad - good > 0.005) {
    const middle = (good + bad) / 2;
    if (stays(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

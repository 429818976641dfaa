import fc from 'fast-check';

/** So many steps there are between the ends. */
const STEPS = 1_000_000;

/**
 * A value anywhere between two ends, both included, as likely in one place as
 * in another. `fc.double` alone is even over the *representable* numbers, most
 * of which lie near zero: of −12 to 12 nearly all that it gives are so small
 * that a test of tilts would look at none. One in ten is still of that kind.
 */
export function evenly(min: number, max: number): fc.Arbitrary<number> {
  return fc.oneof(
    { weight: 9, arbitrary: fc.integer({ min: 0, max: STEPS }).map((n) => (n === STEPS ? max : min + ((max - min) * n) / STEPS)) },
    { weight: 1, arbitrary: fc.double({ min, max, noNaN: true }) },
  );
}

import fc from 'fast-check';
import { shortOrder, wayMm } from './order';

const place = fc.record({ riseMm: fc.integer({ min: -40, max: 40 }), shiftMm: fc.integer({ min: -40, max: 40 }), turned: fc.boolean() });

/** The shortest way of all orders. */
function exhaustive(frames: readonly { riseMm: number; shiftMm: number; turned: boolean }[]): number {
  if (frames.length < 2) return 0;
  const best = (last: (typeof frames)[number], rest: typeof frames): number =>
    rest.length === 0
      ? 0
      : Math.min(
          ...rest.map(
            (each, i) =>
              Math.abs(each.riseMm - last.riseMm) +
              Math.abs(each.shiftMm - last.shiftMm) +
              best(each, [...rest.slice(0, i), ...rest.slice(i + 1)]),
          ),
        );
  return Math.min(...frames.map((each, i) => best(each, [...frames.slice(0, i), ...frames.slice(i + 1)])));
}

describe('the order of a series', () => {
  test('the same frames, and never a longer way than before', () => {
    fc.assert(
      fc.property(fc.array(place, { maxLength: 16 }), (frames) => {
        const order = shortOrder(frames);
        return order.length === frames.length && frames.every((each) => order.includes(each)) && wayMm(order) <= wayMm(frames) + 1e-9;
      }),
    );
  });

  test('rows and columns that were mixed up come back to the shortest of all orders', () => {
    const grid = [0, 1, 2].flatMap((i) => [0, 1].map((j) => ({ shiftMm: i * 20, riseMm: -j * 25, turned: false })));
    fc.assert(
      fc.property(fc.shuffledSubarray(grid, { minLength: 6 }), (frames) => wayMm(shortOrder(frames)) === exhaustive(frames)),
      { numRuns: 40 },
    );
  });
});

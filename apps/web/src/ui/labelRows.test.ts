import fc from 'fast-check';
import { labelRows } from './labelRows';

/** A value with all its decimal places, as a projection leaves it. */
const px = (min: number, max: number) => fc.nat(100_003).map((n) => min + ((max - min) * n) / 100_003);
const label = fc.record({ left: px(0, 400), base: px(-20, 300), width: px(10, 160) });
/** Several at one place, as pins put one after the other are. */
const crowd = fc.tuple(label, fc.integer({ min: 1, max: 20 })).map(([one, count]) => Array.from({ length: count }, () => one));

describe('labels in rows', () => {
  test('none runs into another, and none stands above the top', () => {
    fc.assert(
      fc.property(fc.oneof(fc.array(label, { maxLength: 20 }), crowd), (wanted) => {
        const bases = labelRows(wanted, 12);
        return wanted.every((a, i) => {
          const base = bases[i] ?? NaN;
          return (
            base >= 12 &&
            wanted.every(
              (b, j) =>
                j <= i || Math.abs((bases[j] ?? NaN) - base) >= 13 - 1e-5 || a.left + a.width <= b.left || b.left + b.width <= a.left,
            )
          );
        });
      }),
      { numRuns: 1000 },
    );
  });

  test('ten pins at one place of a drawing stand in ten rows, whatever the fraction of a pixel', () => {
    const base = 136.0763422519342;
    const rows = labelRows(
      Array.from({ length: 10 }, () => ({ left: 20, base, width: 50 })),
      12,
    );
    expect(new Set(rows.map((row) => row.toFixed(3))).size).toBe(10);
    expect(Math.min(...rows)).toBeGreaterThanOrEqual(12);
  });

  test('one that is in nobody’s way stays where it wants to be', () => {
    expect(
      labelRows(
        [
          { left: 0, base: 50, width: 40 },
          { left: 60, base: 52, width: 40 },
          { left: 10, base: 80, width: 40 },
        ],
        12,
      ),
    ).toEqual([50, 52, 80]);
  });

  test('of two at one place the second is lifted, under the top it goes below', () => {
    expect(
      labelRows(
        [
          { left: 0, base: 50, width: 40 },
          { left: 20, base: 50, width: 40 },
        ],
        12,
      ),
    ).toEqual([50, 37]);
    expect(
      labelRows(
        [
          { left: 0, base: 12, width: 40 },
          { left: 20, base: 12, width: 40 },
        ],
        12,
      ),
    ).toEqual([12, 25]);
  });
});

import fc from 'fast-check';
import { labelRows } from './labelRows';

const label = fc.record({ left: fc.integer({ min: 0, max: 400 }), base: fc.integer({ min: -20, max: 300 }), width: fc.integer({ min: 10, max: 160 }) });

describe('labels in rows', () => {
  test('none runs into another, and none stands above the top', () => {
    fc.assert(
      fc.property(fc.array(label, { maxLength: 20 }), (wanted) => {
        const bases = labelRows(wanted, 12);
        return wanted.every((a, i) => {
          const base = bases[i] ?? NaN;
          return base >= 12 && wanted.every((b, j) => j <= i || Math.abs((bases[j] ?? NaN) - base) >= 13 || a.left + a.width <= b.left || b.left + b.width <= a.left);
        });
      }),
    );
  });

  test('one that is in nobody’s way stays where it wants to be', () => {
    expect(labelRows([{ left: 0, base: 50, width: 40 }, { left: 60, base: 52, width: 40 }, { left: 10, base: 80, width: 40 }], 12)).toEqual([50, 52, 80]);
  });

  test('of two at one place the second is lifted, under the top it goes below', () => {
    expect(labelRows([{ left: 0, base: 50, width: 40 }, { left: 20, base: 50, width: 40 }], 12)).toEqual([50, 37]);
    expect(labelRows([{ left: 0, base: 12, width: 40 }, { left: 20, base: 12, width: 40 }], 12)).toEqual([12, 25]);
  });
});

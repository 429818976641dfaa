import fc from 'fast-check';
import { fitted, inPicture, onSheet, zoomed } from './sheetView';

const px = fc.double({ min: -5000, max: 5000, noNaN: true });

describe('a photograph on its sheet', () => {
  test('all of it lies in the middle of the sheet, with something free around it', () => {
    const view = fitted({ width: 900, height: 600 }, 4000, 3000);
    const [[left, top], [right, bottom]] = [onSheet(view, [0, 0]), onSheet(view, [4000, 3000])];
    expect(left + right).toBeCloseTo(900, 9);
    expect(top + bottom).toBeCloseTo(600, 9);
    expect(top).toBeGreaterThan(5);
    expect(left).toBeGreaterThan(5);
  });

  test('a place goes to the sheet and back', () => {
    fc.assert(
      fc.property(px, px, fc.double({ min: 0.05, max: 10, noNaN: true }), px, px, (u, v, scale, x, y) => {
        const view = { scale, x, y };
        const [backU, backV] = inPicture(view, ...onSheet(view, [u, v]));
        expect(backU).toBeCloseTo(u, 6);
        expect(backV).toBeCloseTo(v, 6);
      }),
    );
  });

  test('what lies under the hand stays there as it is enlarged, within bounds', () => {
    const view = fitted({ width: 900, height: 600 }, 4000, 3000);
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1000, noNaN: true }), px, px, (by, x, y) => {
        const [u, v] = inPicture(view, x, y);
        const larger = zoomed(view, by, [x, y], view.scale / 2);
        expect(larger.scale).toBeGreaterThanOrEqual(view.scale / 2);
        expect(larger.scale).toBeLessThanOrEqual(12);
        const [thereX, thereY] = onSheet(larger, [u, v]);
        expect(Math.abs(thereX - x)).toBeLessThan(1e-6 * (1 + Math.abs(x)) * by + 1e-6);
        expect(Math.abs(thereY - y)).toBeLessThan(1e-6 * (1 + Math.abs(y)) * by + 1e-6);
      }),
    );
  });
});

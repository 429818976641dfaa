import fc from 'fast-check';
import { fitted, logarithmic, toScale, type Projection } from './sectionProjection';
import { evenly } from '@gangway/core/evenly.test-support';

const projections: fc.Arbitrary<Projection> = fc.oneof(
  fc.record({ z: evenly(-1, 10), u: evenly(-3, 3), k: evenly(1e-5, 0.5) }).map(({ z, u, k }) => toScale(500, 300, [z, u], k)),
  evenly(0.5, 2000).map((far) => logarithmic(500, 300, far)),
);

describe('the sheet of the section', () => {
  test('a place put on it and read off again is the same', () => {
    fc.assert(
      fc.property(projections, evenly(-5, 500), evenly(-50, 50), (projection, z, u) => {
        const [bz, bu] = projection.from(projection.to([z, u]));
        return Math.hypot(bz - z, bu - u) < 1e-6 * (1 + Math.hypot(z, u));
      }),
    );
  });

  test('by the logarithm directions from the lens are true and farther is farther out', () => {
    const { to } = logarithmic(500, 300, 100);
    const [x0, y0] = to([0, 0]);
    const at = (r: number) => to([r * 0.8, r * 0.6]);
    for (const r of [0.001, 0.01, 0.1, 1, 10, 100]) {
      const [x, y] = at(r);
      expect((y0 - y) / (x - x0)).toBeCloseTo(0.75, 9);
      expect(Math.hypot(...at(r * 2).map((v, i) => v - (i === 0 ? x0 : y0)))).toBeGreaterThan(Math.hypot(x - x0, y - y0));
    }
    // Millimetres at the standards and the horizon on one sheet.
    expect(to([-0.1, 0])[0]).toBeGreaterThan(0);
    expect(to([100, 0])[0]).toBeLessThan(500);
  });

  test('fitted, near and far are both on the sheet', () => {
    const { centre, metresPerPx } = fitted({ width: 500, height: 300 }, 12, [-1.5, 1]);
    const { to } = toScale(500, 300, centre, metresPerPx);
    for (const point of [
      [0, 0],
      [12, 0],
      [5, -1.5],
      [5, 1],
    ] as const) {
      const [x, y] = to(point);
      expect(x >= 0 && x <= 500 && y >= 0 && y <= 300).toBe(true);
    }
  });
});

import fc from 'fast-check';
import { straightenedPart } from './straightened';

test('without rotation a part with other proportions is as wide or as high as the picture', () => {
  expect(straightenedPart({ width: 300, height: 200 }, 0, null)).toEqual({ left: 0, top: 0, width: 300, height: 200 });
  expect(straightenedPart({ width: 300, height: 200 }, 0, 2)).toEqual({ left: 0, top: 25, width: 300, height: 150 });
  expect(straightenedPart({ width: 200, height: 300 }, 0, 1)).toEqual({ left: 0, top: 50, width: 200, height: 200 });
});

test('the part of a rotated picture has no empty corner, and could not be larger by more than two pixels', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 200, max: 9000 }),
      fc.integer({ min: 200, max: 9000 }),
      fc.double({ min: -10, max: 10, noNaN: true }),
      fc.option(fc.double({ min: 0.5, max: 2, noNaN: true })),
      (width, height, deg, ratio) => {
        const part = straightenedPart({ width, height }, deg, ratio);
        const turn = (deg * Math.PI) / 180;
        const inside = (w: number, h: number): boolean =>
          [-1, 1].every((i) =>
            [-1, 1].every((j) => {
              const [x, y] = [(i * w) / 2, (j * h) / 2];
              const [u, v] = [x * Math.cos(turn) + y * Math.sin(turn), -x * Math.sin(turn) + y * Math.cos(turn)];
              return Math.abs(u) <= width / 2 + 1e-6 && Math.abs(v) <= height / 2 + 1e-6;
            }),
          );
        expect(inside(part.width, part.height)).toBe(true);
        const across = ratio ?? width / height;
        expect(inside(part.width + 2 * Math.max(1, across), part.height + 2 * Math.max(1, 1 / across))).toBe(false);
        expect(part.width / part.height / across).toBeGreaterThan(1 - 2 / Math.min(part.width, part.height));
      },
    ),
  );
});

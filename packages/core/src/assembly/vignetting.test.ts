import fc from 'fast-check';
import type { GeometryFrame } from './frameGeometry';
import { randomFrom } from './picture.test-support';
import { fittedVignetting, fromAxis, type LightPatch } from './vignetting';

const frame = (footX: number, footY: number): GeometryFrame => ({
  width: 3000,
  height: 2000,
  foot: { x: footX, y: footY },
  rough: { x: 0, y: 0 },
});
/** Four frames of a camera that moves: the axis meets each in its middle. */
const FRAMES = [0, 1, 2, 3].map(() => frame(1500, 1000));
/** Of a back that moves behind a lens that stands still: all see one circle. */
const ONE_CIRCLE = [frame(2625, 1750), frame(375, 1750), frame(2625, 250), frame(375, 250)];

/** What overlaps of a quarter show: light lost toward the edge, own exposures, noise, and now and then something that changed. */
function shown(square: number, fourth: number, { noise = 0, changed = 0, seed = 1, frames = FRAMES } = {}): readonly LightPatch[] {
  const random = randomFrom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const exposures = [0, 0.1, -0.15, 0.05];
  const lost = (f: number, at: { readonly x: number; readonly y: number }): number => {
    const r = fromAxis(frames[f] ?? frame(0, 0), at);
    return square * r ** 2 + fourth * r ** 4;
  };
  return (
    [
      [0, 1, 2250, 0],
      [2, 3, 2250, 0],
      [0, 2, 0, 1500],
      [1, 3, 0, 1500],
    ] as const
  ).flatMap(([a, b, dx, dy]) =>
    Array.from({ length: 12 }, (_, i): LightPatch => {
      const inA = dx > 0 ? { x: dx + 100 + 500 * random(), y: (i + 0.5) * 160 } : { x: (i + 0.5) * 240, y: dy + 60 + 380 * random() };
      const inB = { x: inA.x - dx, y: inA.y - dy };
      const stops = (exposures[a] ?? 0) - (exposures[b] ?? 0) + lost(b, inB) - lost(a, inA) + noise * normal();
      return { a, b, inA, inB, ratio: 2 ** (stops + (random() < changed ? 2 * (random() - 0.5) : 0)) };
    }),
  );
}

test('what is lost toward the corners is found for any lens, to a hundredth of a stop without noise', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.3, max: 2, noNaN: true }), fc.double({ min: -0.1, max: 0.6, noNaN: true }), (square, fourth) => {
      const found = fittedVignetting(FRAMES, shown(square, fourth));
      for (const r of [0.3, 0.6, 1])
        expect(
          Math.abs((found?.square ?? NaN) * r ** 2 + (found?.fourth ?? NaN) * r ** 4 - square * r ** 2 - fourth * r ** 4),
        ).toBeLessThan(0.02);
    }),
  );
});

test('noise of a fiftieth of a stop and some patches that changed by up to a stop do no harm', () => {
  const found = fittedVignetting(FRAMES, shown(0.8, 0.2, { noise: 0.02, changed: 0.15, seed: 5 }));
  for (const r of [0.4, 0.7, 1])
    expect(Math.abs((found?.square ?? NaN) * r ** 2 + (found?.fourth ?? NaN) * r ** 4 - 0.8 * r ** 2 - 0.2 * r ** 4)).toBeLessThan(0.08);
});

test('frames that all see the same part of one circle do not show what it loses', () => {
  expect(fittedVignetting(ONE_CIRCLE, shown(0.8, 0.2, { noise: 0.005, frames: ONE_CIRCLE }))).toBeNull();
});

test('nothing is found where nothing is lost, or too little is seen', () => {
  for (let seed = 1; seed <= 20; seed++) expect(fittedVignetting(FRAMES, shown(0, 0, { noise: 0.02, seed }))).toBeNull();
  expect(fittedVignetting(FRAMES, shown(1, 0).slice(0, 5))).toBeNull();
});

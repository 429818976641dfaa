import { blurAt } from '@gangway/core/focus/blur';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { SetupSettings } from '@gangway/core/model/setup';
import { aperturePath, mostBlurPx, SAMPLES, samplesFor } from './samples';
import { finderView } from './view';

const demo = (name: string, changes: Partial<SetupSettings> = {}) => {
  const found = DEMO_SETUPS.find((each) => each.name.startsWith(name));
  const view = found && finderView(geometryOf({ ...found.settings, ...changes }));
  if (!view) throw new Error(`there is no picture of ${name}`);
  return view;
};

test('the largest blur is that of what is farthest out of focus, by a bundle of rays', () => {
  // Focused at half a metre, the tower and all that is behind it are far away: infinity is blurred most.
  const view = demo('Hydraulic tower, small', { focusM: 0.5, fNumber: 3.5 });
  const infinity = blurAt({ focalMm: 24, imageMm: view.camera.imageMm, tiltDeg: 0, swingDeg: 0, fNumber: 3.5, pointM: [0, 0, 3000] });
  expect(mostBlurPx(view, 340) / ((infinity * 340) / view.frame.widthMm)).toBeCloseTo(1, 1);
});

test('however few points of the aperture are taken, they are spread over it, and all of them are taken once', () => {
  const path = aperturePath(2);
  expect(new Set(path.map(([x, y]) => `${x} ${y}`)).size).toBe(SAMPLES);
  for (const count of [3, 8, 24, SAMPLES]) {
    const [x, y] = [0, 1].map((axis) => path.slice(0, count).reduce((sum, point) => sum + (point[axis] ?? 0), 0) / count);
    // Of a radius of 1: the blur of few points must not lie aside of that of all.
    expect(Math.hypot(x ?? NaN, y ?? NaN)).toBeLessThan(0.3);
    // Over a full disc the mean square of the distance from the middle is a half.
    const meanSquare = path.slice(0, count).reduce((sum, point) => sum + Math.hypot(...point) ** 2, 0) / count;
    expect(Math.abs(meanSquare - 0.5)).toBeLessThan(0.12);
  }
});

test('a lens with known aberrations is pictured by all points', () => {
  const view = demo('Hydraulic tower, small', { fNumber: 16 });
  expect(samplesFor(view, 340)).toBeLessThan(SAMPLES);
  expect(samplesFor({ ...view, aberrations: [] as unknown as NonNullable<typeof view.aberrations> }, 340)).toBe(SAMPLES);
});

test('few points make the picture where all is sharp, and all of them where something is not', () => {
  expect(samplesFor(demo('Hydraulic tower, small', { fNumber: 16 }), 340)).toBeLessThan(SAMPLES);
  expect(samplesFor(demo('Hydraulic tower, small', { focusM: 0.5, fNumber: 3.5 }), 340)).toBe(SAMPLES);
  expect(samplesFor(demo('Three foremen'), 620)).toBe(SAMPLES);
});

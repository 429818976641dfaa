import { coarseScale } from './coarseScale';
import { sampled, splinePicture } from './picture.test-support';

const picture = splinePicture(5, 4);
const [WIDE, HIGH] = [300, 220];
const whole = sampled(picture, 0, 0, WIDE, HIGH, 0.01, 1);

test.each([
  [1, 0, 0],
  [1, 4, -3],
  [0.94, 3, 2],
  [1.03, -5, 4],
  [1.075, 0, 6],
])('a picture that lies on another %p times as large, moved by %p and %p px, is found to be so', (scale, x, y) => {
  // What the other shows at a place of its own.
  const other = sampled(
    (u, v) => picture(WIDE / 2 + x + scale * (u - WIDE / 2), HIGH / 2 + y + scale * (v - HIGH / 2)),
    0,
    0,
    WIDE,
    HIGH,
    0.01,
    2,
  );
  const found = coarseScale(whole, other);
  expect(Math.abs(found.scale - scale)).toBeLessThan(0.0076);
  expect(Math.abs(found.moved.x - x)).toBeLessThan(2.5);
  expect(Math.abs(found.moved.y - y)).toBeLessThan(2.5);
});

test('pictures that have nothing in common keep their scale', () => {
  const other = sampled(splinePicture(99, 4), 0, 0, WIDE, HIGH, 0.01, 3);
  expect(coarseScale(whole, other).scale).toBe(1);
});

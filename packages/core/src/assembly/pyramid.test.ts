import { OPENCV } from './opencvFusion.test-support';
import { randomFrom } from './picture.test-support';
import { doubled, halved, halvingsOf, joined, pyramidOf, type Layers } from './pyramid';

const middle: Layers = { ...OPENCV, channels: 3, data: Float32Array.from(OPENCV.frames[1] ?? []) };

const farthest = (found: Float32Array, wanted: readonly number[]): number =>
  found.reduce((most, value, i) => Math.max(most, Math.abs(value - (wanted[i] ?? NaN))), found.length === wanted.length ? 0 : Infinity);

// Source: OpenCV 4.6.0, pyrDown and pyrUp, recorded to a hundredth.
test('halving and doubling are those of a general computer-vision library', () => {
  const half = halved(middle);
  expect([half.width, half.height]).toEqual([16, 14]);
  expect(farthest(half.data, OPENCV.halved)).toBeLessThan(0.006);
  expect(farthest(doubled(half, middle.width, middle.height).data, OPENCV.doubled)).toBeLessThan(0.006);
});

test.each([
  [1, 1, 1],
  [1, 9, 2],
  [8, 1, 3],
  [17, 6, 3],
  [33, 40, 1],
])('a picture of %p × %p px and %p channels comes back from its pyramid, whatever it shows', (width, height, channels) => {
  const random = randomFrom(width * 100 + height);
  const picture = { width, height, channels, data: Float32Array.from({ length: width * height * channels }, () => 2 * random() - 0.5) };
  for (let halvings = 0; halvings <= 6; halvings++) {
    const pyramid = pyramidOf(picture, halvings);
    expect(pyramid.details).toHaveLength(halvings);
    expect(farthest(joined(pyramid).data, [...picture.data])).toBeLessThan(1e-6);
  }
});

test('what is the same all over stays so when halved and doubled, to the edges', () => {
  const flat = { width: 13, height: 7, channels: 1, data: new Float32Array(91).fill(0.3) };
  expect(halved(flat).data.every((value) => Math.abs(value - 0.3) < 1e-6)).toBe(true);
  expect(doubled(halved(flat), 13, 7).data.every((value) => Math.abs(value - 0.3) < 1e-6)).toBe(true);
});

test('a picture is halved until its shorter side is a single pixel', () => {
  expect(halvingsOf(32, 27)).toBe(4);
  expect(halvingsOf(1, 500)).toBe(0);
  expect(halvingsOf(1024, 1024)).toBe(10);
});

import { addDetails, blended, exposureWeights, shared, type Details } from './fusion';
import { OPENCV } from './opencvFusion.test-support';
import { randomFrom } from './picture.test-support';
import { emptyLayers, joined, type Layers } from './pyramid';

const { width, height } = OPENCV;
const frames = OPENCV.frames.map((bytes): Layers => ({
  width,
  height,
  channels: 3,
  data: Float32Array.from(bytes, (value) => value / 255),
}));

// Source: OpenCV 4.6.0, MergeMertens with all three weights 1 (Mertens et al. 2007).
test('exposure fusion is that of a general computer-vision library', () => {
  const weights = shared(frames.map(exposureWeights));
  const fused = blended(frames.map((picture, i) => ({ picture, weight: weights[i] ?? emptyLayers(width, height, 1) })));
  const off = OPENCV.fused.map((wanted, i) => Math.abs((fused.data[i] ?? NaN) - wanted));
  expect(OPENCV.fused).toHaveLength(fused.data.length);
  expect(Math.max(...off)).toBeLessThan(1e-4);
});

test('weights add up to 1 at every pixel, also where nothing is good in any picture', () => {
  const black = emptyLayers(4, 4, 3);
  const white = { ...emptyLayers(4, 4, 3), data: new Float32Array(48).fill(1) };
  for (const pictures of [frames, [black, white], [black, black, black]]) {
    const weights = shared(pictures.map(exposureWeights));
    const count = weights[0]?.data.length ?? 0;
    for (let i = 0; i < count; i++) expect(weights.reduce((sum, { data }) => sum + (data[i] ?? 0), 0)).toBeCloseTo(1, 5);
  }
  expect(shared([black, black].map(() => emptyLayers(1, 1, 1))).map(({ data }) => data[0])).toEqual([0.5, 0.5]);
});

test('one picture that has all the weight comes out as it is', () => {
  const random = randomFrom(8);
  const [first, other] = frames;
  if (!first || !other) throw new Error('a frame is missing');
  const all = { width, height, channels: 1, data: new Float32Array(width * height).fill(1) };
  const noise = { ...other, data: other.data.map(() => random()) };
  const out = blended([
    { picture: first, weight: all },
    { picture: noise, weight: emptyLayers(width, height, 1) },
  ]);
  expect(Math.max(...out.data.map((value, i) => Math.abs(value - (first.data[i] ?? NaN))))).toBeLessThan(1e-6);
});

test('details and what is left of a single picture are the picture, however often it is halved', () => {
  const [picture] = frames;
  if (!picture) throw new Error('a frame is missing');
  const all = { width, height, channels: 1, data: new Float32Array(width * height).fill(1) };
  for (const halvings of [0, 1, 3]) {
    const details: Details = [];
    const rest = addDetails(details, picture, all, halvings);
    expect(rest.weight.data.every((weight) => Math.abs(weight - 1) < 1e-6)).toBe(true);
    const back = joined({ details, rest: rest.picture });
    expect(Math.max(...back.data.map((value, i) => Math.abs(value - (picture.data[i] ?? NaN))))).toBeLessThan(1e-6);
  }
});

import { randomFrom, splinePicture } from './picture.test-support';
import { smoothed } from './plane';
import type { Layers } from './pyramid';
import { depthSamples, filledDepth, onlyWhere, sharpestOf, sharpness } from './sharpest';

const [WIDE, HIGH] = [120, 90];
const picture = splinePicture(6, 3);

/** The known picture with the blur of one frame of a stack: each column is sharp in one of them. */
function frameOf(frame: number, sharpIn: (x: number) => number, noise = 0): Layers {
  const plain = Float32Array.from({ length: WIDE * HIGH }, (_, i) => picture(i % WIDE, Math.floor(i / WIDE)));
  const blurs = [0, 0.7, 1.4, 2.1, 2.8, 3.5].map((sigma) =>
    sigma === 0 ? plain : smoothed({ width: WIDE, height: HIGH, data: plain }, sigma).data,
  );
  const random = randomFrom(frame + 1);
  const data = new Float32Array(3 * WIDE * HIGH);
  for (let i = 0; i < WIDE * HIGH; i++) {
    const off = Math.min(4.99, Math.abs(sharpIn(i % WIDE) - frame));
    const [p, q] = [blurs[Math.floor(off)]?.[i] ?? 0, blurs[Math.floor(off) + 1]?.[i] ?? 0];
    data.fill(p + (q - p) * (off % 1) + noise * (random() - 0.5), 3 * i, 3 * i + 3);
  }
  return { width: WIDE, height: HIGH, channels: 3, data };
}

test('blur lowers the sharpness everywhere, and a flat picture has none', () => {
  const [sharp, soft] = [sharpness(frameOf(0, () => 0)), sharpness(frameOf(2, () => 0))];
  expect(sharp.data).toHaveLength((WIDE * HIGH) / 4);
  expect(sharp.data.every((value, i) => value > (soft.data[i] ?? Infinity))).toBe(true);
  expect(sharpness({ width: 8, height: 8, channels: 3, data: new Float32Array(192).fill(0.4) }).data.every((value) => value < 1e-12)).toBe(
    true,
  );
});

test('a surface that leans through a stack is found at its depth, between the frames too', () => {
  const lean = (x: number): number => 0.5 + (4 * x) / WIDE;
  const sharpest = sharpestOf(WIDE, HIGH);
  for (let frame = 0; frame < 6; frame++) sharpest.look(frameOf(frame, lean, 0.004));
  const [frames, depth] = [sharpest.frames(), sharpest.depth()];
  let [off, wrong, n] = [0, 0, 0];
  for (let y = 4; y < HIGH / 2 - 4; y++)
    for (let x = 4; x < WIDE / 2 - 4; x++) {
      const i = (y * WIDE) / 2 + x;
      expect(depth[i]).toBeGreaterThanOrEqual(0);
      off += ((depth[i] ?? 0) - lean(2 * x + 0.5)) ** 2;
      if (Math.abs((frames[i] ?? 0) - lean(2 * x + 0.5)) > 0.75) wrong++;
      n++;
    }
  expect(Math.sqrt(off / n)).toBeLessThan(0.25);
  expect(wrong / n).toBeLessThan(0.02);
});

test('where nothing shows detail the depth is unknown', () => {
  const sharpest = sharpestOf(16, 16);
  for (let i = 0; i < 3; i++) sharpest.look({ width: 16, height: 16, channels: 3, data: new Float32Array(768).fill(0.3) });
  expect([...sharpest.depth()].every((depth) => depth === -1)).toBe(true);
});

test('gaps of a depth map are filled from what is around them; what is known stays about as it is', () => {
  const random = randomFrom(3);
  const truth = (i: number): number => 2 + (i % 40) / 20;
  const depth = Float32Array.from({ length: 40 * 30 }, (_, i) => (random() < 0.6 ? -1 : truth(i)));
  const filled = filledDepth(depth, 40, 30);
  expect(Math.max(...filled.map((value, i) => Math.abs(value - truth(i))))).toBeLessThan(0.25);
  expect([...filledDepth(new Float32Array(9).fill(-1), 3, 3)]).toEqual(Array.from({ length: 9 }, () => 0));
});

test('a depth map goes from black in the first frame to white in the last', () => {
  expect([...depthSamples(Float32Array.of(0, 1.5, 3), 4)]).toEqual([0, 32_768, 65_535]);
});

test('a frame has all of what it shows sharpest, to the edges of a picture of odd size', () => {
  const frames = Uint16Array.of(1, 0, 2, 1, 1, 1);
  const all = [0, 1, 2].map((frame) => onlyWhere({ width: 3, height: 2, frames }, frame, 5, 3).data);
  expect([...(all[2] ?? [])]).toEqual([0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0]);
  for (let i = 0; i < 15; i++) expect(all.reduce((sum, data) => sum + (data[i] ?? 0), 0)).toBe(1);
});

import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { coarsePlace } from './coarse';
import { measuredPatch, pairOf, patchPlaces, type Patch } from './pair';
import type { Plane, Px } from './plane';
import { randomFrom, sampled, splinePicture } from './picture.test-support';
import { encodedOf, lightOf, refined } from './refine';
import { evenly } from '../evenly.test-support';

/**
 * Offsets as a general computer-vision package finds them: findTransformECC of
 * OpenCV (Evangelidis and Psarakis 2008), built for the registry as
 * @techstark/opencv-js. In a process of its own, which its start needs.
 */
function visionOffsets(pairs: readonly (readonly [Plane, Plane])[]): readonly Px[] {
  const script = `
    const cv = require('@techstark/opencv-js');
    const run = () => {
      const pairs = JSON.parse(require('fs').readFileSync(0, 'utf8'));
      const mat = ({ width, height, data }) => { const m = new cv.Mat(height, width, cv.CV_32F); m.data32F.set(data); return m; };
      process.stdout.write(JSON.stringify(pairs.map(([a, b]) => {
        const warp = new cv.Mat(2, 3, cv.CV_32F);
        warp.data32F.set([1, 0, 0, 0, 1, 0]);
        cv.findTransformECC(mat(a), mat(b), warp, cv.MOTION_TRANSLATION, new cv.TermCriteria(3, 200, 1e-6), new cv.Mat(), 5);
        return { x: warp.data32F[2], y: warp.data32F[5] };
      })));
      process.exit(0);
    };
    if (cv.Mat) run(); else cv.onRuntimeInitialized = run;`;
  const input = JSON.stringify(pairs.map((pair) => pair.map(({ width, height, data }) => ({ width, height, data: Array.from(data) }))));
  return JSON.parse(
    execFileSync(process.execPath, ['-e', script], { input, maxBuffer: 1e8, timeout: 120_000 }).toString(),
  ) as readonly Px[];
}

const patchOf = (seed: number, dx: number, dy: number, noise: number, gain = 1): Patch => {
  const picture = splinePicture(seed);
  const bright = (x: number, y: number) => encodedOf(Math.min(1, lightOf(picture(x, y)) * gain));
  return measuredPatch(
    sampled(picture, 100, 100, 120, 120, noise, seed),
    sampled(bright, 100 - dx, 100 - dy, 120, 120, noise, seed + 1),
    { x: 0, y: 0 },
    28,
  );
};

test('offsets come back within a tenth of a pixel through noise and another exposure', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), evenly(-20, 20), evenly(-20, 20), evenly(0.8, 1.25), (seed, dx, dy, gain) => {
      const { measured, detailed } = patchOf(seed, dx, dy, 0.01, gain);
      expect(detailed).toBe(true);
      expect(measured).not.toBeNull();
      expect(Math.hypot((measured?.offset.x ?? 99) - dx, (measured?.offset.y ?? 99) - dy)).toBeLessThan(0.1);
      // The light of a over that of b.
      expect(measured?.lightRatio ?? 0).toBeGreaterThan(0.96 / gain);
      expect(measured?.lightRatio ?? 9).toBeLessThan(1.04 / gain);
    }),
    { numRuns: 12, endOnFailure: true },
  );
});

test('a general computer-vision package finds the same offsets', () => {
  const random = randomFrom(7);
  const known = Array.from({ length: 3 }, () => ({ x: 3 * (random() - 0.5), y: 3 * (random() - 0.5) }));
  const pairs = known.map(
    ({ x, y }, k) =>
      [sampled(splinePicture(50 + k), 0, 0, 90, 90, 0.01, k), sampled(splinePicture(50 + k), -x, -y, 90, 90, 0.01, 90 + k)] as const,
  );
  const theirs = visionOffsets(pairs);
  pairs.forEach(([a, b], k) => {
    const ours = refined(a, b, { x: 0, y: 0 }, 12);
    expect(Math.abs((ours?.offset.x ?? NaN) - (theirs[k]?.x ?? NaN))).toBeLessThan(0.05);
    expect(Math.abs((ours?.offset.y ?? NaN) - (theirs[k]?.y ?? NaN))).toBeLessThan(0.05);
    expect(Math.abs((theirs[k]?.x ?? NaN) - (known[k]?.x ?? NaN))).toBeLessThan(0.1);
  });
}, 150_000);

test('a patch says how sure it is: as much as it scatters', () => {
  // The same patch through many noises: the spread of the answers against the spread that it claims.
  const errors: number[] = [];
  let claimed = 0;
  for (let k = 0; k < 20; k++) {
    const picture = splinePicture(3);
    const found = refined(
      sampled(picture, 0, 0, 72, 72, 0.05, 2 * k + 1),
      sampled(picture, -0.3, 0.2, 72, 72, 0.05, 2 * k + 2),
      { x: 0, y: 0 },
      12,
    );
    if (!found) continue;
    errors.push(found.offset.x - 0.3);
    const [xx, xy, yy] = found.knows;
    claimed += yy / (xx * yy - xy * xy) / 20;
  }
  const scatter = errors.reduce((sum, e) => sum + e * e, 0) / errors.length;
  expect(Math.sqrt(scatter / claimed)).toBeGreaterThan(0.4);
  expect(Math.sqrt(scatter / claimed)).toBeLessThan(2.5);
});

test('nothing is found in flat sky, in noise, or between two different things', () => {
  const sky = sampled(() => 0.7, 0, 0, 120, 120, 0.01, 1);
  const other = sampled(() => 0.7, 0, 0, 120, 120, 0.01, 2);
  const flat = measuredPatch(sky, other, { x: 0, y: 0 }, 28);
  expect(flat.detailed).toBe(false);
  expect(pairOf([flat, flat, flat], { x: 1, y: 0 })).toMatchObject({ state: 'nothing', offset: null });
  const unlike = measuredPatch(sampled(splinePicture(1), 0, 0, 120, 120), sampled(splinePicture(2), 0, 0, 120, 120), { x: 0, y: 0 }, 28);
  expect(unlike.detailed).toBe(true);
  expect(pairOf([unlike, unlike, unlike, unlike], { x: 1, y: 0 })).toMatchObject({ state: 'disagrees', offset: null });
});

test('a patch that is fainter than any noise is nothing, one a little stronger is found', () => {
  const picture = splinePicture(9);
  const faint = (by: number) => (x: number, y: number) => 0.5 + by * picture(x, y);
  const spread = (() => {
    const values = Array.from(sampled(picture, 0, 0, 60, 60).data);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
  })();
  const foundAt = (times: number) => {
    // So many times the least spread that a patch may have.
    const by = (2e-4 * times) / spread;
    return refined(sampled(faint(by), 0, 0, 72, 72), sampled(faint(by), -0.3, 0.2, 72, 72), { x: 0, y: 0 }, 12);
  };
  expect(foundAt(0.3)).toBeNull();
  expect(foundAt(20)?.offset.x).toBeCloseTo(0.3, 1);
});

test('lines alone say nothing of where they lie along themselves', () => {
  const profile = splinePicture(21);
  const lines = (_x: number, y: number) => profile(0, y);
  const { measured } = measuredPatch(
    sampled(lines, 0, 0, 120, 120, 0.005, 1),
    sampled(lines, 0, -2.4, 120, 120, 0.005, 2),
    { x: 0, y: 0 },
    28,
  );
  expect(measured?.offset.y).toBeCloseTo(2.4, 1);
  expect((measured?.knows[0] ?? 1) / (measured?.knows[2] ?? 1)).toBeLessThan(0.01);
});

describe('a pair', () => {
  const sharp = (x: number, y: number, at = { x: 0, y: 0 }): Patch => ({
    at,
    detailed: true,
    measured: { offset: { x, y }, alike: 0.99, knows: [400, 0, 400], lightRatio: 1 },
  });
  const along = { x: 1, y: 0 };

  test('fits where its patches agree, and takes their middle', () => {
    const pair = pairOf([sharp(2.1, -1), sharp(2, -1.05), sharp(1.95, -0.95), sharp(2.05, -1)], along);
    expect(pair.state).toBe('fits');
    expect(pair.offset?.x).toBeCloseTo(2.025, 2);
    expect(pair.agreeing).toBe(4);
  });

  test('is parallax where sharp patches part along the line between the frames, motion where they lie off anyhow or nothing fits', () => {
    const ground = [sharp(2, 0), sharp(2.05, 0), sharp(1.97, 0.02), sharp(2, 0.03)];
    expect(pairOf([...ground, sharp(5.5, 0.1, { x: 7, y: 8 })], along)).toMatchObject({ state: 'parallax', worstAt: { x: 7, y: 8 } });
    expect(pairOf([...ground, sharp(4, 5)], along).state).toBe('motion');
    expect(pairOf([...ground, { at: { x: 1, y: 1 }, detailed: true, measured: null }], along)).toMatchObject({
      state: 'motion',
      worstAt: { x: 1, y: 1 },
    });
    // Up and down between rows, the line between the frames is the other one.
    expect(pairOf([...ground, sharp(5.5, 0.1)], { x: 0, y: 1 }).state).toBe('motion');
  });

  test('tells parallax from motion whatever the direction from frame to frame, however far apart the frames are', () => {
    const ground = [sharp(2, 0), sharp(2.05, 0), sharp(1.97, 0.02), sharp(2, 0.03)];
    // Four frames right and three up or down; the patch lies off along that line, and square to it.
    for (const [along, across] of [
      [
        { x: 4, y: 3 },
        { x: -3, y: 4 },
      ],
      [
        { x: 4, y: -3 },
        { x: 3, y: 4 },
      ],
      [
        { x: 400, y: -300 },
        { x: 300, y: 400 },
      ],
    ] as const) {
      const length = Math.hypot(along.x, along.y);
      const off = ({ x, y }: Px) => sharp(2 + (4 * x) / length, (4 * y) / length);
      expect(pairOf([...ground, off(along)], along).state).toBe('parallax');
      expect(pairOf([...ground, off(across)], along).state).toBe('motion');
    }
  });

  test('is not misled by what is wrong in a minority', () => {
    const random = randomFrom(5);
    const good = Array.from({ length: 12 }, () => sharp(3 + 0.1 * (random() - 0.5), -2 + 0.1 * (random() - 0.5)));
    const wrong = Array.from({ length: 5 }, () => sharp(30 * (random() - 0.5), 30 * (random() - 0.5)));
    const pair = pairOf([...wrong, ...good], along);
    expect(pair.offset?.x).toBeCloseTo(3, 1);
    expect(pair.offset?.y).toBeCloseTo(-2, 1);
  });
});

test('patches lie within the overlap and are spread over it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 40 }), (w, h, most) => {
      const places = patchPlaces({ left: 10, top: 20, right: 10 + w, bottom: 20 + h }, 256, most);
      expect(places.length).toBeLessThanOrEqual(most);
      expect(places.length > 0).toBe(w >= 256 && h >= 256);
      for (const { x, y } of places) {
        expect(x - 128).toBeGreaterThanOrEqual(10);
        expect(x + 128).toBeLessThanOrEqual(10 + w + 0.5);
        expect(y - 128).toBeGreaterThanOrEqual(20);
        expect(y + 128).toBeLessThanOrEqual(20 + h + 0.5);
      }
    }),
  );
});

test('without a plan a frame is found beside its neighbour, however little they overlap', () => {
  const picture = splinePicture(11);
  for (const [x, y] of [
    [200, 4],
    [220, -7],
  ] as const) {
    const found = coarsePlace(sampled(picture, 0, 0, 250, 180, 0.01, 1), sampled(picture, x, y, 250, 180, 0.01, 2), {
      least: { x: 120, y: -40 },
      most: { x: 235, y: 40 },
    });
    expect(found?.at).toEqual({ x, y });
  }
  expect(
    coarsePlace(sampled(picture, 0, 0, 250, 180), sampled(splinePicture(12), 0, 0, 250, 180), {
      least: { x: 120, y: -40 },
      most: { x: 235, y: 40 },
    }),
  ).toBeNull();
});

import fc from 'fast-check';
import { Matrix4, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { frameGeometry, toCommon, toFrame, type GeometryFrame, type LaidFrame, type Sighting } from './frameGeometry';
import { randomFrom } from './picture.test-support';

const [WIDE, HIGH] = [3000, 2000];

interface Truth {
  readonly frames: readonly GeometryFrame[];
  readonly laid: readonly LaidFrame[];
  readonly distortion: number;
}

/** A mosaic with known turns, scales and distortion, its plan off by a few pixels. */
function mosaic({ seed, turnDeg, scale, distortion }: { seed: number; turnDeg: number; scale: number; distortion: number }): Truth {
  const random = randomFrom(seed);
  const off = (by: number): number => by * (2 * random() - 1);
  const places = Array.from({ length: 6 }, (_, i) => ({ x: (i % 3) * 2250, y: Math.floor(i / 3) * 1500 }));
  const laid = places.map(({ x, y }, i): LaidFrame => {
    const first = i === 0;
    return {
      middle: { x: x + WIDE / 2 + (first ? 0 : off(6)), y: y + HIGH / 2 + (first ? 0 : off(6)) },
      turnedDeg: first ? 0 : off(turnDeg),
      scale: first ? 1 : 1 + off(scale),
    };
  });
  const frames = places.map((rough): GeometryFrame => ({ width: WIDE, height: HIGH, foot: { x: WIDE / 2, y: HIGH / 2 }, rough }));
  return { frames, laid, distortion };
}

/** Places in the overlaps, each frame seeing them with some noise; by `moved` some are somewhere else in the second frame. */
function sightingsOf(
  { frames, laid, distortion }: Truth,
  noisePx: number,
  seed: number,
  moved: (n: number) => number = () => 0,
): Sighting[] {
  const random = randomFrom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const found: Sighting[] = [];
  for (const [a, fa] of frames.entries())
    for (const [b, fb] of frames.entries()) {
      if (b <= a) continue;
      const [left, right] = [Math.max(fa.rough.x, fb.rough.x), Math.min(fa.rough.x, fb.rough.x) + WIDE];
      const [top, bottom] = [Math.max(fa.rough.y, fb.rough.y), Math.min(fa.rough.y, fb.rough.y) + HIGH];
      if (right - left < 400 || bottom - top < 400) continue;
      for (let i = 0; i < 4; i++)
        for (let j = 0; j < 4; j++) {
          const at = { x: left + ((right - left) * (i + 0.5)) / 4, y: top + ((bottom - top) * (j + 0.5)) / 4 };
          const [inA, inB] = [fa, fb].map((frame, k) => toFrame(frame, laid[k === 0 ? a : b] as LaidFrame, distortion, at));
          if (!inA || !inB) continue;
          const n = found.length;
          found.push({
            a,
            b,
            inA,
            inB: { x: inB.x + noisePx * normal() + moved(n), y: inB.y + noisePx * normal() },
            knows: [1 / noisePx ** 2, 0, 1 / noisePx ** 2],
          });
        }
    }
  return found;
}

/** By how much places of frames are put elsewhere than they are, root mean square, px; the first frame agrees. */
function offPx({ frames, laid, distortion }: Truth, found: ReturnType<typeof frameGeometry>): number {
  let [sum, n] = [0, 0];
  for (const [i, frame] of frames.entries())
    for (const [u, v] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
      [0.5, 0.5],
    ] as const) {
      const place = { x: u * WIDE, y: v * HIGH };
      const [is, said] = [
        toCommon(frame, laid[i] as LaidFrame, distortion, place),
        toCommon(frame, found.frames[i] as LaidFrame, found.distortion, place),
      ];
      sum += (is.x - said.x) ** 2 + (is.y - said.y) ** 2;
      n++;
    }
  return Math.sqrt(sum / n);
}

test('mapping to the common picture and back returns the same place; without distortion it agrees with a 3D package', () => {
  fc.assert(
    fc.property(
      evenly(-0.5, 0.5),
      evenly(0.99, 1.01),
      evenly(-0.02, 0.02),
      evenly(0, WIDE),
      evenly(0, HIGH),
      (turnedDeg, scale, k, x, y) => {
        const frame: GeometryFrame = { width: WIDE, height: HIGH, foot: { x: 1400, y: 1100 }, rough: { x: 0, y: 0 } };
        const laid = { middle: { x: 5000, y: 300 }, turnedDeg, scale };
        const there = toFrame(frame, laid, k, toCommon(frame, laid, k, { x, y }));
        expect(Math.hypot(there.x - x, there.y - y)).toBeLessThan(1e-6);
        const moved = new Vector3(x - WIDE / 2, y - HIGH / 2, 0)
          .applyMatrix4(new Matrix4().makeRotationZ((turnedDeg * Math.PI) / 180))
          .multiplyScalar(scale);
        const at = toCommon(frame, laid, 0, { x, y });
        expect(Math.hypot(at.x - 5000 - moved.x, at.y - 300 - moved.y)).toBeLessThan(1e-9);
      },
    ),
  );
});

test('rotation up to 0.3°, scale up to 0.5 % and distortion up to 1 % are found within 0.3 px rms and told apart', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      evenly(0.05, 0.3),
      evenly(0.001, 0.005),
      evenly(-0.01, 0.01),
      (seed, turnDeg, scale, distortion) => {
        fc.pre(Math.abs(distortion) > 0.0015);
        const truth = mosaic({ seed, turnDeg, scale, distortion });
        const found = frameGeometry(truth.frames, sightingsOf(truth, 0.08, seed + 1), 12);
        expect(found.model).toEqual({ turns: true, scales: true, distorts: true });
        expect(offPx(truth, found)).toBeLessThan(0.3);
        expect(Math.abs(found.distortion - distortion)).toBeLessThan(Math.max(2e-4, 5 * found.doubt.distortion));
        found.frames.forEach(({ turnedDeg, scale: by }, i) => {
          expect(Math.abs(turnedDeg - (truth.laid[i]?.turnedDeg ?? NaN))).toBeLessThan(Math.max(0.002, 5 * found.doubt.turnedDeg));
          expect(Math.abs(by - (truth.laid[i]?.scale ?? NaN))).toBeLessThan(Math.max(5e-5, 5 * found.doubt.scale));
        });
      },
    ),
    { numRuns: 12 },
  );
});

test('the simplest model that explains the frames is chosen: perfect frames are only shifted, a loose clamp only rotates them', () => {
  for (const seed of [1, 2, 3, 4, 5, 6]) {
    const plain = mosaic({ seed, turnDeg: 0, scale: 0, distortion: 0 });
    const still = frameGeometry(plain.frames, sightingsOf(plain, 0.08, seed), 12);
    expect(still.model).toEqual({ turns: false, scales: false, distorts: false });
    expect(still.frames.every(({ turnedDeg, scale }) => turnedDeg === 0 && scale === 1)).toBe(true);
    expect(still.distortion).toBe(0);
    const loose = mosaic({ seed, turnDeg: 0.1, scale: 0, distortion: 0 });
    expect(frameGeometry(loose.frames, sightingsOf(loose, 0.08, seed), 12).model).toEqual({ turns: true, scales: false, distorts: false });
    const bent = mosaic({ seed, turnDeg: 0, scale: 0, distortion: -0.003 });
    expect(frameGeometry(bent.frames, sightingsOf(bent, 0.08, seed), 12).model).toEqual({ turns: false, scales: false, distorts: true });
  }
});

test('something that moved in an overlap is left out and does not change the result', () => {
  for (const seed of [11, 12, 13]) {
    const truth = mosaic({ seed, turnDeg: 0.15, scale: 0.002, distortion: 0.004 });
    const isOff = (n: number): boolean => n % 6 === 0;
    const found = frameGeometry(
      truth.frames,
      sightingsOf(truth, 0.08, seed, (n) => (isOff(n) ? 3 + (n % 5) : 0)),
      12,
    );
    expect(found.leftOut).toEqual(found.leftOut.map((_, n) => isOff(n)));
    expect(offPx(truth, found)).toBeLessThan(0.3);
    expect(found.rmsPx).toBeLessThan(0.2);
  }
});

test('near ground in part of an overlap is not taken for rotation or scale', () => {
  const truth = mosaic({ seed: 21, turnDeg: 0, scale: 0, distortion: 0 });
  const two = { ...truth, frames: truth.frames.slice(0, 2), laid: truth.laid.slice(0, 2) };
  // The lowest places of the overlap, of near ground.
  const near = (n: number): boolean => n % 4 === 3;
  const found = frameGeometry(
    two.frames,
    sightingsOf(two, 0.08, 3, (n) => (near(n) ? 7 : 0)),
    12,
  );
  expect(found.model).toEqual({ turns: false, scales: false, distorts: false });
  expect(found.leftOut).toEqual(found.leftOut.map((_, n) => near(n)));
});

test('one frame, and frames that show nothing in common, stay where the plan has them', () => {
  const { frames } = mosaic({ seed: 3, turnDeg: 0, scale: 0, distortion: 0 });
  const { frames: laid, model } = frameGeometry(frames, [], 12);
  expect(model).toEqual({ turns: false, scales: false, distorts: false });
  laid.forEach(({ middle }, i) => {
    expect(middle.x).toBeCloseTo((frames[i]?.rough.x ?? 0) + WIDE / 2, 9);
    expect(middle.y).toBeCloseTo((frames[i]?.rough.y ?? 0) + HIGH / 2, 9);
  });
});

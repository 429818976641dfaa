import fc from 'fast-check';
import loadHighs from 'highs';
import direct from 'ml-direct';
import { lensAxis } from '../space/axis';
import { blurByFormula } from './blur';
import { chebyshev } from './chebyshev';
import { widestAperture, widestApertureAt } from './widestAperture';
import { dot, scaled, type Vec3 } from '../space/vector';
import { evenly } from '../evenly.test-support';

// Places on a grid of thousandths: pins that are apart are apart by something a photographer could see.
const thousandths = (min: number, max: number) => fc.integer({ min: min * 1000, max: max * 1000 }).map((k) => k / 1000);
const scenes = fc
  .record({
    f: fc.constantFrom(24, 45, 90, 150, 300),
    pins: fc.array(fc.tuple(thousandths(-0.5, 0.5), thousandths(-0.5, 0.5), thousandths(0.7, 20)), { minLength: 4, maxLength: 14 }),
  })
  .map(({ f, pins }) => ({ f, pins: pins.map(([a, b, z]): Vec3 => [a * z, b * z, z * (f / 90 + 0.5)]) }));

/** The f-number that an axis needs at its best focus, straight from the signed blur of each pin. */
function fNumberAt(f: number, pins: readonly Vec3[], c: number, l: Vec3): number {
  const q = pins.map((p) => (dot(scaled(p, 1000), l) - f) / (f * p[2] * 1000));
  const [low, high] = [Math.min(...q), Math.max(...q)];
  return low <= 0 ? 1e6 : ((f / c) * (high - low)) / (high + low);
}

describe('widest aperture', () => {
  test('holds every pin at the opening it says, and no pin at less', () => {
    fc.assert(
      fc.property(scenes, ({ f, pins }) => {
        const c = 0.02;
        const { fNumber, tiltDeg, swingDeg, imageMm } = widestAperture({ focalMm: f, pointsM: pins, cocMm: c });
        fc.pre(fNumber > 1e-6);
        const blurs = pins.map((p) =>
          Math.abs(blurByFormula({ focalMm: f, imageMm, axis: lensAxis(tiltDeg, swingDeg), fNumber, pointMm: scaled(p, 1000) })),
        );
        return Math.abs(Math.max(...blurs) / c - 1) < 1e-6;
      }),
    );
  });

  test('is no worse than the global optimiser DIRECT on random scenes', () => {
    // Outside reference: ml-direct, a general dividing-rectangles optimiser.
    fc.assert(
      fc.property(scenes, ({ f, pins }) => {
        const ours = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.02 }).fNumber;
        const found = direct(
          ([a = 0, b = 0]) => fNumberAt(f, pins, 0.02, [Math.sin(a), -Math.sin(b) * Math.cos(a), Math.cos(a) * Math.cos(b)]),
          [-1.2, -1.2],
          [1.2, 1.2],
          { iterations: 60 },
        ).minFunctionValue;
        return ours <= found * (1 + 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  test('the inner problem agrees with linear programming', async () => {
    // Outside reference: HiGHS, a general linear-programming package.
    const highs = await loadHighs();
    const random = fc.sample(
      fc.array(fc.tuple(thousandths(-0.6, 0.6), thousandths(-0.6, 0.6), thousandths(0.7, 1)), { minLength: 5, maxLength: 30 }),
      25,
    );
    for (const h of random) {
      const rows = h.flatMap((each, i) => {
        const sum = each.map((c, k) => `${c < 0 ? '-' : '+'} ${Math.abs(c).toFixed(15)} a${k}`).join(' ');
        return [`u${i}: ${sum} + t >= 1`, `l${i}: ${sum} - t <= 1`];
      });
      const solved = highs.solve(`Minimize\n obj: t\nSubject To\n ${rows.join('\n ')}\nBounds\n a0 free\n a1 free\n a2 free\nEnd`);
      const a = chebyshev(h) ?? [0, 0, 0];
      const ours = Math.max(...h.map((each) => Math.abs(1 - dot(each, a))));
      expect(ours).toBeCloseTo(solved.ObjectiveValue, 7);
    }
  });

  test('pins in one plane need no depth at all, close up at 12° too', () => {
    const l = lensAxis(12, 3);
    const [f, v] = [90, 180];
    const onPlane = (x: number, y: number): Vec3 => {
      // (v·l − f·ẑ)·P = v·f, solved for z.
      const z = (v * f - v * (l[0] * x + l[1] * y)) / (v * l[2] - f);
      return [x / 1000, y / 1000, z / 1000];
    };
    const pins = [onPlane(0, 0), onPlane(40, 10), onPlane(-30, 25), onPlane(10, -40), onPlane(-20, -20)];
    const found = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.01 });
    expect(found.fNumber).toBeLessThan(1e-6);
    expect(found.tiltDeg).toBeCloseTo(12, 5);
    expect(found.swingDeg).toBeCloseTo(3, 5);
    expect(found.imageMm).toBeCloseTo(v, 5);
  });

  test('one pin, or pins straight ahead, are not given tilt for nothing', () => {
    expect(widestAperture({ focalMm: 90, pointsM: [[0.3, 0.2, 4]], cocMm: 0.02 })).toMatchObject({
      fNumber: expect.closeTo(0, 9) as number,
      totalDeg: expect.closeTo(0, 6) as number,
    });
    const upright = widestAperture({
      focalMm: 90,
      pointsM: [
        [0, 0, 3],
        [0, 0.5, 3.2],
        [0, -0.5, 3.1],
      ],
      cocMm: 0.02,
    });
    expect(Math.abs(upright.swingDeg)).toBeLessThan(1e-6);
    const ahead = widestAperture({
      focalMm: 90,
      pointsM: [
        [0, 0, 3],
        [0, 0, 5],
      ],
      cocMm: 0.02,
    });
    expect(ahead.totalDeg).toBeLessThan(1e-6);
    expect(ahead.fNumber).toBeGreaterThan(1);
  });

  test('a limit on tilt is kept and costs aperture, never gives it', () => {
    fc.assert(
      fc.property(scenes, evenly(0, 8), ({ f, pins }, maxDeg) => {
        const free = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.02 });
        const limited = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.02, mechanism: { kind: 'cone', maxDeg } });
        const none = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.02, mechanism: { kind: 'cone', maxDeg: 0 } });
        return (
          limited.totalDeg <= maxDeg + 1e-6 &&
          limited.fNumber >= free.fNumber - 1e-9 &&
          none.fNumber >= limited.fNumber - 1e-6 * none.fNumber
        );
      }),
    );
  });

  test('one-way tilt and a locked axis are kept, and no direction in them is better', () => {
    fc.assert(
      fc.property(scenes, evenly(0, 180), ({ f, pins }, angleDeg) => {
        const oneWay = widestAperture({
          focalMm: f,
          pointsM: pins,
          cocMm: 0.02,
          mechanism: { kind: 'box', tiltDeg: [0, 8], swingDeg: [-8, 8] },
        });
        const locked = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.02, mechanism: { kind: 'line', angleDeg, rangeDeg: [-8, 8] } });
        expect(oneWay.tiltDeg).toBeGreaterThanOrEqual(-1e-9);
        expect(locked.totalDeg).toBeLessThanOrEqual(8 + 1e-6);
        for (let deg = -8; deg <= 8; deg += 0.5) {
          const a = (angleDeg * Math.PI) / 180;
          const t = (deg * Math.PI) / 180;
          const there: Vec3 = [Math.sin(t) * Math.sin(a), -Math.sin(t) * Math.cos(a), Math.cos(t)];
          expect(locked.fNumber).toBeLessThanOrEqual(fNumberAt(f, pins, 0.02, there) * (1 + 1e-6));
          if (deg >= 0)
            for (let s = -8; s <= 8; s += 2)
              expect(oneWay.fNumber).toBeLessThanOrEqual(fNumberAt(f, pins, 0.02, lensAxis(deg, s)) * (1 + 1e-6));
        }
      }),
      { numRuns: 30 },
    );
  });

  test('weights count: no worse than DIRECT with the best focus by linear programming, and twice the weight is half the blur', async () => {
    const highs = await loadHighs();
    const weighted = fc.sample(
      scenes.chain(({ f, pins }) =>
        fc.record({
          f: fc.constant(f),
          pins: fc.constant(pins),
          weights: fc.array(fc.constantFrom(1, 2, 4), { minLength: pins.length, maxLength: pins.length }),
        }),
      ),
      12,
    );
    for (const { f, pins, weights } of weighted) {
      const c = 0.02;
      const ours = widestAperture({ focalMm: f, pointsM: pins, cocMm: c, mechanism: { kind: 'free' }, weights });
      const worst = Math.max(
        ...pins.map(
          (p, i) =>
            (weights[i] ?? 1) *
            Math.abs(
              blurByFormula({
                focalMm: f,
                imageMm: ours.imageMm,
                axis: lensAxis(ours.tiltDeg, ours.swingDeg),
                fNumber: ours.fNumber,
                pointMm: scaled(p, 1000),
              }),
            ),
        ),
      );
      expect(worst / c).toBeCloseTo(1, 6);
      // For an axis given, best focus is a linear problem in v: t ≥ w·|1 − v·q|.
      const l = lensAxis(ours.tiltDeg, ours.swingDeg);
      const q = pins.map((p) => (dot(scaled(p, 1000), l) - f) / (p[2] * 1000));
      const rows = q.flatMap((each, i) => [
        `u${i}: ${((weights[i] ?? 1) * each).toFixed(15)} a + t >= ${weights[i] ?? 1}`,
        `l${i}: ${((weights[i] ?? 1) * each).toFixed(15)} a - t <= ${weights[i] ?? 1}`,
      ]);
      const solved = highs.solve(`Minimize\n obj: t\nSubject To\n ${rows.join('\n ')}\nEnd`);
      expect((f / c) * solved.ObjectiveValue).toBeCloseTo(ours.fNumber, 4);
      const needs = (a: number, b: number): number =>
        widestApertureAt({
          focalMm: f,
          pointsM: pins,
          cocMm: c,
          axis: [Math.sin(a), -Math.sin(b) * Math.cos(a), Math.cos(a) * Math.cos(b)],
          weights,
        }).fNumber;
      const found = direct(([a = 0, b = 0]) => needs(a, b), [-1.2, -1.2], [1.2, 1.2], { iterations: 40 }).minFunctionValue;
      expect(ours.fNumber).toBeLessThanOrEqual(found * (1 + 1e-6));
      const twice = widestAperture({
        focalMm: f,
        pointsM: pins,
        cocMm: c,
        mechanism: { kind: 'free' },
        weights: weights.map((w) => 2 * w),
      });
      expect(twice.fNumber / ours.fNumber).toBeCloseTo(2, 6);
    }
  });

  test('turning the scene by a quarter turns the answer', () => {
    fc.assert(
      fc.property(scenes, ({ f, pins }) => {
        const here = widestAperture({ focalMm: f, pointsM: pins, cocMm: 0.02 });
        const there = widestAperture({ focalMm: f, pointsM: pins.map(([x, y, z]): Vec3 => [-y, x, z]), cocMm: 0.02 });
        return Math.abs(here.fNumber - there.fNumber) <= 1e-6 * here.fNumber + 1e-9;
      }),
    );
  });

  test('pins that cannot be focused are refused by number', () => {
    expect(() =>
      widestAperture({
        focalMm: 90,
        pointsM: [
          [0, 0, 2],
          [0, 0, -1],
        ],
        cocMm: 0.02,
      }),
    ).toThrow(/behind the camera/);
    expect(() => widestAperture({ focalMm: 90, pointsM: [], cocMm: 0.02 })).toThrow(/at least one pin/);
  });
});

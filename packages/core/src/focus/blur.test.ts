import fc from 'fast-check';
import { lensAxis } from '../space/axis';
import { blurAt, blurByFormula } from './blur';
import { focusPlane } from './plane';
import { cross, dot, length, minus, scaled, type Vec3 } from '../space/vector';
import { evenly } from '../evenly.test-support';

/** The blur by brute force: many rays from the rim through the image of the point, cut by the back; the largest distance between two of them. */
function bruteBlur(f: number, v: number, t: number, s: number, n: number, pM: Vec3): number {
  const p = scaled(pM, 1000);
  const l = lensAxis(t, s);
  const q = scaled(p, -f / (dot(p, l) - f));
  const e1 = scaled(cross([0, 1, 0], l), 1 / length(cross([0, 1, 0], l)));
  const e2 = cross(l, e1);
  const hits: [number, number][] = [];
  for (let i = 0; i < 720; i++) {
    const a = (2 * Math.PI * i) / 720;
    const r: Vec3 = [0, 1, 2].map((k) => (f / (2 * n)) * (Math.cos(a) * (e1[k] ?? 0) + Math.sin(a) * (e2[k] ?? 0))) as unknown as Vec3;
    const share = (-v - r[2]) / (q[2] - r[2]);
    const hit = minus(r, scaled(minus(r, q), share));
    hits.push([hit[0], hit[1]]);
  }
  let most = 0;
  for (let i = 0; i < 720; i++) {
    // Seen very obliquely the two ends of the long axis need not come from opposite places of the rim: all are tried.
    for (let j = i + 1; j < 720; j++) {
      const [a, b] = [hits[i], hits[j]];
      if (a && b) most = Math.max(most, (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2);
    }
  }
  return Math.sqrt(most);
}

const scene = fc.record({
  f: evenly(20, 300),
  stretch: evenly(1.001, 2.2),
  t: evenly(-12, 12),
  s: evenly(-12, 12),
  n: evenly(1.4, 45),
  p: fc.tuple(evenly(-1, 1), evenly(-1, 1), evenly(0.8, 30)),
});

describe('blur', () => {
  test('the dual conic agrees with the rays counted one by one', () => {
    fc.assert(
      fc.property(scene, ({ f, stretch, t, s, n, p }) => {
        fc.pre(dot(scaled(p, 1000), lensAxis(t, s)) > 1.2 * f);
        const ours = blurAt({ focalMm: f, imageMm: f * stretch, tiltDeg: t, swingDeg: s, fNumber: n, pointM: p });
        const theirs = bruteBlur(f, f * stretch, t, s, n, p);
        return Math.abs(ours - theirs) <= 2e-4 * theirs + 1e-9;
      }),
      { numRuns: 60, examples: [[{ f: 20, stretch: 1.001, t: 8.119510891104419, s: 0, n: 1.4, p: [0, 0.9999999999988057, 0.8] }]] },
    );
  });

  test('stopping down never blurs more', () => {
    fc.assert(
      fc.property(scene, evenly(1, 4), ({ f, stretch, t, s, n, p }, more) => {
        fc.pre(dot(scaled(p, 1000), lensAxis(t, s)) > 1.2 * f);
        return (
          blurAt({ focalMm: f, imageMm: f * stretch, tiltDeg: t, swingDeg: s, fNumber: n * more, pointM: p }) <=
          blurAt({ focalMm: f, imageMm: f * stretch, tiltDeg: t, swingDeg: s, fNumber: n, pointM: p }) * (1 + 1e-9)
        );
      }),
    );
  });

  test('on the plane of focus there is none, and a point imaged at infinity is nothing special', () => {
    const { normal, offsetMm } = focusPlane(90, 96, 4, 2);
    expect(blurAt({ focalMm: 90, imageMm: 96, tiltDeg: 4, swingDeg: 2, fNumber: 4, pointM: scaled(normal, offsetMm / 1000) })).toBeLessThan(
      1e-9,
    );
    expect(blurAt({ focalMm: 100, imageMm: 150, tiltDeg: 0, swingDeg: 0, fNumber: 4, pointM: [0, 0, 0.1] })).toBeCloseTo(25, 6);
  });

  test('untilted it is the plain cone: (f/N)·|1 − v/v′|', () => {
    const imaged = (100 * 3000) / 2900;
    expect(blurAt({ focalMm: 100, imageMm: 110, tiltDeg: 0, swingDeg: 0, fNumber: 8, pointM: [0.2, 0.1, 3] })).toBeCloseTo(
      (100 / 8) * Math.abs(1 - 110 / imaged),
      6,
    );
  });

  test('the formula is near enough where lenses are used', () => {
    fc.assert(
      fc.property(scene, ({ f, t, s, n, p }) => {
        fc.pre(n >= 4 && dot(scaled(p, 1000), lensAxis(t, s)) > 4 * f && Math.abs(p[0] / p[2]) < 0.5 && Math.abs(p[1] / p[2]) < 0.5);
        const v = f * 1.05;
        const near = Math.abs(blurByFormula({ focalMm: f, imageMm: v, axis: lensAxis(t, s), fNumber: n, pointMm: scaled(p, 1000) }));
        return Math.abs(near - blurAt({ focalMm: f, imageMm: v, tiltDeg: t, swingDeg: s, fNumber: n, pointM: p })) <= 0.25 * near + 0.002;
      }),
    );
  });

  test('behind the lens, or without end, it is refused', () => {
    expect(() => blurAt({ focalMm: 90, imageMm: 95, tiltDeg: 0, swingDeg: 0, fNumber: 8, pointM: [0, 0, -1] })).toThrow(/behind the lens/);
    expect(() => blurAt({ focalMm: 100, imageMm: 100, tiltDeg: 60, swingDeg: 0, fNumber: 0.2, pointM: [0, 0, 1000] })).toThrow(/no limit/);
  });
});

import fc from 'fast-check';
import { nearestReachable, onSlide, reaches, slidePosition, travelLimitMm, travelOf, travelSpare } from './mechanism';
import { evenly } from '../evenly.test-support';
import type { Mechanism } from '../model/movements';

const box: Mechanism = { kind: 'box', riseMm: 40, fallMm: 25, leftMm: 20, rightMm: 20 };
const disc: Mechanism = { kind: 'disc', radiusMm: 12 };
const line = { kind: 'line', angleDeg: 90, forwardMm: 15, backMm: 10 } as const satisfies Mechanism;

const amount = evenly(0.5, 60);
const place = fc.record({
  shiftMm: evenly(-90, 90),
  riseMm: evenly(-90, 90),
});
const mechanisms: fc.Arbitrary<Mechanism> = fc.oneof(
  fc.record({ kind: fc.constant('box' as const), riseMm: amount, fallMm: amount, leftMm: amount, rightMm: amount }),
  fc.record({ kind: fc.constant('disc' as const), radiusMm: amount }),
  fc.record({ kind: fc.constant('line' as const), angleDeg: evenly(0, 179), forwardMm: amount, backMm: amount }),
  fc.constant({ kind: 'fixed' as const }),
);

describe('end stops', () => {
  test('a box allows rise and fall of their own', () => {
    expect(travelOf(box, 'rise', { riseMm: 0, shiftMm: 3 })).toEqual({ minMm: -25, maxMm: 40 });
    expect(travelLimitMm(box, 45)).toBeCloseTo(20 * Math.SQRT2, 9);
    expect(travelSpare(box, { riseMm: -24, shiftMm: 0 })).toEqual({ spareMm: 1, stop: 'fall' });
  });

  test('a rotating slide that has shifted has less rise left', () => {
    const ends = travelOf(disc, 'rise', { riseMm: 0, shiftMm: 7.2 });
    expect(ends?.maxMm).toBeCloseTo(9.6, 9);
    expect(reaches(disc, { riseMm: 9.6, shiftMm: 7.2 })).toBe(true);
    expect(reaches(disc, { riseMm: 9.7, shiftMm: 7.2 })).toBe(false);
  });

  test('a slide locked upright cannot go sideways', () => {
    expect(travelLimitMm(line, 0)).toBe(0);
    expect(travelLimitMm(line, 90)).toBe(15);
    expect(travelLimitMm(line, -90)).toBe(10);
    expect(reaches(line, { riseMm: 5, shiftMm: 1 })).toBe(false);
    expect(travelSpare(line, { riseMm: 5, shiftMm: 1 })?.spareMm).toBeCloseTo(-1, 9);
  });

  test('a slide locked at any angle goes to its stops along that angle, nowhere else, and every place on the way is within reach', () => {
    fc.assert(
      fc.property(evenly(0, 179), amount, amount, evenly(1, 179), (angleDeg, forwardMm, backMm, aside) => {
        const slanted: Mechanism = { kind: 'line', angleDeg, forwardMm, backMm };
        expect(travelLimitMm(slanted, angleDeg)).toBe(forwardMm);
        expect(travelLimitMm(slanted, angleDeg + 180)).toBe(backMm);
        expect(travelLimitMm(slanted, angleDeg + aside)).toBe(0);
        const along = (mm: number) => ({
          shiftMm: mm * Math.cos((angleDeg * Math.PI) / 180),
          riseMm: mm * Math.sin((angleDeg * Math.PI) / 180),
        });
        expect(reaches(slanted, along(forwardMm * 0.99))).toBe(true);
        expect(reaches(slanted, along(forwardMm * 1.01 + 0.1))).toBe(false);
      }),
    );
  });

  test('travel that was not given is unknown, not endless', () => {
    const unknown: Mechanism = { kind: 'unknown' };
    expect(travelLimitMm(unknown, 10)).toBeNull();
    expect(travelOf(unknown, 'shift', { riseMm: 0, shiftMm: 0 })).toBeNull();
    expect(travelSpare(unknown, { riseMm: 0, shiftMm: 0 })).toBeNull();
    expect(reaches(unknown, { riseMm: 0, shiftMm: 0 })).toBeNull();
  });

  test('the nearest reachable place is reachable, is its own nearest, and none sampled is nearer', () => {
    fc.assert(
      fc.property(mechanisms, place, place, (mechanism, wanted, other) => {
        const near = nearestReachable(mechanism, wanted);
        const again = nearestReachable(mechanism, near);
        const apart = (a: typeof near, b: typeof near) => Math.hypot(a.riseMm - b.riseMm, a.shiftMm - b.shiftMm);
        const rival = nearestReachable(mechanism, other);
        return reaches(mechanism, near) === true && apart(near, again) < 1e-9 && apart(near, wanted) <= apart(rival, wanted) + 1e-9;
      }),
    );
  });

  test('spare travel is negative just where a position is out of reach', () => {
    fc.assert(
      fc.property(mechanisms, place, (mechanism, at) => {
        const spare = travelSpare(mechanism, at)?.spareMm ?? NaN;
        return reaches(mechanism, at) === true ? spare > -0.01 : spare < 0;
      }),
    );
  });

  test('a place on a slide is found again', () => {
    fc.assert(
      fc.property(evenly(0, 180), evenly(-9, 9), (angleDeg, mm) => {
        const slide = { ...line, angleDeg };
        return Math.abs(slidePosition(slide, onSlide(slide, mm)) - mm) < 1e-9;
      }),
    );
  });
});

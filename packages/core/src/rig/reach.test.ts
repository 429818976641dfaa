import fc from 'fast-check';
import { conjugates } from '../focus/conjugates';
import { bellowsReach } from './bellows';
import { filterClearance } from './filterClearance';
import { freeLens } from './freeLens';
import { evenly } from '../evenly.test-support';

describe('bellows and boards', () => {
  test('the separation at the nearest focus is the longest bellows, by the lens equation', () => {
    fc.assert(
      fc.property(evenly(40, 400), evenly(0.7, 1.3), evenly(-40, 40), evenly(60, 700), (f, tele, board, longest) => {
        const flange = f * tele;
        const { closestM } = bellowsReach({
          focalMm: f,
          flangeFocalMm: flange,
          distanceM: null,
          boardOffsetMm: board,
          bellowsMinMm: 10,
          bellowsMaxMm: longest,
        });
        fc.pre(closestM !== null);
        const there = bellowsReach({
          focalMm: f,
          flangeFocalMm: flange,
          distanceM: closestM,
          boardOffsetMm: board,
          bellowsMinMm: 10,
          bellowsMaxMm: longest,
        });
        return (
          Math.abs(there.separationMm - longest) < 1e-6 * longest &&
          Math.abs(flange + conjugates(f, closestM).extensionMm - board - longest) < 1e-6 * longest
        );
      }),
    );
  });

  test('a recessed board makes room for a short lens where a flat one leaves none', () => {
    expect(
      bellowsReach({ focalMm: 58, flangeFocalMm: 70, distanceM: null, boardOffsetMm: 0, bellowsMinMm: 85, bellowsMaxMm: 300 }).infinity,
    ).toBe(false);
    expect(
      bellowsReach({ focalMm: 58, flangeFocalMm: 70, distanceM: null, boardOffsetMm: -20, bellowsMinMm: 85, bellowsMaxMm: 300 }).infinity,
    ).toBe(true);
    expect(() =>
      bellowsReach({ focalMm: 58, flangeFocalMm: 70, distanceM: 3, boardOffsetMm: 0, bellowsMinMm: 300, bellowsMaxMm: 80 }),
    ).toThrow(/at least the shortest length/);
  });
});

describe('flange distances, reducers and free lenses', () => {
  test('a free lens focuses where the lens equation puts its extension', () => {
    fc.assert(
      fc.property(evenly(20, 200), evenly(20, 80), evenly(16, 60), evenly(-5, 60), (f, lens, body, gap) => {
        const { extensionMm, distanceM, slackMm } = freeLens(f, lens, body, gap);
        if (distanceM === null) return extensionMm <= 0;
        return Math.abs(conjugates(f, distanceM).extensionMm - extensionMm) < 1e-6 * extensionMm && slackMm === lens - body;
      }),
    );
  });
});

describe('filter clearance against rays counted through the ring', () => {
  /** The share of the rays of one direction through the entrance pupil that pass a ring z in front of it. */
  function passing(opening: number, z: number, clear: number, deg: number): number {
    const aside = z * Math.tan((deg * Math.PI) / 180);
    let all = 0;
    let through = 0;
    for (let i = -100; i <= 100; i++) {
      for (let j = -100; j <= 100; j++) {
        const [x, y] = [(i / 100) * (opening / 2), (j / 100) * (opening / 2)];
        if (Math.hypot(x, y) > opening / 2) continue;
        all++;
        if (Math.hypot(x + aside, y) <= clear / 2) through++;
      }
    }
    return through / all;
  }

  test('all rays pass the ring said to be clear, not all a smaller one, and about half the ring said to take half', () => {
    for (const [f, n, depth, stack, deg] of [
      [24, 8, 22, 5, 54],
      [90, 6.8, 20, 6, 40],
      [45, 2.8, 30, 8, 35],
    ] as const) {
      const { clearDiameterForNoShadeMm: none, clearDiameterForHalfLightMm: half } = filterClearance({
        focalMm: f,
        fNumber: n,
        pupilDepthMm: depth,
        stackMm: stack,
        clearDiameterMm: 70,
        fieldDeg: deg,
      });
      const opening = f / n;
      expect(passing(opening, depth + stack, none + 1e-6, deg)).toBe(1);
      expect(passing(opening, depth + stack, none - 0.05 * opening, deg)).toBeLessThan(1);
      expect(Math.abs(passing(opening, depth + stack, half, deg) - 0.5)).toBeLessThan(0.06);
    }
    expect(filterClearance({ focalMm: 24, fNumber: 8, pupilDepthMm: 22, stackMm: 5, clearDiameterMm: 79, fieldDeg: 20 }).verdict).toBe(
      'clear',
    );
    expect(filterClearance({ focalMm: 24, fNumber: 8, pupilDepthMm: 22, stackMm: 5, clearDiameterMm: 30, fieldDeg: 54 }).verdict).toBe(
      'cuts',
    );
    // Between the two diameters it shades: 2·27·tan 54° is 74.3 mm, and 3 mm of opening more.
    expect(filterClearance({ focalMm: 24, fNumber: 8, pupilDepthMm: 22, stackMm: 5, clearDiameterMm: 76, fieldDeg: 54 }).verdict).toBe(
      'shades',
    );
    expect(filterClearance({ focalMm: 24, fNumber: 8, pupilDepthMm: 22, stackMm: 5, clearDiameterMm: 78, fieldDeg: 54 }).verdict).toBe(
      'clear',
    );
  });
});

import fc from 'fast-check';
import { adapter, camera, lens, mounted, reducer, view } from './parts.test-support';
import { effectiveLens, rigCircles, rigLightCircle } from './effectiveLens';
import { movesOf, reachMm } from './moves';
import { assembled } from './assembled';
import { evenly } from '../evenly.test-support';

describe('what a rig can move', () => {
  test('front rise and rear fall go together, and a camera without a value has no known travel', () => {
    expect(movesOf(view()).mechanism).toEqual({ kind: 'box', riseMm: 50, fallMm: 30, leftMm: 20, rightMm: 20 });
    const open = movesOf(view({ camera: camera({ rearFallMm: null }) }));
    expect(open.mechanism).toEqual({ kind: 'unknown' });
    expect(open.asks.map(({ spec }) => spec)).toEqual(['rearFallMm']);
  });

  test('the farthest it goes is to the corner of its box, or to the farther end of its line', () => {
    expect(reachMm({ kind: 'box', riseMm: 30, fallMm: 12, leftMm: 9, rightMm: 40 })).toBeCloseTo(50, 12);
    expect(reachMm({ kind: 'disc', radiusMm: 11 })).toBe(11);
    expect(reachMm({ kind: 'line', angleDeg: 30, forwardMm: 4, backMm: 11 })).toBe(11);
    expect(reachMm({ kind: 'fixed' })).toBe(0);
    expect(reachMm({ kind: 'unknown' })).toBeNull();
  });

  test('a shift before a reducer moves the picture by the factor, one behind it by itself', () => {
    const slide = adapter({ slides: 'rotating', travelMm: 10 });
    const before = mounted({ between: [reducer(0.5), slide] });
    const behind = mounted({ between: [slide, reducer(0.5)] });
    expect(movesOf(before).mechanism).toEqual({ kind: 'disc', radiusMm: 5 });
    expect(movesOf(behind).mechanism).toEqual({ kind: 'disc', radiusMm: 10 });
  });

  test('two rotating slides add up; unlike slides do not, and the one left out is named', () => {
    const own = lens({ slides: 'rotating', travelMm: 11 });
    expect(movesOf(mounted({ lens: own, between: [adapter({ slides: 'rotating', travelMm: 10 })] })).mechanism).toEqual({
      kind: 'disc',
      radiusMm: 21,
    });
    const mixed = movesOf(
      mounted({ lens: own, between: [adapter({ slides: 'box', riseMm: 8, fallMm: 8, leftMm: 0, rightMm: 0 }, 'riser')] }),
    );
    expect(mixed.mechanism).toEqual({ kind: 'disc', radiusMm: 11 });
    expect(mixed.leftOut).toEqual(['riser']);
    // Two slides that go up and across add up in each direction.
    const slides = (name: string, riseMm: number, fallMm: number, leftMm: number, rightMm: number) =>
      adapter({ slides: 'box', riseMm, fallMm, leftMm, rightMm }, name);
    expect(movesOf(mounted({ between: [slides('upper', 9, 4, 3, 2), slides('lower', 5, 7, 1, 6)] })).mechanism).toEqual({
      kind: 'box',
      riseMm: 14,
      fallMm: 11,
      leftMm: 4,
      rightMm: 8,
    });
  });

  test('a lens in the hand has no slides and any tilt', () => {
    const moves = movesOf({ kind: 'held', back: mounted().back, lens: lens({ slides: 'rotating', travelMm: 10 }), front: [] });
    expect(moves.mechanism).toEqual({ kind: 'fixed' });
    expect(moves.tilters[0]?.lock).toBe('free');
  });
});

describe('a lens behind a reducer', () => {
  test('a 10 mm f/4.5 becomes 7.1 mm f/3.2, and a corner that was just covered goes dark', () => {
    // Common practice: a 0.71 reducer on a lens that just covers its format.
    const just = lens({ focalMm: 10, widestFNumber: 4.5, smallestFNumber: 22, imageCircleMm: 43.3, flangeDistanceMm: 44.5, mount: 'long' });
    const built = effectiveLens(mounted({ lens: just, between: [reducer(0.71)] }));
    if (!built.known) throw new Error('unknown');
    expect(built.value.focalMm).toBeCloseTo(7.1, 9);
    expect(built.value.widestFNumber).toBeCloseTo(3.2, 1);
    expect(rigCircles(mounted({ lens: just, between: [reducer(0.71)] })).imageCircleMm).toBeLessThan(Math.hypot(36, 24));
  });

  test('focal length, circle and f-number take the factor, whatever it is', () => {
    fc.assert(
      fc.property(evenly(0.3, 2), evenly(10, 300), (k, focalMm) => {
        const parts = mounted({ lens: lens({ focalMm, imageCircleMm: 90 }), between: [reducer(k)] });
        const rig = assembled({ name: 'r', rigId: null, parts });
        if (!rig.known) throw new Error('unknown');
        expect(rig.value.lens.focalMm).toBeCloseTo(focalMm * k, 9);
        expect(rig.value.lens.circle.imageCircleMm).toBeCloseTo(90 * k, 9);
        expect(rig.value.lens.widestFNumber).toBeCloseTo(2 * k, 2);
      }),
    );
  });

  test('a converter that passes less than the lens throws limits the circle, and says so', () => {
    const small = { ...reducer(0.8), specs: { ...reducer(0.8).specs, clearCircleMm: 44 } };
    const light = rigLightCircle(mounted({ lens: lens({ imageCircleMm: 90 }), between: [small] }));
    expect(light).toMatchObject({ known: true, value: { diameterMm: 44, basis: 'converter' } });
  });

  test('a field angle stands for a circle: 2·f·tan(angle/2)', () => {
    const light = rigLightCircle(mounted({ lens: lens({ imageCircleMm: null, fieldDeg: 90, focalMm: 50 }) }));
    expect(light.known && light.value.diameterMm).toBeCloseTo(100, 9);
  });

  test('without focal length the rig cannot go on the bench and asks for it', () => {
    const rig = assembled({ name: 'r', rigId: null, parts: mounted({ lens: lens({ focalMm: null }) }) });
    expect(rig.known).toBe(false);
    if (!rig.known) expect(rig.asks.map(({ label }) => label)).toContain('Focal length');
  });
});

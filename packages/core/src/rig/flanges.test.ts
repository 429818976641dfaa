import fc from 'fast-check';
import { adapter, board, body, camera, fieldLens, lens, mounted, reducer, view } from './parts.test-support';
import { bellowsReach } from './bellows';
import { flanges } from './flanges';
import { freeLens } from './freeLens';
import { focusReach, nearReach, standards } from './reach';
import { conjugates } from '../focus/conjugates';
import type { Result } from './missing';
import { evenly } from '../evenly.test-support';

function value<T>(known: Result<T>): T {
  if (!known.known) throw new Error(`unknown: ${known.asks.map(({ label }) => label).join(', ')}`);
  return known.value;
}

const register = evenly(5, 80);
const focal = evenly(15, 400);

describe('flanges', () => {
  test('what an adapter needs is the difference of the flange distances', () => {
    fc.assert(
      fc.property(register, register, (long, short) => {
        fc.pre(long >= short);
        const [stretch] = value(
          flanges(
            mounted({
              lens: lens({ flangeDistanceMm: long }),
              back: body({ flangeDistanceMm: short }),
              between: [adapter({ thicknessMm: 20 })],
            }),
          ),
        );
        expect(stretch?.neededMm).toBeCloseTo(long - short, 9);
        expect(stretch?.excessMm).toBeCloseTo(20 - (long - short), 9);
      }),
    );
  });

  test('an adapter without a thickness is as thick as the flange distances it is made for are apart', () => {
    const [stretch] = value(flanges(mounted({ lens: lens({ flangeDistanceMm: 44.5 }), between: [adapter()] })));
    expect(stretch?.excessMm).toBeCloseTo(0, 9);
  });

  test('a converter splits the way in two, each with flange distances of its own', () => {
    const parts = mounted({ lens: lens({ flangeDistanceMm: 46 }), between: [reducer(), adapter({ thicknessMm: 1.5 }, 'thin ring')] });
    const [behind, before] = value(flanges(parts));
    expect(behind).toMatchObject({ neededMm: 0, haveMm: 0 });
    expect(before?.neededMm).toBeCloseTo(1.5, 9);
    expect(before?.excessMm).toBeCloseTo(0, 9);
  });

  test('what is unknown is asked for by name, with how to measure it', () => {
    const found = flanges(mounted({ lens: lens({ flangeDistanceMm: null }), between: [adapter({ lensFlangeDistanceMm: null })] }));
    expect(found.known).toBe(false);
    if (!found.known) {
      expect(found.asks.map(({ itemName, label }) => `${itemName}: ${label}`)).toEqual([
        'normal lens: Flange distance (flange to image at infinity)',
        'adapter: Thickness between its flanges',
      ]);
      expect(found.asks[1]?.how).toMatch(/calliper/);
    }
  });
});

describe('reach of focus', () => {
  test('a lens that stands out too far by x sees no farther than f + f²/x: by two routes', () => {
    fc.assert(
      fc.property(focal, evenly(0.1, 30), (focalMm, excess) => {
        const reach = value(
          focusReach(mounted({ lens: lens({ focalMm, flangeDistanceMm: 18 }), between: [adapter({ thicknessMm: excess })] })),
        );
        expect(reach.infinity).toBe(false);
        // Route one: the free-lens formula with the excess as a gap. Route two: the lens equation back again.
        expect(reach.farthestM).toBeCloseTo(freeLens(focalMm, 18, 18, excess).distanceM ?? NaN, 9);
        expect(conjugates(focalMm, reach.farthestM).extensionMm).toBeCloseTo(excess, 6);
      }),
    );
  });

  test('the error before a converter counts whole, behind it by 1/k²: a thin-lens trace through both agrees', () => {
    const f = 80;
    const k = 0.71;
    const moved = 0.4;
    // A thin reducer of focal length g with its image at b: 1/b = 1/a + 1/g, k = b/a, so with b = 40, a = b/k.
    const b = 40;
    const a = b / k;
    const g = 1 / (1 / b - 1 / a);
    // Lens and reducer together go out by `moved`: the sensor stands at b + moved behind the reducer.
    const aNow = 1 / (1 / (b + moved) - 1 / g);
    const extension = aNow - a;
    const parts = mounted({
      lens: lens({ focalMm: f, flangeDistanceMm: 44.5 }),
      between: [adapter({ bodyFlangeDistanceMm: 18, lensFlangeDistanceMm: 18, thicknessMm: moved }), reducer(k)],
    });
    const reach = value(focusReach(parts));
    // First order in the shift: within 3 % at 0.4 mm.
    expect(Math.abs(reach.excessMm - extension) / extension).toBeLessThan(0.03);
  });

  test('boards and bellows agree with the bellows calculator, and with the conjugate at the longest', () => {
    fc.assert(
      fc.property(focal, evenly(-40, 60), evenly(0.8, 1.3), (focalMm, offset, share) => {
        const flange = focalMm * share;
        fc.pre(flange - offset > 1);
        const parts = view({
          lens: fieldLens({ focalMm, flangeFocalMm: flange }),
          board: board(offset),
          camera: camera({ bellowsMinMm: 60, bellowsMaxMm: 320 }),
        });
        const calculator = bellowsReach({
          focalMm,
          flangeFocalMm: flange,
          distanceM: null,
          boardOffsetMm: offset,
          bellowsMinMm: 60,
          bellowsMaxMm: 320,
        });
        const reach = value(focusReach(parts));
        expect(reach.infinity && reach.focuses).toBe(calculator.infinity);
        if (calculator.closestM !== null) {
          const near = value(nearReach(parts));
          expect(near.distanceM).toBeCloseTo(calculator.closestM, 9);
          expect(conjugates(focalMm, near.distanceM).magnification).toBeCloseTo(near.magnification, 9);
        }
      }),
    );
  });

  test('a small body on a rail sits its flange distance behind the rear standard', () => {
    const film = value(standards(view()));
    const small = value(standards(view({ back: body({ flangeDistanceMm: 18 }) })));
    expect(film.atInfinityMm - small.atInfinityMm).toBe(18);
  });

  test('bag bellows are used when they are in, and are unknown when their values are not', () => {
    const bag = camera({ bagMinMm: 40, bagMaxMm: 120 });
    expect(value(standards(view({ camera: bag, bag: true })))).toMatchObject({ minMm: 40, maxMm: 120 });
    expect(standards(view({ bag: true })).known).toBe(false);
  });

  test('a 110 mm lens focused 1 m from the film works at the exposure that is common practice, half a stop', () => {
    const near = value(nearReach(mounted({ lens: lens({ focalMm: 110, nearestM: 1 }) })));
    // Common practice: about half a stop (optics of close-ups); the thin lens gives 0.4 to 0.65.
    expect(2 * Math.log2(1 + near.magnification)).toBeGreaterThan(0.35);
    expect(2 * Math.log2(1 + near.magnification)).toBeLessThan(0.65);
  });

  test('a twice-life-size lens marked 100 mm that focuses at 250 mm from the sensor works as 55.6 mm there', () => {
    const near = value(nearReach(mounted({ lens: lens({ focalMm: 100, nearestM: 0.25, nearestMagnification: 2 }) })));
    expect(near.magnification).toBe(2);
    // Common practice: 55.6 mm; u = f(1 + 1/m) with it.
    expect(near.distanceM).toBeCloseTo((55.56 * 1.5) / 1000, 4);
  });
});

import fc from 'fast-check';
import { geometryOf } from '../geometry/geometry';
import { evenly } from '../evenly.test-support';
import { view } from '../rig/parts.test-support';
import { FIRST_EXPOSURE } from '../setup/defaults';
import { setup } from '../setup/fixtures.test-support';
import type { Exposure, FlashLight } from '../model/exposure';
import type { SetupSettings } from '../model/setup';
import { flashExposure, MOST_POPS, popFNumber, popsFor } from './flash';
import { workingExposure } from './working';

const LIGHT: FlashLight = { reading: { kind: 'meter', fNumber: 8, iso: 100 }, pops: 1, opening: 'one', shutterSpeedS: 1 / 60, recycleS: 2 };
const lit = (light: Partial<FlashLight>, exposure: Partial<Exposure> = {}, more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ ...more, exposure: { ...FIRST_EXPOSURE, flash: true, flashLight: { ...LIGHT, ...light }, ...exposure } });
const found = (settings: SetupSettings) => {
  const flash = workingExposure(geometryOf(settings))?.flash;
  if (!flash) throw new Error('no flash');
  return flash;
};

describe('the light of one pop', () => {
  // ISO 1230, guide numbers: f-number times distance (from memory). 32 m at 4 m is f/8.
  test('guide number over distance, √2 for each doubling of the film speed', () => {
    const guide = { kind: 'guide', guideNumberM: 32, distanceM: 4, iso: 100 } as const;
    expect(popFNumber(guide, 100)).toBe(8);
    expect(popFNumber(guide, 200)).toBeCloseTo(11.31, 2);
    expect(popFNumber(guide, 400)).toBe(16);
    expect(popFNumber({ ...guide, iso: 400 }, 100)).toBe(4);
  });

  test('falls by two stops where the distance doubles, by the inverse square of a point source', () => {
    fc.assert(
      fc.property(evenly(1, 100), evenly(0.1, 30), (guideNumberM, distanceM) => {
        const at = (metres: number) => 2 * Math.log2(popFNumber({ kind: 'guide', guideNumberM, distanceM: metres, iso: 100 }, 100));
        expect(at(distanceM) - at(2 * distanceM)).toBeCloseTo(2, 9);
      }),
    );
  });
});

describe('how many pops', () => {
  // Common practice, as tables for studio flash print it: 2 pops give a stop more, 4 two, 8 three, 16 four.
  test.each([
    [1, 2],
    [2, 4],
    [3, 8],
    [4, 16],
  ])('%p stops more light take %p pops', (stops, pops) => {
    const one = found(lit({ pops: 1 }));
    expect((found(lit({ pops })).flashStops ?? NaN) - (one.flashStops ?? NaN)).toBeCloseTo(stops, 12);
    // A third of a stop may be wanting.
    expect(popsFor(-stops, 0, 'one')).toBe(Math.ceil(pops * 2 ** (-1 / 3)));
  });

  test('are enough to a third of a stop, one fewer is not, whichever way the shutter is opened', () => {
    fc.assert(
      fc.property(evenly(-6, 3), evenly(0, 0.7), fc.constantFrom('one' as const, 'each' as const), (stops, ambient, opening) => {
        const pops = popsFor(stops, ambient, opening);
        if (pops === null) throw new Error('too many');
        const total = (n: number) => Math.log2(n * 2 ** stops + (opening === 'each' ? n : 1) * ambient);
        expect(total(pops)).toBeGreaterThanOrEqual(-1 / 3 - 1e-9);
        if (pops > 1) expect(total(pops - 1)).toBeLessThan(-1 / 3);
      }),
    );
  });

  test('more than a hundred pops count as too dark', () => {
    expect(popsFor(-Math.log2(MOST_POPS) - 1, 0, 'one')).toBeNull();
    expect(popsFor(-6.9, 0, 'one')).toBe(95);
  });
});

describe('with lens, bellows and filters', () => {
  test('at life size the bellows factor costs the flash two stops', () => {
    const far = found(lit({}, {}, { fNumber: 8 }));
    const near = found(lit({}, {}, { fNumber: 8, focusM: 0.048 }));
    expect(far.totalStops).toBeCloseTo(0, 9);
    expect(near.totalStops).toBeCloseTo(-2, 9);
    expect(near.markedFNumber).toBeCloseTo(4, 9);
    expect(near.popsNeeded).toBe(4);
  });

  test('counts filters even where the ambient reading was made through the lens, and is unknown with one whose factor is missing', () => {
    const filters = [{ name: 'ND 0.6', stops: 2 }];
    expect(found(lit({}, { filters, throughLens: true }, { fNumber: 8 })).totalStops).toBeCloseTo(-2, 9);
    const rig = setup().rig;
    const filter = {
      id: 'f',
      kind: 'filter' as const,
      name: 'old yellow',
      note: '',
      specs: { threadMm: 82, clearMm: 78, heightMm: 5, stops: null, weightG: null },
      typical: [],
    };
    expect(found(lit({}, {}, { rig: { ...rig, parts: { ...rig.parts, front: [filter] } } }))).toMatchObject({
      totalStops: null,
      popsNeeded: null,
      popFNumber: 8,
    });
  });
});

describe('flash and ambient light', () => {
  /** EV 9 at ISO 100: f/8 at 1/8 s. */
  const meter = { kind: 'ev', ev: 9, iso: 100 } as const;

  test('add up: two stops under in the ambient light is a quarter of the exposure beside the flash', () => {
    const { ambientStops, ambientShare, totalStops } = found(lit({ shutterSpeedS: 1 / 30 }, { meter }, { fNumber: 8 }));
    expect(ambientStops).toBeCloseTo(-2, 9);
    expect(ambientShare).toBeCloseTo(0.25 / 1.25, 9);
    expect(totalStops).toBeCloseTo(Math.log2(1.25), 9);
  });

  test('the shutter speed changes the share of the ambient light only, stop for stop', () => {
    fc.assert(
      fc.property(fc.constantFrom(1 / 250, 1 / 125, 1 / 60, 1 / 15, 1 / 4), fc.integer({ min: 1, max: 8 }), (shutterSpeedS, pops) => {
        const [one, two] = [shutterSpeedS, shutterSpeedS * 2].map((each) =>
          found(lit({ shutterSpeedS: each, pops }, { meter, nominal: 'dial' })),
        );
        if (!one || !two) throw new Error('missing');
        expect(two.flashStops).toBe(one.flashStops);
        expect((two.ambientStops ?? NaN) - (one.ambientStops ?? NaN)).toBeCloseTo(1, 9);
        expect(2 ** (one.flashStops ?? NaN) + 2 ** (one.ambientStops ?? NaN)).toBeCloseTo(2 ** (one.totalStops ?? NaN), 9);
        expect(one.ambientShare).toBeCloseTo(2 ** ((one.ambientStops ?? NaN) - (one.totalStops ?? NaN)), 9);
      }),
    );
  });

  test('an opening for each pop lets the ambient light in every time', () => {
    const one = found(lit({ pops: 4, opening: 'one' }, { meter }));
    const each = found(lit({ pops: 4, opening: 'each' }, { meter }));
    expect((each.ambientStops ?? NaN) - (one.ambientStops ?? NaN)).toBeCloseTo(2, 9);
    expect(each.flashStops).toBe(one.flashStops);
  });

  test('in a long opening, reciprocity reduces the ambient light', () => {
    const film = { rig: { ...setup().rig, parts: view() }, fNumber: 16 };
    const reciprocity = { kind: 'exponent', exponent: 2 } as const;
    // EV 2 at f/16: 64 s metered. Held open for 100 s film of exponent 2 has seen what 10 s would give: 10/64.
    const dim = { meter: { kind: 'ev', ev: 2, iso: 100 } as const, reciprocity };
    expect(found(lit({ shutterSpeedS: 100 }, dim, film)).ambientStops).toBeCloseTo(Math.log2(10 / 64), 6);
    // Nothing known of the film: nothing is told for a long opening.
    expect(found(lit({ shutterSpeedS: 100 }, { ...dim, reciprocity: { kind: 'film' } }, film)).ambientShare).toBeNull();
  });

  test('changing the power by powerStops makes the exposure correct', () => {
    fc.assert(
      fc.property(evenly(1, 60), evenly(-4, 9), fc.integer({ min: 1, max: 9 }), (fNumber, ev, pops) => {
        const settings = lit({ reading: { kind: 'meter', fNumber, iso: 100 }, pops }, { meter: { kind: 'ev', ev, iso: 100 } });
        const { powerStops, ambientStops } = found(settings);
        if (powerStops === null) {
          expect(ambientStops).toBeGreaterThanOrEqual(0);
          return;
        }
        const brighter = lit(
          { reading: { kind: 'meter', fNumber: fNumber * 2 ** (powerStops / 2), iso: 100 }, pops },
          { meter: { kind: 'ev', ev, iso: 100 } },
        );
        expect(found(brighter).totalStops).toBeCloseTo(0, 6);
      }),
    );
  });

  test('the shutter speed is a choice; without a reading of either light there is no exposure', () => {
    expect(workingExposure(geometryOf(lit({ shutterSpeedS: 1 / 125 }, { meter })))?.shots).toMatchObject([{ shutterSpeedS: 1 / 125 }]);
    expect(workingExposure(geometryOf(lit({}, { flashLight: null })))).toBeNull();
    expect(workingExposure(geometryOf(lit({}, { flash: false })))).toBeNull();
    expect(flashExposure({ light: LIGHT, iso: 100, fNumber: 8, lossStops: 0, ambientEach: null })).toMatchObject({
      ambientShare: null,
      totalStops: 0,
    });
  });
});

import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { view } from '../rig/parts.test-support';
import { setup } from '../setup/fixtures.test-support';
import { apertureValue, exposureValue, luminanceOf, speedValue, timeFor, timeValue } from './apex';
import { bracketStops, BRACKET_SCHOOLS } from './brackets';
import { neededTime } from './reciprocity';
import { lightTime, markedTimes, setTime, shuttersOf, timeWords, type Shutter } from './shutter';
import { setupFalloff } from './losses';
import { equivalentPairs, ndFor, workingExposure } from './working';
import { evenly } from '../evenly.test-support';
import type { SetupSettings } from '../model/setup';
import type { Exposure, ReciprocityRow } from '../model/exposure';
import { FIRST_EXPOSURE } from '../setup/defaults';

const exposed = (exposure: Partial<Exposure>, more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ ...more, exposure: { ...FIRST_EXPOSURE, meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 125, iso: 100 }, ...exposure } });
const set = (settings: SetupSettings) => workingExposure(geometryOf(settings))?.shots ?? [];

describe('APEX', () => {
  // CIPA DC-008 (Exif 2.32), Annex C: the rows of its tables, nominal marks within a tenth.
  test.each([
    [1, 0],
    [1.4, 1],
    [2, 2],
    [2.8, 3],
    [4, 4],
    [5.6, 5],
    [8, 6],
    [11, 7],
    [16, 8],
    [22, 9],
    [32, 10],
  ])('f/%p is Av %p', (fNumber, av) => expect(Math.abs(apertureValue(fNumber) - av)).toBeLessThan(0.1));
  test.each([
    [30, -5],
    [15, -4],
    [8, -3],
    [4, -2],
    [2, -1],
    [1, 0],
    [1 / 2, 1],
    [1 / 4, 2],
    [1 / 8, 3],
    [1 / 15, 4],
    [1 / 30, 5],
    [1 / 60, 6],
    [1 / 125, 7],
    [1 / 250, 8],
    [1 / 500, 9],
    [1 / 1000, 10],
    [1 / 2000, 11],
  ])('%p s is Tv %p', (shutterSpeedS, tv) => expect(Math.abs(timeValue(shutterSpeedS) - tv)).toBeLessThan(0.1));
  test.each([
    [3.125, 0],
    [25, 3],
    [50, 4],
    [100, 5],
    [200, 6],
    [400, 7],
  ])('ISO %p is Sv %p', (iso, sv) => expect(speedValue(iso)).toBeCloseTo(sv, 12));

  test('Ev = Av + Tv = Bv + Sv: bright sun at ISO 100 is EV 15, f/16 at 1/125 (common practice)', () => {
    expect(exposureValue(16, 1 / 128)).toBe(15);
    expect(Math.abs(exposureValue(16, 1 / 125) - 15)).toBeLessThan(0.05);
    expect(timeFor(15, 16)).toBe(1 / 128);
    // ISO 2720:1974 (from memory): N²/t = L·S/K with K = 12.5, so EV 0 at ISO 100 is an eighth of a candela per square metre.
    expect(luminanceOf(0, 100)).toBe(0.125);
    expect(luminanceOf(15, 100)).toBe(4096);
  });

  test('a stop is a factor of two whichever way it is taken', () => {
    const n = evenly(0.7, 90);
    const t = evenly(1e-4, 1e3);
    fc.assert(
      fc.property(n, t, (fNumber, shutterSpeedS) => {
        const ev = exposureValue(fNumber, shutterSpeedS);
        expect(exposureValue(fNumber * Math.SQRT2, shutterSpeedS * 2)).toBeCloseTo(ev, 9);
        expect(timeFor(ev, fNumber) / shutterSpeedS).toBeCloseTo(1, 9);
      }),
    );
  });
});

describe('reciprocity', () => {
  // Conventional black-and-white film, the table that its data sheets have printed for decades (from memory): 1 s needs 2, 10 s needs 50, 100 s needs 1200.
  const SHEET: readonly ReciprocityRow[] = [
    { meteredS: 1, neededS: 2 },
    { meteredS: 10, neededS: 50 },
    { meteredS: 100, neededS: 1200 },
  ];

  test('the rows of a data sheet come out as they stand, and a fraction of a second needs no more', () => {
    for (const { meteredS, neededS } of SHEET)
      expect(neededTime(meteredS, { kind: 'table', rows: SHEET })).toEqual({
        shutterSpeedS: expect.closeTo(neededS, 9) as number,
        beyond: false,
      });
    expect(neededTime(1 / 15, { kind: 'table', rows: SHEET }).shutterSpeedS).toBe(1 / 15);
    // The sheet's curve reads a little under 6 s at 2 s metered (from memory, read from a graph).
    expect(neededTime(2, { kind: 'table', rows: SHEET }).shutterSpeedS).toBeGreaterThan(4.8);
    expect(neededTime(2, { kind: 'table', rows: SHEET }).shutterSpeedS).toBeLessThan(6);
    expect(neededTime(200, { kind: 'table', rows: SHEET }).beyond).toBe(true);
  });

  test('an exponent of 1.31 turns 30 s into 86 and 1 s into 1, as its data sheet’s formula does', () => {
    expect(neededTime(30, { kind: 'exponent', exponent: 1.31 }).shutterSpeedS).toBeCloseTo(86.1, 0);
    expect(neededTime(1, { kind: 'exponent', exponent: 1.31 }).shutterSpeedS).toBe(1);
  });

  test('film never needs less than the meter says, and longer metered is never shorter needed', () => {
    const table = fc
      .uniqueArray(fc.tuple(fc.integer({ min: 1, max: 400 }), evenly(1, 3)), { minLength: 1, maxLength: 6, selector: ([t]) => t })
      .map((rows) => {
        let most = 1;
        return rows
          .sort(([a], [b]) => a - b)
          .map(([meteredS, k]): ReciprocityRow => {
            most = Math.max(most, k);
            return { meteredS, neededS: meteredS * most };
          });
      });
    fc.assert(
      fc.property(table, evenly(0.01, 1000), evenly(1, 4), (rows, t, k) => {
        const needed = neededTime(t, { kind: 'table', rows }).shutterSpeedS;
        expect(needed).toBeGreaterThanOrEqual(t * (1 - 1e-9));
        expect(neededTime(t * k, { kind: 'table', rows }).shutterSpeedS).toBeGreaterThanOrEqual(needed * (1 - 1e-9));
      }),
    );
  });

  test('before its first row a table that asks for more there begins at one second, or at a tenth of a short first row', () => {
    const table = {
      kind: 'table',
      rows: [
        { meteredS: 10, neededS: 20 },
        { meteredS: 100, neededS: 400 },
      ],
    } as const;
    expect(neededTime(1, table).shutterSpeedS).toBe(1);
    expect(neededTime(0.5, table).shutterSpeedS).toBe(0.5);
    // Straight on logarithmic axes from (1, 1) to (10, 20).
    expect(neededTime(Math.sqrt(10), table).shutterSpeedS).toBeCloseTo(Math.sqrt(20), 9);
    const short = {
      kind: 'table',
      rows: [
        { meteredS: 0.5, neededS: 1 },
        { meteredS: 5, neededS: 20 },
      ],
    } as const;
    expect(neededTime(0.05, short).shutterSpeedS).toBe(0.05);
  });

  test('a table that does not rise is refused by its row', () => {
    expect(() =>
      neededTime(5, {
        kind: 'table',
        rows: [
          { meteredS: 10, neededS: 50 },
          { meteredS: 1, neededS: 60 },
        ],
      }),
    ).toThrow(/Row 2/);
    expect(() => neededTime(5, { kind: 'table', rows: [{ meteredS: 10, neededS: 5 }] })).toThrow(/never needs less/);
  });
});

describe('shutters', () => {
  const leaf: Shutter = { kind: 'leaf', fastestS: 1 / 500, slowestS: 1, bulb: true, syncS: 0, readoutMs: 0 };

  test('a time is set at the nearest mark, counted beyond the longest, refused before the shortest', () => {
    expect(setTime(1 / 110, leaf, 'full', 'dial')).toMatchObject({ shutterSpeedS: 1 / 125, bulb: false, can: true });
    expect(setTime(1 / 110, leaf, 'third', 'dial')).toMatchObject({ shutterSpeedS: 1 / 100 });
    expect(setTime(7.8, leaf, 'full', 'dial')).toMatchObject({ shutterSpeedS: 8, bulb: true, can: true });
    expect(setTime(96.4, leaf, 'full', 'dial')).toMatchObject({ shutterSpeedS: 96, bulb: true });
    expect(setTime(1 / 2000, leaf, 'full', 'dial')).toMatchObject({ shutterSpeedS: 1 / 500, can: false });
    expect(setTime(20, { ...leaf, kind: 'electronic', bulb: false }, 'third', 'dial')).toMatchObject({ can: false });
    expect(setTime(1 / 4000, { ...leaf, fastestS: null, slowestS: null }, 'third', 'dial').can).toBeNull();
  });

  test('inside its ends a time is off by at most half a step', () => {
    for (const [step, most] of [
      ['full', 0.5],
      ['half', 0.3],
      ['third', 0.24],
    ] as const) {
      fc.assert(
        fc.property(evenly(1 / 500, 1), (t) => expect(Math.abs(setTime(t, leaf, step, 'dial').errorStops)).toBeLessThan(most + 0.05)),
      );
    }
  });

  // CIPA DC-008 (Exif 2.32), Annex C: time values 0 to 11 are marked 1, 1/2, 1/4 … 1/2000 s, 30 s is −5.
  test.each([
    [30, -5],
    [15, -4],
    [8, -3],
    [1, 0],
    [1 / 8, 3],
    [1 / 15, 4],
    [1 / 30, 5],
    [1 / 60, 6],
    [1 / 125, 7],
    [1 / 250, 8],
    [1 / 1000, 10],
    [1 / 2000, 11],
    // Thirds and halves of a stop between.
    [1 / 100, 20 / 3],
    [1 / 50, 17 / 3],
    [1 / 13, 11 / 3],
    [20, -13 / 3],
    [1 / 45, 5.5],
    [1 / 90, 6.5],
  ])('marked %p s stands for the time value %p, or for itself where that is chosen', (mark, tv) => {
    expect(timeValue(lightTime(mark, 'powers'))).toBeCloseTo(tv, 9);
    expect(lightTime(mark, 'dial')).toBe(mark);
  });

  test('what is no mark is as it stands, and a mark that is set gives the light of its power of two', () => {
    expect(lightTime(37, 'powers')).toBe(37);
    expect(setTime(1 / 64, leaf, 'full', 'powers')).toMatchObject({ shutterSpeedS: 1 / 60, lightS: 1 / 64, errorStops: 0 });
    expect(setTime(1 / 64, leaf, 'full', 'dial')).toMatchObject({ shutterSpeedS: 1 / 60, lightS: 1 / 60 });
    // A reading of 1/60 s at f/8 is exactly 1/15 s at f/16.
    const shots = set(exposed({ meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 60, iso: 100 } }, { fNumber: 16 }));
    expect(shots).toMatchObject([{ shutterSpeedS: 1 / 15, errorStops: expect.closeTo(0, 9) as number }]);
  });

  test('inside its ends a time is off by at most half a step of powers of two, exactly', () => {
    for (const [step, half] of [
      ['full', 1 / 2],
      ['half', 1 / 4],
      ['third', 1 / 6],
    ] as const)
      fc.assert(
        fc.property(evenly(1 / 500, 1), (t) =>
          expect(Math.abs(setTime(t, leaf, step, 'powers').errorStops)).toBeLessThanOrEqual(half + (t > 1 / 512 && t < 1 ? 1e-9 : half)),
        ),
      );
  });

  test('marks rise by about their step', () => {
    for (const [step, stops] of [
      ['full', 1],
      ['half', 0.5],
      ['third', 1 / 3],
    ] as const) {
      const marks = markedTimes(step);
      marks.forEach((t, i) => i > 0 && expect(Math.abs(Math.log2(t / (marks[i - 1] ?? t)) - stops)).toBeLessThan(0.15));
    }
  });

  test('words', () => {
    expect([1 / 125, 1 / 3, 0.5, 0.77, 1.3, 8, 250, 7325].map(timeWords)).toEqual([
      '1/125 s',
      '1/3 s',
      '1/2 s',
      '0.77 s',
      '1.3 s',
      '8 s',
      '4 min 10 s',
      '2 h 2 min 5 s',
    ]);
  });

  test('a view camera has the leaf of its lens, and cap and hand behind a lens without any', () => {
    expect(shuttersOf(view()).map(({ kind }) => kind)[0]).toBe('leaf');
    expect(
      shuttersOf({ ...view(), lens: { ...view().lens, specs: { ...view().lens.specs, attachment: 'mount' } } }).map(({ kind }) => kind),
    ).toEqual(['cap']);
  });
});

describe('brackets', () => {
  test('the schools, in each order', () => {
    expect(bracketStops({ ...BRACKET_SCHOOLS.two, order: 'darkFirst' })).toEqual([-2, 0, 2]);
    expect(bracketStops({ ...BRACKET_SCHOOLS.full, order: 'lightFirst' })).toEqual([2, 1, 0, -1, -2]);
    expect(bracketStops({ count: 4, stepStops: 1, order: 'middleFirst' })).toEqual([0, -1, 1, 2]);
    expect(bracketStops({ ...BRACKET_SCHOOLS.stopAndTwoThirds, order: 'middleFirst' }).map((s) => Math.round(s * 3))).toEqual([0, -5, 5]);
  });
});

describe('from the reading to the time', () => {
  test('nothing is said until a meter was read', () => expect(workingExposure(geometryOf(exposed({ meter: null })))).toBeNull());

  test('at infinity without filters the pair of the meter is what is set, and another aperture trades stop for stop', () => {
    expect(set(exposed({}))).toMatchObject([{ shutterSpeedS: 1 / 125, can: null }]);
    expect(set(exposed({}, { fNumber: 16 }))[0]?.shutterSpeedS).toBe(1 / 30);
    expect(set(exposed({ iso: 400 }))[0]?.shutterSpeedS).toBe(1 / 500);
    expect(set(exposed({ meter: { kind: 'ev', ev: 13, iso: 100 } }))[0]?.shutterSpeedS).toBe(1 / 125);
  });

  test('at life size the time is four times as long, as every handbook says; not when the meter looked through the lens', () => {
    const settings = exposed({}, { focusM: 0.048 });
    expect(workingExposure(geometryOf(settings))?.shutterSpeedS).toBeCloseTo((4 * 64) / exposureTimes(settings), 6);
    const through = exposed({ throughLens: true }, { focusM: 0.048 });
    expect(workingExposure(geometryOf(through))?.shutterSpeedS).toBeCloseTo(64 / exposureTimes(through), 6);
  });

  test('filters add their stops, and one whose filter factor is missing leaves the time unknown', () => {
    expect(
      set(
        exposed({
          filters: [
            { name: 'grey 0.9', stops: 3 },
            { name: 'red', stops: 3 },
          ],
        }),
      )[0]?.shutterSpeedS,
    ).toBe(1 / 2);
    const parts = setup().rig.parts;
    const filter = {
      id: crypto.randomUUID(),
      kind: 'filter' as const,
      name: 'old yellow',
      note: '',
      specs: { threadMm: 82, clearMm: 78, heightMm: 5, stops: null, weightG: null },
      typical: [],
    };
    const settings = exposed({});
    expect(workingExposure(geometryOf({ ...settings, rig: { ...settings.rig, parts: { ...parts, front: [filter] } } }))).toMatchObject({
      shutterSpeedS: null,
      shots: [],
    });
  });

  test('for the corner the falloff is made up, less what a centre filter takes; the filter itself takes light', () => {
    const wide = { movements: { riseMm: 11, shiftMm: 0 } };
    const { stops } = setupFalloff(geometryOf(exposed({}, wide)));
    expect(stops).toBeGreaterThan(1.5);
    const at = (exposure: Partial<Exposure>) => workingExposure(geometryOf(exposed(exposure, wide)))?.shutterSpeedS ?? 0;
    expect(Math.log2(at({ favour: 'corner' }) / at({}))).toBeCloseTo(stops, 9);
    expect(Math.log2(at({ favour: 'corner', centreFilterStops: 1.5 }) / at({}))).toBeCloseTo(1.5 + stops - 1.5, 9);
    expect(at({ favour: 'half' })).toBeLessThan(at({ favour: 'corner' }));
  });

  test('a lens whose T-number is known asks for the light that its glass keeps back, and only where the meter did not see it', () => {
    const given = exposed({});
    const { parts } = given.rig;
    const lens = { ...parts.lens, specs: { ...parts.lens.specs, widestFNumber: 2, tNumber: 2.3 } };
    const through = (throughLens: boolean) =>
      workingExposure(
        geometryOf({ ...given, exposure: { ...given.exposure, throughLens }, rig: { ...given.rig, parts: { ...parts, lens } } }),
      );
    const line = (throughLens: boolean) => through(throughLens)?.lines.find(({ id }) => id === 'transmission')?.stops;
    // A stop is a factor of √2 in the T-number, as in the f-number (ISO 517; from memory).
    expect(line(false)).toBeCloseTo(2 * Math.log2(2.3 / 2), 12);
    expect(line(true)).toBeUndefined();
    expect(through(false)?.shutterSpeedS).toBeCloseTo((workingExposure(geometryOf(given))?.shutterSpeedS ?? NaN) * (2.3 / 2) ** 2, 9);
  });

  test('half way to the corner is half the image height: its angle has half the tangent', () => {
    const line = (favour: 'corner' | 'half') =>
      workingExposure(geometryOf(exposed({ favour })))?.lines.find(({ id }) => id === 'falloff')?.stops ?? NaN;
    const { cornerDeg } = setupFalloff(geometryOf(exposed({})));
    const half = Math.atan(Math.tan((cornerDeg * Math.PI) / 180) / 2);
    expect(line('half')).toBeCloseTo(-4 * Math.log2(Math.cos(half)), 9);
    expect(line('half')).toBeLessThan(line('corner'));
  });

  test('film loses speed at each exposure of the bracket by itself, and unknown film is trusted up to a second', () => {
    const film = { rig: { ...setup().rig, parts: view() } };
    const slow = {
      meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 4, iso: 100 },
      brackets: { count: 3, stepStops: 1, order: 'darkFirst' },
    } as const;
    const shots = set(exposed({ ...slow, reciprocity: { kind: 'exponent', exponent: 1.3 } }, film));
    expect(shots.map(({ neededS }) => Math.round(neededS * 10) / 10)).toEqual([2, 4, 8].map((t) => Math.round(t ** 1.3 * 10) / 10));
    expect(set(exposed({ ...slow }, film))).toEqual([]);
    expect(set(exposed({}, film))).toHaveLength(1);
    // A second itself still counts as short.
    const second = { meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1, iso: 100 } } as const;
    expect(workingExposure(geometryOf(exposed(second, { ...film, focusM: null })))?.shutterSpeedS).toBe(1);
    expect(set(exposed(second, { ...film, focusM: null }))).toHaveLength(1);
  });

  test('pairs give the same light on a sensor', () => {
    for (const { fNumber, set: pair } of equivalentPairs(geometryOf(exposed({})))) {
      expect(pair).not.toBeNull();
      if (pair)
        expect(Math.abs(exposureValue(fNumber, pair.shutterSpeedS) - pair.errorStops * -1 - exposureValue(8, 1 / 125))).toBeLessThan(0.35);
    }
  });

  test('ND filters for a wanted time: ten stops make 1/125 s into eight', () => {
    expect(ndFor(geometryOf(exposed({})), 8)).toMatchObject({ stops: expect.closeTo(9.97, 1) as number, filters: [10] });
    fc.assert(
      fc.property(evenly(0.02, 300), (t) => {
        const found = ndFor(geometryOf(exposed({})), t);
        expect(Math.abs(Math.log2((found?.shutterSpeedS ?? 0) / t))).toBeLessThan(1.01);
      }),
    );
  });
});

/** What f/8 at 1/125 s is worth, which is 1/128: N²/t. */
function exposureTimes({ fNumber }: SetupSettings): number {
  return 8192 * (64 / fNumber ** 2);
}

test('one second has the time value zero, with no sign', () => {
  expect(Object.is(timeValue(1), 0)).toBe(true);
});

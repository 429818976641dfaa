import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { geometryOf } from '../geometry/geometry';
import { view } from '../rig/parts.test-support';
import { setup } from '../setup/fixtures.test-support';
import { FIRST_EXPOSURE } from '../setup/defaults';
import type { Exposure } from '../model/exposure';
import type { SetupSettings } from '../model/setup';
import { setupFalloff } from './losses';
import { recordedShots } from './recordedStops';

const exposed = (exposure: Partial<Exposure>, more: Partial<SetupSettings> = {}) =>
  geometryOf(
    setup({
      ...more,
      exposure: {
        ...FIRST_EXPOSURE,
        nominal: 'dial',
        meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 125, iso: 100 },
        step: 'third',
        ...exposure,
      },
    }),
  );
const stopsOf = (...given: Parameters<typeof exposed>) => recordedShots(exposed(...given)).map(({ stops }) => stops ?? NaN);

describe('how bright the image centre is recorded', () => {
  test('as metered where the shutter has the time; nothing is said without a reading', () => {
    expect(stopsOf({}, { fNumber: 8, focusM: null })[0]).toBeCloseTo(0, 9);
    expect(recordedShots(exposed({ meter: null }))).toEqual([]);
  });

  // The definition of a stop: twice the light. ISO 516 marks are within a tenth of a stop of it (from memory).
  test('a bracket of a stop is a stop apart, exposure compensation shifts all of it', () => {
    const brackets = { ...FIRST_EXPOSURE.brackets, count: 3, stepStops: 1, order: 'darkFirst' as const };
    const plain = stopsOf({ brackets }, { fNumber: 8, focusM: null }).sort((a, b) => a - b);
    [-1, 0, 1].forEach((stops, i) => expect(Math.abs((plain[i] ?? NaN) - stops)).toBeLessThan(0.1));
    const lighter = stopsOf({ brackets, compensationStops: 1 }, { fNumber: 8, focusM: null }).sort((a, b) => a - b);
    [0, 1, 2].forEach((stops, i) => expect(Math.abs((lighter[i] ?? NaN) - stops)).toBeLessThan(0.1));
  });

  test('exposed for the corner the centre is lighter by the falloff, and a filter that takes light makes it no darker', () => {
    const wide = { fNumber: 8, focusM: null, movements: { riseMm: 8, shiftMm: 0 } };
    const falloff = setupFalloff(exposed({}, wide)).stops;
    expect(Math.abs((stopsOf({ favour: 'corner' }, wide)[0] ?? NaN) - falloff)).toBeLessThan(0.18);
    expect(Math.abs(stopsOf({ filters: [{ name: 'ND 0.9', stops: 3 }] }, wide)[0] ?? NaN)).toBeLessThan(0.18);
  });

  test('film whose reciprocity is corrected is recorded as metered; a shutter that is too slow overexposes', () => {
    const slow = { meter: { kind: 'ev' as const, ev: -1, iso: 100 } };
    const film = { rig: { ...setup().rig, parts: view() }, fNumber: 16, focusM: null };
    expect(Math.abs(stopsOf({ ...slow, reciprocity: { kind: 'exponent', exponent: 1.3 } }, film)[0] ?? NaN)).toBeLessThan(0.02);
    const { lens } = view();
    const leaf = view({ lens: { ...lens, specs: { ...lens.specs, shutterFastestPerS: 400, shutterSlowestS: 1 } } });
    const bright = stopsOf({ meter: { kind: 'ev', ev: 20, iso: 100 } }, { ...film, rig: { ...setup().rig, parts: leaf } })[0] ?? NaN;
    // EV 20 at f/16 is 1/4096 s; this leaf shutter ends at 1/400 s.
    expect(bright).toBeCloseTo(Math.log2(4096 / 400), 6);
  });

  test('whatever is wanted, what is recorded is off it by what the shutter is off, and by nothing else', () => {
    fc.assert(
      fc.property(evenly(2, 14), evenly(-3, 3), (ev, more) => {
        const shots = recordedShots(
          exposed({ meter: { kind: 'ev', ev, iso: 100 }, compensationStops: more }, { fNumber: 11, focusM: null }),
        );
        expect(shots).toHaveLength(1);
        for (const { stops, shot } of shots) expect(stops).toBeCloseTo(more + shot.errorStops, 6);
      }),
    );
  });

  test('with flash, two pops are a stop lighter than one, and ambient light alone changes with the bracket', () => {
    const flashLight = {
      reading: { kind: 'meter' as const, fNumber: 8, iso: 100 },
      pops: 1,
      opening: 'one' as const,
      shutterSpeedS: 1 / 125,
      recycleS: null,
    };
    const alone = { meter: null, flash: true, flashLight };
    const at = { fNumber: 8, focusM: null };
    expect(stopsOf(alone, at)[0]).toBeCloseTo(0, 9);
    expect(stopsOf({ ...alone, flashLight: { ...flashLight, pops: 2 } }, at)[0]).toBeCloseTo(1, 9);
    // Ambient light alone would be right too: together they are a stop over.
    expect(stopsOf({ flash: true, flashLight }, at)[0]).toBeCloseTo(1, 1);
    const brackets = { ...FIRST_EXPOSURE.brackets, count: 3, stepStops: 1, order: 'darkFirst' as const };
    expect(new Set(stopsOf({ ...alone, brackets }, at).map((stops) => stops.toFixed(6))).size).toBe(1);
    expect(new Set(stopsOf({ flash: true, flashLight, brackets }, at).map((stops) => stops.toFixed(1))).size).toBe(3);
  });
});

import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { spotCard } from '../card/spotCard';
import { itemOf } from '../kit/item';
import { bracketStops } from '../exposure/brackets';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { film, view } from '../rig/parts.test-support';
import { setup } from '../setup/fixtures.test-support';
import { filmUse, nextFilm, seriesOf, settingWords, shotOf, shotWords } from './shot';
import type { Shot } from './shotFields';
import type { BracketOrder } from '../model/exposure';
import type { SetupSettings } from '../model/setup';
import { FIRST_EXPOSURE } from '../setup/defaults';

const base = setup();
const onFilm = (more: Parameters<typeof film>[0], exposure: Partial<SetupSettings['exposure']> = {}): SetupSettings => ({
  ...base,
  rig: { ...base.rig, parts: view({ back: film(more) }) },
  exposure: { ...FIRST_EXPOSURE, ...exposure },
});
const orders = fc.constantFrom<BracketOrder>('darkFirst', 'lightFirst', 'middleFirst');
const frames = (n: number) => Array.from({ length: n }, (_, i) => ({ riseMm: i, shiftMm: -i, turned: false }));

describe('the series of a setup', () => {
  test('has every exposure of every frame once, all of one before the next as the series says', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 5 }), fc.boolean(), (places, brackets, bracketsInside) => {
        const series = seriesOf(
          geometryOf({
            ...base,
            mosaic: { ...FIRST_MOSAIC, frames: frames(places), series: { ...FIRST_MOSAIC.series, brackets, bracketsInside } },
          }),
        );
        const seen = new Set(series.map(({ frame, bracket }) => `${frame} ${bracket}`));
        const outer = series.map(({ frame, bracket }) => (bracketsInside ? frame : bracket) ?? 0);
        return (
          series.length === places * brackets &&
          seen.size === series.length &&
          outer.every((each, i) => i === 0 || each >= (outer[i - 1] ?? 0))
        );
      }),
    );
  });

  test('a single picture without a bracket is one shot of no frame', () => {
    expect(seriesOf(geometryOf(base))).toEqual([{ frame: null, bracket: null }]);
  });
});

describe('a shot of a bracket', () => {
  test('is logged with its own stops in any order, metered or not', () => {
    fc.assert(
      fc.property(
        orders,
        fc.integer({ min: 2, max: 7 }),
        fc.constantFrom(1 / 3, 1, 2),
        fc.boolean(),
        (order, count, stepStops, metered) => {
          const brackets = { count, stepStops, order };
          const settings = {
            ...base,
            exposure: {
              ...FIRST_EXPOSURE,
              brackets,
              meter: metered ? { kind: 'pair' as const, fNumber: 8, shutterSpeedS: 1 / 60, iso: 100 } : null,
            },
          };
          return seriesOf(geometryOf(settings)).every(({ frame, bracket }) => {
            const shot = shotOf(geometryOf(settings), 'stand', { frame, bracket }, null);
            return shot.bracketStops === bracketStops(brackets)[bracket ?? 0] && (shot.shutterSpeedS !== null) === metered;
          });
        },
      ),
    );
  });

  test('the pops of the flash are logged: one where no reading is entered, none without flash', () => {
    const reading = { kind: 'meter', fNumber: 8, iso: 100 } as const;
    const flashLight = { reading, pops: 4, opening: 'one', shutterSpeedS: 10, recycleS: 3 } as const;
    const pops = (exposure: Partial<SetupSettings['exposure']>) =>
      shotOf(geometryOf(setup({ exposure: { ...FIRST_EXPOSURE, ...exposure } })), 'gauge', { frame: null, bracket: null }, null).flashPops;
    expect(pops({ flash: true, flashLight })).toBe(4);
    expect(pops({ flash: true })).toBe(1);
    expect(pops({ flash: false, flashLight })).toBeNull();
  });

  test('a shutter speed with unknown reciprocity is not logged as that of another exposure', () => {
    // Half a second metered, two stops about it, lightest first: 2 s is beyond what unmeasured film is trusted for.
    const settings = onFilm(
      { reciprocityExponent: null },
      { meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 0.5, iso: 100 }, brackets: { count: 3, stepStops: 2, order: 'lightFirst' } },
    );
    const times = seriesOf(geometryOf(settings)).map((place) => shotOf(geometryOf(settings), 'stand', place, null).shutterSpeedS);
    expect(times[0]).toBeNull();
    expect(times[1]).toBeCloseTo(0.5, 1);
    expect(times[2]).toBeCloseTo(0.125, 2);
    // The card says it as well, in its place.
    expect(spotCard(geometryOf(settings)).find(({ id }) => id === 'brackets')?.specs).toMatch(/^unknown · 1\/2 s · 1\/8 s$/);
    const long = onFilm(
      { reciprocityExponent: null },
      { meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 2, iso: 100 }, brackets: { count: 3, stepStops: 2, order: 'darkFirst' } },
    );
    expect(spotCard(geometryOf(long)).find(({ id }) => id === 'set')?.specs).toContain('shutter speed from the reading');
  });
});

describe('film by holder and roll', () => {
  const taken = (
    last: { readonly holder: string; readonly frame: number; readonly of: number } | null,
    at: number,
  ): Pick<Shot, 'holder' | 'filmFrame' | 'filmFrames' | 'at'> => ({
    holder: last?.holder ?? '',
    filmFrame: last?.frame ?? null,
    filmFrames: last?.of ?? null,
    at: new Date(at * 1000).toISOString(),
  });

  test('a roll of 120 holds the frames of its format, then the next roll begins', () => {
    // Frames to a roll of 120: 15 or 16 of 6 × 4.5, 12 of 6 × 6, 10 of 6 × 7, 8 of 6 × 9 (common practice).
    for (const framesPerRoll of [16, 12, 10, 8]) {
      const settings = onFilm({ form: 'roll', framesPerRoll });
      const shots: ReturnType<typeof taken>[] = [];
      for (let i = 0; i < framesPerRoll * 2 + 1; i++) shots.push(taken(nextFilm(settings, shots), i));
      expect(filmUse(shots)).toEqual([
        { holder: 'roll 1', used: framesPerRoll, of: framesPerRoll, left: 0 },
        { holder: 'roll 2', used: framesPerRoll, of: framesPerRoll, left: 0 },
        { holder: 'roll 3', used: 1, of: framesPerRoll, left: framesPerRoll - 1 },
      ]);
    }
  });

  test('a holder goes on from what was written by hand, whatever it is called', () => {
    const settings = onFilm({ form: 'sheet', sheetsPerHolder: 2 });
    expect(nextFilm(settings, [taken({ holder: 'box B, no. 9', frame: 2, of: 2 }, 1)])).toEqual({
      holder: 'box B, no. 10',
      frame: 1,
      of: 2,
    });
    expect(nextFilm(settings, [taken({ holder: 'the grey one', frame: 2, of: 2 }, 1)])).toEqual({
      holder: 'the grey one 2',
      frame: 1,
      of: 2,
    });
    // By the time of the shot, not by its place in the list.
    expect(
      nextFilm(settings, [taken({ holder: 'holder 4', frame: 1, of: 2 }, 9), taken({ holder: 'holder 1', frame: 2, of: 2 }, 3)]),
    ).toEqual({ holder: 'holder 4', frame: 2, of: 2 });
  });

  test('a sensor has none, and film whose frames nobody counted is not guessed', () => {
    expect(nextFilm(base, [])).toBeNull();
    expect(nextFilm(onFilm({ form: 'roll', framesPerRoll: null }), [])).toBeNull();
    expect(filmUse([{ holder: 'roll 1', filmFrame: 3, filmFrames: null }])).toEqual([{ holder: 'roll 1', used: 1, of: null, left: null }]);
  });

  test('a frame exposed twice is used once', () => {
    expect(filmUse([1, 1, 2].map((filmFrame) => ({ holder: 'holder 1', filmFrame, filmFrames: 2 })))).toEqual([
      { holder: 'holder 1', used: 2, of: 2, left: 0 },
    ]);
  });
});

test('the filters of a shot are those of the rig, those held before it, and the centre filter; a hood is none', () => {
  const parts = base.rig.parts;
  const [hood, filter] = [itemOf('hood', 'h', 'Deep hood', {}), itemOf('filter', 'f', 'Yellow', {})];
  const settings = {
    ...base,
    rig: { ...base.rig, parts: { ...parts, front: [filter, hood] } },
    exposure: { ...FIRST_EXPOSURE, filters: [{ name: 'ND 1.8', stops: 6 }] },
  };
  const logged = (more: Partial<SetupSettings['exposure']>) =>
    shotOf(geometryOf({ ...settings, exposure: { ...settings.exposure, ...more } }), 'Tower', { frame: null, bracket: null }, null).filters;
  expect(logged({})).toBe('Yellow, ND 1.8');
  expect(logged({ centreFilterStops: 1.5 })).toBe('Yellow, ND 1.8, centre filter');
});

describe('a shot in words', () => {
  test('names what was set and nothing that was not', () => {
    const shot = shotOf(
      geometryOf({ ...base, movements: { riseMm: 4, shiftMm: 0 }, front: { tiltDeg: 2.4, swingDeg: 0 } }),
      'Tower',
      { frame: null, bracket: null },
      null,
    );
    expect(shotWords(shot)).toBe('Tower; 4.0 mm of rise, no shift; tilt 2.4° forward; focus at infinity; f/8');
    expect(
      settingWords({ ...shot, rearTiltDeg: 3, frame: 2, frames: 8, bracket: 1, brackets: 3, bracketStops: 2, remarks: 'wind' }),
    ).toEqual([
      '4.0 mm of rise, no shift',
      'tilt 2.4° forward',
      'back: tilt 3.0° forward',
      'focus at infinity',
      'f/8',
      'frame 2 of 8 of a mosaic',
      'exposure 1 of 3 of a bracket (+2.0 stops)',
    ]);
  });
});

import { geometryOf } from '@gangway/core/geometry/geometry';
import { FIRST_MOSAIC, FIRST_SERIES } from '@gangway/core/mosaic/mosaic';
import { DEMO_STANDS, SHEET_WIDE_RIG } from '@gangway/contract/demo';
import { takeFiguresSchema } from '@gangway/contract/log';
import { filmUse } from '@gangway/core/log/take';
import type { LogTake } from '@gangway/core/log/shotFields';
import { nextPlace, nextTake, placeWords } from './logging';
import type { SetupSettings } from '@gangway/core/model/setup';

const tower = DEMO_STANDS.find(({ name }) => name.startsWith('Hydraulic'))?.settings as SetupSettings;
const STAND = { id: 'stand', name: 'Tower' };
const metered: SetupSettings = { ...tower, exposure: { ...tower.exposure, meter: { kind: 'pair', fNumber: 8, timeS: 1 / 60, iso: 100 } } };
const mosaic: SetupSettings = {
  ...metered,
  mosaic: {
    ...FIRST_MOSAIC,
    series: { ...FIRST_SERIES, brackets: 3 },
    frames: [-8, 0, 8].map((shiftMm) => ({ riseMm: 5, shiftMm, turned: false })),
  },
  exposure: { ...metered.exposure, brackets: { count: 3, stepStops: 2, order: 'darkFirst' } },
};

function logged(settings: SetupSettings, count: number): readonly LogTake[] {
  const takes: LogTake[] = [];
  for (let i = 0; i < count; i++) takes.push(nextTake(geometryOf(settings), STAND, takes, new Date(i * 60_000)));
  return takes;
}

describe('one touch', () => {
  test('records the setup as it is set, and what it records can be kept', () => {
    const [take] = logged(metered, 1);
    expect(take).toMatchObject({
      stand: 'Tower',
      riseMm: 11,
      fNumber: 8,
      timeS: 1 / 60,
      iso: 100,
      focusM: 24,
      orientation: 'portrait',
      frame: null,
      bracket: null,
    });
    for (const { settings } of DEMO_STANDS)
      for (const each of logged(settings, 2))
        expect(
          takeFiguresSchema
            .safeParse({ ...each, id: undefined, standId: undefined, at: undefined })
            .error?.issues.filter(({ code }) => code !== 'unrecognized_keys') ?? [],
        ).toEqual([]);
  });

  test('goes through the frames of a mosaic with the bracket inside each, and begins again', () => {
    const takes = logged(mosaic, 10);
    expect(takes.map(({ frame, bracket }) => `${frame}.${bracket}`)).toEqual([
      '1.1',
      '1.2',
      '1.3',
      '2.1',
      '2.2',
      '2.3',
      '3.1',
      '3.2',
      '3.3',
      '1.1',
    ]);
    expect(takes.slice(0, 3).map(({ bracketStops }) => bracketStops)).toEqual([-2, 0, 2]);
    expect(takes.map(({ shiftMm }) => shiftMm)).toEqual([-8, -8, -8, 0, 0, 0, 8, 8, 8, -8]);
    expect(new Set(takes.slice(0, 3).map(({ timeS }) => timeS)).size).toBe(3);
    expect(placeWords(geometryOf(mosaic), 4)).toBe('frame 2 of 3, exposure 2');
    expect(nextPlace(geometryOf(metered), 7)).toMatchObject({ number: 1, of: 1 });
  });

  test('series by series it goes through all frames before the next exposure', () => {
    const outside: SetupSettings = {
      ...mosaic,
      mosaic: mosaic.mosaic && { ...mosaic.mosaic, series: { ...mosaic.mosaic.series, bracketsInside: false } },
    };
    expect(logged(outside, 4).map(({ frame, bracket }) => `${frame}.${bracket}`)).toEqual(['1.1', '2.1', '3.1', '1.2']);
  });

  test('sheet film goes from holder to holder, and what is left is counted', () => {
    const sheet: SetupSettings = { ...metered, rig: SHEET_WIDE_RIG };
    const takes = logged(sheet, 5);
    expect(takes.map(({ holder, filmFrame }) => `${holder}/${filmFrame}`)).toEqual([
      'holder 1/1',
      'holder 1/2',
      'holder 2/1',
      'holder 2/2',
      'holder 3/1',
    ]);
    expect(filmUse(takes)).toEqual([
      { holder: 'holder 1', used: 2, of: 2, left: 0 },
      { holder: 'holder 2', used: 2, of: 2, left: 0 },
      { holder: 'holder 3', used: 1, of: 2, left: 1 },
    ]);
  });
});

import { geometryOf } from '@gangway/core/geometry/geometry';
import { FIRST_MOSAIC, FIRST_SERIES } from '@gangway/core/mosaic/mosaic';
import { DEMO_SETUPS, SHEET_WIDE_RIG } from '@gangway/contract/demo';
import { shotValuesSchema } from '@gangway/contract/log';
import { filmUse } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';
import { nextPlace, nextShot, placeWords } from './logging';
import type { SetupSettings } from '@gangway/core/model/setup';

const tower = DEMO_SETUPS.find(({ name }) => name.startsWith('Hydraulic'))?.settings as SetupSettings;
const STAND = { id: 'stand', name: 'Tower' };
const metered: SetupSettings = {
  ...tower,
  exposure: { ...tower.exposure, meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 60, iso: 100 } },
};
const mosaic: SetupSettings = {
  ...metered,
  mosaic: {
    ...FIRST_MOSAIC,
    series: { ...FIRST_SERIES, brackets: 3 },
    frames: [-8, 0, 8].map((shiftMm) => ({ riseMm: 5, shiftMm, turned: false })),
  },
  exposure: { ...metered.exposure, brackets: { count: 3, stepStops: 2, order: 'darkFirst' } },
};

function logged(settings: SetupSettings, count: number): readonly Shot[] {
  const shots: Shot[] = [];
  for (let i = 0; i < count; i++) shots.push(nextShot(geometryOf(settings), STAND, shots, new Date(i * 60_000)));
  return shots;
}

describe('one touch', () => {
  test('records the setup as it is set, and what it records can be kept', () => {
    const [shot] = logged(metered, 1);
    expect(shot).toMatchObject({
      setup: 'Tower',
      riseMm: 11,
      fNumber: 8,
      shutterSpeedS: 1 / 60,
      iso: 100,
      focusM: 24,
      orientation: 'portrait',
      frame: null,
      bracket: null,
    });
    for (const { settings } of DEMO_SETUPS)
      for (const each of logged(settings, 2))
        expect(
          shotValuesSchema
            .safeParse({ ...each, id: undefined, setupId: undefined, at: undefined })
            .error?.issues.filter(({ code }) => code !== 'unrecognized_keys') ?? [],
        ).toEqual([]);
  });

  test('goes through the frames of a mosaic with the bracket inside each, and begins again', () => {
    const shots = logged(mosaic, 10);
    expect(shots.map(({ frame, bracket }) => `${frame}.${bracket}`)).toEqual([
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
    expect(shots.slice(0, 3).map(({ bracketStops }) => bracketStops)).toEqual([-2, 0, 2]);
    expect(shots.map(({ shiftMm }) => shiftMm)).toEqual([-8, -8, -8, 0, 0, 0, 8, 8, 8, -8]);
    expect(new Set(shots.slice(0, 3).map(({ shutterSpeedS }) => shutterSpeedS)).size).toBe(3);
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
    const shots = logged(sheet, 5);
    expect(shots.map(({ holder, filmFrame }) => `${holder}/${filmFrame}`)).toEqual([
      'holder 1/1',
      'holder 1/2',
      'holder 2/1',
      'holder 2/2',
      'holder 3/1',
    ]);
    expect(filmUse(shots)).toEqual([
      { holder: 'holder 1', used: 2, of: 2, left: 0 },
      { holder: 'holder 2', used: 2, of: 2, left: 0 },
      { holder: 'holder 3', used: 1, of: 2, left: 1 },
    ]);
  });
});

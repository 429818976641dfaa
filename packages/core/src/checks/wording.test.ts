import { geometryOf } from '../geometry/geometry';
import { setup } from '../setup/fixtures.test-support';
import { evaluateWithFixes, checkNote, checkSentence } from './evaluate';
import { fixSetting, focusWords } from './wording';
import type { SetupSettings } from '../model/setup';
import type { Fix } from './fix';

const said = (settings: SetupSettings) =>
  evaluateWithFixes(geometryOf(settings)).map((check) => `${check.state}: ${checkSentence(check)} ${checkNote(check) ?? ''}`.trim());

describe('what checks say', () => {
  test('one corner, one side, all corners', () => {
    expect(said(setup({ movements: { riseMm: 7, shiftMm: 7 }, fNumber: 3.5 }))[0]).toMatch(
      /^fails: The upper left, upper right, lower right corners fall outside|^fails: The upper right corner falls outside the sharp circle at f\/3\.5 by \d\.\d mm; \d\.\d mm less movement in this direction is enough\./,
    );
    expect(said(setup({ movements: { riseMm: 0, shiftMm: -9 }, fNumber: 3.5 }))[0]).toMatch(
      /^fails: The corners on the left fall outside the sharp circle at f\/3\.5 by 2\.\d mm; 2\.8 mm less shift to the left is enough\./,
    );
    expect(said(setup({ movements: { riseMm: -10, shiftMm: 0 }, fNumber: 3.5 }))[0]).toMatch(
      /^fails: The lower corners fall outside the sharp circle at f\/3\.5 by 1\.\d mm; 1\.9 mm less fall is enough\./,
    );
  });

  test('a focus is said by its distance, at infinity, or inside of it', () => {
    expect(focusWords(null)).toBe('focus at infinity');
    expect(focusWords(-40)).toBe('focus lens inside its infinity position (tilted)');
    expect(focusWords(2.5)).toBe('focus at 2.50 m');
    expect(focusWords(12.34)).toBe('focus at 12.3 m');
  });

  test('what is tight says only, and what just fails is never said to lack nothing', () => {
    // R = 30: the limit up is 12 exactly.
    expect(said(setup({ movements: { riseMm: 11.8, shiftMm: 0 } }))).toContainEqual(
      expect.stringContaining(
        'tight: All four corners are in the sharp circle at f/8, only 0.2 mm from its edge; 0.2 mm more rise would reach it.',
      ),
    );
    const base = setup({ movements: { riseMm: 12.01, shiftMm: 0 } });
    expect(said({ ...base, rig: { ...base.rig, mechanism: { kind: 'disc', radiusMm: 20 } } })[0]).toContain('by less than 0.1 mm');
  });

  test('where the value comes from is said', () => {
    expect(said(setup({ fNumber: 9 })).join(' ')).toContain('Interpolated in stops between the values for f/8 and f/11.');
    expect(said(setup({ fNumber: 22 })).join(' ')).toContain('No value is entered for this aperture; the one for f/11 is used.');
    const base = setup();
    const lightOnly = { ...base, rig: { ...base.rig, lens: { ...base.rig.lens, circle: { imageCircleMm: 67, sharpCircles: [] } } } };
    expect(said(lightOnly).join(' ')).toContain('80 % of the image circle is assumed (common practice).');
  });

  test('outside the image circle is black at any aperture, and a stop reached is said', () => {
    const base = setup({ movements: { riseMm: 12, shiftMm: 0 } });
    const dark = { ...base, rig: { ...base.rig, lens: { ...base.rig.lens, circle: { imageCircleMm: 55, sharpCircles: [] } } } };
    expect(said(dark)[0]).toMatch(
      /^fails: The upper corners fall outside the image circle by .* Outside the image circle the picture is black, at any aperture\./,
    );
    expect(said(base)).toContain('tight: The slide is at its end of the rotating slide.');
  });

  test('a fix of several parts names them all', () => {
    expect(
      fixSetting({
        control: 'several',
        patch: { fNumber: 16, movements: { riseMm: 9.4, shiftMm: 0 } },
        leaves: { value: 1, unit: 'mm' },
      }),
    ).toBe('9.4 mm of rise, no shift, f/16');
    expect(fixSetting({ control: 'orientation', patch: { orientation: 'portrait' }, leaves: { value: 1, unit: 'mm' } })).toBe(
      'the frame in portrait',
    );
  });

  test('a fix that moves the lens up says how high, with or without a turn', () => {
    const placing = (where: NonNullable<Fix['patch']['placing']>, control: Fix['control']) =>
      fixSetting({ control, patch: { placing: where }, leaves: { value: 1, unit: '' } });
    expect(placing({ cameraHeightM: 2.4 }, 'level')).toMatch(/2\.40 m.*level/u);
    expect(placing({ cameraHeightM: 2.4, yawDeg: 3 }, 'turn')).toMatch(/2\.40 m.*3\.0°/u);
    expect(placing({ yawDeg: 3 }, 'turn')).not.toContain(' m');
  });
});

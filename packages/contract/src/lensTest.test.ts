import fc from 'fast-check';
import { demoLensTest } from './demoLensTest';
import { lensTestSettingsSchema } from './lensTest';
import { gridFrom } from './lensTestGrid';
import { LENS_TEST_RECORD } from './record/records';
import { presentVersion, upgraded } from './record/versions';

const { settings } = demoLensTest();
const ID = '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f';

describe('a lens test as it is stored', () => {
  test('the one of the demo is one, in the present version', () => {
    expect(lensTestSettingsSchema.parse(JSON.parse(JSON.stringify(settings)))).toEqual(settings);
    expect(upgraded(LENS_TEST_RECORD, settings, presentVersion(LENS_TEST_RECORD))).toEqual(settings);
    // The first ones knew neither the chart nor focus.
    const { marks, byMarks, ...rest } = settings;
    const second = {
      ...rest,
      shots: settings.shots.map(({ fNumber, riseMm, shiftMm, focusMm, frameId }) => ({ fNumber, riseMm, shiftMm, focusMm, frameId })),
    };
    expect(upgraded(LENS_TEST_RECORD, second, 2)).toEqual({ ...settings, marks, byMarks });
    const { target, chart, wantedCyMm, otherCopy, shots, ...first } = second;
    const before = { ...first, shots: shots.map(({ fNumber, riseMm, shiftMm, frameId }) => ({ fNumber, riseMm, shiftMm, frameId })) };
    expect(upgraded(LENS_TEST_RECORD, before, 1)).toEqual({ ...settings, target, chart, wantedCyMm, otherCopy });
    expect(() => upgraded(LENS_TEST_RECORD, settings, presentVersion(LENS_TEST_RECORD) + 1)).toThrow('written by a newer Gangway');
  });

  test('refuses a frame in two places, and values that no camera has, by field and what is allowed', () => {
    const refused = (over: object) =>
      lensTestSettingsSchema.safeParse({ ...settings, ...over }).error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
    expect(refused({ shots: settings.shots.map((shot) => ({ ...shot, frameId: ID })) })).toEqual([
      'shots: A file can be in one place of the series only.',
    ]);
    expect(refused({ shots: [] })).toEqual(['shots: A lens test needs at least one frame.']);
    expect(refused({ shots: [{ fNumber: 8, riseMm: 0, shiftMm: 400 }] })).toEqual([
      'shots.0.shiftMm: Shift must be a number from −300 to 300 mm.',
    ]);
    expect(refused({ widthMm: Number.NaN })?.[0]).toContain('Width of the frame must be a number from 1 to 1000 mm.');
  });
});

test('the light of a frame comes back from what is stored, bit by bit', () => {
  fc.assert(
    fc.property(fc.array(fc.float({ noNaN: true, noDefaultInfinity: true }), { minLength: 1, maxLength: 60 }), (values) => {
      const rgb = Float32Array.from(values);
      const stored = Buffer.from(rgb.buffer).toString('base64');
      const grid = gridFrom({ columns: 1, rows: 1, rgb: stored, clipped: stored }, { widthMm: 36, heightMm: 24 });
      expect(grid.rgb).toEqual(rgb);
      expect(grid.clipped).toEqual(rgb);
      expect([grid.widthMm, grid.heightMm]).toEqual([36, 24]);
    }),
  );
});

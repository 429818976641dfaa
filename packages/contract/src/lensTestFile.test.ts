import { chartLayout } from '@gangway/core/lensTests/chart';
import { chartResult } from '@gangway/core/lensTests/chartResult';
import { measuredLight } from '@gangway/core/lensTests/light';
import { demoLensTest } from './demoLensTest';
import { lensTestSettingsSchema } from './lensTest';
import { lensTestFileOf, lensTestFileSchema, settingsFromFile, type MeasuredTest } from './lensTestFile';

const { settings } = demoLensTest();
const LENS = '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f';
const tested = {
  marks: [{ fNumber: 8, heightMm: 12.5, mark: 'acceptable' as const }],
  lens: '90 mm',
  settings,
  begunAt: '2026-11-30T10:00:00.000Z',
  frames: [{ name: '1.tif', fNumber: 8, riseMm: 0, shiftMm: 0, focusMm: 0, lamp: false }],
};
const light: MeasuredTest = { kind: 'wall', light: measuredLight([], 0) };
const asJson = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

const SHARP: MeasuredTest = {
  kind: 'chart',
  sharp: {
    sharpness: {
      apertures: [
        { fNumber: 8, heightsMm: [0, 20], tangential: [{ cyMm: 40, doubtCyMm: 1 }, null], sagittal: [null, null], idealCyMm: 80, edges: 9 },
      ],
      magnification: 0.08,
      pixelMm: 0.01,
      problems: [
        { kind: 'blurred', fNumber: 8, frames: ['2.tif'] },
        { kind: 'tooSharp', fNumber: 22, cyMm: 50, idealCyMm: 33 },
      ],
    },
    fields: [
      {
        fNumber: 4,
        centre: { mm: 0, doubtMm: 0 },
        heightMm: 20,
        tangentialSag: { mm: 1, doubtMm: 0, terms: [1, 0] },
        sagittalSag: { mm: 1, doubtMm: 0, terms: [1, 0] },
        tilt: [
          { slope: 0, doubt: 0 },
          { slope: 0, doubt: 0 },
        ],
        softerToward: { deg: 3, doubtDeg: 1 },
        edges: 30,
      },
    ],
    focusShift: { fNumbers: [4, 8], shift: [{ mm: 0, doubtMm: 0 }] },
    distortion: { lastMm: 20, terms: [0, 0], doubt: 0, residualPx: 0.1, frames: 1 },
    lateralColour: {
      lastMm: 20,
      red: { terms: [1e-4, 0], doubtMm: 1e-4, wholeMm: [0, 0] },
      blue: { terms: [0, 1e-7], doubtMm: 1e-4, wholeMm: [0, 1e-3] },
      edges: 60,
    },
    flare: [{ fNumber: 4, veil: 0.02, doubt: 0.001, worst: { veil: 0.04, at: [0.8, 0.2] }, edges: 90 }],
  },
};

test.each([light, SHARP, { kind: 'chart', sharp: chartResult(chartLayout('A4'), [], 90) } as const])(
  'whatever the core measured goes into a file and comes back as it was',
  (result) => {
    const chart = result.kind === 'chart' ? ('A3' as const) : null;
    const own = { ...tested, settings: { ...settings, target: result.kind, chart } };
    const file = lensTestFileSchema.parse(asJson(lensTestFileOf(own, result)));
    expect(file.result).toEqual(result);
    expect(file.marks).toEqual(tested.marks);
    const copy = settingsFromFile(file, { lensId: LENS, name: 'Another copy' });
    expect(lensTestSettingsSchema.parse(asJson(copy))).toEqual(copy);
    expect(copy).toMatchObject({ lensId: LENS, rigId: null, appliedAt: null, otherCopy: { lens: '90 mm', begunAt: tested.begunAt } });
  },
);

test('what is not such a file is refused by field', () => {
  const file = asJson(lensTestFileOf(tested, light)) as object;
  const refused = (over: object) => lensTestFileSchema.safeParse({ ...file, ...over }).error?.issues.map(({ path }) => path.join('.'));
  expect(refused({})).toBeUndefined();
  expect(refused({ version: 1 })).toEqual(['version']);
  expect(refused({ format: 'something else' })).toEqual(['format']);
  expect(refused({ frame: { widthMm: 36, heightMm: 'tall' } })).toEqual(['frame.heightMm']);
  expect(refused({ result: { kind: 'wall', light: { ...light.light, circle: 5 } } })).toEqual(['result.light.circle']);
});

test('another copy is never written into the kit, and its result is of what it was taken of', () => {
  const copy = settingsFromFile(lensTestFileSchema.parse(asJson(lensTestFileOf(tested, light))), { lensId: LENS, name: 'Another copy' });
  const refused = (over: object) => lensTestSettingsSchema.safeParse({ ...copy, ...over }).error?.issues.map(({ message }) => message);
  expect(refused({ appliedAt: tested.begunAt })).toEqual(['What was measured on another copy of a lens is not written into the kit.']);
  expect(refused({ target: 'chart', chart: 'A3' })).toEqual([
    'Target and result must match: both of a wall, both of the chart, or both of a texture.',
  ]);
});

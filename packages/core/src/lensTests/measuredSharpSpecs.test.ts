import { contradictionsIn, itemOf } from '../kit/item';
import type { ChartResult } from './chartResult';
import { markedSpecs, sharpSpecs, withMeasuredSharpness } from './measuredSharpSpecs';

const LENS = {
  ...itemOf('lens', 'l1', '24 mm', {
    focalMm: 24,
    widestFNumber: 4,
    smallestFNumber: 22,
    imageCircleMm: 60,
    sharpCircles: [{ fNumber: 16, diameterMm: 58, evidence: 'table' }],
    heightsMm: [15, 30],
    falloffWideStops: [0.5, 2],
    falloffStoppedStops: [],
  }),
  typical: ['sharpCircles', 'tangentialSagMm', 'pupilRatio'],
};
const level = (cyMm: number) => [0, 40].map(() => ({ cyMm, doubtCyMm: 1 }));
const at = (fNumber: number, cyMm: number) => ({
  fNumber,
  heightsMm: [0, 40],
  tangential: level(cyMm),
  sagittal: level(cyMm),
  idealCyMm: 90,
  edges: 100,
});
const RESULT: ChartResult = {
  sharpness: { apertures: [at(4, 12), at(8, 40)], magnification: 0.08, pixelMm: 0.01, problems: [] },
  fields: [
    {
      fNumber: 4,
      centre: { mm: 0, doubtMm: 0.01 },
      heightMm: 20,
      tangentialSag: { mm: 0.2, doubtMm: 0.01, terms: [0.2, 0] },
      sagittalSag: { mm: -0.1, doubtMm: 0.01, terms: [-0.1, 0] },
      tilt: [
        { slope: 0, doubt: 1 },
        { slope: 0, doubt: 1 },
      ],
      softerToward: null,
      edges: 100,
    },
  ],
  focusShift: {
    fNumbers: [4, 8],
    shift: [
      { mm: 0, doubtMm: 0 },
      { mm: 0.06, doubtMm: 0.01 },
    ],
  },
  distortion: { lastMm: 32, terms: [1e-5, 0], doubt: 1e-5, residualPx: 0.05, frames: 3 },
  lateralColour: null,
  flare: [],
};

test('the lens has what was measured, as measured, and does not contradict itself', () => {
  const specs = sharpSpecs(RESULT, 25);
  if (!specs) throw new Error('nothing was measured');
  const lens = withMeasuredSharpness(LENS, specs);
  // Nowhere sharp at f/4; at f/8 as far as the frames reach, and no farther than the image circle.
  expect(lens.specs.sharpCircles).toEqual([
    { fNumber: 4, diameterMm: 1, evidence: 'measured' },
    { fNumber: 8, diameterMm: 60, evidence: 'measured' },
  ]);
  expect(lens.specs.heightsMm).toEqual([4, 8, 12, 16, 20, 24, 28, 32]);
  // A quarter of the sag at half the height; beyond what was measured it stays.
  expect(lens.specs.tangentialSagMm[4]).toBeCloseTo(0.2, 3);
  expect(lens.specs.tangentialSagMm[7]).toBeCloseTo(0.2, 3);
  expect(lens.specs.sagittalSagMm[1]).toBeCloseTo(-0.1 * 0.16, 3);
  // 1e-5 · 32² = 1.024 %.
  expect(lens.specs.distortionPercent[7]).toBeCloseTo(1.024, 3);
  expect([lens.specs.focusShiftFNumbers, lens.specs.focusShiftMm]).toEqual([
    [4, 8],
    [0, 0.06],
  ]);
  // Falloff of another test goes over to the new heights: straight between 15 mm and 30 mm.
  expect(lens.specs.falloffWideStops[4]).toBeCloseTo(0.5 + (1.5 * 5) / 15, 9);
  expect(lens.specs.falloffStoppedStops).toEqual([]);
  expect(lens.typical).toEqual(['pupilRatio']);
  expect(contradictionsIn('lens', lens.specs)).toEqual([]);
});

test('without a focus series and markers the tables stay; frames at wrong apertures give nothing', () => {
  const specs = sharpSpecs({ ...RESULT, fields: [], focusShift: null, distortion: null, lateralColour: null, flare: [] }, 25);
  if (!specs) throw new Error('nothing was measured');
  const lens = withMeasuredSharpness(LENS, specs);
  expect(lens.specs.heightsMm).toEqual([15, 30]);
  expect(lens.specs.focusShiftMm).toEqual(LENS.specs.focusShiftMm);
  expect(lens.typical).toEqual(['tangentialSagMm', 'pupilRatio']);
  const wrong = { ...RESULT.sharpness, problems: [{ kind: 'tooSharp' as const, fNumber: 8, cyMm: 90, idealCyMm: 50 }] };
  expect(sharpSpecs({ ...RESULT, sharpness: wrong }, 25)).toBeNull();
});

test('a later test takes nothing away: apertures that it did not measure stay, and at least is no less than what was measured', () => {
  const specs = sharpSpecs({ ...RESULT, fields: [], focusShift: null, distortion: null, lateralColour: null, flare: [] }, 25);
  if (!specs?.sharpCircles) throw new Error('nothing was measured');
  const known = (fNumber: number, diameterMm: number, evidence: 'measured' | 'table') => ({ fNumber, diameterMm, evidence });
  const lens = {
    ...LENS,
    specs: {
      ...LENS.specs,
      imageCircleMm: 120,
      sharpCircles: [known(4, 30, 'measured'), known(8, 90, 'measured'), known(11, 100, 'measured'), known(22, 110, 'table')],
    },
  };
  // At f/8 the frames end at 40 mm from the axis; at f/4 the lens was found never to be sharp.
  expect(withMeasuredSharpness(lens, specs).specs.sharpCircles).toEqual([
    known(4, 1, 'measured'),
    known(8, 90, 'measured'),
    known(11, 100, 'measured'),
  ]);
});

test('where the kit has values farther out, they stay', () => {
  const lens = { ...LENS, specs: { ...LENS.specs, heightsMm: [20, 40], falloffWideStops: [1, 4], tangentialSagMm: [0.3, 0.9] } };
  const specs = sharpSpecs(RESULT, 25);
  if (!specs) throw new Error('nothing was measured');
  const after = withMeasuredSharpness(lens, specs).specs;
  expect(after.heightsMm).toEqual([4, 8, 12, 16, 20, 24, 28, 32, 40]);
  expect(after.falloffWideStops.at(-1)).toBe(4);
  expect(after.tangentialSagMm.at(4)).toBeCloseTo(0.2, 3);
  expect(after.tangentialSagMm.at(-1)).toBeCloseTo(0.9, 9);
  // Distortion was measured up to 32 mm, and nobody knew it farther out: its last value stays.
  expect(after.distortionPercent.at(-1)).toBe(after.distortionPercent.at(-2));
  expect(contradictionsIn('lens', after)).toEqual([]);
});

test('a circle by eye counts instead of the one that was measured, and says so; what the eye left open stays measured', () => {
  // Good enough 9 mm from the axis, not at 12 mm: as an even spread.
  const byEye = [
    { fNumber: 4, kind: 'measured', radiusMm: 10.5, doubtMm: 3 / Math.sqrt(12) },
    { fNumber: 8, kind: 'unknown' },
  ] as const;
  expect(sharpSpecs(RESULT, 25, byEye)?.sharpCircles).toEqual([
    { fNumber: 4, diameterMm: 18, isAtLeast: false, isByEye: true },
    ...(sharpSpecs(RESULT, 25)?.sharpCircles?.slice(1) ?? []),
  ]);
  const specs = sharpSpecs(RESULT, 25, byEye);
  if (!specs) throw new Error('nothing was measured');
  expect(withMeasuredSharpness(LENS, specs).specs.sharpCircles.map(({ evidence }) => evidence)).toEqual(['byEye', 'measured']);
});

test('marks alone give circles and nothing else; what they leave open gives nothing', () => {
  const specs = markedSpecs([
    { fNumber: 4, kind: 'never' },
    { fNumber: 8, kind: 'measured', radiusMm: 15, doubtMm: 8 / Math.sqrt(12) },
    { fNumber: 16, kind: 'unknown' },
  ]);
  expect(specs?.sharpCircles?.map(({ fNumber, diameterMm }) => [fNumber, diameterMm])).toEqual([
    [4, 1],
    [8, 22],
  ]);
  if (!specs) throw new Error('nothing was marked');
  const lens = withMeasuredSharpness(LENS, specs);
  expect({ ...lens.specs, sharpCircles: [] }).toEqual({ ...LENS.specs, sharpCircles: [] });
  expect(markedSpecs([{ fNumber: 16, kind: 'unknown' }])).toBeNull();
});

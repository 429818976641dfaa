import { chartConclusion, chartFacts, sharpnessProblem, type ChartFact } from './chartConclusions';
import type { ChartResult } from './chartResult';
import type { SharpnessAtAperture } from './chartSharpness';

const FRAME = { widthMm: 36, heightMm: 24 };

/** Sharpness that falls evenly to the corner, as squares of the blur go. */
const evenly = (fNumber: number, from: number, to: number, ideal: number): SharpnessAtAperture => {
  const heightsMm = [0, 11, 22];
  const along = heightsMm.map((mm) => ({ cyMm: (from ** -2 + (mm / 22) * (to ** -2 - from ** -2)) ** -0.5, doubtCyMm: 0.5 }));
  return { fNumber, heightsMm, tangential: along, sagittal: along, idealCyMm: ideal, edges: 200 };
};
const result = (over: Partial<ChartResult> = {}): ChartResult => ({
  sharpness: {
    apertures: [evenly(4, 50, 18, 60), evenly(8, 55, 32, 58), evenly(22, 30, 28, 33)],
    magnification: 0.08,
    pixelMm: 0.009,
    problems: [],
  },
  fields: [],
  focusShift: null,
  distortion: null,
  lateralColour: null,
  flare: [],
  ...over,
});
const of = <K extends ChartFact['kind']>(facts: readonly ChartFact[], kind: K) =>
  facts.filter((each): each is Extract<ChartFact, { kind: K }> => each.kind === kind);

describe('what frames of the test chart found', () => {
  test('best apertures by place, circles by aperture, and what sets the limit', () => {
    const facts = chartFacts(result(), FRAME, 25);
    expect(of(facts, 'best').map(({ place, fNumbers }) => [place, fNumbers])).toEqual([
      ['centre', [8]],
      ['edge', [8]],
      ['corner', [8]],
    ]);
    const circles = of(facts, 'circle').map(({ circle }) => circle);
    expect(circles.map(({ kind }) => kind)).toEqual(['measured', 'atLeast', 'atLeast']);
    // As the frames end before the standard does, nothing is said of beyond.
    expect(of(facts, 'beyond')).toEqual([]);
    expect(of(facts, 'limit')[0]).toMatchObject({ fNumber: 8, limitedBy: 'sensor' });
    const [stopped] = of(facts, 'diffraction');
    expect(stopped?.share).toBeCloseTo(1 - 30 / 55, 9);
    expect(stopped?.idealShare).toBeCloseTo(1 - 33 / 58, 9);
  });

  test('a lens far below what is possible sets the limit itself; beyond the farthest circle nothing meets the standard', () => {
    const facts = chartFacts(
      result({ sharpness: { ...result().sharpness, apertures: [evenly(4, 30, 15, 60), evenly(8, 40, 20, 58)] } }),
      FRAME,
      25,
    );
    expect(of(facts, 'limit')[0]?.limitedBy).toBe('lens');
    const [four, eight] = of(facts, 'circle').map(({ circle }) => ('radiusMm' in circle ? circle.radiusMm : 0));
    expect(eight).toBeGreaterThan(four ?? 0);
    expect(of(facts, 'beyond')[0]?.heightMm).toBe(eight);
  });

  test('what does not stand out from its doubt is not told', () => {
    const field = {
      fNumber: 4,
      centre: { mm: 0, doubtMm: 0.01 },
      heightMm: 20,
      tangentialSag: { mm: 0.2, doubtMm: 0.01, terms: [0.2, 0] as const },
      sagittalSag: { mm: 0.1, doubtMm: 0.01, terms: [0.1, 0] as const },
      tilt: [
        { slope: -0.00390625, doubt: 0.0002 },
        { slope: 0.0003, doubt: 0.0002 },
      ] as const,
      softerToward: null,
      edges: 200,
    };
    const focusShift = {
      fNumbers: [4, 8, 11],
      shift: [
        { mm: 0, doubtMm: 0 },
        { mm: 0.08, doubtMm: 0.01 },
        { mm: 0.02, doubtMm: 0.01 },
      ],
    };
    const facts = chartFacts(result({ fields: [field], focusShift }), FRAME, 25);
    // 1/256 mm per mm over 36 mm.
    const [tilted] = of(facts, 'fieldTilt');
    expect(tilted?.borders).toEqual([{ side: 'left', mm: 0.140625, doubtMm: 0.0002 * 36 }]);
    // A slope of 0.0039 is a quarter of a degree, near enough.
    expect(tilted?.deg).toBeCloseTo((Math.hypot(0.00390625, 0.0003) * 180) / Math.PI, 5);
    expect(tilted?.doubtDeg).toBeCloseTo(0.0115, 4);
    expect(of(facts, 'focusShift')).toEqual([{ kind: 'focusShift', fNumber: 8, mm: 0.08, doubtMm: 0.01 }]);
    expect(of(facts, 'decentred')).toEqual([]);
  });

  test('fringes are as wide as the colours lie apart, green among them', () => {
    const shift = (mm: number) => ({ terms: [mm / 20, 0] as const, doubtMm: 0.0004, wholeMm: [0, 0] as const });
    const fringe = (red: number, blue: number) =>
      of(
        chartFacts(result({ lateralColour: { lastMm: 20, red: shift(red), blue: shift(blue), edges: 200 } }), FRAME, 25),
        'lateralColour',
      )[0];
    expect(fringe(0.009, -0.0045)).toMatchObject({ heightMm: 20, fringePx: 1.5, redUm: 9, blueUm: -4.5 });
    // Both on one side of green: the farther one counts.
    expect(fringe(0.009, 0.0045)?.fringePx).toBeCloseTo(1, 9);
  });

  test('nothing measured is nothing said', () => {
    expect(chartFacts(result({ sharpness: { ...result().sharpness, apertures: [] } }), FRAME, 25)).toEqual([]);
  });
});

test.each<[ChartFact, string]>([
  [
    { kind: 'best', place: 'corner', heightMm: 21.6, fNumbers: [8, 11], cyMm: 32.4, isOnly: false },
    'In the corners (21.6 mm from the axis) f/8 and f/11 are sharpest: 32 lp/mm.',
  ],
  [{ kind: 'best', place: 'centre', heightMm: 0, fNumbers: [8], cyMm: 55, isOnly: false }, 'On the axis f/8 is sharpest: 55 lp/mm.'],
  [{ kind: 'best', place: 'centre', heightMm: 0, fNumbers: [8], cyMm: 55, isOnly: true }, 'On the axis the lens reaches 55 lp/mm at f/8.'],
  [
    { kind: 'circle', circle: { fNumber: 8, kind: 'measured', radiusMm: 31.24, doubtMm: 0.4 } },
    'At f/8 your standard of 25 lp/mm is met up to 31.2 ± 0.4 mm from the axis.',
  ],
  [{ kind: 'circle', circle: { fNumber: 4, kind: 'never' } }, 'At f/4 your standard of 25 lp/mm is not met even on the axis.'],
  [
    {
      kind: 'fieldTilt',
      borders: [
        { side: 'left', mm: 0.144, doubtMm: 0.007 },
        { side: 'bottom', mm: 0.05, doubtMm: 0.002 },
      ],
      deg: 0.24,
      doubtDeg: 0.012,
    },
    'The field is tilted: compared with the opposite border, focus lies farther from the lens by 0.14 ± 0.01 mm at the left and 0.05 ± 0.01 mm at the bottom. If the lens itself is centred, it stands 0.24 ± 0.01° out of square with the sensor: check the adapter and the standards.',
  ],
  [
    { kind: 'marked', circle: { fNumber: 8, kind: 'measured', radiusMm: 24.3, doubtMm: 1.44 } },
    'By your marks f/8 is good enough up to 24.3 ± 1.4 mm from the axis.',
  ],
  [
    { kind: 'marked', circle: { fNumber: 8, kind: 'unknown' } },
    'How far f/8 is good enough is unknown: mark a place closer to the axis too.',
  ],
  [{ kind: 'focusShift', fNumber: 8, mm: -0.08, doubtMm: 0.01 }, 'Stopped down to f/8, best focus moves 0.08 ± 0.01 mm toward the lens.'],
  [{ kind: 'decentred', towardDeg: -130 }, 'Even at best focus the lens is softer toward the lower left: an element may be decentred.'],
  [{ kind: 'distortion', heightMm: 21.6, percent: -1.234, doubtPercent: 0.004 }, 'Distortion 21.6 mm from the axis: 1.23 ± 0.01 % barrel.'],
  [
    { kind: 'lateralColour', heightMm: 21.6, redUm: 6.1, blueUm: -3.24, doubtUm: 0.4, fringePx: 1.04 },
    'Lateral colour: 21.6 mm from the axis red is drawn 6.1 µm farther out than green, blue 3.2 µm farther in (± 0.4 µm), which makes fringes 1.0 px wide. Software can remove them.',
  ],
  [
    { kind: 'lateralColour', heightMm: 21.6, redUm: 1, blueUm: -0.5, doubtUm: 0.4, fringePx: 0.17 },
    'Lateral colour: up to 21.6 mm from the axis fringes stay under 0.3 px, too narrow to be seen.',
  ],
  [
    { kind: 'flare', flare: { fNumber: 4, veil: 0.021, doubt: 0.0004, worst: { veil: 0.043, at: [5 / 6, 1 / 6] }, edges: 200 } },
    'With a lamp beside the frame, flare at f/4 veils the picture by 2.1 ± 0.1 % of white, 4.3 % at the upper right. Shade the lens.',
  ],
  [
    { kind: 'flare', flare: { fNumber: 8, veil: 0.001, doubt: 0.0004, worst: { veil: 0.002, at: [0.5, 0.5] }, edges: 200 } },
    'With a lamp beside the frame, no flare can be seen at f/8.',
  ],
  [{ kind: 'distortion', heightMm: 21.6, percent: 0.02, doubtPercent: 0.004 }, 'No distortion can be seen up to 21.6 mm from the axis.'],
])('%j is said as a sentence', (fact, words) => {
  expect(chartConclusion(fact, 25)).toBe(words);
});

test('what went wrong says what to do', () => {
  const said = sharpnessProblem({ kind: 'blurred', fNumber: 8, frames: ['1.tif', '2.tif', '3.tif', '4.tif', '5.tif'] });
  expect(said).toContain('1.tif, 2.tif, 3.tif, 4.tif, + 1');
  expect(said).toContain('take them again');
  expect(sharpnessProblem({ kind: 'tooSharp', fNumber: 22, cyMm: 50, idealCyMm: 33 })).toContain(
    'at least 50 lp/mm, but diffraction and pixels allow only 33',
  );
});

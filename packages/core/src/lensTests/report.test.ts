import type { Drawing, Mark } from '../card/drawing';
import { report } from './report.test-support';
import { reportChart, roundStep } from './reportChart';
import { testReport } from './report';
import { measuredLight } from './light';
import { textureConclusion, textureFacts } from './textureConclusions';
import type { TextureAtAperture, TextureResult } from './texture';

const textOf = (pages: readonly Drawing[]): string =>
  pages.flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))).join(' ');

const at = (fNumber: number, shares: readonly number[]): TextureAtAperture => {
  const row = shares.map((share) => ({ share, doubt: 0.01 }));
  return { fNumber, heightsMm: [0, 10, 20], tangential: row, sagittal: row, places: [] };
};
const TEXTURE: TextureResult = {
  apertures: [at(4, [0.8, 0.6, 0.42]), at(8, [1, 1, 1])],
  focus: { mm: 0.06, doubtMm: 0.01, fNumber: 4 },
  problems: [],
};

test('a report says what the page says, and nothing leaves the paper', () => {
  const pages = testReport(report, { kind: 'texture', texture: TEXTURE });
  const words = textOf(pages);
  for (const fact of textureFacts(TEXTURE, report.frame))
    expect(words.replace(/\s+/gu, ' ')).toContain(textureConclusion(fact).slice(0, 40));
  expect(words).toContain('42 %');
  for (const { widthMm, heightMm, marks } of pages)
    for (const mark of marks) for (const [x, y] of placesOf(mark)) expect(x >= 0 && y >= 0 && x <= widthMm && y <= heightMm).toBe(true);
});

test('nothing measured makes a page that says what is in doubt', () => {
  const light = measuredLight([], 0);
  const pages = testReport(report, { kind: 'wall', light: { ...light, problems: [{ kind: 'noAperture', frames: ['7.tif'] }] } });
  expect(textOf(pages)).toContain('No aperture is given for 7.tif');
});

test('another copy is called one', () => {
  expect(textOf(testReport({ ...report, isOtherCopy: true }, { kind: 'texture', texture: TEXTURE }))).toContain('another copy');
});

describe('a printed chart', () => {
  const chart = {
    title: 'T',
    xTitle: 'x',
    yTitle: 'y',
    lines: [
      {
        label: 'a',
        points: [
          { x: 0, y: 0 },
          { x: 30, y: 10 },
        ],
      },
    ],
  };
  const place = { x: 10, y: 20, w: 100, h: 60 };
  const isThick = (mark: Mark): mark is Extract<Mark, { kind: 'line' }> => mark.kind === 'line' && mark.widthMm === 0.3;

  test('draws values where its axes say', () => {
    const marks = reportChart(chart, place);
    const [drawn] = marks.filter(isThick);
    const label = (words: string) => marks.find((mark) => mark.kind === 'text' && mark.text === words) as Extract<Mark, { kind: 'text' }>;
    expect(drawn?.x2).toBeCloseTo(label('30').x, 6);
    expect(drawn?.y2).toBeCloseTo(label('10').y - 0.8, 6);
    expect(drawn?.y1).toBeGreaterThan(drawn?.y2 ?? NaN);
    const [down] = reportChart({ ...chart, downward: true }, place).filter(isThick);
    expect(down?.y1).toBeLessThan(down?.y2 ?? NaN);
  });

  test('ends its axes with the first step that holds everything: none is too long or too short', () => {
    const steps = (lastX: number): readonly string[] => {
      const points = [
        { x: 0, y: 0 },
        { x: lastX, y: 10 },
      ];
      const marks = reportChart({ ...chart, lines: [{ label: 'a', points }] }, place);
      return marks.flatMap((mark) => (mark.kind === 'text' && mark.anchor === 'middle' && mark.text !== 'x' ? [mark.text] : []));
    };
    expect(steps(30)).toEqual(['0', '5', '10', '15', '20', '25', '30']);
    expect(steps(31)).toEqual(['0', '5', '10', '15', '20', '25', '30', '35']);
    expect(steps(0.3)).toEqual(['0.00', '0.05', '0.10', '0.15', '0.20', '0.25', '0.30']);
  });

  test('leaves gaps, and keeps names apart', () => {
    const gap = reportChart(
      {
        ...chart,
        lines: [
          {
            label: 'a',
            points: [
              { x: 0, y: 1 },
              { x: 1, y: null },
              { x: 2, y: 1 },
            ],
          },
        ],
      },
      place,
    );
    expect(gap.filter(isThick)).toEqual([]);
    const four = Array.from({ length: 4 }, (_, i) => ({
      label: `line ${i}`,
      points: [
        { x: 0, y: 5 },
        { x: 30, y: 5 + i / 100 },
      ],
    }));
    const names = reportChart({ ...chart, lines: four }, place).flatMap((mark) =>
      mark.kind === 'text' && mark.text.startsWith('line') ? [mark.y] : [],
    );
    const sorted = names.toSorted((a, b) => a - b);
    sorted.slice(1).forEach((y, i) => expect(y - (sorted[i] ?? NaN)).toBeGreaterThan(2.5));
  });

  test.each([
    [33, 5],
    [8, 1],
    [0.37, 0.05],
    [100, 20],
    [61, 10],
  ])('a range of %d is divided in steps of %d', (range, step) => expect(roundStep(range)).toBeCloseTo(step, 9));
});

function placesOf(mark: Mark): readonly (readonly [number, number])[] {
  if (mark.kind === 'line')
    return [
      [mark.x1, mark.y1],
      [mark.x2, mark.y2],
    ];
  return mark.kind === 'text' ? [[mark.x, mark.y]] : [];
}

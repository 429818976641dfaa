import fc from 'fast-check';
import { JUDGED_PLACES } from '@gangway/contract/lensTest';
import { cutOut, marked, middleOf } from './judged';

const edge = (xPx: number, yPx: number) => ({
  xPx,
  yPx,
  acrossDeg: 5,
  mtf50CyPx: 0.3,
  doubtCyPx: 0.01,
  redPx: null,
  bluePx: null,
  dark: null,
  bright: null,
});

test('a place is looked at where the nearest edge of the chart is, or short of the border without a chart', () => {
  const size = { width: 1000, height: 600 };
  expect(middleOf({ ...size, chart: null }, 'upperRight')).toEqual([970, 18]);
  const chart = { markers: [], refused: {}, edges: [edge(480, 310), edge(900, 60), edge(60, 560)] };
  expect(middleOf({ ...size, chart }, 'centre')).toEqual([480, 310]);
  expect(middleOf({ ...size, chart }, 'upperRight')).toEqual([900, 60]);
  expect(middleOf({ ...size, chart: { ...chart, edges: [] } }, 'centre')).toEqual([500, 300]);
});

test('a cut-out never leaves its frame, and is as large as asked for where the frame is', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...JUDGED_PLACES),
      fc.integer({ min: 1, max: 900 }),
      fc.integer({ min: 20, max: 3000 }),
      (place, sizePx, width) => {
        const frame = { width, height: 400, chart: null };
        const { left, top, width: wide, height: high } = cutOut(frame, middleOf(frame, place), sizePx);
        expect([wide, high]).toEqual([Math.min(sizePx, width), Math.min(sizePx, 400)]);
        expect(Math.min(left, top, width - left - wide, 400 - top - high)).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});

test('a place has one mark, which a second one replaces and none takes away', () => {
  const at = { frameId: 'a', place: 'centre' as const, at: [0.5, 0.5] as [number, number] };
  const other = { ...at, place: 'top' as const, mark: 'good' as const };
  const first = marked([other], at, 'good');
  expect(marked(first, at, 'no')).toEqual([other, { ...at, mark: 'no' }]);
  expect(marked(first, at, null)).toEqual([other]);
});

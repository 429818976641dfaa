import fc from 'fast-check';
import { seriesDoubt, seriesDoubts, type PlacedFrame } from './seriesDoubts';

const frame = (name: string, over: Partial<PlacedFrame> = {}): PlacedFrame => ({
  name,
  fNumber: 8,
  wroteFNumber: null,
  takenAt: null,
  ...over,
});

test('a file that says another aperture is doubted, not one that rounds', () => {
  expect(seriesDoubts([frame('a', { wroteFNumber: 8.2 })])).toEqual([]);
  const doubts = seriesDoubts([frame('a', { wroteFNumber: 5.6 })]);
  expect(doubts.map(seriesDoubt)).toEqual(['a: the file says f/5.6, the plan f/8.']);
});

test('a frame taken before the one ahead of it is doubted', () => {
  const doubts = seriesDoubts([frame('a', { takenAt: '2026-11-30T10:00:05.000Z' }), frame('b', { takenAt: '2026-11-30T10:00:00.000Z' })]);
  expect(doubts.map(seriesDoubt)).toEqual(['b was taken before a, which comes first in the plan.']);
});

test('files that say nothing are not doubted, in any number', () => {
  fc.assert(fc.property(fc.array(fc.string()), (names) => seriesDoubts(names.map((name) => frame(name))).length === 0));
});

import { seamCause } from './seamCause';
import { seamState } from './seamState';
import { seamWords } from './seamWords';

const SEAM = {
  a: 0,
  b: 1,
  offset: null,
  looked: 6,
  detailed: 6,
  agreeing: 6,
  scatterPx: 0.1,
  farthestPx: 0,
  bentPx: 0,
  leftOut: false,
  worstAt: null,
} as const;

test('a seam fits only if it is not off by more than half a pixel where it ended up', () => {
  expect(seamState('fits', SEAM)).toBe('fits');
  expect(seamState('fits', { ...SEAM, bentPx: 0.48 })).toBe('fits');
  expect(seamState('fits', { ...SEAM, bentPx: 0.55 })).toBe('motion');
  expect(seamState('fits', { ...SEAM, scatterPx: 0.4, bentPx: 0.4 })).toBe('motion');
  expect(seamState('fits', { ...SEAM, bentPx: 3, leftOut: true })).toBe('disagrees');
  for (const state of ['parallax', 'motion', 'nothing', 'disagrees'] as const)
    expect(seamState(state, { ...SEAM, bentPx: 9, leftOut: true })).toBe(state);
});

test('one that is pulled off by the others says so, and by how much', () => {
  const bent = { ...SEAM, bentPx: 0.7, state: seamState('fits', { ...SEAM, bentPx: 0.7 }) };
  expect(seamWords(bent, true)).toBe(
    'Off by 0.7 px: the two agree, but the other seams put them elsewhere. The camera or something in the picture moved between the frames.',
  );
  expect(seamCause({ frames: [], distortion: 0 }, bent)).toBe('motion');
  expect(seamWords({ ...SEAM, state: 'fits' }, true)).toBe('Fits: 6 of 6 places agree within 0.10 px.');
  expect(seamWords({ ...SEAM, state: 'motion', farthestPx: 2 }, true)).toMatch(/^Something moved between the two, by up to 2\.0 px/u);
});

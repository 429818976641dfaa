import { clearest } from './clearest';
import type { PlateLine } from './level';

const PLATE = { kind: 'flat', widthPx: 1600, heightPx: 1200, focalPx: 1300 } as const;
const HELD = { pitchDeg: 0, rollDeg: 0, turnedAwayDeg: null, uncertaintyDeg: 0.05, awayUncertaintyDeg: null, sure: true, levels: [] };

/** Verticals of 400 px across the picture, leaning by so many px over their length. */
const verticals = (count: number, leanPx: number): readonly PlateLine[] =>
  Array.from({ length: count }, (_, i): PlateLine => [
    100 + (1400 * i) / Math.max(1, count - 1),
    400,
    100 + (1400 * i) / Math.max(1, count - 1) + leanPx,
    800,
  ]);
const shown = (lines: readonly PlateLine[]) => clearest(PLATE, lines, { ...HELD, uprights: lines.map((_, i) => i) }, 40).uprights;

test('of many lines those that hardly miss the level are shown; of few, also those that miss it a little', () => {
  // Leaning by a quarter of what a line of this length is uncertain by.
  const leaning = verticals(6, 0.28);
  const many = shown([...verticals(14, 0), ...leaning]);
  expect(many).toHaveLength(14);
  expect(many.every(([u1, , u2]) => u1 === u2)).toBe(true);
  expect(shown([...verticals(5, 0), ...leaning])).toHaveLength(11);
  // What misses by more than that is never shown.
  expect(shown(verticals(6, 3))).toEqual([]);
});

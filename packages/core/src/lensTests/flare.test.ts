import { chartLayout } from './chart';
import { chartResult } from './chartResult';
import { chartFlare } from './flare';
import type { ChartFrame } from './chartFrame';
import { simulatedSharpCopy, type ChartShot } from './simulatedChart';
import { readFrame } from './simulatedCharts.test-support';

jest.setTimeout(120_000);

const LAYOUT = chartLayout('A3');
const FRAME = { widthMm: 36, heightMm: 24, widthPx: 1200, heightPx: 800 };
const LAW = { ...simulatedSharpCopy({ focalMm: 50, imageCircleMm: 64, widestFNumber: 4 }, 2), veil: 0.03 };

const shot = (over: Partial<ChartShot>): ChartShot => ({
  fNumber: 8,
  riseMm: 0,
  shiftMm: 0,
  focusMm: 0,
  exposure: 0.6,
  noise: 0.01,
  rollDeg: 0.2,
  turnedDeg: [0, 0],
  seed: 1,
  ...over,
});
const dark = readFrame(LAW, shot({}), FRAME, LAYOUT);
/** Half a stop less light, so that the exposure does not matter. */
const lit = readFrame(LAW, shot({ seed: 2, exposure: 0.42, lamp: true }), FRAME, LAYOUT);

test('the light that a lamp spreads is measured against the paper, whatever the exposure, and strongest beside the lamp', () => {
  const [found] = chartFlare([dark, lit]);
  if (!found) throw new Error('nothing was measured');
  // The invented lens veils its middle by this share, and half as much again at the border with the lamp.
  expect(found.veil).toBeCloseTo(0.03, 2);
  expect(Math.abs(found.veil - 0.03)).toBeLessThan(0.0015);
  expect(found.worst.veil).toBeGreaterThan(0.035);
  expect(found.worst.at[0]).toBeGreaterThan(0.5);
});

test('without a frame without the lamp nothing is told; frames with the lamp are not taken for the sharpness', () => {
  expect(chartFlare([lit])).toEqual([]);
  expect(chartFlare([dark, { ...lit, fNumber: 11 }])).toEqual([]);
  const only = chartResult(LAYOUT, [dark], 50);
  const both = chartResult(LAYOUT, [dark, lit], 50);
  expect(both.sharpness).toEqual(only.sharpness);
  expect(both.flare).toHaveLength(1);
  expect(only.flare).toEqual([]);
});

test('frames that were read before levels were kept tell nothing', () => {
  const earlier = (frame: ChartFrame): ChartFrame => ({
    ...frame,
    edges: frame.edges.map((edge) => ({ ...edge, dark: null, bright: null })),
  });
  expect(chartFlare([earlier(dark), lit])).toEqual([]);
});

import type { ChartFrame } from '@gangway/core/lensTests/chartFrame';
import type { LensTestFrame, LensTestSettings, TestShot } from './lensTest';

/** A frame of the test chart as it is measured, from how it is stored and its place in the plan; `null` where it is not one. */
export function chartFrameFrom(
  { name, width, height, chart }: Pick<LensTestFrame, 'name' | 'width' | 'height' | 'chart'>,
  { fNumber, riseMm, shiftMm, focusMm, lamp }: Pick<TestShot, 'fNumber' | 'riseMm' | 'shiftMm' | 'focusMm' | 'lamp'>,
  { widthMm, heightMm }: Pick<LensTestSettings, 'widthMm' | 'heightMm'>,
): ChartFrame | null {
  if (chart === null) return null;
  return { name, fNumber, riseMm, shiftMm, focusMm, lamp, frame: { widthMm, heightMm }, widthPx: width, heightPx: height, ...chart };
}

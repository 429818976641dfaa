import type { ChartLayout } from './chart';
import { chartDistortion, type ChartDistortion } from './chartDistortion';
import { chartScale, placedEdges, type ChartFrame } from './chartFrame';
import { measuredSharpness, type SharpnessResult } from './chartSharpness';
import { chartFlare, type Flare } from './flare';
import { lateralColour, type LateralColour } from './lateralColour';
import { focusField, focusShiftOf, type FocusField, type FocusShift } from './focusField';

/** All that frames of the test chart tell of a lens. */
export interface ChartResult {
  readonly sharpness: SharpnessResult;
  /** Where it focuses, by aperture; empty without a focus series. */
  readonly fields: readonly FocusField[];
  readonly focusShift: FocusShift | null;
  readonly distortion: ChartDistortion | null;
  readonly lateralColour: LateralColour | null;
  /** By aperture; empty without frames with a lamp. */
  readonly flare: readonly Flare[];
}

/**
 * Sharpness, distortion and lateral colour, and as far as the frames show them
 * field curvature, focus shift and tilt.
 *
 * @param layout the chart
 * @param all what was read in the frames
 * @param focalMm focal length, mm; `null` where it is unknown, and with it where the field lies
 *
 * @example
 * chartResult(chartLayout('A4'), [], 90).fields // => []
 */
export function chartResult(layout: ChartLayout, all: readonly ChartFrame[], focalMm: number | null): ChartResult {
  // A veil makes edges neither softer nor sharper, but noisier.
  const frames = all.filter(({ lamp }) => !lamp);
  const apertures = [...new Set(frames.flatMap(({ fNumber }) => fNumber ?? []))].sort((a, b) => a - b);
  const fields =
    focalMm === null
      ? []
      : apertures.flatMap((fNumber) => {
          // Focus is compared where the lens stands centred.
          const centred = frames.filter((frame) => frame.fNumber === fNumber && frame.riseMm === 0 && frame.shiftMm === 0);
          return focusField(layout, centred, focalMm) ?? [];
        });
  // Out of focus the colours lie apart by more than the lens puts them.
  const inFocus = frames.filter(({ focusMm }) => focusMm === 0);
  return {
    sharpness: measuredSharpness(layout, frames),
    fields,
    focusShift: focusShiftOf(fields),
    distortion: chartDistortion(layout, frames),
    flare: chartFlare(all),
    lateralColour: lateralColour(
      placedEdges(
        inFocus,
        inFocus.map((frame) => chartScale(layout, frame)),
      ),
    ),
  };
}

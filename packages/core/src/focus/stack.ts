import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requirePositive } from '../errors';
import { conjugates } from './conjugates';

/** More frames than this are no plan, and no counter is trusted with them. */
export const STACK_MOST = 1_000_000;

export interface StackFramesInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Marked f-number. */
  readonly fNumber: number;
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
  /** Nearest distance, m. */
  readonly nearM: number;
  /** Farthest distance, m; `null` at infinity. */
  readonly farM: number | null;
  /** Share of one frame that the next repeats, 0 to 1. */
  readonly overlap?: number | undefined;
}

/**
 * Frames of a focus stack from near to far (m), each overlapping the next by a
 * share: e = N·c/f, ⌈ln(v_near/v_far)/((1 − overlap)·ln((1 + e)/(1 − e)))⌉, at
 * least 1. Throws `far_before_near`, `aperture_too_small`, `too_many_frames`.
 * Source: from the wedge's limits v/(1 ± e), which follow each other by a fixed ratio.
 */
export function stackFrames({ focalMm, fNumber, cocMm, nearM, farM, overlap = 0 }: StackFramesInput): number {
  const near = conjugates(focalMm, requirePositive('nearM', nearM));
  const far = conjugates(focalMm, farM);
  requirePositive('fNumber', fNumber);
  requirePositive('cocMm', cocMm);
  requireFinite('overlap', overlap);
  if (overlap < 0 || overlap >= 1) {
    throw new CoreError('bad_overlap', ['overlap'], say(focusText.overlapIsItMustBe, { overlap }));
  }
  if (farM !== null && farM < nearM) {
    throw new CoreError('far_before_near', ['farM'], say(focusText.farmIsItMustBe, { farM, nearM }));
  }
  const e = (fNumber * cocMm) / focalMm;
  if (e >= 1) return 1;
  const frames = Math.max(1, Math.ceil(Math.log(near.imageMm / far.imageMm) / ((1 - overlap) * Math.log((1 + e) / (1 - e))) - 1e-9));
  if (!(frames <= STACK_MOST)) {
    throw new CoreError('too_many_frames', ['cocMm'], say(focusText.thisStackWouldNeedMore, { stackMost: STACK_MOST }));
  }
  return frames;
}

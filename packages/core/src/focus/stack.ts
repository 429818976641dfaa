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
  /** Exit pupil over entrance pupil, 1 where unknown. */
  readonly pupilRatio?: number | undefined;
}

/**
 * Frames of a focus stack from near to far (m), each overlapping the next by a
 * share: e = N·c/f, ⌈ln(v_near/v_far)/((1 − overlap)·ln((1 + e)/(1 − e)))⌉, at
 * least 1. Throws `far_before_near`, `aperture_too_small`, `too_many_frames`.
 * Source: from the wedge's limits v/(1 ± e), which follow each other by a fixed ratio.
 */
export function stackFrames({ focalMm, fNumber, cocMm, nearM, farM, overlap = 0, pupilRatio = 1 }: StackFramesInput): number {
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
  const frames = stackShots({ nearMm: near.imageMm, farMm: far.imageMm, focalMm, fNumber, cocMm, overlap, pupilRatio });
  if (!(frames <= STACK_MOST)) {
    throw new CoreError('too_many_frames', ['cocMm'], say(focusText.thisStackWouldNeedMore, { stackMost: STACK_MOST }));
  }
  return frames;
}

export interface StackShotsInput {
  /** Image distances of the nearest and the farthest point, mm. */
  readonly nearMm: number;
  readonly farMm: number;
  readonly focalMm: number;
  readonly fNumber: number;
  readonly cocMm: number;
  readonly overlap: number;
  readonly pupilRatio: number;
}

/**
 * Shots between two image distances. Counted from the exit pupil, s = v − f(1 − p),
 * a shot holds from s/(1 − e) to s/(1 + e) with e = N·c/(p·f), so that shots
 * follow each other by a fixed ratio. Source: geometric blur cone of the exit pupil.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * stackShots({ nearMm: 120, farMm: 110, focalMm: 100, fNumber: 8, cocMm: 0.03, overlap: 0, pupilRatio: 1 }) // => 19
 */
export function stackShots({ nearMm, farMm, focalMm, fNumber, cocMm, overlap, pupilRatio }: StackShotsInput): number {
  const e = (fNumber * cocMm) / (pupilRatio * focalMm);
  const behind = focalMm * (1 - pupilRatio);
  if (e >= 1 || nearMm === farMm) return 1;
  return Math.max(1, Math.ceil(Math.log((nearMm - behind) / (farMm - behind)) / ((1 - overlap) * Math.log((1 + e) / (1 - e))) - 1e-9));
}

import { apertureWords } from '../words';
import { stopsBetween } from '../coverage/apertures';
import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';

/** A frame in its place in a series, with what its file says. */
export interface PlacedFrame {
  readonly name: string;
  /** The aperture of its place. */
  readonly fNumber: number;
  /** What the file says; `null` where it says nothing. */
  readonly wroteFNumber: number | null;
  /** When it was taken, ISO 8601; `null` where the file does not say. */
  readonly takenAt: string | null;
}

/** Why a frame may be in the wrong place. */
export type SeriesDoubt =
  | { readonly kind: 'aperture'; readonly name: string; readonly fNumber: number; readonly wroteFNumber: number }
  | { readonly kind: 'time'; readonly name: string; readonly before: string };

/** Cameras round f-numbers: what is nearer than this is the same aperture, stops. */
const SAME_STOPS = 0.25;

/**
 * What speaks against the places of frames in a series: another aperture in
 * the file, or a time before that of the frame in the place before.
 *
 * @param frames in the order of the series
 *
 * @example
 * seriesDoubts([{ name: '1.tif', fNumber: 8, wroteFNumber: 4, takenAt: null }]) // => [{ kind: 'aperture', name: '1.tif', fNumber: 8, wroteFNumber: 4 }]
 */
export function seriesDoubts(frames: readonly PlacedFrame[]): readonly SeriesDoubt[] {
  return frames.flatMap((frame, i): readonly SeriesDoubt[] => {
    const { name, fNumber, wroteFNumber, takenAt } = frame;
    const before = frames[i - 1];
    return [
      ...(wroteFNumber !== null && Math.abs(stopsBetween(fNumber, wroteFNumber)) > SAME_STOPS
        ? [{ kind: 'aperture' as const, name, fNumber, wroteFNumber }]
        : []),
      ...(takenAt !== null && before?.takenAt != null && takenAt < before.takenAt
        ? [{ kind: 'time' as const, name, before: before.name }]
        : []),
    ];
  });
}

/**
 * A doubt as a sentence.
 *
 * @param doubt what speaks against the place of a frame
 *
 * @example
 * seriesDoubt({ kind: 'aperture', name: '1.tif', fNumber: 8, wroteFNumber: 4 }) // => '1.tif: the file says f/4, the plan f/8.'
 */
export function seriesDoubt(doubt: SeriesDoubt): string {
  return doubt.kind === 'aperture'
    ? say(lensTestsText.otherAperture, {
        name: doubt.name,
        wrote: apertureWords(doubt.wroteFNumber),
        fNumber: apertureWords(doubt.fNumber),
      })
    : say(lensTestsText.earlierThanBefore, { name: doubt.name, before: doubt.before });
}

import { plateText } from '@gangway/messages/core/plate';
import { say } from '@gangway/messages/say';
import { CoreError } from '@gangway/core/errors';
import { fromElsewhere, type PlacedPlate, type PlacedRig } from '@gangway/core/plate/elsewhere';
import type { FrameSize } from '@gangway/core/model/frame';
import type { Pixel } from '@gangway/core/plate/pixel';
import { seenThroughRig } from '@gangway/core/plate/view';
import { anglesOf } from '@gangway/core/space/pose';
import { fixed } from '@gangway/core/words';
import { greyOf } from './grey';
import { matchedPlaces } from './matches';
import { colourPicture, readPhotograph, type PictureFile } from './photograph';

/** Both pictures are compared at so many px along their longer side: what a photograph is unsharp by is smaller than that. */
const COMPARED_PX = 1200;
/** The photograph is looked up in at most so many px. */
const SOURCE_PX = 3000;
/** A frame of other proportions than the plan by more than this share is not that frame, or a part of it. */
const SAME_SHAPE = 0.03;

/** A frame that was taken and the places that it and the photograph of the place both show. */
export interface TakenFrame {
  /** Of the frame, upright, px. */
  readonly widthPx: number;
  readonly heightPx: number;
  readonly matches: readonly { readonly platePx: Pixel; readonly framePx: Pixel }[];
}

/** How a frame was planned: the photograph, the rig, and the size of its whole frame, mm. */
export interface PlannedFrame {
  readonly photograph: PlacedPlate;
  readonly rig: PlacedRig;
  readonly frame: FrameSize;
}

/**
 * Places that a frame and the photograph it was planned on both show: the photograph is drawn through
 * the planned rig first, so that the two differ by what was done differently alone. With a known front only places on it count.
 * Throws `other_shape`, `not_a_picture`, `too_many_pixels`.
 */
export async function takenFrame(
  plateFile: PictureFile,
  frameFile: PictureFile,
  { photograph, rig, frame }: PlannedFrame,
): Promise<TakenFrame> {
  const { widthPx, heightPx } = await readPhotograph(frameFile);
  if (Math.abs(widthPx / heightPx / (frame.widthMm / frame.heightMm) - 1) > SAME_SHAPE)
    throw new CoreError(
      'other_shape',
      ['frame'],
      say(plateText.otherShape, { width: widthPx, height: heightPx, widthMm: fixed(frame.widthMm, 0), heightMm: fixed(frame.heightMm, 0) }),
    );
  const { plate, held, place } = photograph;
  const there = { turned: anglesOf(rig.from.axes), imageMm: rig.imageMm, riseMm: rig.riseMm, shiftMm: rig.shiftMm };
  const wide = Math.round(frame.widthMm >= frame.heightMm ? COMPARED_PX : (COMPARED_PX * frame.widthMm) / frame.heightMm);
  const source = await colourPicture(plateFile, SOURCE_PX);
  const { picture } = seenThroughRig(source, { plate, held, place }, { rig: there, frame, at: rig.from.at }, wide);
  const taken = await colourPicture(frameFile, Math.max(picture.widthPx, picture.heightPx));
  const perPx = frame.widthMm / picture.widthPx;
  const onPlate = ([x, y]: Pixel) =>
    fromElsewhere(photograph, rig, [(x - picture.widthPx / 2) * perPx, (picture.heightPx / 2 - y) * perPx]);
  const counts = (pixel: Pixel): boolean => {
    const { pixel: at, on } = onPlate(pixel);
    return (
      at !== null &&
      at[0] >= 0 &&
      at[1] >= 0 &&
      at[0] <= plate.widthPx &&
      at[1] <= plate.heightPx &&
      (place.front === null || on === 'front')
    );
  };
  const pairs = await matchedPlaces(greyOf(picture), greyOf(taken), counts);
  const [across, down] = [widthPx / taken.widthPx, heightPx / taken.heightPx];
  return {
    widthPx,
    heightPx,
    matches: pairs.flatMap(([planned, [x, y]]) => {
      const { pixel } = onPlate(planned);
      return pixel ? [{ platePx: pixel, framePx: [x * across, y * down] as const }] : [];
    }),
  };
}

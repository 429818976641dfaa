import { lengthWords } from '@gangway/messages/length';
import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { CoreError } from '@gangway/core/errors';
import type { Plate, PlateMeasurement } from '@gangway/core/model/plate';
import { outlinedFront, type OutlinedFront } from '@gangway/core/plate/front';
import { plateScale } from '@gangway/core/plate/height';
import type { KnownPlate } from '@gangway/core/plate/known';
import { doubtedHeight, doubtedLength, type PlateDoubt } from '@gangway/core/plate/uncertain';
import { metresWords } from '@gangway/core/words';

/** How well a height that somebody measured with a tape is known, m. */
export const TAPE_M = 0.02;
/** How well a place is clicked under the magnifier, px of a photograph 4000 px wide. */
const CLICK_PX = 1.5;

/** A result, or why there is none, in words. */
export type Found<T> = { readonly found: T } | { readonly why: string };

/** Does what may be refused, and tells why it was. */
export function found<T>(work: () => T): Found<T> {
  try {
    return { found: work() };
  } catch (error) {
    if (error instanceof CoreError) return { why: error.message };
    throw error;
  }
}

/** How uncertain what a measurement rests on is; `null` where that of the level is unknown. */
export function doubtOf(plate: Plate, { level }: KnownPlate): PlateDoubt | null {
  const levelDeg = level?.uncertaintyDeg ?? null;
  return levelDeg === null ? null : { levelDeg, clickPx: (CLICK_PX * plate.widthPx) / 4000, cameraHeightM: plate.cameraHeightDoubtM };
}

const NONE: PlateDoubt = { levelDeg: 0, clickPx: 0, cameraHeightM: 0 };

/** A value with its uncertainty in words. */
export function doubted(value: string, doubtM: number | null | undefined): string {
  if (doubtM == null) return say(plateText.doubtUnknown, { value });
  return say(plateText.doubt, { value, doubt: lengthWords(doubtM, doubtM < 0.1 ? 2 : 1) });
}

/** An outlined front, and its size with how far it may be off, in words. */
export interface FoundFront {
  readonly front: OutlinedFront;
  readonly words: string;
}

/** The outlined front with its size, or why it has none; `null` without an outline. */
export function frontOf(plate: Plate, known: KnownPlate): Found<FoundFront> | null {
  const { outline, cameraHeightM } = plate;
  const { projection, level } = known;
  if (!outline || !projection || !level) return null;
  return found(() => {
    const front = outlinedFront(projection, level, outline, cameraHeightM);
    const { leftFootPx, rightFootPx, leftTopPx } = outline;
    const doubt = doubtOf(plate, known);
    const side = doubt && doubtedHeight(projection, level, { footPx: leftFootPx, topPx: leftTopPx, cameraHeightM }, doubt);
    const foot = doubt && doubtedLength(projection, level, { outline, fromPx: leftFootPx, toPx: rightFootPx, cameraHeightM }, doubt);
    return {
      front,
      words: say(plateText.frontWords, {
        width: doubted(lengthWords(front.widthM, 2), foot?.lengthDoubtM),
        height: doubted(lengthWords(front.heightM, 2), side?.heightDoubtM),
        distance: metresWords(front.distanceM),
      }),
    };
  });
}

/** What a measurement came to, in words, or why it came to nothing. */
export function measuredWords(plate: Plate, known: KnownPlate, { of, fromPx, toPx }: PlateMeasurement): Found<string> {
  const { projection, level } = known;
  const { outline, cameraHeightM } = plate;
  if (!projection || !level) return { why: plateText.hintLevelFirst };
  const doubt = doubtOf(plate, known);
  if (of === 'height')
    return found(() => {
      const { heightM, distanceM, heightDoubtM, distanceDoubtM } = doubtedHeight(
        projection,
        level,
        { footPx: fromPx, topPx: toPx, cameraHeightM },
        doubt ?? NONE,
      );
      return say(plateText.heightWords, {
        height: doubted(lengthWords(heightM, 2), doubt && heightDoubtM),
        distance: doubt ? doubted(metresWords(distanceM), distanceDoubtM) : metresWords(distanceM),
      });
    });
  if (!outline) return { why: plateText.hintLengthNoFront };
  return found(() => {
    const { lengthM, lengthDoubtM } = doubtedLength(projection, level, { outline, fromPx, toPx, cameraHeightM }, doubt ?? NONE);
    return say(plateText.lengthWords, { length: doubted(lengthWords(lengthM, 2), doubt && lengthDoubtM) });
  });
}

/** How high the camera stood where a measured height is known, m. */
export function cameraHeightBy({ projection, level }: KnownPlate, { fromPx, toPx }: PlateMeasurement, heightM: number): Found<number> {
  if (!projection || !level) return { why: plateText.hintLevelFirst };
  return found(() => plateScale(projection, level, { footPx: fromPx, topPx: toPx }, heightM).cameraHeightM);
}

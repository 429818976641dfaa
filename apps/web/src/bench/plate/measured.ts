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

/** How well a height that somebody measured with a tape is known, m, and a place that was clicked, px of a photograph 4000 px wide. */
const [TAPE_M, CLICK_PX] = [0.02, 1.5] as const;

/** A result, or why there is none, in words. */
export type Found<T> = { readonly found: T } | { readonly why: string };

function found<T>(work: () => T): Found<T> {
  try {
    return { found: work() };
  } catch (error) {
    if (error instanceof CoreError) return { why: error.message };
    throw error;
  }
}

/** How uncertain what a measurement rests on is; `null` where that of the level is unknown. */
function doubtOf(plate: Plate, { level }: KnownPlate): PlateDoubt | null {
  const levelDeg = level?.uncertaintyDeg ?? null;
  return levelDeg === null ? null : { levelDeg, clickPx: (CLICK_PX * plate.widthPx) / 4000, cameraHeightM: TAPE_M };
}

const NONE: PlateDoubt = { levelDeg: 0, clickPx: 0, cameraHeightM: 0 };

/** A value with its uncertainty in words. */
function doubted(value: string, doubtM: number | null | undefined): string {
  if (doubtM == null) return say(plateText.doubtUnknown, { value });
  return say(plateText.doubt, { value, doubt: lengthWords(doubtM, doubtM < 0.1 ? 2 : 1) });
}

/** The outlined front with its size, or why it has none; `null` without an outline. */
export function frontOf(plate: Plate, { projection, level }: KnownPlate): Found<OutlinedFront> | null {
  const { outline, cameraHeightM } = plate;
  if (!outline || !projection || !level) return null;
  return found(() => outlinedFront(projection, level, outline, cameraHeightM));
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

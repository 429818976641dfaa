import { lensTestFileOf, type MeasuredTest } from '@gangway/contract/lensTestFile';
import { markedPlaces } from '@gangway/contract/lensTestMarks';
import type { OpenTest } from './TestPage';
import { framesInPlace } from './useMeasured';

/** The test and its results as they go into a file. */
export function testFile({ test, lens }: OpenTest, result: MeasuredTest) {
  const { settings, createdAt } = test;
  const frames = framesInPlace(test).map(({ shot: { fNumber, riseMm, shiftMm, focusMm, lamp }, frame: { name } }) => ({
    name,
    fNumber,
    riseMm,
    shiftMm,
    focusMm,
    lamp,
  }));
  const magnification = magnificationIn(result);
  const marks = magnification === null ? [] : markedPlaces(settings, magnification);
  return lensTestFileOf({ lens: lens?.name ?? null, settings, begunAt: createdAt, frames, marks }, result);
}

/** How large the target is drawn in the frames of a test: next to nothing where it is far away; `null` where it was not measured. */
export const magnificationIn = (result: MeasuredTest): number | null =>
  result.kind === 'chart' ? result.sharp.sharpness.magnification : 0;

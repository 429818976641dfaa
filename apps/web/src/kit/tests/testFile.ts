import { lensTestFileOf, type MeasuredTest } from '@gangway/contract/lensTestFile';
import type { OpenTest } from './TestPage';
import { framesInPlace } from './useMeasured';

/** The test and its results as a file, JSON. */
export function testFile({ test, lens }: OpenTest, result: MeasuredTest): string {
  const { settings, createdAt } = test;
  const frames = framesInPlace(test).map(({ shot: { fNumber, riseMm, shiftMm, focusMm }, frame: { name } }) => ({
    name,
    fNumber,
    riseMm,
    shiftMm,
    focusMm,
  }));
  return JSON.stringify(lensTestFileOf({ lens: lens?.name ?? null, settings, begunAt: createdAt, frames }, result), null, 2);
}

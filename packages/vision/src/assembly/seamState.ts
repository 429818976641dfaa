import type { PairState } from '@gangway/core/assembly/pair';
import type { Seam } from '@gangway/contract/proof';

/** A seam that is off by more than this does not fit, px. */
const FITS_PX = 0.5;

/**
 * The state of a seam in the finished picture. Two frames that agree with each
 * other may still be put elsewhere by the others: a seam fits only if it is not
 * off by more than half a pixel where it ended up.
 */
export function seamState(pair: PairState, { scatterPx, bentPx, leftOut }: Pick<Seam, 'scatterPx' | 'bentPx' | 'leftOut'>): Seam['state'] {
  if (pair !== 'fits') return pair;
  if (leftOut) return 'disagrees';
  return Math.hypot(scatterPx, bentPx) > FITS_PX ? 'motion' : 'fits';
}

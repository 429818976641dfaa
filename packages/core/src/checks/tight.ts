import type { CheckState } from '../state';

/**
 * Below this much to spare a check is *tight*, mm. An engraved scale read by
 * eye, and a back put on by hand, are good to about half a millimetre (common
 * practice).
 */
export const TIGHT_BELOW_MM = 0.5;

// A thousandth of a hundredth: forgives only the last bits of floating point.
const ROUNDING = 1e-9;

/** The state that a margin stands for; below `tightBelow` to spare it is tight. In mm unless said otherwise. */
export function stateOf(margin: number, tightBelow = TIGHT_BELOW_MM): CheckState {
  if (margin < -ROUNDING) return 'fails';
  return margin < tightBelow - ROUNDING ? 'tight' : 'passes';
}

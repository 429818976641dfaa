import { valueOf } from '../kit/item';
import type { RigParts } from '../model/rig';
import { partsInOrder } from './parts';

/** What a rig weighs as far as it is known. */
interface Weight {
  readonly items: number;
  /** The weights that are known, together, g. */
  readonly knownG: number;
  /** Of so many items the weight is not known. */
  readonly unknown: number;
}

/**
 * How many items a rig has and what they weigh; what is not known of is
 * counted, not taken as nothing.
 *
 * @param parts the components of a rig
 *
 * @example
 * weightOf(parts) // => {items: 2, knownG: 0, unknown: 2}
 */
export function weightOf(parts: RigParts): Weight {
  const weights = partsInOrder(parts).map((item) => valueOf(item, 'weightG'));
  return {
    items: weights.length,
    knownG: weights.reduce<number>((sum, each) => sum + (typeof each === 'number' ? each : 0), 0),
    unknown: weights.filter((each) => typeof each !== 'number').length,
  };
}

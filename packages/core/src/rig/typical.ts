import type { KitItem } from '../kit/item';
import type { RigParts } from '../model/rig';
import { partsInOrder } from './parts';

/**
 * The values of a rig that are typical of a class, not its own.
 *
 * @param parts the components of a rig
 *
 * @example
 * typicalIn(parts) // => []
 */
export function typicalIn(parts: RigParts): readonly { readonly item: KitItem; readonly spec: string }[] {
  return partsInOrder(parts).flatMap((item) => item.typical.map((spec) => ({ item, spec })));
}

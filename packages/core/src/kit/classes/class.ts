import { itemOf, type ItemOf, type Kind, type Specs } from '../item';

/** A class of equipment: what a thing of that sort typically is, for whoever has no data sheet. */
export interface KitClass<K extends Kind = Kind> {
  readonly id: string;
  readonly kind: K;
  readonly name: string;
  /** What is typical; what differs too much from one to the next is left unknown. */
  readonly specs: Partial<Specs<K>>;
}

/** A definition as it is; the function ties the values to their kind. */
export function defineClass<K extends Kind>(definition: KitClass<K>): KitClass<K> {
  return definition;
}

/**
 * An item of a class. All its values are marked as typical, until they are
 * confirmed or changed.
 *
 * @param of the class
 * @param id id of the new item
 * @param name name of the new item
 *
 * @example
 * itemOfClass(CLASSES.shiftWide, 'l1', 'My shift wide').typical.includes('focalMm') // => true
 */
export function itemOfClass<K extends Kind>(of: KitClass<K>, id: string, name: string = of.name): ItemOf<K> {
  return { ...itemOf(of.kind, id, name, of.specs), typical: Object.keys(of.specs) };
}

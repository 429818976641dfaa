import type { Vec3 } from '../space/vector';

/** What a pin asks: it must be sharp, as sharp as possible once those are, or must be soft. */
export type PinRole = 'sharp' | 'best' | 'soft';

/** Where a pin sits: at a point of the world (m: x right, y up, z away), or on a whole thing of the subject by its key. */
export type PinPlace = { readonly kind: 'point'; readonly at: Vec3 } | { readonly kind: 'thing'; readonly thing: string };

/** Something of the subject that must be sharp, or must not. */
export interface Pin {
  readonly id: string;
  readonly name: string;
  readonly role: PinRole;
  /** How many times sharper than the standard it must be. */
  readonly weight: number;
  readonly place: PinPlace;
}

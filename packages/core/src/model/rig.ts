import type { StopStep, CircleSpecs } from './lens';
import type { Mechanism, PivotLengths } from './movements';
import type { ItemOf } from '../kit/item';
import type { FrameSize } from './frame';

/** A lens as far as coverage needs it, as it works in the rig; lengths in mm, circles at infinity. */
export interface Lens {
  readonly name: string;
  readonly focalMm: number;
  /** The widest marked aperture (smallest f-number). */
  readonly widestFNumber: number;
  /** The smallest marked aperture (largest f-number). */
  readonly smallestFNumber: number;
  readonly stopStep: StopStep;
  readonly circle: CircleSpecs;
}

/** What records the picture: a sensor has pixels, film has none. */
export interface Back extends FrameSize {
  readonly name: string;
  readonly columnsPx: number | null;
  readonly rowsPx: number | null;
}

/** The chain from lens to back that stands on the tripod: its components with the values they had, and what follows from them. */
export interface Rig {
  readonly name: string;
  /** The rig of the kit that it was taken from; `null` when that is gone or never was. */
  readonly rigId: string | null;
  readonly parts: RigParts;
  readonly lens: Lens;
  readonly back: Back;
  readonly mechanism: Mechanism;
  /** What the standards are taken to turn about while a check tries what an unknown pivot may be. */
  readonly triedPivots?: PivotLengths;
}

export type Body = ItemOf<'body'>;

export type AnyBack = Body | ItemOf<'film'>;

export type LensItem = ItemOf<'lens'>;

export type Between = ItemOf<'adapter'> | ItemOf<'converter'>;

export type FrontPart = ItemOf<'ring'> | ItemOf<'filter'> | ItemOf<'hood'>;

/** The components of a rig with their values; `between` goes from the body outward, `front` from the lens outward. */
export type RigParts =
  | {
      readonly kind: 'mounted';
      readonly back: Body;
      readonly between: readonly Between[];
      readonly lens: LensItem;
      readonly front: readonly FrontPart[];
    }
  | {
      readonly kind: 'view';
      readonly back: AnyBack;
      readonly between: readonly ItemOf<'adapter'>[];
      readonly camera: ItemOf<'camera'>;
      readonly bag: boolean;
      readonly board: ItemOf<'board'>;
      readonly lens: LensItem;
      readonly front: readonly FrontPart[];
    }
  | { readonly kind: 'fixed'; readonly back: Body; readonly lens: LensItem; readonly front: readonly FrontPart[] }
  | { readonly kind: 'held'; readonly back: Body; readonly lens: LensItem; readonly front: readonly FrontPart[] };

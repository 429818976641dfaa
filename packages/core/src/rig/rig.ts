import type { StopStep } from '../coverage/apertures';
import type { CircleFigures } from '../coverage/circle';
import type { FrameSize } from '../coverage/frame';
import type { Mechanism } from './mechanism';
import type { RigParts } from './parts';

/** A lens as far as coverage needs it, as it works in the rig; lengths in mm, circles at infinity. */
export interface Lens {
  readonly name: string;
  readonly focalMm: number;
  /** The widest marked aperture (smallest f-number). */
  readonly widestFNumber: number;
  /** The smallest marked aperture (largest f-number). */
  readonly smallestFNumber: number;
  readonly stopStep: StopStep;
  readonly circle: CircleFigures;
}

/** What records the picture: a sensor has pixels, film has none. */
export interface Back extends FrameSize {
  readonly name: string;
  readonly columnsPx: number | null;
  readonly rowsPx: number | null;
}

/** The chain from lens to back that stands on the tripod: its components with the figures they had, and what follows from them. */
export interface Rig {
  readonly name: string;
  /** The rig of the kit that it was taken from; `null` when that is gone or never was. */
  readonly rigId: string | null;
  readonly parts: RigParts;
  readonly lens: Lens;
  readonly back: Back;
  readonly mechanism: Mechanism;
}

import type { Rig } from './rig';
import type { Orientation } from './frame';
import type { ShiftPosition, StandardTurn } from './movements';
import type { Pin } from './pin';
import type { SharpnessStandard } from './sharpness';
import type { Mosaic } from './mosaic';
import type { Scene, Accepted } from './scene';
import type { Exposure } from './exposure';
import type { CardSettings } from './card';
import type { FocusLimits } from '../fields/limits';
import type { Locks } from '../fields/locks';
import type { Stack } from '../fields/stack';
import type { Plate } from './plate';

export type { FocusLimits };

/** All that the photographer sets at one camera position; everything else follows from it. */
export interface SetupSettings {
  readonly rig: Rig;
  readonly orientation: Orientation;
  /** The long side of the picture that is kept over its short side, at least 1; `null` when the whole frame is kept. */
  readonly crop: number | null;
  readonly movements: ShiftPosition;
  /** How the lens is turned on the camera. */
  readonly front: StandardTurn;
  /** How the lens was turned when the picture was last composed: a pivot behind the lens moves it when the lens is turned since. */
  readonly composedAt: StandardTurn;
  /** How the back is turned on the camera. */
  readonly rear: StandardTurn;
  readonly fNumber: number;
  /**
   * Distance from the lens to what is focused on along the lens axis, m; `null`
   * at infinity. A tilted lens may have its plane of focus cross the axis
   * behind it: then it is below zero, and the lens stands nearer than at infinity.
   */
  readonly focusM: number | null;
  /** What must be sharp, or must not. */
  readonly pins: readonly Pin[];
  /** What counts as sharp. */
  readonly sharpness: SharpnessStandard;
  readonly limits: FocusLimits;
  /** A focus stack, from `focusM` to its last focus; `null` for a single shot. */
  readonly stack: Stack | null;
  /** The frames of a mosaic; `null` for a single picture. */
  readonly mosaic: Mosaic | null;
  /** What stands before the camera and where the camera stands to it; `null` when that was not given. */
  readonly scene: Scene | null;
  /** A photograph of the place that it is planned on; `null` without one. */
  readonly plate: Plate | null;
  readonly exposure: Exposure;
  /** The photographer's own hand on the card: order, own steps, ticks and what was really done. */
  readonly card: CardSettings;
  /** What Settle may change. */
  readonly locks: Locks;
}

/** How the camera is placed, as far as a change may touch it. */
export type Placing = Partial<Pick<Scene, 'yawDeg' | 'pitchDeg' | 'rollDeg' | 'asideM' | 'cameraHeightM'>>;

/** A change to a setup, as a fix or a control makes it. */
export interface SetupPatch {
  readonly orientation?: Orientation;
  readonly movements?: Partial<ShiftPosition>;
  readonly fNumber?: number;
  readonly front?: StandardTurn;
  readonly rear?: StandardTurn;
  readonly focusM?: number | null;
  /** Taken as composed with the lens as it is turned then. */
  readonly composed?: boolean;
  /** Stand so far off, and focus there if the subject was in focus. */
  readonly distanceM?: number;
  readonly placing?: Placing;
  readonly accepted?: Partial<Accepted>;
  /** Keep the light source off the lens. */
  readonly shaded?: boolean;
  /** Another focus stack; `null` for a single shot. */
  readonly stack?: Stack | null;
  readonly crop?: number | null;
  /** Another mosaic; `null` for a single picture. */
  readonly mosaic?: Mosaic | null;
  readonly exposure?: Partial<Exposure>;
}

import { FIRST_CARD, type CardSettings } from '../card/cardSettings';
import type { Orientation } from '../coverage/frame';
import { FIRST_EXPOSURE, type Exposure } from '../exposure/exposureSettings';
import type { Pin } from '../focus/pin';
import type { Mosaic } from '../mosaic/mosaic';
import { DEFAULT_SHARPNESS, type SharpnessStandard } from '../focus/sharpness';
import type { ShiftPosition } from '../rig/mechanism';
import type { Rig } from '../rig/rig';
import type { Accepted, Scene } from '../scene/scene';

/** How a standard is turned, degrees: tilt forward +, swing right +. */
export interface StandardTurn {
  readonly tiltDeg: number;
  readonly swingDeg: number;
}

export const UNTURNED: StandardTurn = { tiltDeg: 0, swingDeg: 0 };

/** What the photographer is willing to do for depth. */
export interface FocusLimits {
  /** No smaller aperture than this, for diffraction; `null` for whatever the lens has. */
  readonly smallestFNumber: number | null;
  /** The most takes for one picture, and how long each takes with settling, s. */
  readonly mostTakes: number;
  readonly secondsPerTake: number;
  /** Whether something in the picture moves, so that takes cannot be put together. */
  readonly somethingMoves: boolean;
  /** How many permissible blurs wide the blur of a soft pin must be. */
  readonly softTimes: number;
}

export const FIRST_FOCUS_LIMITS: FocusLimits = {
  smallestFNumber: null,
  mostTakes: 12,
  secondsPerTake: 4,
  somethingMoves: false,
  softTimes: 4,
};

/** All that the photographer sets at one camera position; everything else follows from it. */
export interface StandSettings {
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
  /** The frames of a mosaic; `null` for a single picture. */
  readonly mosaic: Mosaic | null;
  /** What stands before the camera and where the camera stands to it; `null` when that was not given. */
  readonly scene: Scene | null;
  readonly exposure: Exposure;
  /** The photographer's own hand on the card: order, own steps, ticks and what was really done. */
  readonly card: CardSettings;
}

/** What a stand has beyond rig, movements, aperture and focus when nothing was said. */
export const PLAIN_SETTINGS: Pick<
  StandSettings,
  'crop' | 'front' | 'composedAt' | 'rear' | 'pins' | 'sharpness' | 'limits' | 'mosaic' | 'scene' | 'exposure' | 'card'
> = {
  crop: null,
  front: UNTURNED,
  composedAt: UNTURNED,
  rear: UNTURNED,
  pins: [],
  sharpness: DEFAULT_SHARPNESS,
  limits: FIRST_FOCUS_LIMITS,
  mosaic: null,
  scene: null,
  exposure: FIRST_EXPOSURE,
  card: FIRST_CARD,
};

/** How the camera is placed, as far as a change may touch it. */
export type Placing = Partial<Pick<Scene, 'yawDeg' | 'pitchDeg' | 'rollDeg' | 'asideM' | 'cameraHeightM'>>;

/** A change to a stand, as a remedy or a control makes it. */
export interface StandPatch {
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
  /** Another mosaic; `null` for a single picture. */
  readonly mosaic?: Mosaic | null;
  readonly exposure?: Partial<Exposure>;
}

/** The settings with a change laid over them; what the change leaves out stays. */
export function patched(settings: StandSettings, patch: StandPatch): StandSettings {
  const moved = patch.distanceM === undefined ? { scene: settings.scene, focusM: settings.focusM } : movedOff(settings, patch.distanceM);
  const front = patch.front ?? settings.front;
  const rear = patch.rear ?? settings.rear;
  const focusM = patch.focusM === undefined ? moved.focusM : patch.focusM;
  return {
    ...settings,
    front,
    rear,
    composedAt: patch.composed === true ? front : settings.composedAt,
    orientation: patch.orientation ?? settings.orientation,
    fNumber: patch.fNumber ?? settings.fNumber,
    movements: patch.movements === undefined ? settings.movements : { ...settings.movements, ...patch.movements },
    // Nearer than at infinity only a lens that leans focuses anything; straight again it is at infinity.
    focusM:
      focusM !== null && focusM < 0 && [front, rear].every(({ tiltDeg, swingDeg }) => tiltDeg === 0 && swingDeg === 0) ? null : focusM,
    exposure: patch.exposure === undefined ? settings.exposure : { ...settings.exposure, ...patch.exposure },
    mosaic: patch.mosaic === undefined ? settings.mosaic : patch.mosaic,
    scene: moved.scene && withScene(moved.scene, patch),
  };
}

function withScene(scene: Scene, { placing, accepted, shaded }: StandPatch): Scene {
  if (placing === undefined && accepted === undefined && shaded === undefined) return scene;
  return {
    ...scene,
    ...placing,
    accepted: { ...scene.accepted, ...accepted },
    light: scene.light && shaded !== undefined ? { ...scene.light, shaded } : scene.light,
  };
}

/** The scene from another distance; a focus that was on the subject stays on it. */
export function movedOff({ scene, focusM }: StandSettings, distanceM: number): Pick<StandSettings, 'scene' | 'focusM'> {
  if (scene === null) return { scene, focusM };
  return { scene: { ...scene, distanceM }, focusM: focusM === scene.distanceM ? distanceM : focusM };
}

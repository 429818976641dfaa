import type { Orientation } from '../coverage/frame';
import type { ShiftPosition } from '../rig/mechanism';
import type { Rig } from '../rig/rig';
import type { Scene } from '../scene/scene';

/** All that the photographer sets at one camera position; everything else follows from it. */
export interface StandSettings {
  readonly rig: Rig;
  readonly orientation: Orientation;
  readonly movements: ShiftPosition;
  readonly fNumber: number;
  /** Distance from the lens to what is focused on, m; `null` at infinity. */
  readonly focusM: number | null;
  /** What stands before the camera and where the camera stands to it; `null` when that was not given. */
  readonly scene: Scene | null;
}

/** A change to a stand, as a remedy or a control makes it. */
export interface StandPatch {
  readonly orientation?: Orientation;
  readonly movements?: Partial<ShiftPosition>;
  readonly fNumber?: number;
  /** Stand so far off, and focus there if the subject was in focus. */
  readonly distanceM?: number;
}

/** The settings with a change laid over them; what the change leaves out stays. */
export function patched(settings: StandSettings, patch: StandPatch): StandSettings {
  return {
    ...settings,
    orientation: patch.orientation ?? settings.orientation,
    fNumber: patch.fNumber ?? settings.fNumber,
    movements: { ...settings.movements, ...patch.movements },
    ...(patch.distanceM !== undefined && movedOff(settings, patch.distanceM)),
  };
}

/** The scene from another distance; a focus that was on the subject stays on it. */
export function movedOff({ scene, focusM }: StandSettings, distanceM: number): Pick<StandSettings, 'scene' | 'focusM'> {
  if (scene === null) return { scene, focusM };
  return { scene: { ...scene, distanceM }, focusM: focusM === scene.distanceM ? distanceM : focusM };
}

import type { Orientation } from '../coverage/frame';
import type { ShiftPosition } from '../rig/mechanism';
import type { Rig } from '../rig/rig';

/** All that the photographer sets at one camera position; everything else follows from it. */
export interface StandSettings {
  readonly rig: Rig;
  readonly orientation: Orientation;
  readonly movements: ShiftPosition;
  readonly fNumber: number;
  /** Distance from the lens to what is focused on, m; `null` at infinity. */
  readonly focusM: number | null;
}

/** A change to a stand, as a remedy or a control makes it. */
export interface StandPatch {
  readonly orientation?: Orientation;
  readonly movements?: Partial<ShiftPosition>;
  readonly fNumber?: number;
}

/** The settings with a change laid over them; what the change leaves out stays. */
export function patched(settings: StandSettings, patch: StandPatch): StandSettings {
  return {
    ...settings,
    orientation: patch.orientation ?? settings.orientation,
    fNumber: patch.fNumber ?? settings.fNumber,
    movements: { ...settings.movements, ...patch.movements },
  };
}

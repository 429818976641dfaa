import type { Orientation } from '../coverage/frame';
import type { Rig } from '../rig/rig';
import { PLAIN_SETTINGS, type StandSettings } from '../setup/settings';

/** A rig on a stand with nothing moved, turned or cropped: landscape unless said otherwise, f/8 or the nearest that there is, infinity, no subject. */
export function centredStand(rig: Rig, orientation: Orientation = 'landscape'): StandSettings {
  const { widestFNumber, smallestFNumber } = rig.lens;
  return {
    rig,
    orientation,
    ...PLAIN_SETTINGS,
    movements: { riseMm: 0, shiftMm: 0 },
    fNumber: Math.min(smallestFNumber, Math.max(widestFNumber, 8)),
    focusM: null,
  };
}

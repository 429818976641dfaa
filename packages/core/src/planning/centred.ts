import type { Orientation } from '../model/frame';
import type { Rig } from '../model/rig';
import type { SetupSettings } from '../model/setup';
import { PLAIN_SETTINGS } from '../setup/defaults';

/**
 * A rig on a setup with nothing moved, turned or cropped: landscape unless said otherwise, f/8 or the nearest that there is, infinity, no subject.
 *
 * @param rig the assembled rig
 * @param orientation landscape or portrait
 *
 * @example
 * centredSetup(rig).movements // => {riseMm: 0, shiftMm: 0}
 */
export function centredSetup(rig: Rig, orientation: Orientation = 'landscape'): SetupSettings {
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

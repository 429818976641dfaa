import { sharpCircle, standOneWay } from '../geometry/circles';
import { TIGHT_BELOW_MM } from './tight';
import { onStep, SCALE_STEP_MM } from './trial';
import type { ShiftPosition } from '../model/movements';
import type { SetupSettings } from '../model/setup';

/** The nearest rise, or the nearest shift, at which the frame is in the sharp circle with room for an engraved scale; `null` when it is in already, or nothing is known. */
export function movementIntoCircle(settings: SetupSettings): Partial<ShiftPosition> | null {
  const circle = sharpCircle(settings);
  if (circle === null) return null;
  for (const control of ['rise', 'shift'] as const) {
    const stretch = standOneWay(settings, circle, control);
    const key = control === 'rise' ? 'riseMm' : 'shiftMm';
    if (stretch === null || stretch.toMm - stretch.fromMm < 2 * TIGHT_BELOW_MM) continue;
    const at = settings.movements[key];
    const to =
      at < stretch.fromMm + TIGHT_BELOW_MM
        ? Math.ceil((stretch.fromMm + TIGHT_BELOW_MM) / SCALE_STEP_MM)
        : at > stretch.toMm - TIGHT_BELOW_MM
          ? Math.floor((stretch.toMm - TIGHT_BELOW_MM) / SCALE_STEP_MM)
          : null;
    if (to !== null) return { [key]: onStep(to) + 0 };
  }
  return null;
}

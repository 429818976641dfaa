import { focusAtRail, railForFocus } from '../geometry/standards';
import type { StandardTurn } from '../model/movements';
import type { SetupSettings } from '../model/setup';
import { railReach } from '../rig/reach';

/** So far inside its ends the rail is set, as a share of what it has. */
const INSIDE = 0.03;
/** At least so far, mm: what is just reached depends on what is not known of a pivot. */
const INSIDE_MM = 0.05;

/**
 * The focus distances just inside the ends of the rail or ring for a lens
 * turned like this, m, the nearest first; `null` is infinity. Empty where the
 * focus that is set is reached already, and where no end is known.
 *
 * @param settings the setup as it is focused
 * @param front how the lens is turned
 *
 * @example
 * focusWithinReach(front, front.front) // => []
 */
export function focusWithinReach(settings: SetupSettings, front: StandardTurn): readonly (number | null)[] {
  const { leastMm, mostMm } = railReach(settings.rig.parts);
  const { focalMm } = settings.rig.lens;
  const turned = { ...settings, front };
  const out = railForFocus(turned, settings.focusM) - focalMm;
  if (out >= (leastMm ?? -Infinity) && out <= (mostMm ?? Infinity)) return [];
  // A lens that stands nearer than at infinity even at its longest focuses nothing.
  const nearest = mostMm === null || mostMm <= 0 ? [] : [mostMm * (1 - INSIDE)];
  const farthest = leastMm === null ? [] : [leastMm + Math.max(INSIDE_MM, Math.abs(leastMm) * INSIDE)];
  return [...nearest, ...farthest].flatMap((extension) => {
    const focusM = focusAtRail(turned, focalMm + extension);
    return focusM === undefined ? [] : [focusM];
  });
}

import type { Geometry } from '../geometry/geometry';
import { slidesFor, type Carried } from '../geometry/standards';
import { takenUp } from '../framing/inFrame';
import type { ShiftPosition } from '../model/movements';
import { firstOffer, onStep, SCALE_STEP_MM, type Fix, type Trial } from './fix';
import { TIGHT_BELOW_MM } from './tight';

/**
 * The nearest movement that leaves both sides of the subject inside with room
 * for an engraved scale: the picture moves as far as the frame does, so what
 * is allowed is a stretch of rise and a stretch of shift. `undefined` when the
 * subject is too large, or behind the camera.
 */
export function movementThatHolds(geometry: Geometry): ShiftPosition | undefined {
  const box = takenUp(geometry);
  if (!box) return undefined;
  const { frame, carried, settings } = geometry;
  if (!straightOnBack(carried)) {
    // Slides that are askew to the back: the place over the back first, then the nearest mark of both scales.
    const { riseMm, shiftMm } = geometry.position;
    const to = {
      riseMm: nearest(riseMm, box.lower, box.upper, frame.heightMm),
      shiftMm: nearest(shiftMm, box.left, box.right, frame.widthMm),
    };
    if (to.riseMm === undefined || to.shiftMm === undefined) return undefined;
    const slides = slidesFor(carried, { riseMm: to.riseMm, shiftMm: to.shiftMm });
    return { riseMm: onStep(Math.round(slides.riseMm / SCALE_STEP_MM)), shiftMm: onStep(Math.round(slides.shiftMm / SCALE_STEP_MM)) };
  }
  const { origin } = carried;
  const riseMm = holding(settings.movements.riseMm, box.lower - origin.riseMm, box.upper - origin.riseMm, frame.heightMm);
  const shiftMm = holding(settings.movements.shiftMm, box.left - origin.shiftMm, box.right - origin.shiftMm, frame.widthMm);
  return riseMm === undefined || shiftMm === undefined ? undefined : { riseMm, shiftMm };
}

/** Whether a millimetre of each slide is one of the back in the same direction. */
function straightOnBack({ perRise, perShift }: Carried): boolean {
  return perRise.riseMm === 1 && perRise.shiftMm === 0 && perShift.shiftMm === 1 && perShift.riseMm === 0;
}

/** The place nearest to the present one at which both sides are inside with room; `undefined` when they never are. */
function nearest(presentMm: number, lowMm: number, highMm: number, sideMm: number): number | undefined {
  const [least, most] = [highMm + TIGHT_BELOW_MM - sideMm / 2, lowMm - TIGHT_BELOW_MM + sideMm / 2];
  return least > most ? undefined : Math.min(most, Math.max(least, presentMm));
}

function holding(presentMm: number, lowMm: number, highMm: number, sideMm: number): number | undefined {
  const [least, most] = [highMm + TIGHT_BELOW_MM - sideMm / 2, lowMm - TIGHT_BELOW_MM + sideMm / 2];
  if (least > most) return undefined;
  if (presentMm >= least && presentMm <= most) return presentMm;
  // Tenths, on the inner side.
  return onStep(presentMm < least ? Math.ceil(least / SCALE_STEP_MM - 1e-9) : Math.floor(most / SCALE_STEP_MM + 1e-9));
}

/** The part of a movement that is not set already; `null` when all of it is. */
export function changed({ settings: { movements } }: Geometry, { riseMm, shiftMm }: ShiftPosition): Partial<ShiftPosition> | null {
  const [rises, shifts] = [riseMm !== movements.riseMm, shiftMm !== movements.shiftMm];
  return rises || shifts ? { ...(rises && { riseMm }), ...(shifts && { shiftMm }) } : null;
}

/** Distances beyond the present one, in steps of a twentieth, m. */
export function* distancesBeyond(distanceM: number): Generator<number> {
  for (let share = 1.05; share < 6; share *= 1.05) yield Number((distanceM * share).toPrecision(3));
}

/** The nearest distance beyond the present one from which the check passes. */
export function fartherAway({ settings: { scene } }: Geometry, trial: Trial): Fix | null {
  if (scene === null) return null;
  return firstOffer('distance', patchesOf(distancesBeyond(scene.distanceM)), trial);
}

function* patchesOf(distancesM: Iterable<number>) {
  for (const distanceM of distancesM) yield { distanceM };
}

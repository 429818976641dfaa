import type { Geometry } from '../geometry/geometry';
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
  const { frame, pivot, settings } = geometry;
  const riseMm = holding(settings.movements.riseMm, box.lower - pivot.riseMm, box.upper - pivot.riseMm, frame.heightMm);
  const shiftMm = holding(settings.movements.shiftMm, box.left - pivot.shiftMm, box.right - pivot.shiftMm, frame.widthMm);
  return riseMm === undefined || shiftMm === undefined ? undefined : { riseMm, shiftMm };
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

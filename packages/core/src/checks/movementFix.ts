import { stopsBetween, ringOf } from '../coverage/apertures';
import { sharpCircleAt, setupMargin, setupOneWay, type CircleOnBack } from '../geometry/circles';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import type { ShiftPosition } from '../model/movements';
import type { SetupPatch } from '../model/setup';
import { nearestReachable } from '../rig/mechanism';
import { offer, onStep, SCALE_STEP_MM, type Fix, type Trial } from './fix';
import { TIGHT_BELOW_MM } from './tight';

/** The largest rise or fall below the present one with which a check passes. */
export function lessRise({ settings: { movements } }: Geometry, trial: Trial): Fix | null {
  return less('rise', Math.abs(movements.riseMm), trial, (mm) => ({ movements: { riseMm: signed(mm, movements.riseMm) } }));
}

/** The largest shift below the present one with which a check passes. */
export function lessShift({ settings: { movements } }: Geometry, trial: Trial): Fix | null {
  return less('shift', Math.abs(movements.shiftMm), trial, (mm) => ({ movements: { shiftMm: signed(mm, movements.shiftMm) } }));
}

/** Less along the present direction, from the nearest position that the mechanism can take: a locked slide stays on its line. */
export function lessOfBoth(geometry: Geometry, trial: Trial, patch: SetupPatch = {}): Fix | null {
  const from = nearestReachable(geometry.settings.rig.mechanism, geometry.settings.movements);
  const far = Math.hypot(from.riseMm, from.shiftMm);
  const control = patch.fNumber === undefined ? 'both' : 'several';
  const { riseMm, shiftMm } = geometry.settings.movements;
  const oneSlide = (riseMm === 0 || shiftMm === 0) && from.riseMm === riseMm && from.shiftMm === shiftMm;
  // Along one slide this would only repeat what less rise or less shift offers.
  if (control === 'both' && oneSlide) return null;
  if (far === 0) return offer(control, { ...patch, movements: { riseMm: 0, shiftMm: 0 } }, trial);
  return less(control, far, trial, (mm) => ({ ...patch, movements: along(from, mm / far) }));
}

/** The aperture with the largest sharp circle, and as much of the movement as it allows. */
export function apertureAndLess(geometry: Geometry, trial: Trial): Fix | null {
  const { rig, fNumber } = geometry.settings;
  const sizeAt = (mark: number): number => sharpCircleAt(geometry, mark)?.diameterMm ?? 0;
  const [largest] = [...ringOf(rig.lens)].sort(
    (a, b) => sizeAt(b) - sizeAt(a) || Math.abs(stopsBetween(fNumber, a)) - Math.abs(stopsBetween(fNumber, b)),
  );
  return largest === undefined ? null : lessOfBoth(geometry, trial, { fNumber: largest });
}

/** The frame turned between landscape and portrait; nothing for a square one. */
export function turnedFrame({ settings: { rig, orientation } }: Geometry, trial: Trial): Fix | null {
  if (rig.back.widthMm === rig.back.heightMm) return null;
  return offer('orientation', { orientation: orientation === 'landscape' ? 'portrait' : 'landscape' }, trial);
}

/** The nearest rise, or the nearest shift, at which the frame is in the sharp circle with room for an engraved scale; `null` when it is in already, or nothing is known. */
export function movementIntoCircle(geometry: Geometry): Partial<ShiftPosition> | null {
  const { sharpCircle } = geometry;
  if (sharpCircle === null) return null;
  for (const control of ['rise', 'shift'] as const) {
    const stretch = setupOneWay(geometry, sharpCircle, control);
    if (stretch === null || stretch.toMm - stretch.fromMm < 2 * TIGHT_BELOW_MM) continue;
    const key = control === 'rise' ? 'riseMm' : 'shiftMm';
    const to = intoStretch(geometry.settings.movements[key], stretch.fromMm + TIGHT_BELOW_MM, stretch.toMm - TIGHT_BELOW_MM);
    if (to !== null) return { [key]: withRoom(geometry, sharpCircle, key, to) };
  }
  return null;
}

/** From a place just inside on, mark by mark, until there is room in every direction; as far as that takes at most. */
function withRoom(geometry: Geometry, circle: CircleOnBack, key: 'riseMm' | 'shiftMm', from: number): number {
  const { settings } = geometry;
  const onward = Math.sign(from - settings.movements[key]);
  const start = Math.round(from / SCALE_STEP_MM);
  const marks = Array.from({ length: MOST_MARKS }, (_, i) => onStep(start + onward * i));
  return (
    marks.find(
      (mm) =>
        setupMargin(freshGeometry({ ...settings, movements: { ...settings.movements, [key]: mm } }), circle).valueMm >= TIGHT_BELOW_MM,
    ) ?? from
  );
}

/** So many marks are tried beyond the edge of a circle: two millimetres. */
const MOST_MARKS = 20;

/** The nearest mark of the scale inside a stretch, mm; `null` when it is inside already. */
function intoStretch(atMm: number, fromMm: number, toMm: number): number | null {
  if (atMm < fromMm) return onStep(Math.ceil(fromMm / SCALE_STEP_MM));
  return atMm > toMm ? onStep(Math.floor(toMm / SCALE_STEP_MM)) : null;
}

/**
 * The largest amount below the present one, on the scale's step, with which
 * the check passes. What a circle or a slide allows is one stretch around the
 * centre, so bisection finds its end; the answer itself is tried once more.
 */
function less(control: Fix['control'], presentMm: number, trial: Trial, patchFor: (mm: number) => SetupPatch): Fix | null {
  if (presentMm === 0 || trial(patchFor(0)) === null) return null;
  let good = 0;
  let bad = Math.ceil(presentMm / SCALE_STEP_MM - 1e-9);
  while (bad - good > 1) {
    const middle = Math.floor((good + bad) / 2);
    if (trial(patchFor(onStep(middle))) === null) bad = middle;
    else good = middle;
  }
  return offer(control, patchFor(onStep(good)), trial);
}

function signed(mm: number, like: number): number {
  return mm === 0 ? 0 : Math.sign(like) * mm;
}

function along(from: ShiftPosition, share: number): ShiftPosition {
  return { riseMm: from.riseMm * share + 0, shiftMm: from.shiftMm * share + 0 };
}

import { apertureScale, stopsOf } from '../coverage/apertures';
import { sharpCircle } from '../geometry/circles';
import { isTurned } from '../geometry/back';
import { nearestReachable } from '../rig/mechanism';
import { isExposureKind } from './exposureKinds';
import type { Check } from './checks';
import { distinct } from './distinct';
import type { Remedy } from './finding';
import { isFocusKind } from './focusKinds';
import { sceneRemedies } from './sceneRemedies';
import { movementIntoCircle } from './intoCircle';
import { MOST_OFFERED, offer, onStep, SCALE_STEP_MM, trialOf, turnedFrame, type Trial } from './trial';
import type { ShiftPosition } from '../model/movements';
import type { SetupPatch, SetupSettings } from '../model/setup';

/**
 * Up to three changes, each of which makes the finding *hold* and makes no
 * other finding worse: another aperture, less of one movement, the frame
 * turned; several together only when no single one will do. Every change
 * offered has been applied to the stand and checked. None for findings about
 * focus, which `focusRemedies` seeks.
 */
export function quickRemedies({ kind, state }: Check, settings: SetupSettings): readonly Remedy[] {
  if (state === 'holds' || state === 'unknown' || isFocusKind(kind) || isExposureKind(kind)) return [];
  const trial = trialOf(kind, settings);
  if (kind === 'overlap' || kind === 'parallax' || kind === 'seam' || kind === 'room') return [];
  if (kind !== 'sharpCircle' && kind !== 'lightCircle' && kind !== 'travel') return sceneRemedies(kind, settings, trial);
  const single = [
    kind === 'sharpCircle' ? otherAperture(settings, trial) : null,
    lessRise(settings, trial),
    lessShift(settings, trial),
    kind === 'travel' ? null : turnedFrame(settings, trial),
    lessOfBoth(settings, trial),
    kind === 'sharpCircle' && isTurned(settings) ? followed(settings, trial) : null,
  ].filter((remedy) => remedy !== null);
  if (single.length > 0) return distinct(single).slice(0, MOST_OFFERED);
  const last = kind === 'sharpCircle' ? apertureAndLess(settings, trial) : null;
  return last ? [last] : [];
}

/** A tilted lens carries its circle aside: the frame follows it. */
function followed(settings: SetupSettings, trial: Trial): Remedy | null {
  const movements = movementIntoCircle(settings);
  return movements && offer('both', { movements, composed: true }, trial);
}

function otherAperture(settings: SetupSettings, trial: Trial): Remedy | null {
  const { lens } = settings.rig;
  const from = stopsOf(settings.fNumber);
  const nearestFirst = apertureScale(lens.widestFNumber, lens.smallestFNumber, lens.stopStep)
    .filter((fNumber) => fNumber !== settings.fNumber)
    .sort((a, b) => Math.abs(stopsOf(a) - from) - Math.abs(stopsOf(b) - from));
  for (const fNumber of nearestFirst) {
    const remedy = offer('aperture', { fNumber }, trial);
    if (remedy) return remedy;
  }
  return null;
}

function lessRise({ movements }: SetupSettings, trial: Trial): Remedy | null {
  return less('rise', Math.abs(movements.riseMm), trial, (mm) => ({
    movements: { riseMm: signed(mm, movements.riseMm) },
  }));
}

function lessShift({ movements }: SetupSettings, trial: Trial): Remedy | null {
  return less('shift', Math.abs(movements.shiftMm), trial, (mm) => ({
    movements: { shiftMm: signed(mm, movements.shiftMm) },
  }));
}

/** Less along the present direction, from the nearest place that the mechanism can take: a locked slide stays on its line. */
function lessOfBoth(settings: SetupSettings, trial: Trial, with_: SetupPatch = {}): Remedy | null {
  const from = nearestReachable(settings.rig.mechanism, settings.movements);
  const far = Math.hypot(from.riseMm, from.shiftMm);
  const control = with_.fNumber === undefined ? 'both' : 'several';
  const { riseMm, shiftMm } = settings.movements;
  const oneSlide = (riseMm === 0 || shiftMm === 0) && from.riseMm === riseMm && from.shiftMm === shiftMm;
  // Along one slide this would only repeat what less rise or less shift offers.
  if (control === 'both' && oneSlide) return null;
  if (far === 0) return offer(control, { ...with_, movements: { riseMm: 0, shiftMm: 0 } }, trial);
  return less(control, far, trial, (mm) => ({ ...with_, movements: along(from, mm / far) }));
}

/** The aperture with the largest circle, and as much of the movement as it allows. */
function apertureAndLess(settings: SetupSettings, trial: Trial): Remedy | null {
  const { lens } = settings.rig;
  const from = stopsOf(settings.fNumber);
  const sizeAt = (fNumber: number): number => sharpCircle(settings, fNumber)?.diameterMm ?? 0;
  const largestFirst = [...apertureScale(lens.widestFNumber, lens.smallestFNumber, lens.stopStep)].sort(
    (a, b) => sizeAt(b) - sizeAt(a) || Math.abs(stopsOf(a) - from) - Math.abs(stopsOf(b) - from),
  );
  const fNumber = largestFirst[0];
  return fNumber === undefined ? null : lessOfBoth(settings, trial, { fNumber });
}

/**
 * The largest amount below the present one, on the scale's step, that cures
 * the finding. What a circle or a slide allows is one stretch around the
 * centre, so bisection finds its end; the answer itself is tried once more.
 */
function less(control: Remedy['control'], presentMm: number, trial: Trial, patchFor: (mm: number) => SetupPatch): Remedy | null {
  if (presentMm === 0) return null;
  let good = -1;
  let bad = Math.ceil(presentMm / SCALE_STEP_MM - 1e-9);
  if (trial(patchFor(0)) !== null) good = 0;
  if (good < 0) return null;
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

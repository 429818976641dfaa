import { apertureScale, stopsOf } from '../coverage/apertures';
import { sharpCircle } from '../coverage/standCoverage';
import { nearestReachable, type ShiftPosition } from '../rig/mechanism';
import { frameSpare } from '../scene/inFrame';
import { patched, type StandPatch, type StandSettings } from '../stand/settings';
import { check, marginMm, TIGHT_BELOW_MM } from './checks';
import { FINDING_KINDS, type FindingKind, type Remedy } from './finding';
import { STATE_ORDER, type FindingState } from '../state';

/** The finest movement that a remedy asks for, mm: what a movement scale is read to. */
const SCALE_STEP_MM = 0.1;
const MOST_OFFERED = 3;

/** What a patch leaves to spare if it cures the finding without making another worse; `null` when it does not. */
type Trial = (patch: StandPatch) => number | null;

/**
 * Up to three changes, each of which makes the finding *hold* and makes no
 * other finding worse: another aperture, less of one movement, the frame
 * turned; several together only when no single one will do. Every change
 * offered has been applied to the stand and checked.
 */
export function remediesFor(kind: FindingKind, settings: StandSettings): readonly Remedy[] {
  const { state } = check(kind, settings);
  if (state === 'holds' || state === 'unknown') return [];
  const trial = trialOf(kind, settings);
  if (kind === 'inFrame') return intoFrame(settings, trial);
  const single = [
    kind === 'sharpCircle' ? otherAperture(settings, trial) : null,
    lessRise(settings, trial),
    lessShift(settings, trial),
    kind === 'travel' ? null : turnedFrame(settings, trial),
    lessOfBoth(settings, trial),
  ].filter((remedy) => remedy !== null);
  if (single.length > 0) return single.slice(0, MOST_OFFERED);
  const last = kind === 'sharpCircle' ? apertureAndLess(settings, trial) : null;
  return last ? [last] : [];
}

function trialOf(kind: FindingKind, settings: StandSettings): Trial {
  const others = FINDING_KINDS.filter((other) => other !== kind).map((other) => ({
    kind: other,
    rank: rank(check(other, settings).state),
  }));
  return (patch) => {
    const next = patched(settings, patch);
    const found = check(kind, next);
    if (found.state !== 'holds') return null;
    if (others.some((other) => rank(check(other.kind, next).state) < other.rank)) return null;
    return marginMm(found) ?? 0;
  };
}

function rank(state: FindingState): number {
  return STATE_ORDER.indexOf(state);
}

function offer(control: Remedy['control'], patch: StandPatch, trial: Trial): Remedy | null {
  const leavesMm = trial(patch);
  return leavesMm === null ? null : { control, patch, leavesMm };
}

/**
 * The subject into the frame: rise or shift by as much as brings the spare of
 * both sides even, the frame turned, or the tripod farther off.
 */
function intoFrame(settings: StandSettings, trial: Trial): readonly Remedy[] {
  const { scene, movements } = settings;
  if (scene === null) return [];
  const spare = frameSpare(settings);
  const upright = spare?.edge === 'upper' || spare?.edge === 'lower';
  const present = upright ? movements.riseMm : movements.shiftMm;
  const toward = spare?.edge === 'upper' || spare?.edge === 'right' ? 1 : -1;
  const patchFor = (mm: number): StandPatch => ({ movements: upright ? { riseMm: mm } : { shiftMm: mm } });
  const offers: (Remedy | null)[] = [];
  // The picture moves as far as the frame does, so the least movement that holds follows from what is lacking; a tenth more for the rounding of where it stands.
  const least = spare?.spareMm == null ? 0 : Math.ceil((TIGHT_BELOW_MM - spare.spareMm) / SCALE_STEP_MM - 1e-9);
  for (const steps of spare?.spareMm == null ? [] : [least, least + 1]) {
    const remedy = offer(upright ? 'rise' : 'shift', patchFor(onStep(Math.round(present / SCALE_STEP_MM) + toward * steps)), trial);
    if (remedy) {
      offers.push(remedy);
      break;
    }
  }
  offers.push(turnedFrame(settings, trial), fartherOff(scene.distanceM, trial));
  return offers.filter((remedy) => remedy !== null).slice(0, MOST_OFFERED);
}

/** The nearest distance, in steps of a twentieth, from which it holds. */
function fartherOff(distanceM: number, trial: Trial): Remedy | null {
  for (let share = 1.05; share < 6; share *= 1.05) {
    const rounded = Number((distanceM * share).toPrecision(3));
    const remedy = offer('distance', { distanceM: rounded }, trial);
    if (remedy) return remedy;
  }
  return null;
}

function otherAperture(settings: StandSettings, trial: Trial): Remedy | null {
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

function lessRise({ movements }: StandSettings, trial: Trial): Remedy | null {
  return less('rise', Math.abs(movements.riseMm), trial, (mm) => ({
    movements: { riseMm: signed(mm, movements.riseMm) },
  }));
}

function lessShift({ movements }: StandSettings, trial: Trial): Remedy | null {
  return less('shift', Math.abs(movements.shiftMm), trial, (mm) => ({
    movements: { shiftMm: signed(mm, movements.shiftMm) },
  }));
}

/** Less along the present direction, from the nearest place that the mechanism can take: a locked slide stays on its line. */
function lessOfBoth(settings: StandSettings, trial: Trial, with_: StandPatch = {}): Remedy | null {
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

function turnedFrame(settings: StandSettings, trial: Trial): Remedy | null {
  const { widthMm, heightMm } = settings.rig.back;
  if (widthMm === heightMm) return null;
  const orientation = settings.orientation === 'landscape' ? 'portrait' : 'landscape';
  return offer('orientation', { orientation }, trial);
}

/** The aperture with the largest circle, and as much of the movement as it allows. */
function apertureAndLess(settings: StandSettings, trial: Trial): Remedy | null {
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
function less(
  control: Remedy['control'],
  presentMm: number,
  trial: Trial,
  patchFor: (mm: number) => StandPatch,
): Remedy | null {
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

// Tenths of a millimetre as the nearest double, so that 9.4 is stored as 9.4.
function onStep(steps: number): number {
  return Math.round(steps) / Math.round(1 / SCALE_STEP_MM);
}

function signed(mm: number, like: number): number {
  return mm === 0 ? 0 : Math.sign(like) * mm;
}

function along(from: ShiftPosition, share: number): ShiftPosition {
  return { riseMm: from.riseMm * share + 0, shiftMm: from.shiftMm * share + 0 };
}

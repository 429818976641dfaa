import { diagonalMm } from '../coverage/frame';
import { cornersOutside, lightCircle, sharpCircle, standFrame, standMargin, type CircleOnBack } from '../geometry/circles';
import { reaches, travelSpare } from '../rig/mechanism';
import type { Finding, FindingKind, Spare } from './finding';
import { checkComposed, checkPins, checkReach, checkSoft, checkTiltScale, checkTiltTravel } from './focusChecks';
import { checkDiffraction, checkFilm, checkFlash, checkReadout, checkReciprocity, checkShake, checkTime } from './exposureChecks';
import { checkFlare, checkInFrame, checkLevel, checkObstacle, checkStretch } from './sceneChecks';
import { checkOverlap, checkParallax, checkRoom, checkSeam, worstInCircle, worstOnSlides } from './mosaicChecks';
import { stateOf } from './tight';
import type { SetupSettings } from '../model/setup';

type CheckOf<K extends FindingKind> = (settings: SetupSettings) => Omit<Extract<Finding, { kind: K }>, 'remedies'>;

function checkCircle(settings: SetupSettings, circle: CircleOnBack | null, which: 'light' | 'sharp') {
  const frameDiagonalMm = diagonalMm(standFrame(settings));
  if (circle === null) {
    return { state: 'unknown' as const, margin: null, corners: [], diameterMm: null, frameDiagonalMm, frame: null };
  }
  const worst = worstInCircle(settings, which);
  if (worst) return { ...worst, state: stateOf(worst.margin.valueMm), diameterMm: circle.diameterMm, frameDiagonalMm };
  const margin = standMargin(settings, circle);
  const state = stateOf(margin.valueMm);
  return {
    state,
    margin,
    corners: state === 'fails' ? cornersOutside(settings, circle) : [],
    diameterMm: circle.diameterMm,
    frameDiagonalMm,
    frame: null,
  };
}

const checkLightCircle: CheckOf<'lightCircle'> = (settings) => ({
  kind: 'lightCircle',
  ...checkCircle(settings, lightCircle(settings), 'light'),
});

const checkSharpCircle: CheckOf<'sharpCircle'> = (settings) => {
  const circle = sharpCircle(settings);
  return {
    kind: 'sharpCircle',
    fNumber: settings.fNumber,
    basis: circle?.basis ?? null,
    ...checkCircle(settings, circle, 'sharp'),
  };
};

const checkTravel: CheckOf<'travel'> = (settings) => {
  const { rig, movements } = settings;
  const { mechanism } = rig;
  const fixed = mechanism.kind === 'fixed';
  if (settings.mosaic) {
    const worst = worstOnSlides(settings);
    if (!worst) return { kind: 'travel', state: 'unknown', spareMm: null, stop: null, fixed: false, frame: null };
    // A stop is a place that is set exactly: for a series only what lies beyond it is a fault.
    return { kind: 'travel', state: stateOf(worst.spareMm, 0), ...worst, fixed };
  }
  const spare = travelSpare(mechanism, movements);
  if (spare === null) return { kind: 'travel', state: 'unknown', spareMm: null, stop: null, fixed, frame: null };
  const reached = reaches(mechanism, movements) === true;
  // The outside is forgiven only what `reaches` forgives, so scale and finding agree.
  const spareMm = reached ? Math.max(0, spare.spareMm) : spare.spareMm;
  const state = fixed && reached ? 'holds' : stateOf(spareMm);
  return { kind: 'travel', state, spareMm, stop: spare.stop, fixed, frame: null };
};

/** The bare check of one kind, without remedies: cheap enough to ask while searching for them. `null` where there is nothing to say: no subject, no light source, nothing watched. */
export function check(kind: FindingKind, settings: SetupSettings): Check | null {
  switch (kind) {
    case 'lightCircle':
      return checkLightCircle(settings);
    case 'sharpCircle':
      return checkSharpCircle(settings);
    case 'travel':
      return checkTravel(settings);
    case 'inFrame':
      return checkInFrame(settings);
    case 'level':
      return checkLevel(settings);
    case 'obstacle':
      return checkObstacle(settings);
    case 'stretch':
      return checkStretch(settings);
    case 'flare':
      return checkFlare(settings);
    case 'pins':
      return checkPins(settings);
    case 'soft':
      return checkSoft(settings);
    case 'tiltTravel':
      return checkTiltTravel(settings);
    case 'tiltScale':
      return checkTiltScale(settings);
    case 'reach':
      return checkReach(settings);
    case 'composed':
      return checkComposed(settings);
    case 'overlap':
      return checkOverlap(settings);
    case 'parallax':
      return checkParallax(settings);
    case 'seam':
      return checkSeam(settings);
    case 'room':
      return checkRoom(settings);
    case 'time':
      return checkTime(settings);
    case 'reciprocity':
      return checkReciprocity(settings);
    case 'flash':
      return checkFlash(settings);
    case 'readout':
      return checkReadout(settings);
    case 'diffraction':
      return checkDiffraction(settings);
    case 'shake':
      return checkShake(settings);
    case 'film':
      return checkFilm(settings);
  }
}

/** A finding before its remedies are sought. */
export type Check = { readonly [K in FindingKind]: Omit<Extract<Finding, { kind: K }>, 'remedies'> }[FindingKind];

/** The margin of a check in its unit; `null` when there is none. */
export function spareOf(found: Check): Spare | null {
  switch (found.kind) {
    case 'lightCircle':
    case 'sharpCircle':
      return found.margin && { value: found.margin.valueMm, unit: 'mm' };
    case 'travel':
    case 'inFrame':
      return found.spareMm === null ? null : { value: found.spareMm, unit: 'mm' };
    case 'level':
      return { value: found.spareDeg, unit: '°' };
    case 'obstacle':
      return { value: found.spareM, unit: 'm' };
    case 'stretch':
      return found.stretch === null ? null : { value: found.accepted - found.stretch, unit: '' };
    case 'flare':
      return found.flare.circleDeg === null ? null : { value: found.flare.angleDeg - found.flare.circleDeg, unit: '°' };
    case 'pins':
    case 'soft':
      return found.spareStops === null ? null : { value: found.spareStops, unit: 'stops' };
    case 'tiltTravel':
      return found.spareDeg === null ? null : { value: found.spareDeg, unit: '°' };
    case 'tiltScale':
      return { value: found.allowedDeg - found.readDeg, unit: '°' };
    case 'reach':
      return found.spareMm === null ? null : { value: found.spareMm, unit: 'mm' };
    case 'overlap':
      return found.fixed ? null : { value: (found.overlap - found.asked) * 100, unit: '%' };
    case 'parallax':
      return found.parallax && { value: found.accepted - found.parallax.px, unit: 'px' };
    case 'seam':
      return null;
    case 'room':
      return found.free === null
        ? null
        : { value: found.free - (found.film ? found.takes : (found.gb ?? 0)), unit: found.film ? 'frames' : 'GB' };
    case 'time':
      return found.spareStops === null ? null : { value: found.spareStops, unit: 'stops' };
    case 'flash':
      return found.syncS === null || found.shortestS === null || found.syncS === 0
        ? null
        : { value: Math.log2(found.shortestS / found.syncS), unit: 'stops' };
    case 'readout':
      return found.bentPx === null ? null : { value: found.allowedPx - found.bentPx, unit: 'px' };
    case 'diffraction':
      return { value: (found.allowedMm - found.airyMm) * 1000, unit: 'µm' };
    case 'film':
      return found.left === null ? null : { value: found.left - found.takes, unit: 'frames' };
    case 'reciprocity':
    case 'shake':
      return null;
    case 'composed':
      return { value: -Math.hypot(found.riseMm, found.shiftMm), unit: 'mm' };
  }
}

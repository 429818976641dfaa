import { diagonalMm } from '../coverage/frame';
import { circleMargin, cornersOutside, lightCircle, sharpCircle, standFrame, type CircleOnBack } from '../coverage/standCoverage';
import { reaches, travelSpare } from '../rig/mechanism';
import { frameSpare } from '../scene/inFrame';
import type { StandSettings } from '../stand/settings';
import { type Finding, type FindingKind, type InFrameFinding, type LightCircleFinding, type SharpCircleFinding, type TravelFinding } from './finding';
import type { FindingState } from '../state';

/**
 * Below this much to spare a finding is *tight*, mm. An engraved scale read by
 * eye, and a back put on by hand, are good to about half a millimetre (common
 * practice).
 */
export const TIGHT_BELOW_MM = 0.5;

// A thousandth of a hundredth: forgives only the last bits of floating point.
const ROUNDING_MM = 1e-9;

/** The state that a margin stands for, mm. */
export function stateOf(marginMm: number): FindingState {
  if (marginMm < -ROUNDING_MM) return 'fails';
  return marginMm < TIGHT_BELOW_MM - ROUNDING_MM ? 'tight' : 'holds';
}

type CheckOf<K extends FindingKind> = (settings: StandSettings) => Omit<Extract<Finding, { kind: K }>, 'remedies'>;

function checkCircle(settings: StandSettings, circle: CircleOnBack | null) {
  const frame = standFrame(settings);
  const frameDiagonalMm = diagonalMm(frame);
  if (circle === null) {
    return { state: 'unknown' as const, margin: null, corners: [], diameterMm: null, frameDiagonalMm };
  }
  const margin = circleMargin(frame, circle.diameterMm, settings.movements);
  const state = stateOf(margin.valueMm);
  return {
    state,
    margin,
    corners: state === 'fails' ? cornersOutside(settings, circle) : [],
    diameterMm: circle.diameterMm,
    frameDiagonalMm,
  };
}

const checkLightCircle: CheckOf<'lightCircle'> = (settings) => ({
  kind: 'lightCircle',
  ...checkCircle(settings, lightCircle(settings)),
});

const checkSharpCircle: CheckOf<'sharpCircle'> = (settings) => {
  const circle = sharpCircle(settings);
  return {
    kind: 'sharpCircle',
    fNumber: settings.fNumber,
    basis: circle?.basis ?? null,
    ...checkCircle(settings, circle),
  };
};

const checkTravel: CheckOf<'travel'> = ({ rig, movements }) => {
  const { mechanism } = rig;
  const fixed = mechanism.kind === 'fixed';
  const spare = travelSpare(mechanism, movements);
  if (spare === null) return { kind: 'travel', state: 'unknown', spareMm: null, stop: null, fixed };
  const reached = reaches(mechanism, movements) === true;
  // The outside is forgiven only what `reaches` forgives, so scale and finding agree.
  const spareMm = reached ? Math.max(0, spare.spareMm) : spare.spareMm;
  const state = fixed && reached ? 'holds' : stateOf(spareMm);
  return { kind: 'travel', state, spareMm, stop: spare.stop, fixed };
};

/** The subject in the frame; without a subject there is nothing to say, and `findings` leaves it out. */
const checkInFrame: CheckOf<'inFrame'> = (settings) => {
  const spare = frameSpare(settings);
  if (spare === null) return { kind: 'inFrame', state: 'holds', spareMm: 0, edge: 'upper' };
  return { kind: 'inFrame', state: spare.spareMm === null ? 'fails' : stateOf(spare.spareMm), ...spare };
};

/** The bare check of one kind, without remedies: cheap enough to ask while searching for them. */
export function check(kind: FindingKind, settings: StandSettings): Check {
  switch (kind) {
    case 'inFrame':
      return checkInFrame(settings);
    case 'lightCircle':
      return checkLightCircle(settings);
    case 'sharpCircle':
      return checkSharpCircle(settings);
    case 'travel':
      return checkTravel(settings);
  }
}

/** A finding before its remedies are sought. */
export type Check =
  | Omit<InFrameFinding, 'remedies'>
  | Omit<LightCircleFinding, 'remedies'>
  | Omit<SharpCircleFinding, 'remedies'>
  | Omit<TravelFinding, 'remedies'>;

/** The margin of a check in mm; `null` when there is none. */
export function marginMm(found: Check): number | null {
  return found.kind === 'travel' || found.kind === 'inFrame' ? found.spareMm : (found.margin?.valueMm ?? null);
}


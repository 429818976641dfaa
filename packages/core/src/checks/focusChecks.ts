import { nearestTilt } from '../focus/tiltMechanism';
import { railReach } from '../rig/reach';
import { lensTilt } from '../rig/tilt';
import { isTurned, pivotMoved } from '../geometry/back';
import { leastBlurWith } from '../planning/tiltAllowance';
import { lostPins, pinStates, pixelMm, standBlurAllowed } from '../geometry/pins';
import { standTiltMechanism } from '../planning/solveFocus';
import { extensionMm } from '../planning/tiltOrStack';
import type { Finding, FindingKind } from './finding';
import { stateOf } from './tight';
import type { SetupSettings } from '../model/setup';

type FocusCheck<K extends FindingKind> = (settings: SetupSettings) => Omit<Extract<Finding, { kind: K }>, 'remedies'> | null;

/** Less than a third of a stop to spare is tight: one click of most lenses. */
const TIGHT_STOPS = 1 / 3;
/** An engraved scale is read to a quarter of its step (common practice). */
const READ_SHARE = 0.25;
/** A mechanism's last tenth of a degree is tight. */
const TIGHT_DEG = 0.1;
/** So near to an end of the focus the rail is tight, mm. */
const TIGHT_RAIL_MM = 0.05;
/** Nothing on a rail, mm. */
const SAME_MM = 1e-6;
/** A picture that moved less than this has not moved, mm: half of what a scale is read to. */
const MOVED_MM = 0.25;

export const checkPins: FocusCheck<'pins'> = (settings) => {
  if (settings.scene === null || !settings.pins.some(({ role }) => role === 'sharp')) return null;
  const { cocMm } = standBlurAllowed(settings);
  const px = pixelMm(settings);
  const asked = pinStates(settings).filter(({ pin }) => pin.role === 'sharp');
  const lost = lostPins(settings)
    .filter(({ role }) => role === 'sharp')
    .map(({ name }) => name);
  const base = { kind: 'pins' as const, fNumber: settings.fNumber, allowedMm: cocMm, count: asked.length, lost };
  const [first, ...rest] = asked;
  if (!first) return { ...base, state: 'unknown', spareStops: null, worst: null };
  const weighed = (each: (typeof asked)[number]): number => (each.blurMm === null ? Infinity : each.blurMm * each.pin.weight);
  const worst = rest.reduce((most, each) => (weighed(each) > weighed(most) ? each : most), first);
  const said = {
    name: worst.pin.name,
    blurMm: worst.blurMm,
    blurPx: worst.blurMm === null || px === null ? null : worst.blurMm / px,
    side: worst.side,
  };
  if (worst.blurMm === null) return { ...base, state: 'fails', spareStops: null, worst: said };
  // Blur goes with the opening: so many stops as its ratio to what is allowed.
  const spareStops = worst.blurMm === 0 ? Infinity : 2 * Math.log2(cocMm / weighed(worst));
  const state = stateOf(spareStops, TIGHT_STOPS);
  return { ...base, state: state === 'fails' || lost.length === 0 ? state : 'unknown', spareStops, worst: said };
};

export const checkSoft: FocusCheck<'soft'> = (settings) => {
  if (settings.scene === null || !settings.pins.some(({ role }) => role === 'soft')) return null;
  const { cocMm } = standBlurAllowed(settings);
  const px = pixelMm(settings);
  const soft = pinStates(settings).filter(({ pin, leastBlurMm }) => pin.role === 'soft' && leastBlurMm !== null);
  const [first, ...rest] = soft.map(({ pin, leastBlurMm }) => ({ name: pin.name, blurMm: leastBlurMm ?? 0 }));
  const looked = new Set(soft.map(({ pin }) => pin.id));
  const lost = settings.pins.filter(({ id, role }) => role === 'soft' && !looked.has(id)).map(({ name }) => name);
  if (!first) return { kind: 'soft', state: 'unknown', spareStops: null, times: settings.limits.softTimes, worst: null, lost };
  const worst = rest.reduce((least, each) => (each.blurMm < least.blurMm ? each : least), first);
  const times = settings.limits.softTimes;
  const spareStops = worst.blurMm === 0 ? -Infinity : 2 * Math.log2(worst.blurMm / (times * cocMm));
  const state = stateOf(spareStops, TIGHT_STOPS);
  return {
    kind: 'soft',
    state: state === 'fails' || lost.length === 0 ? state : 'unknown',
    spareStops,
    times,
    lost,
    worst: { ...worst, blurPx: px === null ? null : worst.blurMm / px },
  };
};

export const checkTiltTravel: FocusCheck<'tiltTravel'> = (settings) => {
  const { front, rig } = settings;
  if (front.tiltDeg === 0 && front.swingDeg === 0) return null;
  const tilt = lensTilt(rig.parts);
  const by = tilt.kind === 'none' ? 'this rig' : tilt.name;
  const mechanism = standTiltMechanism(settings);
  if (mechanism === null) return { kind: 'tiltTravel', state: 'unknown', by, spareDeg: null, nearest: null, locked: false, forwardMm: 0 };
  const nearest = nearestTilt(mechanism, front);
  const offDeg = Math.hypot(nearest.tiltDeg - front.tiltDeg, nearest.swingDeg - front.swingDeg);
  const locked = mechanism.kind === 'line';
  const forwardMm =
    tilt.kind === 'standard' && tilt.baseBelowMm !== null ? tilt.baseBelowMm * Math.sin((front.tiltDeg * Math.PI) / 180) : 0;
  // Along the present direction, how much farther the mechanism goes.
  const spareDeg = offDeg > 1e-6 ? -offDeg : farther(mechanism, front);
  return { kind: 'tiltTravel', state: stateOf(spareDeg, TIGHT_DEG), by, spareDeg, nearest, locked, forwardMm };
};

function farther(mechanism: NonNullable<ReturnType<typeof standTiltMechanism>>, { tiltDeg, swingDeg }: SetupSettings['front']): number {
  const size = Math.hypot(tiltDeg, swingDeg);
  let [low, high] = [0, 60];
  for (let i = 0; i < 30; i++) {
    const more = (low + high) / 2;
    const k = 1 + more / size;
    const to = { tiltDeg: tiltDeg * k, swingDeg: swingDeg * k };
    const near = nearestTilt(mechanism, to);
    // A locked direction is followed exactly only along its arc, which this line leaves a little.
    if (Math.hypot(near.tiltDeg - to.tiltDeg, near.swingDeg - to.swingDeg) < 0.02) low = more;
    else high = more;
  }
  return low;
}

export const checkTiltScale: FocusCheck<'tiltScale'> = (settings) => {
  const { front, rig } = settings;
  const tilt = lensTilt(rig.parts);
  if (tilt.kind !== 'mount' || tilt.stepDeg === null) return null;
  if ((front.tiltDeg === 0 && front.swingDeg === 0) || !settings.pins.some(({ role }) => role === 'sharp')) return null;
  const allowedDeg = leastBlurWith(settings);
  if (allowedDeg === null) return null;
  const readDeg = tilt.stepDeg * READ_SHARE;
  // A scale that is too coarse fails nothing: the picture itself can be read instead.
  return { kind: 'tiltScale', state: allowedDeg < readDeg ? 'tight' : 'holds', stepDeg: tilt.stepDeg, readDeg, allowedDeg };
};

/** Asked where the lens is turned or something is pinned; elsewhere only said when it fails. */
export const checkReach: FocusCheck<'reach'> = (settings) => {
  const { parts } = settings.rig;
  const by = parts.kind === 'view' ? ('bellows' as const) : ('lens' as const);
  const { leastMm, mostMm } = railReach(parts);
  const out = extensionMm(settings);
  const [overFar, overNear] = [leastMm === null ? null : out - leastMm, mostMm === null ? null : mostMm - out];
  const fails = (overFar !== null && overFar < -SAME_MM) || (overNear !== null && overNear < -SAME_MM);
  const asked = settings.pins.length > 0 || isTurned(settings);
  if (!fails && !asked) return null;
  if (!fails && (overFar === null || overNear === null))
    return { kind: 'reach', state: 'unknown', spareMm: null, end: overFar === null ? 'far' : 'near', by };
  const end = (overFar ?? Infinity) < (overNear ?? Infinity) ? 'far' : 'near';
  const spareMm = Math.min(overFar ?? Infinity, overNear ?? Infinity);
  // Standing at infinity is where a lens belongs, not the edge of what it can.
  if (end === 'far' && !fails) return { kind: 'reach', state: 'holds', spareMm: Math.max(0, spareMm), end, by };
  return { kind: 'reach', state: stateOf(spareMm, TIGHT_RAIL_MM), spareMm, end, by };
};

export const checkComposed: FocusCheck<'composed'> = (settings) => {
  const [is, was] = [pivotMoved(settings, settings.front), pivotMoved(settings, settings.composedAt)];
  const [riseMm, shiftMm] = [is.riseMm - was.riseMm, is.shiftMm - was.shiftMm];
  if (Math.hypot(riseMm, shiftMm) < MOVED_MM) return null;
  return { kind: 'composed', state: 'tight', riseMm, shiftMm };
};

import { movementsText } from '@gangway/messages/core/rig/movements';
import { radians } from '../angles';
import type { Mechanism, ShiftPosition } from '../model/movements';

/** The least and greatest value of one control, mm. */
export interface Travel {
  readonly minMm: number;
  readonly maxMm: number;
}

/** What ends a movement. */
export const END_STOPS = {
  none: movementsText.noMovement,
  rotating: movementsText.endOfTheRotatingSlide,
  line: movementsText.lineOfTheSlide,
  forward: movementsText.forwardStop,
  back: movementsText.backStop,
  rise: movementsText.riseStop,
  fall: movementsText.fallStop,
  right: movementsText.rightStop,
  left: movementsText.leftStop,
} as const;
export type EndStop = keyof typeof END_STOPS;

/** Where a position stands among the end stops. */
export interface TravelSpare {
  /** Distance left to the stop met first going on in this direction; negative when beyond it, mm. */
  readonly spareMm: number;
  /** The stop that is nearest, in words. */
  readonly stop: EndStop;
}

/** Positions closer than this are the same on any engraved scale, mm. */
const SAME_MM = 0.005;

/** The travel from the centre to the stop in a direction (0 = right, 90 = up), mm; `null` when not known. */
export function travelLimitMm(mechanism: Mechanism, directionDeg: number): number | null {
  const theta = radians(directionDeg);
  return travelAlong(mechanism, Math.cos(theta), Math.sin(theta));
}

function travelAlong(mechanism: Mechanism, ux: number, uy: number): number | null {
  switch (mechanism.kind) {
    case 'unknown':
      return null;
    case 'fixed':
      return 0;
    case 'disc':
      return mechanism.radiusMm;
    case 'box': {
      const across = Math.abs(ux) < 1e-12 ? Infinity : (ux > 0 ? mechanism.rightMm : mechanism.leftMm) / Math.abs(ux);
      const upright = Math.abs(uy) < 1e-12 ? Infinity : (uy > 0 ? mechanism.riseMm : mechanism.fallMm) / Math.abs(uy);
      return Math.min(across, upright);
    }
    case 'line': {
      const a = radians(mechanism.angleDeg);
      const along = ux * Math.cos(a) + uy * Math.sin(a);
      if (Math.abs(along) < 1 - 1e-9) return 0;
      return along > 0 ? mechanism.forwardMm : mechanism.backMm;
    }
  }
}

/**
 * The ends of rise at the present shift, or of shift at the present rise; `null` when not known. A position outside gets the ends at the nearest place inside.
 *
 * @param mechanism how far the slides go
 * @param control which movement
 * @param at rise and shift, mm
 *
 * @example
 * travelOf({ kind: 'disc', radiusMm: 10 }, 'rise', { riseMm: 0, shiftMm: 6 }) // => {minMm: -8, maxMm: 8}
 */
export function travelOf(mechanism: Mechanism, control: 'rise' | 'shift', at: ShiftPosition): Travel | null {
  switch (mechanism.kind) {
    case 'unknown':
      return null;
    case 'fixed':
      return { minMm: 0, maxMm: 0 };
    case 'box':
      return control === 'rise'
        ? { minMm: -mechanism.fallMm, maxMm: mechanism.riseMm }
        : { minMm: -mechanism.leftMm, maxMm: mechanism.rightMm };
    case 'disc': {
      const other = control === 'rise' ? at.shiftMm : at.riseMm;
      const half = Math.sqrt(Math.max(0, mechanism.radiusMm ** 2 - other ** 2));
      return { minMm: -half, maxMm: half };
    }
    case 'line': {
      const a = radians(mechanism.angleDeg);
      const share = control === 'rise' ? Math.sin(a) : Math.cos(a);
      const ends = [mechanism.forwardMm * share, -mechanism.backMm * share];
      return { minMm: Math.min(...ends), maxMm: Math.max(...ends) };
    }
  }
}

/**
 * The position along a locked slide, mm from its centre, forward + .
 *
 * @param mechanism a slide along a line
 * @param at rise and shift, mm
 *
 * @example
 * slidePosition({ kind: 'line', angleDeg: 90, forwardMm: 12, backMm: 12 }, { riseMm: 5, shiftMm: 0 }) // => 5
 */
export function slidePosition(mechanism: Extract<Mechanism, { kind: 'line' }>, at: ShiftPosition): number {
  const a = radians(mechanism.angleDeg);
  return at.shiftMm * Math.cos(a) + at.riseMm * Math.sin(a);
}

/**
 * The place of a locked slide at a distance from its centre, mm.
 *
 * @param mechanism a slide along a line
 * @param alongMm from the centre of the slide, mm
 *
 * @example
 * onSlide({ kind: 'line', angleDeg: 90, forwardMm: 12, backMm: 12 }, 5).riseMm // => 5
 */
export function onSlide(mechanism: Extract<Mechanism, { kind: 'line' }>, alongMm: number): ShiftPosition {
  const a = radians(mechanism.angleDeg);
  return { shiftMm: alongMm * Math.cos(a), riseMm: alongMm * Math.sin(a) };
}

/**
 * The nearest position that the mechanism can take; the position itself when it can, or when the travel is not known.
 *
 * @param mechanism how far the slides go
 * @param at rise and shift, mm
 *
 * @example
 * nearestReachable({ kind: 'disc', radiusMm: 10 }, { riseMm: 20, shiftMm: 0 }) // => {shiftMm: 0, riseMm: 10}
 */
export function nearestReachable(mechanism: Mechanism, at: ShiftPosition): ShiftPosition {
  switch (mechanism.kind) {
    case 'unknown':
      return at;
    case 'fixed':
      return { shiftMm: 0, riseMm: 0 };
    case 'box':
      return {
        shiftMm: Math.min(mechanism.rightMm, Math.max(-mechanism.leftMm, at.shiftMm)),
        riseMm: Math.min(mechanism.riseMm, Math.max(-mechanism.fallMm, at.riseMm)),
      };
    case 'disc': {
      const far = Math.hypot(at.shiftMm, at.riseMm);
      if (far <= mechanism.radiusMm) return at;
      const share = mechanism.radiusMm / far;
      return { shiftMm: at.shiftMm * share, riseMm: at.riseMm * share };
    }
    case 'line': {
      const along = slidePosition(mechanism, at);
      return onSlide(mechanism, Math.min(mechanism.forwardMm, Math.max(-mechanism.backMm, along)));
    }
  }
}

/**
 * Whether the mechanism can take this position; `null` when its travel is not known.
 *
 * @param mechanism how far the slides go
 * @param at rise and shift, mm
 *
 * @example
 * reaches({ kind: 'disc', radiusMm: 10 }, { riseMm: 8, shiftMm: 8 }) // => false
 */
export function reaches(mechanism: Mechanism, at: ShiftPosition): boolean | null {
  if (mechanism.kind === 'unknown') return null;
  const near = nearestReachable(mechanism, at);
  return Math.hypot(near.shiftMm - at.shiftMm, near.riseMm - at.riseMm) <= SAME_MM;
}

/** How much travel is left, and to which stop; `null` when the travel is not known. */
export function travelSpare(mechanism: Mechanism, at: ShiftPosition): TravelSpare | null {
  switch (mechanism.kind) {
    case 'unknown':
      return null;
    case 'fixed':
      return { spareMm: -Math.hypot(at.shiftMm, at.riseMm), stop: 'none' };
    case 'disc':
      return { spareMm: mechanism.radiusMm - Math.hypot(at.shiftMm, at.riseMm), stop: 'rotating' };
    case 'box':
      return boxSpare(mechanism, at);
    case 'line': {
      const along = slidePosition(mechanism, at);
      const near = onSlide(mechanism, along);
      const off = Math.hypot(near.shiftMm - at.shiftMm, near.riseMm - at.riseMm);
      if (off > SAME_MM) return { spareMm: -off, stop: 'line' };
      return along >= 0 ? { spareMm: mechanism.forwardMm - along, stop: 'forward' } : { spareMm: mechanism.backMm + along, stop: 'back' };
    }
  }
}

/** An end stop, how far the setting goes toward it, and how far it is from the centre, mm. */
interface StopAhead {
  readonly stop: EndStop;
  readonly toward: number;
  readonly travelMm: number;
}

// A slide standing at its centre has used no travel: only the stops ahead of a
// movement count; with no movement at all, those of the slides that can move.
function boxSpare(box: Extract<Mechanism, { kind: 'box' }>, at: ShiftPosition): TravelSpare {
  const stops: readonly StopAhead[] = [
    { stop: 'rise', toward: at.riseMm, travelMm: box.riseMm },
    { stop: 'fall', toward: -at.riseMm, travelMm: box.fallMm },
    { stop: 'right', toward: at.shiftMm, travelMm: box.rightMm },
    { stop: 'left', toward: -at.shiftMm, travelMm: box.leftMm },
  ];
  const ahead = stops.filter((stop) => stop.toward > 0);
  const movable = stops.filter((stop) => stop.travelMm > 0);
  const among = nearestStops(ahead, movable, stops);
  return among
    .map(({ stop, travelMm, toward }) => ({ stop, spareMm: travelMm - toward }))
    .reduce((least, each) => (each.spareMm < least.spareMm ? each : least));
}

function nearestStops(ahead: readonly StopAhead[], movable: readonly StopAhead[], stops: readonly StopAhead[]): readonly StopAhead[] {
  if (ahead.length > 0) return ahead;
  if (movable.length > 0) return movable;
  return stops;
}

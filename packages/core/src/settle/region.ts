import { coverageHalfAngle } from '../coverage/circle';
import { bestPlace, coneStretch, type Cone } from '../coverage/cone';
import { takenUp, type Taken } from '../framing/inFrame';
import { sharpCircleAt, type CircleOnBack } from '../geometry/circles';
import type { Geometry } from '../geometry/geometry';
import { overBack } from '../geometry/standards';
import type { FrameSize } from '../model/frame';
import type { Mechanism, ShiftPosition } from '../model/movements';
import { onSlide, travelOf } from '../rig/mechanism';
import { nearestMark, outward, ROUNDING_MM, STEP_MM, tenths, type Stretch } from './marks';

/** Rises this far apart are looked at before any are refined, mm; where that finds nothing, the marks between two of them are, if anything can be there. */
const COARSE_MM = 1;
/** The finest steps in which it is looked whether a region holds anything, mm. */
const FINEST_MM = 0.02;
/** Beyond this no slide goes, mm. */
const FARTHEST_MM = 200;

/** The checks that end where the frame may lie over the lens. */
export const REGION_KINDS = ['inFrame', 'imageCircle', 'sharpCircle', 'travel', 'rayAngle'] as const;
export type RegionKind = (typeof REGION_KINDS)[number];

const EVERYWHERE: Stretch = { fromMm: -Infinity, toMm: Infinity };
const NOWHERE: Stretch = { fromMm: Infinity, toMm: -Infinity };

/** A rule that allows nothing anywhere. */
const NEVER: Limit = () => NOWHERE;

const both = (a: Stretch, b: Stretch): Stretch => ({ fromMm: Math.max(a.fromMm, b.fromMm), toMm: Math.min(a.toMm, b.toMm) });

/** Along a line of settings, from one in a direction given as a unit vector of shift and rise, the stretch that is allowed. */
type Limit = (from: ShiftPosition, ux: number, uy: number) => Stretch;

/**
 * The settings of the slides at which the subject is in the frame, its corners
 * are in the circles and the slides reach: each of these allows a convex set,
 * so that along any line what all of them allow is one stretch, known in
 * closed form.
 */
export interface Region {
  /** One rule for each check that ends it; a check that sets no limit has none. */
  readonly limits: ReadonlyMap<RegionKind, Limit>;
  /** Between which rises anything can be allowed at all. */
  readonly rises: Stretch;
  /** A slide that is locked to a line leaves only that; `null` for slides of their own. */
  readonly lockedTo: Extract<Mechanism, { kind: 'line' }> | null;
  readonly fixed: boolean;
}

export interface RegionOf {
  readonly geometry: Geometry;
  /** The aperture at which the sharp circle counts. */
  readonly fNumber: number;
  /** How much every check has to have left, mm. */
  readonly spareMm: number;
  /** Checks that are let go. */
  readonly without: ReadonlySet<string>;
}

/**
 * What a setup allows its slides at an aperture; `null` where the subject lies
 * partly behind the camera or is larger than the frame, so that no movement helps.
 *
 * @param of the setup as it is turned and focused, and what has to be left
 */
export function regionOf(of: RegionOf): Region | null {
  const { geometry, fNumber, spareMm, without } = of;
  const limits = new Map<RegionKind, Limit>();
  const add = (kind: RegionKind, limit: Limit | null): void => {
    if (limit !== null && !without.has(kind)) limits.set(kind, limit);
  };
  const box = takenUp(geometry);
  if (box === null && !without.has('inFrame')) return null;
  const { frame } = geometry;
  if (box && !without.has('inFrame') && isLarger(box, frame, spareMm)) return null;
  if (box) {
    const [halfWide, halfHigh] = [frame.widthMm / 2 - spareMm, frame.heightMm / 2 - spareMm];
    add('inFrame', (from, ux, uy) => {
      const [here, way] = overTheBack(geometry, from, ux, uy);
      return both(
        inside(here.shiftMm, way.shiftMm, box.right - halfWide, box.left + halfWide),
        inside(here.riseMm, way.riseMm, box.upper - halfHigh, box.lower + halfHigh),
      );
    });
  }
  add('imageCircle', inCircle(geometry, geometry.imageCircle, spareMm));
  add('sharpCircle', inCircle(geometry, sharpCircleAt(geometry, fNumber), spareMm));
  add('rayAngle', inRayAngle(geometry));
  const { mechanism } = geometry.settings.rig;
  // Up to its stop a slide goes by hand and stays there: just inside is at the stop.
  if (!without.has('travel')) add('travel', reach(mechanism, spareMm < STEP_MM ? 0 : spareMm));
  if ([...limits.values()].includes(NEVER)) return null;
  return {
    limits,
    rises: risesOf(of, box ?? null),
    lockedTo: mechanism.kind === 'line' && !without.has('travel') ? mechanism : null,
    fixed: mechanism.kind === 'fixed' && !without.has('travel'),
  };
}

/** A setting as a place over the back, and how that moves along a line of settings. */
function overTheBack({ carried, turned }: Geometry, from: ShiftPosition, ux: number, uy: number): readonly [ShiftPosition, ShiftPosition] {
  const here = overBack(carried, from);
  if (!turned) return [here, { riseMm: uy, shiftMm: ux }];
  const there = overBack(carried, { riseMm: from.riseMm + uy, shiftMm: from.shiftMm + ux });
  return [here, { riseMm: there.riseMm - here.riseMm, shiftMm: there.shiftMm - here.shiftMm }];
}

/** Whether a subject is too large for the frame, wherever the frame lies. */
function isLarger({ left, right, lower, upper }: Taken, { widthMm, heightMm }: FrameSize, spareMm: number): boolean {
  return right - left > widthMm - 2 * spareMm || upper - lower > heightMm - 2 * spareMm;
}

/** Where on a line a coordinate lies between two ends. */
function inside(at: number, per: number, from: number, to: number): Stretch {
  if (from > to + ROUNDING_MM) return NOWHERE;
  if (Math.abs(per) < 1e-12) return at >= from - ROUNDING_MM && at <= to + ROUNDING_MM ? EVERYWHERE : NOWHERE;
  const [a, b] = [(from - at) / per, (to - at) / per];
  return { fromMm: Math.min(a, b), toMm: Math.max(a, b) };
}

/** All corners of the frame in a circle with so much to spare; `null` where no circle is known. */
function inCircle(geometry: Geometry, circle: CircleOnBack | null, spareMm: number): Limit | null {
  if (circle === null) return null;
  const { imageMm, axis, turned, settings } = geometry;
  const half = coverageHalfAngle(circle.atInfinityMm, settings.rig.lens.focalMm);
  const lean = Math.acos(Math.min(1, axis[2]));
  // A corner at the edge nearest to the normal crosses most angle for a millimetre.
  const halfAngle = turned
    ? half - (spareMm * Math.cos(Math.max(0, half - lean)) ** 2) / imageMm
    : Math.atan(Math.max(0, circle.diameterMm / 2 - spareMm) / imageMm);
  const cone: Cone = { axis, halfAngle, imageMm };
  return halfAngle <= 0 || bestPlace(geometry.frame, cone) === null ? NEVER : inCone(geometry, cone, [0, 0]);
}

/** All corners met by light no more oblique than the sensor takes; `null` where that is not known. */
function inRayAngle(geometry: Geometry): Limit | null {
  const { parts } = geometry.settings.rig;
  const mostDeg = parts.back.kind === 'body' ? parts.back.specs.mostRayDeg : null;
  const { pupilRatio } = parts.lens.specs;
  if (mostDeg === null || pupilRatio === null) return null;
  const ahead = geometry.focus.focalMm * (pupilRatio - 1);
  const { axis } = geometry;
  const cone: Cone = { axis: [0, 0, 1], halfAngle: (mostDeg * Math.PI) / 180, imageMm: geometry.focus.imageMm + ahead * axis[2] };
  return cone.imageMm <= 0 ? null : inCone(geometry, cone, [ahead * axis[0], ahead * axis[1]]);
}

function inCone(geometry: Geometry, cone: Cone, [asideMm, upMm]: readonly [number, number]): Limit {
  return (from, ux, uy) => {
    const [here, way] = overTheBack(geometry, from, ux, uy);
    const per = Math.hypot(way.shiftMm, way.riseMm);
    const at = { shiftMm: here.shiftMm + asideMm, riseMm: here.riseMm + upMm };
    const found = coneStretch(geometry.frame, cone, at, [way.shiftMm / per, way.riseMm / per]);
    return found ? { fromMm: found.fromMm / per, toMm: found.toMm / per } : NOWHERE;
  };
}

/** Within the end stops with so much to spare; a slide at its centre has used none. `null` where the travel is not known. */
function reach(mechanism: Mechanism, spareMm: number): Limit | null {
  switch (mechanism.kind) {
    case 'unknown':
      return null;
    case 'fixed':
      return (from, ux, uy) => both(inside(from.shiftMm, ux, 0, 0), inside(from.riseMm, uy, 0, 0));
    case 'box': {
      const { riseMm, fallMm, leftMm, rightMm } = mechanism;
      const end = (mm: number): number => Math.max(0, mm - spareMm);
      return (from, ux, uy) =>
        both(inside(from.shiftMm, ux, -end(leftMm), end(rightMm)), inside(from.riseMm, uy, -end(fallMm), end(riseMm)));
    }
    case 'disc': {
      const radius = Math.max(0, mechanism.radiusMm - spareMm);
      return (from, ux, uy) => {
        const along = from.shiftMm * ux + from.riseMm * uy;
        const under = radius ** 2 - (from.shiftMm ** 2 + from.riseMm ** 2 - along ** 2);
        if (under < -ROUNDING_MM) return NOWHERE;
        const root = Math.sqrt(Math.max(0, under));
        return { fromMm: -along - root, toMm: -along + root };
      };
    }
    case 'line': {
      const { forwardMm, backMm } = mechanism;
      const end = (mm: number): number => Math.max(0, mm - spareMm);
      const unit = onSlide(mechanism, 1);
      return (from, ux, uy) => {
        const along = ux * unit.shiftMm + uy * unit.riseMm;
        const at = from.shiftMm * unit.shiftMm + from.riseMm * unit.riseMm;
        return Math.abs(along) < 1 - 1e-9 ? NOWHERE : inside(at, along, -end(backMm), end(forwardMm));
      };
    }
  }
}

/** What all rules allow along a line. */
export function stretchAlong({ limits }: Region, from: ShiftPosition, ux: number, uy: number): Stretch {
  let allowed = EVERYWHERE;
  for (const limit of limits.values()) {
    allowed = both(allowed, limit(from, ux, uy));
    if (allowed.fromMm > allowed.toMm) return NOWHERE;
  }
  return allowed;
}

/** How the slides are moved: not at all, one of them, or both. */
export type Moving = 'none' | 'rise' | 'shift' | 'both';

/**
 * The allowed settings that are nearest to the present one: as it is, by rise
 * alone, by shift alone, by both. Those that are not possible are missing.
 *
 * @param region what is allowed
 * @param at the slides as they stand
 */
export function nearestSettings(region: Region, at: ShiftPosition): ReadonlyMap<Moving, ShiftPosition> {
  const found = new Map<Moving, ShiftPosition>();
  if (region.lockedTo) return alongLine(region, region.lockedTo, at, found);
  const here = stretchAlong(region, at, 0, 1);
  if (here.fromMm <= ROUNDING_MM && here.toMm >= -ROUNDING_MM) {
    const across = stretchAlong(region, at, 1, 0);
    if (across.fromMm <= ROUNDING_MM && across.toMm >= -ROUNDING_MM) return found.set('none', at);
  }
  if (region.fixed) return centreOnly(region, at, found);
  const rise = nearestMark(at.riseMm, stretchAlong(region, { riseMm: 0, shiftMm: at.shiftMm }, 0, 1));
  if (rise !== null) found.set('rise', { riseMm: rise, shiftMm: at.shiftMm });
  const shift = nearestMark(at.shiftMm, stretchAlong(region, { riseMm: at.riseMm, shiftMm: 0 }, 1, 0));
  if (shift !== null) found.set('shift', { riseMm: at.riseMm, shiftMm: shift });
  const two = nearestByBoth(region, at);
  if (two !== null && two.riseMm !== at.riseMm && two.shiftMm !== at.shiftMm) found.set('both', two);
  return found;
}

/**
 * The middle of what is allowed on the line of one slide, or of both: where most is left.
 *
 * @param region what is allowed
 * @param moving which slides may be moved
 * @param at a setting that is allowed
 */
export function middleOf(region: Region, moving: Moving, at: ShiftPosition): ShiftPosition {
  const middle = ({ fromMm, toMm }: Stretch, otherwise: number): number =>
    Number.isFinite(fromMm) && Number.isFinite(toMm) ? tenths(((fromMm + toMm) / 2) * 10) : otherwise;
  const riseMm = moving === 'shift' ? at.riseMm : middle(stretchAlong(region, { ...at, riseMm: 0 }, 0, 1), at.riseMm);
  const shiftMm = moving === 'rise' ? at.shiftMm : middle(stretchAlong(region, { riseMm, shiftMm: 0 }, 1, 0), at.shiftMm);
  return { riseMm, shiftMm };
}

function centreOnly(region: Region, at: ShiftPosition, found: Map<Moving, ShiftPosition>): ReadonlyMap<Moving, ShiftPosition> {
  const { fromMm, toMm } = stretchAlong(region, { riseMm: 0, shiftMm: 0 }, 1, 0);
  if (fromMm > ROUNDING_MM || toMm < -ROUNDING_MM) return found;
  const up = stretchAlong(region, { riseMm: 0, shiftMm: 0 }, 0, 1);
  if (up.fromMm > ROUNDING_MM || up.toMm < -ROUNDING_MM) return found;
  return found.set(movingBetween(at, { riseMm: 0, shiftMm: 0 }), { riseMm: 0, shiftMm: 0 });
}

function movingBetween(from: ShiftPosition, to: ShiftPosition): Moving {
  if (from.riseMm === to.riseMm) return from.shiftMm === to.shiftMm ? 'none' : 'shift';
  return from.shiftMm === to.shiftMm ? 'rise' : 'both';
}

function alongLine(
  region: Region,
  line: Extract<Mechanism, { kind: 'line' }>,
  at: ShiftPosition,
  found: Map<Moving, ShiftPosition>,
): ReadonlyMap<Moving, ShiftPosition> {
  const unit = onSlide(line, 1);
  const stretch = stretchAlong(region, { riseMm: 0, shiftMm: 0 }, unit.shiftMm, unit.riseMm);
  const mark = nearestMark(at.shiftMm * unit.shiftMm + at.riseMm * unit.riseMm, stretch);
  if (mark === null) return found;
  const exact = onSlide(line, mark);
  // A slide straight up or across reads tenths; sines leave dust.
  const clean = (mm: number): number => (Math.abs(mm - Math.round(mm * 10) / 10) < 1e-6 ? tenths(mm * 10) : mm);
  const to = { riseMm: clean(exact.riseMm), shiftMm: clean(exact.shiftMm) };
  if (Math.hypot(to.riseMm - at.riseMm, to.shiftMm - at.shiftMm) < 1e-6) return found.set('none', at);
  return found.set(movingBetween(at, to), to);
}

/** Of all settings on the marks of the scales the one nearest to where the slides stand; `null` when there is none. */
function nearestByBoth(region: Region, at: ShiftPosition): ShiftPosition | null {
  const { rises } = region;
  const coarse = bestOf(region, at, rises, COARSE_MM);
  if (coarse === null) return bestBetween(region, at);
  const about = { fromMm: coarse.riseMm - COARSE_MM, toMm: coarse.riseMm + COARSE_MM };
  return bestOf(region, at, both(rises, about), STEP_MM) ?? coarse;
}

/**
 * What lies between two lines of the coarse look that both found nothing: every
 * mark where something may be. Left and right ends of a convex set are convex
 * and concave in the rise, and by how much they cross is convex as well: what
 * the straight lines through its neighbours leave above zero is empty.
 */
function bestBetween(region: Region, at: ShiftPosition): ShiftPosition | null {
  const { fromMm, toMm } = region.rises;
  if (fromMm > toMm) return null;
  const [first, last] = [Math.floor(fromMm / COARSE_MM), Math.ceil(toMm / COARSE_MM)];
  const gaps = Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => crossing(region, (first + i) * COARSE_MM));
  let best: ShiftPosition | null = null;
  let least = Infinity;
  for (let i = 0; i + 1 < gaps.length; i++) {
    if (gapBetween(gaps, i) > 0) continue;
    const lowMm = (first + i) * COARSE_MM;
    const found = bestOf(region, at, both(region.rises, { fromMm: lowMm, toMm: lowMm + COARSE_MM }), STEP_MM);
    const far = found === null ? Infinity : Math.hypot(found.riseMm - at.riseMm, found.shiftMm - at.shiftMm);
    if (far < least) [best, least] = [found, far];
  }
  return best;
}

/**
 * Whether a region certainly holds no setting at all, between the marks of the
 * scales as well; `false` also where that cannot be told.
 *
 * @param region what is allowed
 */
export function holdsNothing(region: Region): boolean {
  if (region.lockedTo) {
    const unit = onSlide(region.lockedTo, 1);
    const { fromMm, toMm } = stretchAlong(region, { riseMm: 0, shiftMm: 0 }, unit.shiftMm, unit.riseMm);
    return fromMm > toMm;
  }
  if (region.fixed) {
    const { fromMm, toMm } = stretchAlong(region, { riseMm: 0, shiftMm: 0 }, 1, 0);
    return !(fromMm <= ROUNDING_MM && toMm >= -ROUNDING_MM);
  }
  return isEmptyBetween(region, region.rises, COARSE_MM);
}

/** As {@link holdsNothing} between two rises, their ends included; looked at in steps and, where those do not say, in finer ones. */
function isEmptyBetween(region: Region, { fromMm, toMm }: Stretch, stepMm: number): boolean {
  if (fromMm > toMm) return true;
  const count = Math.max(1, Math.ceil((toMm - fromMm) / stepMm));
  const lines = Array.from({ length: count + 1 }, (_, i) => fromMm + ((toMm - fromMm) * i) / count);
  const gaps = lines.map((riseMm) => crossing(region, riseMm));
  if (gaps.some((gap) => gap !== null && gap <= 0)) return false;
  return lines.slice(1).every((upperMm, i) => {
    const lowerMm = lines[i] ?? upperMm;
    if (isOutside(region, lowerMm, upperMm) || gapBetween(gaps, i) > 0) return true;
    if (stepMm <= FINEST_MM) return false;
    // With its neighbours, which bound what may lie between.
    const about = { fromMm: Math.max(fromMm, lowerMm - stepMm), toMm: Math.min(toMm, upperMm + stepMm) };
    return isEmptyBetween(region, about, stepMm / 4);
  });
}

/** Whether one rule allows nothing on two lines nor between them: it is convex, so that a line elsewhere on which it allows something says so. */
function isOutside({ limits }: Region, lowerMm: number, upperMm: number): boolean {
  const allows = (limit: Limit, riseMm: number): boolean => {
    const { fromMm, toMm } = limit({ riseMm, shiftMm: 0 }, 1, 0);
    return fromMm <= toMm;
  };
  return [...limits.values()].some((limit) => {
    if (allows(limit, lowerMm) || allows(limit, upperMm)) return false;
    for (let mm = 0; mm <= FARTHEST_MM; mm += COARSE_MM)
      if ([lowerMm - mm, upperMm + mm].some((riseMm) => allows(limit, riseMm))) return true;
    return false;
  });
}

/** By how much the ends of what the rules allow at a rise cross each other, mm, below zero where something is left; `null` where a rule allows nothing at all. */
function crossing({ limits }: Region, riseMm: number): number | null {
  let [fromMm, toMm] = [-Infinity, Infinity];
  for (const limit of limits.values()) {
    const each = limit({ riseMm, shiftMm: 0 }, 1, 0);
    if (each.fromMm > each.toMm) return null;
    fromMm = Math.max(fromMm, each.fromMm);
    toMm = Math.min(toMm, each.toMm);
  }
  return fromMm - toMm;
}

/** The least that a convex function can be between its values i and i + 1, by the lines through its neighbours; −∞ where they do not say. */
function gapBetween(gaps: readonly (number | null)[], i: number): number {
  const [before = null, here = null, next = null, after = null] = [gaps[i - 1], gaps[i], gaps[i + 1], gaps[i + 2]];
  if (here === null || next === null) return here === null && next === null ? outsideBoth(gaps, i) : -Infinity;
  const rising = before === null ? -Infinity : here - before;
  const falling = after === null ? Infinity : after - next;
  if (!Number.isFinite(here) || !Number.isFinite(next)) return -Infinity;
  // The line from the left ends at here + rising, the one from the right begins at next − falling: between them the higher of the two counts.
  const left = (t: number): number => here + rising * t;
  const right = (t: number): number => next - falling * (1 - t);
  if (rising === -Infinity && falling === Infinity) return -Infinity;
  if (rising === -Infinity) return Math.min(right(0), right(1));
  if (falling === Infinity) return Math.min(left(0), left(1));
  const slope = rising - falling;
  const t = slope === 0 ? 0 : Math.min(1, Math.max(0, (right(0) - here) / slope));
  return Math.min(Math.max(left(0), right(0)), Math.max(left(1), right(1)), Math.max(left(t), right(t)));
}

/** Two lines that some rule leaves nothing of: empty between them where lines on one side of both are not, as what a rule allows hangs together. */
function outsideBoth(gaps: readonly (number | null)[], i: number): number {
  return gaps.some((gap, j) => gap !== null && j !== i && j !== i + 1) ? Infinity : -Infinity;
}

/** Between which rises anything can be allowed at all: what subject and slides leave whatever the shift. */
function risesOf({ geometry, spareMm, without }: RegionOf, box: Taken | null): Stretch {
  const { carried, frame, settings } = geometry;
  const { mechanism } = settings.rig;
  const travel = without.has('travel') ? null : travelOf(mechanism, 'rise', { riseMm: 0, shiftMm: 0 });
  const slides: Stretch = travel ? { fromMm: travel.minMm, toMm: travel.maxMm } : { fromMm: -FARTHEST_MM, toMm: FARTHEST_MM };
  // With a back that is turned a shift lifts the frame as well.
  if (box === null || without.has('inFrame') || carried.perShift.riseMm !== 0) return slides;
  const half = frame.heightMm / 2 - spareMm;
  const of = (mm: number): number => (mm - carried.origin.riseMm) / carried.perRise.riseMm;
  return both(slides, { fromMm: of(box.upper - half), toMm: of(box.lower + half) });
}

/** Gone through outward from where the slide stands, so that what is near ends the search. */
function bestOf(region: Region, at: ShiftPosition, { fromMm, toMm }: Stretch, stepMm: number): ShiftPosition | null {
  const per = Math.round(stepMm / STEP_MM);
  const [first, last] = [Math.ceil(fromMm / stepMm - 1e-6), Math.floor(toMm / stepMm + 1e-6)];
  if (first > last) return null;
  let best: ShiftPosition | null = null;
  let least = Infinity;
  for (const steps of outward({ first, last }, at.riseMm / stepMm, (each) => Math.abs(tenths(each * per) - at.riseMm))) {
    const riseMm = tenths(steps * per);
    if (Math.abs(riseMm - at.riseMm) >= least) break;
    const shiftMm = nearestMark(at.shiftMm, stretchAlong(region, { riseMm, shiftMm: 0 }, 1, 0));
    if (shiftMm === null) continue;
    const far = Math.hypot(riseMm - at.riseMm, shiftMm - at.shiftMm);
    if (far < least) [best, least] = [{ riseMm, shiftMm }, far];
  }
  return best;
}

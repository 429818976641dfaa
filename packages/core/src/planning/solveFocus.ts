import { fixedNumber } from '@gangway/messages/number';
import { planningText } from '@gangway/messages/core/planning';
import { say } from '@gangway/messages/say';
import { type Geometry, freshGeometry } from '../geometry/geometry';
import { apertureScale } from '../coverage/apertures';
import { CoreError } from '../errors';
import { axisAngles, lensAxis } from '../space/axis';
import { widestAperture, widestApertureAt } from '../focus/widestAperture';
import { chebyshev } from '../focus/chebyshev';
import { leastBetween, leastInBox } from '../focus/nested';
import { lockedAxis, nearestTilt, type TiltMechanism } from '../focus/tiltMechanism';
import { dot, length, scaled, type Vec3 } from '../space/vector';
import { rearMechanism } from '../rig/tilt';
import { turnedToCamera, turnedToWorld } from '../space/pose';
import { axisToBack, focusFor } from '../geometry/standards';
import { standardAxes } from '../geometry/viewCamera';
import { exactFNumber, type PlacedPin } from '../geometry/pins';
import { patched } from '../setup/patch';
import type { StandardTurn } from '../model/movements';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { UNTURNED } from '../setup/defaults';
import { setupTiltMechanism } from './setupTilt';

/** Which standard is turned. */
export type TurnedBy = 'front' | 'rear' | 'none';

/** A setting that holds the pins, and the opening that it takes. */
export interface FocusSolution {
  readonly by: TurnedBy;
  readonly front: StandardTurn;
  readonly rear: StandardTurn;
  /** Along the lens axis, m; `null` at infinity, below zero where the plane crosses the axis behind the lens. */
  readonly focusM: number | null;
  /** From the lens to the back along the back's normal, mm. */
  readonly imageMm: number;
  /** The f-number at which the worst pin is just sharp enough. */
  readonly fNumber: number;
  /** The widest marked aperture that holds; `null` when the lens does not close so far. */
  readonly marked: number | null;
  readonly patch: SetupPatch;
}

/** Why pins cannot be held. */
export type NoSolutionReason =
  | { readonly kind: 'noSubject' | 'noSharpPin' | 'backDoesNotTurn' | 'tiltUnknown' }
  | { readonly kind: 'behindCamera'; readonly pin: string }
  | { readonly kind: 'insideFocalLength'; readonly pin: string; readonly distanceMm: number; readonly focalMm: number }
  | { readonly kind: 'impossible'; readonly message: string };

/** What cannot be solved, and the nearest that can. */
export interface NoSolution {
  readonly why: NoSolutionReason;
  readonly nearest: FocusSolution | null;
}

/**
 * Why pins cannot be held, as a sentence.
 *
 * @param why the reason found
 *
 * @example
 * noSolutionSentence({ kind: 'backDoesNotTurn' }) // => 'This rig’s back has no tilt or swing.'
 */
export function noSolutionSentence(why: NoSolutionReason): string {
  switch (why.kind) {
    case 'noSubject':
      return planningText.chooseASubjectFirstThen;
    case 'noSharpPin':
      return planningText.noPinMustBeSharp;
    case 'backDoesNotTurn':
      return planningText.thisRigsBackHasNo;
    case 'tiltUnknown':
      return planningText.howFarThisLensTilts;
    case 'behindCamera':
      return say(planningText.thePinIsBehindThe, { name: why.pin });
    case 'insideFocalLength':
      return say(planningText.thePinLiesMmIn, { name: why.pin, z: fixedNumber(why.distanceMm, 0), focalMm: why.focalMm });
    case 'impossible':
      return why.message;
  }
}

export type Solved = { readonly ok: true; readonly solution: FocusSolution } | ({ readonly ok: false } & NoSolution);

interface Wanted {
  readonly points: readonly Vec3[];
  readonly weights: readonly number[];
}

function wantedOf({ settings }: Geometry, placed: readonly PlacedPin[], take: (pin: PlacedPin) => number): Wanted {
  const { lens, parts } = settings.rig;
  const more = (zM: number): number => pupilWeight(lens.focalMm, parts.lens.specs.pupilRatio ?? 1, zM);
  const kept = placed.flatMap((each) => {
    const weight = take(each);
    return weight > 0 ? each.points.map((point) => ({ point, weight: weight * more(point[2]) })) : [];
  });
  return { points: kept.map(({ point }) => point), weights: kept.map(({ weight }) => weight) };
}

/**
 * The setting that holds all pins that must be sharp at the widest opening,
 * by turning the lens (*front*), the back (*rear*) or nothing (*none*), within
 * the mechanism of this rig; pins that are wanted as sharp as possible are
 * brought as near to that as the others allow at the marked aperture this takes.
 * Refusals name the pin and give the nearest setting there is.
 *
 * @param geometry what follows from the settings of a setup
 * @param by lens, back, or neither
 *
 * @example
 * solveFocus(frontGeometry, 'front').ok // => true
 */
export function solveFocus(geometry: Geometry, by: TurnedBy): Solved {
  const placed = geometry.placedPins;
  const sharp = placed.filter(({ pin }) => pin.role === 'sharp');
  const best = placed.filter(({ pin }) => pin.role === 'best');
  const asked = sharp.length > 0 ? sharp : best;
  if (geometry.settings.scene === null) return refused({ kind: 'noSubject' });
  if (asked.length === 0) return refused({ kind: 'noSharpPin' });
  const bad = firstBad(geometry, asked);
  if (bad) {
    const rest = asked.filter((each) => each !== bad.placed);
    const nearest =
      rest.length > 0
        ? exactly(
            geometry,
            solved(geometry, by, () => wantedOf(geometry, rest, ({ pin }) => pin.weight)),
            rest,
          )
        : null;
    return refused(bad.why, nearest);
  }
  try {
    const first = exactly(
      geometry,
      solved(geometry, by, () => wantedOf(geometry, asked, ({ pin }) => pin.weight)),
      asked,
    );
    if (first === null) return refused({ kind: by === 'rear' ? 'backDoesNotTurn' : 'tiltUnknown' });
    if (sharp.length === 0 || best.length === 0) return { ok: true, solution: first };
    return { ok: true, solution: withBest({ geometry, by, first, sharp, best }) };
  } catch (error) {
    if (error instanceof CoreError) return refused({ kind: 'impossible', message: error.message });
    throw error;
  }
}

/** A solution with the aperture that it really takes: the solver's blur is near enough for the setting, not for what is offered. */
function exactly<S extends FocusSolution | null>(geometry: Geometry, solution: S, placed: readonly PlacedPin[]): S {
  if (solution === null) return solution;
  const fNumber = leastFNumberFor(geometry, solution, placed);
  return { ...solution, fNumber, marked: markedFor(geometry.settings, fNumber) };
}

function refused(why: NoSolutionReason, nearest: FocusSolution | null = null): Solved {
  return { ok: false, why, nearest };
}

/** The first pin that no lens can focus, and why. */
function firstBad(geometry: Geometry, placed: readonly PlacedPin[]): { readonly placed: PlacedPin; readonly why: NoSolutionReason } | null {
  const { focalMm } = geometry.settings.rig.lens;
  for (const each of placed) {
    for (const [, , z] of each.points) {
      if (z <= 0) return { placed: each, why: { kind: 'behindCamera', pin: each.pin.name } };
      if (z * 1000 <= focalMm)
        return { placed: each, why: { kind: 'insideFocalLength', pin: each.pin.name, distanceMm: z * 1000, focalMm } };
    }
  }
  return null;
}

// At the marked aperture that the sharp pins take, the largest weight that the others can have beside them.
interface WithBestInput {
  readonly geometry: Geometry;
  readonly by: TurnedBy;
  readonly first: FocusSolution;
  readonly sharp: readonly PlacedPin[];
  readonly best: readonly PlacedPin[];
}

function withBest({ geometry, by, first, sharp, best }: WithBestInput): FocusSolution {
  const limit = first.marked ?? first.fNumber;
  const at = (share: number): FocusSolution | null => {
    const both = solved(geometry, by, () =>
      wantedOf(geometry, [...sharp, ...best], ({ pin }) => (pin.role === 'best' ? share : 1) * pin.weight),
    );
    return both && leastFNumberFor(geometry, both, sharp) <= limit ? both : null;
  };
  let [found, least] = [first, leastFNumberFor(geometry, first, best)];
  let [low, high] = [0, 1];
  for (let round = 0; round < 10; round++) {
    const share = round === 0 ? 1 : (low + high) / 2;
    const each = share > 0 ? at(share) : null;
    if (each) {
      // Settings come in hundredths: a share too small for one of them does nothing for the others, or less.
      const wanted = leastFNumberFor(geometry, each, best);
      if (wanted < least) [found, least] = [each, wanted];
      low = share;
      if (share === 1) break;
    } else high = share;
  }
  const fNumber = leastFNumberFor(geometry, found, sharp);
  return { ...found, fNumber, marked: markedFor(geometry.settings, fNumber) };
}

/** The f-number at which a setting holds pins, by rays. */
export function leastFNumberFor(geometry: Geometry, { patch }: Pick<FocusSolution, 'patch'>, placed: readonly PlacedPin[]): number {
  const next = freshGeometry(patched(geometry.settings, patch));
  const ids = new Set(placed.map(({ pin }) => pin.id));
  return exactFNumber(
    next.placedPins.filter(({ pin }) => ids.has(pin.id)),
    next.focus,
    next.blurAllowed.cocMm,
  );
}

/**
 * How much more or less a pin blurs than a thin lens blurs it, by the pupil
 * ratio p: p/(p + (1 − p)·f/z), which far off is nothing. With it as a weight
 * the solver of a thin lens balances near and far as this lens does.
 *
 * @param focalMm focal length, mm
 * @param ratio exit pupil over entrance pupil
 * @param zM distance of the pin along the back’s normal, m
 *
 * @example
 * pupilWeight(100, 2, 0.2) // => 1.3333
 */
export function pupilWeight(focalMm: number, ratio: number, zM: number): number {
  return ratio === 1 ? 1 : ratio / (ratio + ((1 - ratio) * focalMm) / (zM * 1000));
}

/**
 * The widest marked aperture that is no wider; `null` beyond the smallest of the lens.
 *
 * @param settings what of the settings it depends on
 * @param fNumber marked f-number
 *
 * @example
 * markedFor(front, 9.5) // => 10
 */
export function markedFor({ rig }: Pick<SetupSettings, 'rig'>, fNumber: number): number | null {
  const { widestFNumber, smallestFNumber, stopStep } = rig.lens;
  return apertureScale(widestFNumber, smallestFNumber, stopStep).find((n) => n >= fNumber * (1 - 1e-9)) ?? null;
}

function solved(geometry: Geometry, by: TurnedBy, wanted: () => Wanted): FocusSolution | null {
  const { points, weights } = wanted();
  if (by === 'rear') return byRear(geometry, points, weights);
  const mechanism: TiltMechanism | null = by === 'none' ? { kind: 'cone', maxDeg: 0 } : setupTiltMechanism(geometry.settings);
  if (mechanism === null) return null;
  const { focalMm } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  // Where the lens wide open holds everything straight there is nothing to tilt for.
  const straight = widestApertureAt({
    focalMm,
    pointsM: points,
    cocMm,
    axis: axisToBack({ front: UNTURNED, rear: geometry.settings.rear }),
    weights,
  });
  const unturned = (): FocusSolution => finished(geometry, by, { front: UNTURNED, rear: geometry.settings.rear }, { points, weights });
  if (straight.fNumber <= geometry.settings.rig.lens.widestFNumber) return unturned();
  const backStraight = geometry.settings.rear.tiltDeg === 0 && geometry.settings.rear.swingDeg === 0;
  const bestTurn = (): StandardTurn => {
    if (by === 'none') return UNTURNED;
    if (backStraight) return widestAperture({ focalMm, pointsM: points, cocMm, mechanism, weights });
    return acrossTurnedBack(geometry, mechanism, points, weights);
  };
  const front = fine(nearestTilt(mechanism, fine(bestTurn())));
  const turned = finished(geometry, by, { front, rear: geometry.settings.rear }, { points, weights });
  // In hundredths of a degree a tilt may gain nothing any more.
  return turned.fNumber < straight.fNumber ? turned : unturned();
}

// The back is turned already: what the mechanism allows is a piece of the sphere of axes that lies askew to it.
function acrossTurnedBack(geometry: Geometry, mechanism: TiltMechanism, points: readonly Vec3[], weights: readonly number[]): StandardTurn {
  const { focalMm } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  const needs = (front: StandardTurn): number =>
    widestApertureAt({ focalMm, pointsM: points, cocMm, axis: axisToBack({ front, rear: geometry.settings.rear }), weights }).fNumber;
  switch (mechanism.kind) {
    case 'line': {
      const { x } = leastInBox((deg) => needs(axisAngles(lockedAxis(mechanism.angleDeg, deg))), mechanism.rangeDeg, [0, 0]);
      return axisAngles(lockedAxis(mechanism.angleDeg, x));
    }
    case 'box': {
      const { x, y } = leastInBox((tiltDeg, swingDeg) => needs({ tiltDeg, swingDeg }), mechanism.tiltDeg, mechanism.swingDeg);
      return { tiltDeg: x, swingDeg: y };
    }
    case 'cone':
    case 'free': {
      const most = mechanism.kind === 'cone' ? mechanism.maxDeg : 45;
      const { x, y } = leastInBox(
        (tiltDeg, swingDeg) => needs(nearestTilt(mechanism, { tiltDeg, swingDeg })),
        [-most, most],
        [-most, most],
      );
      return nearestTilt(mechanism, { tiltDeg: x, swingDeg: y });
    }
  }
}

/**
 * By turning the back with the lens as it is. A point P is in focus where
 * v·(P·l − f) = f·n·P, which is linear in n/v: with h = f·P/(P·l − f) the
 * largest |1 − b·h| is least by a linear Chebyshev problem, and its b points
 * along the back's normal n. Where the mechanism binds its edges are searched.
 */
function byRear(geometry: Geometry, points: readonly Vec3[], weights: readonly number[]): FocusSolution | null {
  const mechanism = rearMechanism(geometry.settings.rig.parts);
  if (mechanism === null) return null;
  const { focalMm } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  const present = standardAxes(geometry.settings.rear);
  const lens = lensAxis(geometry.settings.front.tiltDeg, geometry.settings.front.swingDeg);
  // Into the frame of the camera's base, from which each back is looked at.
  const base = points.map((point) => turnedToWorld(present, point));
  const h = base.map((point) => scaled(point, focalMm / Math.max(1e-9, 1000 * dot(point, lens) - focalMm)));
  const needs = (rear: StandardTurn): number => {
    const axes = standardAxes(rear);
    const seen = base.map((point) => turnedToCamera(axes, point));
    if (seen.some(([, , z]) => z * 1000 <= focalMm)) return 1e9;
    return widestApertureAt({ focalMm, pointsM: seen, cocMm, axis: turnedToCamera(axes, lens), weights }).fNumber;
  };
  const normal = chebyshev(h, weights.some((weight) => weight !== 1) ? weights : null);
  const free = normal && normal[2] > 0 ? axisAngles(scaled(normal, 1 / length(normal))) : UNTURNED;
  const [[t0, t1], [s0, s1]] = [mechanism.tiltDeg, mechanism.swingDeg];
  const within = free.tiltDeg >= t0 && free.tiltDeg <= t1 && free.swingDeg >= s0 && free.swingDeg <= s1;
  const along = (edge: (deg: number) => StandardTurn, from: number, to: number): StandardTurn =>
    edge(leastBetween({ at: (deg) => needs(edge(deg)), from, to, looks: 16, within: 1e-4 }).at);
  const tried: readonly StandardTurn[] = within
    ? [free]
    : [
        along((swingDeg) => ({ tiltDeg: t0, swingDeg }), s0, s1),
        along((swingDeg) => ({ tiltDeg: t1, swingDeg }), s0, s1),
        along((tiltDeg) => ({ tiltDeg, swingDeg: s0 }), t0, t1),
        along((tiltDeg) => ({ tiltDeg, swingDeg: s1 }), t0, t1),
      ];
  const best = tried.reduce((least, each) => (needs(each) < needs(least) ? each : least), tried[0] ?? UNTURNED);
  const rear = fine(best);
  const axes = standardAxes(rear);
  return finished(
    geometry,
    'rear',
    { front: geometry.settings.front, rear },
    { points: base.map((point) => turnedToCamera(axes, point)), weights },
  );
}

/** The focus and opening for standards that are given, in hundredths of a degree as they are set down. */
function finished(
  geometry: Geometry,
  by: TurnedBy,
  { front, rear }: { readonly front: StandardTurn; readonly rear: StandardTurn },
  { points, weights }: { readonly points: readonly Vec3[]; readonly weights: readonly number[] },
): FocusSolution {
  const { focalMm } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  const axis = axisToBack({ front, rear });
  const { imageMm, fNumber } = widestApertureAt({ focalMm, pointsM: points, cocMm, axis, weights });
  const focusM = focusFor(focalMm, imageMm / axis[2]);
  return { by, front, rear, focusM, imageMm, fNumber, marked: markedFor(geometry.settings, fNumber), patch: { front, rear, focusM } };
}

/** Hundredths of a degree: finer than any scale, and what is written down. */
function fine({ tiltDeg, swingDeg }: StandardTurn): StandardTurn {
  return { tiltDeg: Math.round(tiltDeg * 100) / 100 + 0, swingDeg: Math.round(swingDeg * 100) / 100 + 0 };
}

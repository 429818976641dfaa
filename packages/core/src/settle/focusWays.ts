import { ringOf } from '../coverage/apertures';
import { bestPlace } from '../coverage/cone';
import { CoreError } from '../errors';
import { leastBetween } from '../focus/nested';
import { nearestTilt, type TiltMechanism } from '../focus/tiltMechanism';
import { widestAperture, widestApertureAt } from '../focus/widestAperture';
import { cornersOutside, setupCone, sharpCircleAt } from '../geometry/circles';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import type { PlacedPin } from '../geometry/pins';
import { alongAxisMm, axisToBack, focusFor } from '../geometry/standards';
import type { StandardTurn } from '../model/movements';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { isolate } from '../planning/isolate';
import { setupTiltMechanism } from '../planning/setupTilt';
import { pupilWeight, solveFocus } from '../planning/solveFocus';
import { focusWithinReach } from '../planning/withinReach';
import { UNTURNED } from '../setup/defaults';
import type { Vec3 } from '../space/vector';
import type { ControlGroup } from '../fields/locks';
import { turnsApart } from './turnsApart';

/** Parts of the way from straight to the best tilt that are tried where the best itself does not do. */
const PARTS_OF_THE_WAY = [0.75, 0.5, 0.25];
/** Parts of the way to the best tilt alone: short of it the circle may still hold the frame. */
const NEARLY_THERE = [0.98, 0.95, 0.9, 0.8, 0.65];
/** Tilts beside the one that needs the smallest stop, each with its own focus: the circle may hold the frame at one of them only, degrees. */
const BESIDE_THE_BEST = [0, -0.2, 0.2, -0.5, 0.5, -1, 1];
/** Shares of a turn that is there that are tried for the sake of the circle. */
const OTHER_TURNS = [0.75, 0.5, 0.375, 0.25, 0.125, 0, -0.25, -0.5];
/** Turns of one movement, the other at zero or as it is, that are tried for the sake of the circle, degrees: what it allows may be a degree wide. */
const TURNS_ALONE = Array.from({ length: 32 }, (_, i) => (i < 16 ? i - 16 : i - 15) / 2);
/** Apertures at which the least tilt that isolates is looked for, as shares of the way from the widest to the one set. */
const OPENINGS = [0, 0.12, 0.25, 0.5];
/** By so much what must be soft is blurred more than is wanted: with room, and, at the aperture that is set, hardly. */
const MORE_THAN_SOFT = [1.15, 1.01];
/** A single point can be kept sharp at any tilt: these are tried for the sake of the frame, degrees. */
const TURNS_ABOUT_ONE = [-6, -3, -1.5, 1.5, 3, 6];
/** A blur estimated as that of a thin lens may be so much too large. */
const HARDLY = 1.1;
/** A tilt is looked for at so many places along its range before the best of them is refined. */
const LOOKS = 24;

/**
 * Ways to turn and focus the lens that may be worth a look, the one that is set
 * first: the best focus as the lens is turned, the best tilt, tilt or swing
 * alone, a part of the way to it, straight, the back instead of the lens. Each
 * is a change; which of them passes is found by the checks.
 *
 * @param geometry what follows from the settings of a setup
 * @param may what may be changed
 */
export function* focusWays(geometry: Geometry, may: ReadonlySet<ControlGroup>): Generator<SetupPatch> {
  const { settings } = geometry;
  const [focus, tilt] = [may.has('focus'), may.has('tilt')];
  const mechanism = tilt ? setupTiltMechanism(settings) : null;
  const sharp = wanted(geometry);
  yield* firstFocusWays(geometry, may);
  if (focus) yield* withinReach(geometry);
  const turnedLess = mechanism ? [...lessTurned(geometry, mechanism)] : [];
  if (tilt) {
    const near = mechanism && nearestTilt(mechanism, settings.front);
    if (near) yield { front: inHundredths(near) };
    yield { front: UNTURNED };
    if (settings.rear.tiltDeg !== 0 || settings.rear.swingDeg !== 0) yield { front: UNTURNED, rear: UNTURNED };
  }
  yield* turnedLess;
  if (sharp.length === 0) {
    // With nothing that must be sharp any focus does that the rail reaches.
    if (focus) for (const way of turnedLess) yield* reached(geometry, way.front ?? settings.front);
    return;
  }
  if (mechanism) {
    const best = focus ? solveFocus(geometry, 'front') : null;
    if (best?.ok) yield best.solution.patch;
    for (const movement of ['tiltDeg', 'swingDeg'] as const) {
      const alone = oneMovement(geometry, { mechanism, sharp, movement, focus: false });
      if (alone) yield* [1, ...NEARLY_THERE].map((part) => ({ front: inHundredths(partly(settings.front, alone, part)) }));
      const withFocus = focus ? oneMovement(geometry, { mechanism, sharp, movement, focus }) : null;
      if (withFocus)
        for (const beside of BESIDE_THE_BEST)
          yield* focused(geometry, sharp, inHundredths(nearestTilt(mechanism, { ...withFocus, [movement]: withFocus[movement] + beside })));
      if (focus && isOnePoint(sharp))
        for (const deg of TURNS_ABOUT_ONE)
          yield* focused(geometry, sharp, inHundredths(nearestTilt(mechanism, { ...settings.front, [movement]: deg })));
    }
    if (focus) {
      yield* focused(geometry, sharp, UNTURNED);
      const turn = best?.ok ? best.solution.front : null;
      for (const part of turn ? PARTS_OF_THE_WAY : [])
        yield* focused(geometry, sharp, inHundredths(nearestTilt(mechanism, partly(settings.front, turn ?? UNTURNED, part))));
    }
  }
  if (tilt && focus) {
    const rear = solveFocus(geometry, 'rear');
    if (rear.ok) yield rear.solution.patch;
  }
  if (!mechanism || !settings.pins.some(({ role }) => role === 'soft')) return;
  yield* isolating(geometry);
  for (const front of turnsApart(geometry, mechanism)) yield { front };
}

/**
 * The few of these ways that are worked out at once: as it is, the best focus,
 * the best tilt with it. For the many places and directions of the camera.
 *
 * @param geometry what follows from the settings of a setup
 * @param may what may be changed
 */
export function* firstFocusWays(geometry: Geometry, may: ReadonlySet<ControlGroup>): Generator<SetupPatch> {
  yield {};
  const sharp = wanted(geometry);
  if (sharp.length === 0 || !may.has('focus')) return;
  const { front, rear } = geometry.settings;
  yield* focused(geometry, sharp, front);
  const mechanism = may.has('tilt') ? setupTiltMechanism(geometry.settings) : null;
  if (mechanism === null) return;
  yield* focused(geometry, sharp, UNTURNED);
  if (rear.tiltDeg === 0 && rear.swingDeg === 0) yield* bestTurned(geometry, sharp, mechanism);
}

const isOnePoint = (sharp: readonly PlacedPin[]): boolean => sharp.reduce((count, { points }) => count + points.length, 0) === 1;

/** The tilt that holds the pins at the widest opening, with its focus. */
function* bestTurned(geometry: Geometry, sharp: readonly PlacedPin[], mechanism: TiltMechanism): Generator<SetupPatch> {
  try {
    const { focalMm } = geometry.settings.rig.lens;
    const best = widestAperture({ focalMm, ...pointsOf(geometry, sharp), cocMm: geometry.blurAllowed.cocMm, mechanism });
    yield* focused(geometry, sharp, inHundredths(nearestTilt(mechanism, best)));
  } catch (error) {
    // A pin behind the camera or inside the focal length cannot be focused in any way.
    if (!(error instanceof CoreError)) throw error;
  }
}

/** The points of pins with what each counts: a lens with unlike pupils blurs near ones more or less than a thin lens. */
function pointsOf({ settings: { rig } }: Geometry, sharp: readonly PlacedPin[]): WeighedPoints {
  const ratio = rig.parts.lens.specs.pupilRatio ?? 1;
  return {
    pointsM: sharp.flatMap((each) => each.points),
    weights: sharp.flatMap(({ pin, points }) => points.map(([, , z]) => pin.weight * pupilWeight(rig.lens.focalMm, ratio, z))),
  };
}

/** The pins that must be sharp, or, where none must, those wanted as sharp as possible. */
function wanted({ placedPins, settings }: Geometry): readonly PlacedPin[] {
  if (settings.scene === null) return [];
  const sharp = placedPins.filter(({ pin }) => pin.role === 'sharp');
  return sharp.length > 0 ? sharp : placedPins.filter(({ pin }) => pin.role === 'best');
}

/** The focus at which a lens that is turned so holds the pins at the widest opening. */
function* focused(geometry: Geometry, sharp: readonly PlacedPin[], front: StandardTurn): Generator<SetupPatch> {
  const { rear, rig } = geometry.settings;
  const { focalMm } = rig.lens;
  const axis = axisToBack({ front, rear });
  try {
    const { imageMm } = widestApertureAt({ focalMm, ...pointsOf(geometry, sharp), cocMm: geometry.blurAllowed.cocMm, axis });
    yield { front, focusM: written(focusFor(focalMm, imageMm / axis[2])) };
  } catch (error) {
    // A pin behind the camera or inside the focal length cannot be focused in any way.
    if (!(error instanceof CoreError)) throw error;
  }
}

interface OneMovement {
  readonly mechanism: TiltMechanism;
  readonly sharp: readonly PlacedPin[];
  readonly movement: keyof StandardTurn;
  /** Whether the focus goes with it. */
  readonly focus: boolean;
}

/** The tilt, or the swing, that needs the smallest stop with the other as it is; `null` where it cannot be moved alone. */
function oneMovement(geometry: Geometry, { mechanism, sharp, movement, focus }: OneMovement): StandardTurn | null {
  const { front } = geometry.settings;
  const turnedTo = (deg: number): StandardTurn => ({ ...front, [movement]: deg });
  const free = (deg: number): boolean => {
    const near = nearestTilt(mechanism, turnedTo(deg));
    return Math.abs(near.tiltDeg - turnedTo(deg).tiltDeg) < 1e-6 && Math.abs(near.swingDeg - turnedTo(deg).swingDeg) < 1e-6;
  };
  const range = freeRange(free, front[movement]);
  if (range === null) return null;
  const { rear, rig } = geometry.settings;
  const { focalMm } = rig.lens;
  const { pointsM, weights } = pointsOf(geometry, sharp);
  if (pointsM.some(([, , z]) => z * 1000 <= focalMm)) return null;
  const needs = (deg: number): number => {
    const axis = axisToBack({ front: turnedTo(deg), rear });
    if (focus) return widestApertureAt({ focalMm, pointsM, cocMm: geometry.blurAllowed.cocMm, axis, weights }).fNumber;
    return blurredShare(geometry.settings, turnedTo(deg), { pointsM, weights });
  };
  const { at } = leastBetween({ at: needs, from: range[0], to: range[1], looks: LOOKS, within: 0.005 });
  return inHundredths(turnedTo(at));
}

interface WeighedPoints {
  readonly pointsM: readonly Vec3[];
  readonly weights: readonly number[];
}

/** The largest blur of points as a share of the opening of the lens, with the focus as it is: that of a thin lens, near enough for looking. */
function blurredShare({ rear, rig, focusM }: SetupSettings, front: StandardTurn, { pointsM, weights }: WeighedPoints): number {
  const { focalMm } = rig.lens;
  const axis = axisToBack({ front, rear });
  const imageMm = alongAxisMm(focalMm, focusM) * axis[2];
  return pointsM.reduce((most, [x, y, z], i) => {
    const along = 1000 * (x * axis[0] + y * axis[1] + z * axis[2]) - focalMm;
    return Math.max(most, (weights[i] ?? 1) * Math.abs(1 - (imageMm * along) / (focalMm * z * 1000)));
  }, 0);
}

/** From where to where a movement goes while the other stays; `null` where it is locked. */
function freeRange(free: (deg: number) => boolean, present: number): readonly [number, number] | null {
  const end = (way: 1 | -1): number => {
    let [good, bad] = [present, present + way * 60];
    for (let i = 0; i < 20; i++) {
      const middle = (good + bad) / 2;
      if (free(middle)) good = middle;
      else bad = middle;
    }
    return good;
  };
  if (!free(present)) return null;
  const [from, to] = [end(-1), end(1)];
  return to - from < 0.02 ? null : [from, to];
}

/** A lens that is turned, turned less or the other way with the focus as it is: its circle goes along. */
function* lessTurned({ settings }: Geometry, mechanism: TiltMechanism): Generator<SetupPatch> {
  const { tiltDeg, swingDeg } = settings.front;
  if (tiltDeg === 0 && swingDeg === 0) return;
  for (const part of OTHER_TURNS)
    for (const front of [
      { tiltDeg: tiltDeg * part, swingDeg },
      { tiltDeg, swingDeg: swingDeg * part },
      { tiltDeg: tiltDeg * part, swingDeg: swingDeg * part },
    ])
      yield { front: inHundredths(nearestTilt(mechanism, inHundredths(front))) };
  for (const deg of TURNS_ALONE)
    for (const turn of [
      { tiltDeg: deg, swingDeg: 0 },
      { tiltDeg: 0, swingDeg: deg },
      ...(tiltDeg !== 0 && swingDeg !== 0
        ? [
            { tiltDeg: deg, swingDeg },
            { tiltDeg, swingDeg: deg },
          ]
        : []),
    ]) {
      const front = inHundredths(nearestTilt(mechanism, turn));
      if (mayHold(settings, front)) yield { front };
    }
}

/**
 * Turns of a straight lens that may carry its circle to where the frame has to
 * be, with the focus as it is: one movement alone, in half degrees, where the
 * pins are held at some aperture and the circle is somewhere large enough.
 *
 * @param geometry what follows from the settings of a setup
 */
export function* turnsForTheCircle(geometry: Geometry): Generator<SetupPatch> {
  const { settings, frame } = geometry;
  const { front, rig } = settings;
  const mechanism = setupTiltMechanism(settings);
  if (mechanism === null || front.tiltDeg !== 0 || front.swingDeg !== 0) return;
  const { focalMm, smallestFNumber } = rig.lens;
  const { cocMm } = geometry.blurAllowed;
  const points =
    settings.scene === null
      ? null
      : pointsOf(
          geometry,
          geometry.placedPins.filter(({ pin }) => pin.role === 'sharp'),
        );
  for (const deg of TURNS_ALONE)
    for (const alone of [
      { tiltDeg: deg, swingDeg: 0 },
      { tiltDeg: 0, swingDeg: deg },
    ]) {
      const near = inHundredths(nearestTilt(mechanism, alone));
      if (near.tiltDeg !== alone.tiltDeg || near.swingDeg !== alone.swingDeg) continue;
      if (points && (focalMm / cocMm) * blurredShare(settings, near, points) > smallestFNumber * HARDLY) continue;
      const turned = freshGeometry({ ...settings, front: near });
      const circle = sharpCircleAt(turned, smallestFNumber);
      if (circle && bestPlace(frame, setupCone(turned, circle)) === null) continue;
      yield { front: near };
    }
}

/** Whether the frame where it is lies in the largest sharp circle of a lens that is turned so; also where none is known. */
function mayHold(settings: SetupSettings, front: StandardTurn): boolean {
  const turned = freshGeometry({ ...settings, front });
  const circle = sharpCircleAt(turned, settings.rig.lens.smallestFNumber);
  return circle === null || cornersOutside(turned, circle).length === 0;
}

/** The nearest focus that the rail or the ring reaches, if it does not reach this one. */
function* withinReach(geometry: Geometry): Generator<SetupPatch> {
  yield* reached(geometry, geometry.settings.front);
  yield { focusM: null };
}

/** The lens turned so, and focused where the rail or the ring is just inside its ends. */
function* reached({ settings }: Geometry, front: StandardTurn): Generator<SetupPatch> {
  const turn = front === settings.front ? {} : { front };
  for (const focusM of focusWithinReach(settings, front)) yield { ...turn, focusM: written(focusM) };
}

/** Turns that leave a sharp pin sharp and blur what must be soft: at the aperture set and at wider ones, with the other movement as it is and at zero. */
function* isolating(geometry: Geometry): Generator<SetupPatch> {
  const { settings } = geometry;
  const { pins, limits, front, fNumber, rig } = settings;
  const softMm = geometry.blurAllowed.cocMm * limits.softTimes;
  const straight = front.tiltDeg === 0 && front.swingDeg === 0;
  const marks = ringOf(rig.lens).filter((mark) => mark <= fNumber);
  const openings = new Set([fNumber, ...OPENINGS.map((part) => marks[Math.round(part * (marks.length - 1))] ?? fNumber)]);
  for (const turn of straight ? [front] : [front, UNTURNED])
    for (const opening of openings) {
      const from = freshGeometry({ ...settings, front: turn, fNumber: opening });
      for (const { id, role } of pins)
        for (const movement of role === 'sharp' ? (['swing', 'tilt'] as const) : []) {
          for (const more of opening === fNumber ? MORE_THAN_SOFT : MORE_THAN_SOFT.slice(0, 1)) {
            const found = isolate(from, id, movement, softMm * more);
            if (found) yield { ...found.patch, focusM: written(found.focusM) };
          }
        }
    }
}

function partly(from: StandardTurn, to: StandardTurn, part: number): StandardTurn {
  const along = (a: number, b: number): number => a + (b - a) * part;
  return { tiltDeg: along(from.tiltDeg, to.tiltDeg), swingDeg: along(from.swingDeg, to.swingDeg) };
}

/** Hundredths of a degree: what is written down. */
function inHundredths({ tiltDeg, swingDeg }: StandardTurn): StandardTurn {
  const hundredths = (deg: number): number => Math.round(deg * 100) / 100 + 0;
  return { tiltDeg: hundredths(tiltDeg), swingDeg: hundredths(swingDeg) };
}

/** A focus as it is written down: to a part of a hundred thousand. */
function written(focusM: number | null): number | null {
  return focusM === null ? null : Number(focusM.toPrecision(5));
}

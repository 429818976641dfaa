import { apertureScale, stopsBetween } from '../coverage/apertures';
import { cornerPoints } from '../coverage/frame';
import { radians } from '../angles';
import type { FrameSize } from '../model/frame';
import type { Lens } from '../model/rig';
import type { Mechanism, ShiftPosition } from '../model/movements';
import { reaches, travelLimitMm } from '../rig/mechanism';

/** What a series of frames of an evenly lit wall is planned by. */
export interface WallPlanInput {
  /** The frame as held. */
  readonly frame: FrameSize;
  readonly mechanism: Mechanism;
  /** Diameter of the image circle on the back, mm; `null` where it is not known. */
  readonly circleMm: number | null;
  /** Apertures to measure, from the widest. */
  readonly fNumbers: readonly number[];
}

/** One frame of a series. */
export interface WallShotPlan extends ShiftPosition {
  readonly fNumber: number;
}

/** A series of frames of an evenly lit wall, in the order of the fewest changes. */
export interface WallPlan {
  readonly shots: readonly WallShotPlan[];
  /** How often the slides are moved, and how often the aperture ring is turned, on the way. */
  readonly moves: number;
  readonly apertureChanges: number;
  /** From the first exposure to the last, s. */
  readonly durationS: number;
  /** Directions in which a corner leaves the image circle; `null` where the circle is not known. */
  readonly edgeSeen: number | null;
}

/** Directions in which the frame is carried across the circle. */
const DIRECTIONS = [0, 45, 90, 135, 180, 225, 270, 315];
/** A corner is carried this far past the edge of the circle, mm, so that its edge is seen. */
const PAST_MM = 3;
/** Shifts are set to half a millimetre, as scales are engraved. Common practice. */
const SET_MM = 0.5;
/** How long it takes to move and lock a slide, to turn the aperture ring, and to release. Common practice, s. */
const MOVE_S = 20;
const RING_S = 4;
const RELEASE_S = 3;

/** How far the frame has to go in a direction until its first corner is so far from the axis, mm; 0 or less where one is there already. */
function toReach(frame: FrameSize, radiusMm: number, directionDeg: number): number {
  const [ux, uy] = [Math.cos(radians(directionDeg)), Math.sin(radians(directionDeg))];
  // |s·u + corner| = radius, for the corner that gets there first.
  return Math.min(
    ...cornerPoints(frame).map(([x, y]) => {
      const along = x * ux + y * uy;
      return -along + Math.sqrt(Math.max(0, along * along - (x * x + y * y - radiusMm * radiusMm)));
    }),
  );
}

const farthest = (frame: FrameSize, { riseMm, shiftMm }: ShiftPosition): number =>
  Math.max(...cornerPoints(frame).map(([x, y]) => Math.hypot(x + shiftMm, y + riseMm)));

/** The nearest engraved value that is not farther out. */
const engraved = (mm: number): number => Math.sign(mm) * SET_MM * Math.floor(Math.abs(mm) / SET_MM + 1e-6) + 0;

/**
 * Which frames of an evenly lit wall tell falloff and image circle: the middle
 * and up to eight directions, in each as far as a corner needs to leave the
 * circle or the slides go, at every aperture. `null` where nobody has entered
 * how far the slides go.
 *
 * @param input the frame, how far it moves, and the apertures
 *
 * @example
 * wallPlan({ frame: { widthMm: 36, heightMm: 24 }, mechanism: { kind: 'disc', radiusMm: 12 }, circleMm: 60, fNumbers: [4, 8] }).shots.length // => 18
 */
export function wallPlan({ frame, mechanism, circleMm, fNumbers }: WallPlanInput): WallPlan | null {
  if (mechanism.kind === 'unknown') return null;
  const line = mechanism.kind === 'line' ? [mechanism.angleDeg, mechanism.angleDeg + 180] : DIRECTIONS;
  const positions: ShiftPosition[] = [{ riseMm: 0, shiftMm: 0 }];
  for (const direction of line) {
    const limit = travelLimitMm(mechanism, direction) ?? 0;
    const far = circleMm === null ? limit : Math.min(limit, toReach(frame, circleMm / 2 + PAST_MM, direction));
    // On one line the slide has one scale; elsewhere each of the two has its own.
    const along = mechanism.kind === 'line' ? engraved(far) : far;
    const [right, up] = [along * Math.cos(radians(direction)), along * Math.sin(radians(direction))];
    const at = mechanism.kind === 'line' ? { riseMm: up, shiftMm: right } : { riseMm: engraved(up), shiftMm: engraved(right) };
    if (Math.hypot(at.riseMm, at.shiftMm) >= SET_MM && reaches(mechanism, at) !== false) positions.push(at);
  }
  const there = [...fNumbers];
  const back = there.toReversed();
  // At each place the ring goes the other way, so that it stays where it is while the slides move.
  const shots = positions.flatMap((at, i) => (i % 2 === 0 ? there : back).map((fNumber): WallShotPlan => ({ fNumber, ...at })));
  const [moves, apertureChanges] = [positions.length - 1, positions.length * (fNumbers.length - 1)];
  return {
    shots,
    moves,
    apertureChanges,
    durationS: moves * MOVE_S + apertureChanges * RING_S + shots.length * RELEASE_S,
    edgeSeen: circleMm === null ? null : positions.slice(1).filter((at) => farthest(frame, at) > circleMm / 2 + SET_MM).length,
  };
}

/** Apertures nearer than this are measured once, stops. */
const BESIDE_STOPS = 0.6;

/**
 * The apertures at which a lens is measured: the widest, the smallest, and the
 * full stops between them that are not next to either.
 *
 * @param lens its widest and smallest aperture
 *
 * @example
 * wallApertures({ widestFNumber: 3.5, smallestFNumber: 22 }) // => [3.5, 5.6, 8, 11, 16, 22]
 */
export function wallApertures({ widestFNumber, smallestFNumber }: Pick<Lens, 'widestFNumber' | 'smallestFNumber'>): readonly number[] {
  return apertureScale(widestFNumber, smallestFNumber, 'full').filter(
    (fNumber) =>
      fNumber === widestFNumber ||
      fNumber === smallestFNumber ||
      (stopsBetween(widestFNumber, fNumber) > BESIDE_STOPS && stopsBetween(fNumber, smallestFNumber) > BESIDE_STOPS),
  );
}

import { apertureScale, stopsBetween } from '../coverage/apertures';
import { cornerPoints, turned } from '../coverage/frame';
import { degrees, radians } from '../angles';
import type { FrameSize } from '../model/frame';
import type { Lens, Rig } from '../model/rig';
import type { Mechanism, ShiftPosition } from '../model/movements';
import { travelLimitMm } from '../rig/mechanism';
import { LEAST_SECTORS, sectorOf } from './circleEdge';

/** What the plan of a series of frames depends on. */
export interface WallPlanInput {
  /** The frame as held. */
  readonly frame: FrameSize;
  readonly mechanism: Mechanism;
  /** Diameter of the image circle at infinity, mm; `null` where it is not known. */
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
  /** How often the shift is changed, and how often the aperture ring is turned. */
  readonly moves: number;
  readonly apertureChanges: number;
  /** From the first exposure to the last, s. */
  readonly durationS: number;
  /** In how many of 16 directions from the axis the frames reach past the image circle; `null` where the circle is not known. */
  readonly edgeSeen: number | null;
  /** Whether those are enough to measure the circle. */
  readonly measuresCircle: boolean | null;
}

/** Directions in which the frame is carried across the circle. */
const DIRECTIONS = [0, 45, 90, 135, 180, 225, 270, 315];
/** A corner is carried this far past the edge of the circle, so that the edge is seen, mm. */
const PAST_MM = 3;
/** What reaches at least so far past it shows the edge, mm. */
const SHOWS_MM = 0.5;
/** Points along each side of the frame at which that is looked up. */
const BORDER = 60;
/** Shifts are set to half a millimetre (common practice). */
const SET_MM = 0.5;
/** How long it takes to change and lock the shift, to turn the aperture ring, and to release (assumed), s. */
const MOVE_S = 20;
const RING_S = 4;
const RELEASE_S = 3;

/** How far the frame has to go in a direction until its first corner is so far from the axis, mm; 0 where one already is. */
function toReach(frame: FrameSize, radiusMm: number, directionDeg: number): number {
  const [ux, uy] = [Math.cos(radians(directionDeg)), Math.sin(radians(directionDeg))];
  // |s·u + corner| = radius, for the corner that gets there first.
  const needed = cornerPoints(frame).map(([x, y]) => {
    if (Math.hypot(x, y) >= radiusMm) return 0;
    const along = x * ux + y * uy;
    return -along + Math.sqrt(along * along - (x * x + y * y - radiusMm * radiusMm));
  });
  return Math.min(...needed);
}

/** The directions in which frames reach past a circle. */
function pastCircle({ widthMm, heightMm }: FrameSize, positions: readonly ShiftPosition[], radiusMm: number): ReadonlySet<number> {
  const along = Array.from({ length: BORDER + 1 }, (_, i) => i / BORDER - 0.5);
  const border = along.flatMap((share) =>
    [-0.5, 0.5].flatMap((side): readonly (readonly [number, number])[] => [
      [share * widthMm, side * heightMm],
      [side * widthMm, share * heightMm],
    ]),
  );
  const places = positions.flatMap(({ riseMm, shiftMm }) => border.map(([x, y]) => [x + shiftMm, y + riseMm] as const));
  return new Set(places.filter(([x, y]) => Math.hypot(x, y) > radiusMm + SHOWS_MM).map(([x, y]) => sectorOf(x, y)));
}

/** The direction of the corner of a rectangular travel in the quarter of a diagonal; the diagonal itself for other slides. */
function towardCorner(mechanism: Mechanism, diagonalDeg: number): number {
  if (mechanism.kind !== 'box') return diagonalDeg;
  const right = Math.cos(radians(diagonalDeg)) > 0 ? mechanism.rightMm : -mechanism.leftMm;
  const up = Math.sin(radians(diagonalDeg)) > 0 ? mechanism.riseMm : -mechanism.fallMm;
  return degrees(Math.atan2(up, right));
}

/** The nearest setting that is not farther out. */
const engraved = (mm: number): number => Math.sign(mm) * SET_MM * Math.floor(Math.abs(mm) / SET_MM + 1e-6) + 0;

/**
 * Which frames of an evenly lit wall to take for falloff and image circle: the
 * centred one and up to eight directions, in each as far as a corner needs to
 * leave the circle or the shift goes, at every aperture. `null` where it is
 * not known how far the shift goes.
 *
 * @param input frame, shift, image circle and apertures
 *
 * @example
 * wallPlan({ frame: { widthMm: 36, heightMm: 24 }, mechanism: { kind: 'disc', radiusMm: 12 }, circleMm: 60, fNumbers: [4, 8] }).shots.length // => 18
 */
export function wallPlan({ frame, mechanism, circleMm, fNumbers }: WallPlanInput): WallPlan | null {
  if (mechanism.kind === 'unknown') return null;
  const directions = mechanism.kind === 'line' ? [mechanism.angleDeg, mechanism.angleDeg + 180] : DIRECTIONS;
  const positions: ShiftPosition[] = [{ riseMm: 0, shiftMm: 0 }];
  const reachOf = (direction: number): number => (circleMm === null ? Infinity : toReach(frame, circleMm / 2 + PAST_MM, direction));
  for (const planned of directions) {
    // Where a diagonal ends too early, the corner of the travel goes farther.
    const isShort = planned % 90 !== 0 && (travelLimitMm(mechanism, planned) ?? 0) < reachOf(planned);
    const direction = isShort ? towardCorner(mechanism, planned) : planned;
    const far = Math.min(travelLimitMm(mechanism, direction) ?? 0, reachOf(direction));
    // A slide that is locked to a line has one scale, two slides have one each.
    const along = mechanism.kind === 'line' ? engraved(far) : far;
    const [right, up] = [along * Math.cos(radians(direction)), along * Math.sin(radians(direction))];
    const at = mechanism.kind === 'line' ? { riseMm: up, shiftMm: right } : { riseMm: engraved(up), shiftMm: engraved(right) };
    const isNew = positions.every(({ riseMm, shiftMm }) => riseMm !== at.riseMm || shiftMm !== at.shiftMm);
    if (Math.hypot(at.riseMm, at.shiftMm) >= SET_MM && isNew) positions.push(at);
  }
  const there = [...fNumbers];
  const back = there.toReversed();
  // At each place the ring turns the other way, so that it need not be turned back.
  const shots = positions.flatMap((at, i) => (i % 2 === 0 ? there : back).map((fNumber): WallShotPlan => ({ fNumber, ...at })));
  const [moves, apertureChanges] = [positions.length - 1, positions.length * (fNumbers.length - 1)];
  const edgeSeen = circleMm === null ? null : pastCircle(frame, positions, circleMm / 2).size;
  return {
    shots,
    moves,
    apertureChanges,
    durationS: moves * MOVE_S + apertureChanges * RING_S + shots.length * RELEASE_S,
    edgeSeen,
    measuresCircle: edgeSeen === null ? null : edgeSeen >= LEAST_SECTORS,
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

/** A plan with the frame that it is made for. */
export interface RigWallPlan extends WallPlan {
  /** The frame in landscape orientation. */
  readonly frame: FrameSize;
}

/**
 * The plan for a rig of the kit, the camera held in landscape orientation.
 * `null` where it is not known how far the rig shifts.
 *
 * @param rig the rig
 *
 * @example
 * wallPlanOfRig(rig)?.frame // => { widthMm: 36, heightMm: 24 }
 */
export function wallPlanOfRig({ lens, mechanism, back }: Rig): RigWallPlan | null {
  const frame = turned(back, 'landscape');
  const plan = wallPlan({ frame, mechanism, circleMm: lens.circle.imageCircleMm, fNumbers: wallApertures(lens) });
  return plan && { ...plan, frame };
}

import type { OtherPhotograph, Plate } from '../model/plate';
import { degrees } from '../angles';
import { isUnread } from './blankPlate';
import { turnedBeside, type TurnedBeside } from './beside';
import { levelByHorizon, levelByLines, unlessUnknown } from './byLines';
import { plateFacade, type PlateLevel } from './level';
import { focalPixels, type FlatPlate, type PlateProjection } from './pixel';
import type { HeldPlate, Turned } from './throughRig';

/** How the level of a photograph is known. */
export interface KnownLevel extends PlateLevel {
  readonly by: 'lines' | 'horizon' | 'typed';
  /** One standard deviation, degrees; `null` where nothing tells it. */
  readonly uncertaintyDeg: number | null;
}

/** What follows from what is stored of a photograph of the place. */
export interface KnownPlate {
  /** `null` while its focal length is unknown. */
  readonly projection: PlateProjection | null;
  /** `null` while it is not levelled. */
  readonly level: KnownLevel | null;
  /** How far the front that its level lines run along is turned away at the right, degrees from the heading of the photograph; `null` where none says so. */
  readonly turnedAwayDeg: number | null;
  /** How it was held in the scene; `null` while it is not levelled. */
  readonly held: Turned | null;
  /** The other photographs of the place, in their order. */
  readonly others: readonly KnownOther[];
}

/** What follows from what is stored of another photograph of the place. */
export interface KnownOther {
  readonly photograph: OtherPhotograph;
  /** `null` while its focal length is unknown. */
  readonly projection: FlatPlate | null;
  /** How it was held, where it is from the same place; `null` for another place, before both have been compared, or where they share too little. */
  readonly turned: TurnedBeside | null;
}

const known = new WeakMap<Plate, KnownPlate>();

/**
 * What follows from what is stored of a photograph of the place, worked out once for each.
 *
 * @param plate what is stored
 *
 * @example
 * knownPlate(quayPlate).level?.pitchDeg // => 0
 */
export function knownPlate(plate: Plate): KnownPlate {
  const before = known.get(plate);
  if (before) return before;
  const found = follows(plate);
  known.set(plate, found);
  return found;
}

function follows(plate: Plate): KnownPlate {
  const projection = projectionOf(plate);
  if (projection === null)
    return { projection, level: null, turnedAwayDeg: null, held: null, others: plate.others.map((each) => otherOf(null, each)) };
  const byLines = projection.kind === 'flat' ? levelByLines(projection, plate) : null;
  const level = levelOf(plate, projection, byLines);
  const held = level && { yawDeg: plate.headingDeg, pitchDeg: level.pitchDeg, rollDeg: level.rollDeg };
  return {
    projection,
    level,
    turnedAwayDeg:
      level && level.by !== 'lines' && projection.kind === 'flat'
        ? directionAt(projection, level, plate)
        : (byLines?.turnedAwayDeg ?? null),
    held,
    others: plate.others.map((each) => otherOf(held && { plate: projection, held }, each)),
  };
}

function otherOf(first: HeldPlate | null, photograph: OtherPhotograph): KnownOther {
  const { widthPx, heightPx, equivalentMm, matches, apart } = photograph;
  const projection: FlatPlate | null =
    equivalentMm === null ? null : { kind: 'flat', widthPx, heightPx, focalPx: focalPixels(equivalentMm, widthPx, heightPx) };
  const compared = first && projection && matches && apart === null;
  return { photograph, projection, turned: compared ? turnedBeside(first, projection, matches) : null };
}

/** The direction of the level lines where the level is not theirs. */
function directionAt(projection: FlatPlate, level: PlateLevel, { levels }: Plate): number | null {
  return unlessUnknown(() => plateFacade(projection, level, levels));
}

function projectionOf(plate: Plate): PlateProjection | null {
  const { kind, widthPx, heightPx, equivalentMm, middlePx } = plate;
  if (isUnread(plate)) return null;
  if (kind === 'sphere') return { kind, widthPx, heightPx };
  return equivalentMm === null ? null : { kind, widthPx, heightPx, focalPx: focalPixels(equivalentMm, widthPx, heightPx), middlePx };
}

function levelOf(plate: Plate, projection: PlateProjection, byLines: ReturnType<typeof levelByLines>): KnownLevel | null {
  const { typed, horizon, doubtful } = plate;
  if (typed) return { ...typed, by: 'typed', uncertaintyDeg: null };
  if (projection.kind === 'sphere') return null;
  if (horizon) return byHorizon(projection, horizon);
  if (!byLines) return null;
  const { pitchDeg, rollDeg, uncertaintyDeg } = byLines;
  return { pitchDeg, rollDeg, by: 'lines', uncertaintyDeg: doubtful ? null : withMiddle(uncertaintyDeg, plate, projection) };
}

/** Where a lens pointed in a cropped picture is known to this share of its longer side, when somebody says where: who had the whole picture in mind. */
const MIDDLE_WITHIN = 0.02;

/** Lines that may be the wrong ones agree for nothing; and of a cropped picture the level is counted from where the lens pointed, which nobody knows until it is said. Where that is off, every place lies as much higher or lower against the horizon, so it counts like a pitch. */
function withMiddle(uncertaintyDeg: number | null, { cropped, middlePx, widthPx, heightPx }: Plate, { focalPx }: FlatPlate): number | null {
  if (!cropped || uncertaintyDeg === null) return uncertaintyDeg;
  return middlePx && Math.hypot(uncertaintyDeg, degrees(Math.atan((MIDDLE_WITHIN * Math.max(widthPx, heightPx)) / focalPx)));
}

function byHorizon(projection: FlatPlate, horizon: NonNullable<Plate['horizon']>): KnownLevel | null {
  const level = levelByHorizon(projection, horizon);
  return level && { ...level, by: 'horizon', uncertaintyDeg: null };
}

import type { Geometry } from '../geometry/geometry';
import { levelTolerance, type LevelTolerance } from '../perspective/levelTolerance';
import { levelOf } from '../geometry/standards';
import type { SubjectKind } from '../subjects/subject';
/** What a picture asks of level: uprights and the horizon, the horizon alone, or nothing. */
const ASKED: Readonly<Record<SubjectKind, 'both' | 'horizon' | null>> = {
  front: 'both',
  interior: 'both',
  model: 'both',
  people: 'both',
  sheet: 'both',
  ground: 'horizon',
  table: null,
};

/** How level the back stands for its picture. */
export interface LevelState {
  /** Pitch of the back beyond the one wanted, and its roll, degrees. */
  readonly pitchDeg: number;
  readonly rollDeg: number;
  /** The pitch that is wanted for converging uprights, 0 for parallel ones. */
  readonly wantedDeg: number;
  readonly pitchAllowedDeg: number;
  readonly rollAllowedDeg: number;
  readonly tolerance: LevelTolerance;
  /** On film the pixels of `tolerance` mean nothing. */
  readonly hasPixels: boolean;
  readonly asks: 'both' | 'horizon';
}

/** Pixels to count with where there are none: only ratios of it are used. */
const ANY_PX = 1000;

/** The tolerance of level of a picture: what is accepted on the print, turned into degrees. */
export function setupTolerance(geometry: Geometry): LevelTolerance | null {
  if (geometry.settings.scene === null) return null;
  const { leanPrintMm, printWidthMm } = geometry.settings.scene.accepted;
  const frame = geometry.frame;
  const columns = geometry.pixels?.columns ?? ANY_PX;
  return levelTolerance({
    imageMm: geometry.imageMm,
    sensorWidthMm: frame.widthMm,
    sensorHeightMm: frame.heightMm,
    columnsPx: columns,
    printWidthMm,
    acceptedPx: (leanPrintMm / printWidthMm) * columns,
  });
}

/**
 * How level the back is against what the picture takes; `null` where level does not matter or there is no scene.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * levelState(frontGeometry)?.pitchDeg // => 0
 */
export function levelState(geometry: Geometry): LevelState | null {
  const { scene } = geometry.settings;
  const back = geometry.back;
  const tolerance = setupTolerance(geometry);
  if (scene === null || back === null || tolerance === null) return null;
  const asks = ASKED[scene.subject.kind];
  if (asks === null) return null;
  const { pitchDeg, rollDeg } = levelOf(back);
  const wantedDeg = scene.accepted.convergeDeg;
  return {
    pitchDeg: pitchDeg - wantedDeg,
    rollDeg,
    wantedDeg,
    pitchAllowedDeg: tolerance.pitchDeg,
    rollAllowedDeg: tolerance.rollDeg,
    tolerance,
    hasPixels: geometry.pixels !== null,
    asks,
  };
}

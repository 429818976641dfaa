import { Matrix } from 'ml-matrix';
import { CoreError } from '../errors';
import { levelOf, normalOf, plateFacade, plateLevel, upwards, type PlateLevel, type PlateLine } from './level';
import { alongOf, lineOf, miss, scatter, solved, STRIPS, upOf, type Line } from './lines';
import { middleOf, type FlatPlate } from './pixel';
import { length, scaled } from '../space/vector';

/** Lines of a photograph that somebody vouches for. */
export interface ChosenLines {
  /** Of what stands upright. */
  readonly uprights: readonly PlateLine[];
  /** Of what is level along one front. */
  readonly levels: readonly PlateLine[];
}

/** How a photograph was held, as chosen lines tell. */
export interface LevelByLines extends PlateLevel {
  /** How far the right side of the front is turned away, degrees; `null` where no level line tells it. */
  readonly turnedAwayDeg: number | null;
  /** Of pitch and roll, one standard deviation; `null` where there are too few lines to compare. */
  readonly uncertaintyDeg: number | null;
}

/** So many steps are taken towards the best agreement, and steps below this are taken for none, degrees. */
const [ROUNDS, STILL_DEG] = [12, 1e-7] as const;
/** Half the step by which slopes are measured, degrees. */
const STEP_DEG = 1e-3;

interface Fit {
  readonly pitchDeg: number;
  readonly rollDeg: number;
  readonly awayDeg: number | null;
}

interface Chosen {
  readonly line: Line;
  readonly stands: boolean;
}

/**
 * How a photograph was held, from lines that were chosen or corrected by hand: pitch, roll and the
 * direction of the front for which all of them miss least, each counted by its length. Every line
 * counts: what was drawn on purpose is not outvoted. Its uncertainty is by the jackknife over upright
 * strips of the picture, as for the automatic level. `null` where the lines do not fix a level.
 * Source: least squares by Gauss and Newton on the angles to the vanishing points.
 *
 * @param plate how the photograph is projected
 * @param chosen what is upright and what is level in it
 *
 * @example
 * levelByLines({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { uprights: [[100, 50, 100, 250], [300, 50, 300, 250]], levels: [] }) // => {pitchDeg: 0, rollDeg: 0, turnedAwayDeg: null, uncertaintyDeg: null}
 */
export function levelByLines(plate: FlatPlate, { uprights, levels }: ChosenLines): LevelByLines | null {
  const chosen = (lines: readonly PlateLine[], stands: boolean): readonly Chosen[] =>
    lines.flatMap((ends, i) => {
      const line = lineOf(plate, ends, [i]);
      return line ? [{ line, stands }] : [];
    });
  const all = [...chosen(uprights, true), ...chosen(levels, false)];
  const start = startOf(plate, { uprights, levels });
  const fit = start && fitted(all, start);
  if (!fit) return null;
  const strips = Array.from({ length: STRIPS }, (_, strip) => strip).filter((strip) => all.some(({ line }) => line.stripAcross === strip));
  const without = strips.map((strip) => {
    const left = all.filter(({ line }) => line.stripAcross !== strip);
    // All lines of the front may have been in it; the verticals tell the level without them.
    return fitted(left, fit) ?? fitted(left, { ...fit, awayDeg: null });
  });
  // What stands in one strip alone can be compared with nothing.
  const doubts =
    strips.length < 2 ? [null] : [without.map((each) => each?.pitchDeg ?? null), without.map((each) => each?.rollDeg ?? null)].map(scatter);
  return {
    pitchDeg: fit.pitchDeg + 0,
    rollDeg: fit.rollDeg + 0,
    turnedAwayDeg: fit.awayDeg,
    uncertaintyDeg: doubts.reduce<number | null>((most, each) => (most === null || each === null ? null : Math.max(most, each)), 0),
  };
}

/** By what the verticals alone say; `null` where they do not fix it. */
function startOf(plate: FlatPlate, { uprights, levels }: ChosenLines): Fit | null {
  const level = unlessUnknown(() => plateLevel(plate, uprights));
  if (!level) return null;
  return { ...level, awayDeg: unlessUnknown(() => plateFacade(plate, level, levels)) };
}

/** The result of some work; `null` where what it was given does not tell. */
export function unlessUnknown<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/** The best agreement of chosen lines, from near it; `null` where they do not fix it. */
function fitted(all: readonly Chosen[], start: Fit): Fit | null {
  let fit = start;
  // Level lines need a direction to be level along.
  const used = all.filter(({ stands }) => stands || start.awayDeg !== null);
  for (let round = 0; round < ROUNDS; round++) {
    const values = (at: Fit): readonly number[] => {
      const [up, along] = [upOf(at), at.awayDeg === null ? null : alongOf(at, at.awayDeg)];
      return used.map(({ line, stands }) => miss(line, stands || !along ? up : along));
    };
    const here = values(fit);
    const slopes = unknownsOf(fit).map((key) => {
      const by = (deg: number): readonly number[] => values({ ...fit, [key]: (fit[key] ?? 0) + deg });
      const [more, less] = [by(STEP_DEG), by(-STEP_DEG)];
      return more.map((value, i) => (value - (less[i] ?? value)) / (2 * STEP_DEG));
    });
    const sums = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0);
    const step = solved(
      new Matrix(slopes.map((a) => slopes.map((b) => sums(a, b)))),
      Matrix.columnVector(slopes.map((a) => -sums(a, here))),
    );
    if (step === null) return null;
    const [pitch = 0, roll = 0, away = 0] = step;
    fit = { pitchDeg: fit.pitchDeg + pitch, rollDeg: fit.rollDeg + roll, awayDeg: fit.awayDeg === null ? null : fit.awayDeg + away };
    if (Math.max(...step.map(Math.abs)) < STILL_DEG) break;
  }
  return Number.isFinite(fit.pitchDeg + fit.rollDeg + (fit.awayDeg ?? 0)) ? fit : null;
}

const unknownsOf = ({ awayDeg }: Fit): readonly (keyof Fit)[] =>
  awayDeg === null ? ['pitchDeg', 'rollDeg'] : ['pitchDeg', 'rollDeg', 'awayDeg'];

/**
 * How a photograph was held, from the horizon in it: everything on it is level with the lens.
 * `null` for a line that is a point. Source: the plane through lens and horizon is level.
 *
 * @param plate how the photograph is projected
 * @param horizon a line along it, px
 *
 * @example
 * levelByHorizon({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, [0, 150, 400, 150]) // => {pitchDeg: 0, rollDeg: 0}
 */
export function levelByHorizon(plate: FlatPlate, horizon: PlateLine): PlateLevel | null {
  const normal = normalOf(plate, horizon);
  const size = length(normal);
  return size < 1e-9 ? null : levelOf(upwards(scaled(normal, 1 / size)));
}

/**
 * Where the horizon runs across a flat photograph, from its left edge to its right, px; `null`
 * where it stands upright in it.
 *
 * @param plate how the photograph is projected
 * @param level how it was held
 *
 * @example
 * horizonOf({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }) // => [0, 150, 400, 150]
 */
export function horizonOf(plate: FlatPlate, level: PlateLevel): PlateLine | null {
  const [x, y, z] = upOf(level);
  if (Math.abs(y) < 1e-9) return null;
  const { widthPx, focalPx } = plate;
  const [u0, v0] = middleOf(plate);
  // What is square to up: x (u − u0) − y (v − v0) + z f = 0.
  const at = (u: number): number => v0 + (x * (u - u0) + z * focalPx) / y;
  return [0, at(0), widthPx, at(widthPx)];
}

import type { FoundLevel } from './autoLevel';
import type { ChosenLines } from './byLines';
import type { PlateLine } from './level';
import { alongOf, lineOf, miss, STRIPS, upOf, type Line } from './lines';
import type { FlatPlate } from './pixel';
import type { Vec3 } from '../space/vector';

/** A line is clear where it misses by less than so many times its own uncertainty; the second where too few are clear by the first. */
const CLEAR = [0.15, 0.4] as const;
/** So many are enough to choose the clearest alone. */
const ENOUGH = 12;

/**
 * The lines that say best what was found: those that hardly miss it, the longest first, at most so many
 * of each kind and from all parts of the picture. They are what somebody is shown to check: all that were
 * found would hide the picture, and those that hardly agree would pull at a level that every line counts for.
 *
 * @param plate how the photograph is projected
 * @param lines straight edges of it, px
 * @param found the level that they tell
 * @param most at most so many of each kind
 *
 * @example
 * clearest({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 300 }, [[50, 20, 60, 280], [350, 20, 340, 280]], { pitchDeg: -4.5498, rollDeg: 0, turnedAwayDeg: null, uncertaintyDeg: null, awayUncertaintyDeg: null, sure: false, uprights: [0, 1], levels: [] }, 30).uprights.length // => 2
 */
export function clearest(plate: FlatPlate, lines: readonly PlateLine[], found: FoundLevel, most: number): ChosenLines {
  const chosen = (indices: readonly number[], direction: Vec3 | null): readonly PlateLine[] => {
    if (direction === null) return [];
    const all = indices
      .flatMap((i) => {
        const line = lines[i];
        return line ? (lineOf(plate, line, [i]) ?? []) : [];
      })
      .sort((a, b) => a.sigma - b.sigma);
    const [clearest, clear] = CLEAR.map((most) => all.filter((line) => Math.abs(miss(line, direction)) < most));
    const used = (clearest && clearest.length >= ENOUGH ? clearest : clear) ?? [];
    return spread(used, most).map(({ ends }) => ends);
  };
  return {
    uprights: chosen(found.uprights, upOf(found)),
    levels: chosen(found.levels, found.turnedAwayDeg === null ? null : alongOf(found, found.turnedAwayDeg)),
  };
}

/** One strip of the picture has at most this share of them. */
const STRIP_SHARE = 0.25;

/** Of lines, best first, at most so many, and of each strip of the picture only a share of them. */
function spread(lines: readonly Line[], most: number): readonly Line[] {
  const taken = new Array<number>(STRIPS).fill(0);
  return lines
    .filter(({ stripAcross }) => {
      const before = taken[stripAcross] ?? 0;
      taken[stripAcross] = before + 1;
      return before < STRIP_SHARE * most;
    })
    .slice(0, most);
}

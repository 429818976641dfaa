import { Matrix } from 'ml-matrix';
import { degrees, radians } from '../angles';
import { cameraAxes, turnedToWorld } from '../space/pose';
import { cross, dot, length, scaled, type Vec3 } from '../space/vector';
import { leastAlong } from './leastAlong';
import { awayOf, levelOf, upwards, type PlateLevel, type PlateLine } from './level';
import { alongOf, lineOf, miss, scatter, solved, STRIPS, upOf, type Line } from './lines';
import type { FlatPlate } from './pixel';

/** How a photograph was held, as its lines tell. */
export interface FoundLevel extends PlateLevel {
  /** How far the front to which most level lines belong is turned away at the right; `null` where they are too few or do not agree. */
  readonly turnedAwayDeg: number | null;
  /** Of pitch and roll, one standard deviation, by how far they move as parts of the picture are left out; `null` where one part alone fixes them, so that nothing is there to compare it with. */
  readonly uncertaintyDeg: number | null;
  /** Of the direction of the front, in the same way. */
  readonly awayUncertaintyDeg: number | null;
  /** Whether the lines agree well enough, and on nothing else nearly as well. */
  readonly sure: boolean;
  /** Which of the lines stand upright, and which are level along the front, by their places in the list. */
  readonly uprights: readonly number[];
  readonly levels: readonly number[];
}

/** A line that misses by more than this many times its own uncertainty counts for nothing (Tukey's biweight). */
const REACH = 3;
/** A camera is held at most so far up or down, and so far rolled, degrees. */
const [MOST_PITCH, MOST_ROLL] = [50, 30] as const;
/** A line this far from upright in the picture may still be of something upright, degrees. */
const UPRIGHT_WITHIN = 42;
/** How many of the longest lines are tried in pairs, how many of the directions they give are kept, and by how much these must differ, degrees. */
const [TRIED, KEPT, APART_DEG] = [80, 10, 0.6] as const;
/** From so many of the best directions of pairs the one that most lines agree on is looked for. */
const SETTLED = 150;
/** How many of the longest other lines are tried as the direction of a front. */
const FRONTS = 120;
/** At most this many of the lines that may stand upright are used, and as many of the others: the longest. */
const MOST_LINES = 500;
/** The value itself is taken from so many of the longest of either: short ones of paving or brick are less exact than their number suggests. */
const MOST_FITTED = 120;
/** Lines are one where the ends of each lie so near to the other, px, and what is between them is at most so many times as long as they are. */
const [ONE_PX, ONE_GAP] = [1.5, 3] as const;

/** Lines that lie on one, as the pieces of an edge that something stands before, put together: what is long counts once. */
function joined(plate: FlatPlate, lines: readonly Line[]): readonly Line[] {
  const left = [...lines];
  const found: Line[] = [];
  for (let line = left.shift(); line; line = left.shift()) {
    let whole = line;
    for (let i = 0; i < left.length; i++) {
      const other = left[i];
      const longer = other && together(whole.ends, other.ends);
      const next = longer && lineOf(plate, longer, [...whole.indices, ...other.indices]);
      if (!next) continue;
      whole = next;
      left.splice(i, 1);
      // What was too far from the shorter line may belong to the longer one.
      i = -1;
    }
    found.push(whole);
  }
  return found.sort((a, b) => b.weight - a.weight);
}

/** From end to end of two lines that are one; `null` where they are two. */
function together([x1, y1, x2, y2]: PlateLine, [x3, y3, x4, y4]: PlateLine): PlateLine | null {
  const [long, short] = [Math.hypot(x2 - x1, y2 - y1), Math.hypot(x4 - x3, y4 - y3)];
  const [ux, uy] = [(x2 - x1) / long, (y2 - y1) / long];
  const off = (x: number, y: number): number => Math.abs((y - y1) * ux - (x - x1) * uy);
  const at = (x: number, y: number): number => (x - x1) * ux + (y - y1) * uy;
  if (Math.max(off(x3, y3), off(x4, y4)) > ONE_PX) return null;
  const [a, b] = [at(x3, y3), at(x4, y4)];
  const gap = Math.max(0, Math.min(a, b) - long, -Math.max(a, b));
  if (gap > ONE_GAP * Math.min(long, short)) return null;
  const ends = [
    [0, x1, y1],
    [long, x2, y2],
    [a, x3, y3],
    [b, x4, y4],
  ] as const;
  const first = ends.reduce((best, each) => (each[0] < best[0] ? each : best));
  const last = ends.reduce((best, each) => (each[0] > best[0] ? each : best));
  return [first[1], first[2], last[1], last[2]];
}

const biweight = (r: number): number => (Math.abs(r) >= REACH ? 0 : (1 - (r / REACH) ** 2) ** 2);

const support = (lines: readonly Line[], direction: Vec3): number =>
  lines.reduce((sum, line) => sum + line.weight * biweight(miss(line, direction)), 0);

const apartDeg = (a: Vec3, b: Vec3): number => degrees(Math.acos(Math.min(1, Math.abs(dot(a, b)))));

function heldSo(up: Vec3): boolean {
  const { pitchDeg, rollDeg } = levelOf(up);
  return Math.abs(pitchDeg) <= MOST_PITCH && Math.abs(rollDeg) <= MOST_ROLL;
}

/** The direction that most lines of a list point to, from one near it. */
function settledOn(lines: readonly Line[], start: Vec3): Vec3 {
  let direction = start;
  for (let round = 0; round < 4; round++) {
    const found = leastAlong(
      lines.map((line) => {
        const w = biweight(miss(line, direction));
        return scaled(line.normal, Math.sqrt(w) / line.sigma);
      }),
    );
    if (found === null || found.next <= 0) break;
    direction = upwards(found.direction);
  }
  return direction;
}

/** What may be up, with the front that goes with it. */
interface Guess {
  readonly up: Vec3;
  readonly front: Front;
  /** The support of both. */
  readonly score: number;
}

/** What pairs of lines say about what is up, the best supported first. */
function guesses(standing: readonly Line[], all: readonly Line[]): readonly Guess[] {
  const tried = standing.slice(0, TRIED);
  const ups: { readonly up: Vec3; readonly score: number }[] = [];
  for (const [i, first] of tried.entries())
    for (const second of tried.slice(i + 1)) {
      const meet = cross(first.normal, second.normal);
      const size = length(meet);
      if (size < 1e-4) continue;
      const up = upwards(scaled(meet, 1 / size));
      if (heldSo(up)) ups.push({ up, score: support(standing, up) });
    }
  ups.sort((a, b) => b.score - a.score);
  const kept: Guess[] = [];
  for (const { up: rough } of ups.slice(0, SETTLED)) {
    if (kept.length >= KEPT) break;
    if (kept.some((each) => apartDeg(each.up, rough) < APART_DEG)) continue;
    const up = settledOn(standing, rough);
    if (!heldSo(up) || kept.some((each) => apartDeg(each.up, up) < APART_DEG)) continue;
    const front = frontAlong(all, up);
    kept.push({ up, front, score: support(standing, up) + front.support });
  }
  return kept.sort((a, b) => b.score - a.score);
}

/** A level direction, and how many lines point to it that do not stand upright. */
interface Front {
  readonly awayDeg: number | null;
  readonly support: number;
}

/** The level direction that most lines point to that do not stand upright. */
function frontAlong(all: readonly Line[], up: Vec3): Front {
  const others = all.filter((line) => Math.abs(miss(line, up)) > REACH);
  const held = levelOf(up);
  const axes = cameraAxes({ yawDeg: 0, ...held });
  let best: Front = { awayDeg: null, support: 0 };
  for (const { normal } of others.slice(0, FRONTS)) {
    // Where the plane through the lens and the line is level; a line on the horizon says nothing.
    const level = cross(normal, up);
    if (length(level) < 1e-6) continue;
    const [x, , z] = turnedToWorld(axes, level);
    const awayDeg = awayOf(x, z);
    const found = support(others, alongOf(held, awayDeg));
    if (found > best.support) best = { awayDeg, support: found };
  }
  return best;
}

interface Fit {
  readonly pitchDeg: number;
  readonly rollDeg: number;
  readonly awayDeg: number | null;
}

/** Lines that agree better than was allowed for are held to that, down to this share. */
const LEAST_SCALE = 0.35;

/** How widely values within reach scatter, as the standard deviation of a normal distribution with their median. */
function spread(values: readonly number[]): number {
  const sizes = values
    .map(Math.abs)
    .filter((each) => each < REACH)
    .sort((a, b) => a - b);
  return (sizes[Math.floor(sizes.length / 2)] ?? 1) / 0.6745;
}

/** Pitch, roll and direction of the front together, by least squares on the lines that are of either; `null` where they do not fix it. Source: Gauss and Newton, with Tukey's weights. */
function fitted(lines: readonly Line[], start: Fit): Fit | null {
  let fit = start;
  for (let round = 0; round < 12; round++) {
    const values = (at: Fit): readonly (readonly [Line, number])[] => {
      const [up, along] = [upOf(at), at.awayDeg === null ? null : alongOf(at, at.awayDeg)];
      return lines.map((line) => {
        const [a, b] = [miss(line, up), along ? miss(line, along) : Infinity];
        return [line, Math.abs(a) <= Math.abs(b) ? a : b];
      });
    };
    const STEP = 1e-4;
    const now = values(fit);
    const scale = Math.max(
      LEAST_SCALE,
      Math.min(1, spread(now.filter(([line]) => line.along[1] ** 2 > line.along[0] ** 2).map(([, r]) => r))),
    );
    const moved = [
      values({ ...fit, pitchDeg: fit.pitchDeg + STEP }),
      values({ ...fit, rollDeg: fit.rollDeg + STEP }),
      ...(fit.awayDeg === null ? [] : [values({ ...fit, awayDeg: fit.awayDeg + STEP })]),
    ];
    const size = moved.length;
    const [normal, right] = [Matrix.zeros(size, size), Matrix.zeros(size, 1)];
    now.forEach(([, r], i) => {
      const w = biweight(r / scale);
      if (w === 0) return;
      const slopes = moved.map((each) => ((each[i]?.[1] ?? 0) - r) / STEP);
      slopes.forEach((a, j) => {
        slopes.forEach((b, k) => normal.set(j, k, normal.get(j, k) + w * a * b));
        right.set(j, 0, right.get(j, 0) - w * a * r);
      });
    });
    const step = solved(normal, right);
    if (step === null) return null;
    const [p = 0, q = 0, s = 0] = step;
    fit = { pitchDeg: fit.pitchDeg + p, rollDeg: fit.rollDeg + q, awayDeg: fit.awayDeg === null ? null : fit.awayDeg + s };
    if (Math.max(Math.abs(p), Math.abs(q), Math.abs(s)) < 1e-5) break;
  }
  return fit;
}

/** The least support for a front, and for being sure of what is up; the longest lines count 1 each, shorter ones less. */
const [LEAST_FRONT, LEAST_UPRIGHT] = [0.5, 1] as const;
/** It is not sure where a direction that differs by more than this, degrees, has more than this share of the support of the best. */
const [OTHERWISE_DEG, OTHERWISE_SHARE] = [1.5, 0.8] as const;
/** A direction less certain than this is unknown, degrees. */
const FRONT_KNOWN_DEG = 0.4;
/** What is less certain than this is not said to be sure, degrees. */
const SURE_DEG = 0.25;
/** Pitched farther than this, lines on the ground may pass for verticals: the level is not called sure, degrees. */
const SURE_PITCH_DEG = 40;
/**
 * How a photograph was held, from straight edges in it: of all directions in which some of
 * them meet above or below, the one that most of them agree on, together with the level direction that most of the
 * others agree on; what agrees on neither counts for nothing. Its uncertainty is how
 * far it moves as each strip of the picture is left out (the jackknife: Quenouille, “Notes on Bias in Estimation”, 1956).
 * Source: vote of pairs as in Fischler and Bolles, “Random Sample Consensus”, 1981, here over all pairs of the longest.
 *
 * @param plate how the photograph is projected
 * @param lines ends of straight edges, px from the upper left corner, longest first
 * @returns `null` where no two lines can stand upright
 *
 * @example
 * autoLevel({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 300 }, [[50, 20, 60, 280], [350, 20, 340, 280]])?.pitchDeg // => -4.5498
 */
export function autoLevel(plate: FlatPlate, lines: readonly PlateLine[]): FoundLevel | null {
  const each = lines.flatMap((line, i) => lineOf(plate, line, [i]) ?? []).sort((a, b) => b.weight - a.weight);
  const upright = Math.cos(radians(UPRIGHT_WITHIN));
  const stands = ({ along: [, dy] }: Line): boolean => Math.abs(dy) >= upright;
  const standing = joined(plate, each.filter(stands).slice(0, MOST_LINES));
  const all = [...standing, ...each.filter((line) => !stands(line)).slice(0, MOST_LINES)].sort((a, b) => b.weight - a.weight);
  const [best, ...rivals] = guesses(standing, all);
  if (!best) return null;
  const others = all.filter((line) => !stands(line));
  const exact = [...standing.slice(0, MOST_FITTED), ...others.slice(0, MOST_FITTED)];
  const start: Fit = { ...levelOf(best.up), awayDeg: best.front.support >= LEAST_FRONT ? best.front.awayDeg : null };
  const fit = fitted(exact, start) ?? fitted(exact, { ...start, awayDeg: null }) ?? { ...start, awayDeg: null };
  const [up, along] = [upOf(fit), fit.awayDeg === null ? null : alongOf(fit, fit.awayDeg)];
  const of = (direction: Vec3 | null): readonly number[] =>
    direction === null ? [] : all.filter((line) => Math.abs(miss(line, direction)) < REACH).flatMap(({ indices }) => indices);
  const uprights = of(up);
  const standsUp = new Set(uprights);
  const without = Array.from({ length: STRIPS }, (_, strip) =>
    fitted(
      exact.filter(({ stripAcross }) => stripAcross !== strip),
      fit,
    ),
  );
  const pitch = scatter(without.map((left) => left?.pitchDeg ?? null));
  const roll = scatter(without.map((left) => left?.rollDeg ?? null));
  const uncertaintyDeg = pitch === null || roll === null ? null : Math.max(pitch, roll);
  const awayUncertaintyDeg = scatter(without.map((left) => left?.awayDeg ?? null));
  const known = awayUncertaintyDeg !== null && awayUncertaintyDeg <= FRONT_KNOWN_DEG;
  const rival = rivals.find((each) => apartDeg(each.up, best.up) > OTHERWISE_DEG);
  const say = support(standing, up);
  return {
    pitchDeg: fit.pitchDeg + 0,
    rollDeg: fit.rollDeg + 0,
    turnedAwayDeg: known ? fit.awayDeg : null,
    uncertaintyDeg,
    awayUncertaintyDeg: known ? awayUncertaintyDeg : null,
    sure:
      uncertaintyDeg !== null &&
      uncertaintyDeg <= SURE_DEG &&
      Math.abs(fit.pitchDeg) <= SURE_PITCH_DEG &&
      say >= LEAST_UPRIGHT &&
      (rival?.score ?? 0) < OTHERWISE_SHARE * best.score,
    uprights,
    levels: of(along).filter((index) => !standsUp.has(index)),
  };
}

import { inverse, Matrix, solve } from 'ml-matrix';
import { median } from '../robust';

/** Light at a place about the lens axis, as a share of that on the axis. */
export interface Lit {
  readonly xMm: number;
  readonly yMm: number;
  readonly light: number;
}

/** The circle at whose edge light ends. */
export interface CircleEdge {
  readonly radiusMm: number;
  /** One standard deviation, mm. */
  readonly doubtMm: number;
  /** Its centre, from where the scales read zero, mm right and up. */
  readonly middleMm: readonly [right: number, up: number];
  /** One standard deviation in either direction, mm. */
  readonly middleDoubtMm: number;
  /** In how many of the `SECTORS` directions the edge was seen. */
  readonly sectors: number;
}

/** Directions from the axis in which the edge is looked for, and the fewest in which it must be seen. */
export const SECTORS = 16;
export const LEAST_SECTORS = 6;

/**
 * Which of the directions a place lies in, counted anticlockwise from the right.
 *
 * @param xMm right of the lens axis
 * @param yMm above it
 */
export function sectorOf(xMm: number, yMm: number): number {
  return Math.floor((Math.atan2(yMm, xMm) / (2 * Math.PI) + 1) * SECTORS) % SECTORS;
}

/** Light that falls below this share of the light nearer the axis, by this share of the radius, has met the edge. */
const FALL = 0.4;
const BACK = 0.08;
/** Light that has fallen no further than this is still falling off as any lens does. */
const BRIGHT = 0.7;
/** The parabola of the falloff inside the edge begins at this share of the radius and ends a little before the fall. */
const LAW_FROM = 0.6;
const LAW_TO = 1 - 1.2 * BACK;
/** However many directions there are, the edge is not known better than this share of a bin: the falloff inside it is not quite a parabola. */
const FINEST = 0.05;
/** A direction in which the edge differs from the others by more than this share of the radius is left out. */
const ODD = 0.15;

/** Mean light at a mean image height. */
interface Step {
  readonly mm: number;
  readonly light: number;
}

/** Mean light by image height in one direction, bin by bin. */
function profileOf(lit: readonly Lit[], binMm: number): readonly Step[] {
  const bins = new Map<number, { mm: number; light: number; count: number }>();
  for (const { xMm, yMm, light } of lit) {
    const mm = Math.hypot(xMm, yMm);
    const bin = Math.floor(mm / binMm);
    const sum = bins.get(bin) ?? { mm: 0, light: 0, count: 0 };
    bins.set(bin, { mm: sum.mm + mm, light: sum.light + light, count: sum.count + 1 });
  }
  return [...bins].toSorted(([one], [other]) => one - other).map(([, { mm, light, count }]) => ({ mm: mm / count, light: light / count }));
}

/** Where light is half of what the falloff further in leads to expect, mm; `null` where it does not drop steeply. */
function edgeAlong(profile: readonly Step[]): number | null {
  const fall = profile.find(({ mm, light }) => {
    const before = profile.findLast((each) => each.mm < mm * (1 - BACK));
    return before !== undefined && light < FALL * before.light && light < BRIGHT;
  });
  if (!fall) return null;
  const inside = profile.filter(({ mm, light }) => mm > LAW_FROM * fall.mm && mm < LAW_TO * fall.mm && light > 0);
  if (inside.length < 4) return null;
  const powers = (mm: number): readonly [number, number, number] => [1, mm / fall.mm, (mm / fall.mm) ** 2];
  const rows = new Matrix(inside.map(({ mm }) => [...powers(mm)]));
  const law = solve(rows, Matrix.columnVector(inside.map(({ light }) => Math.log2(light))), true).to1DArray();
  const left = ({ mm, light }: Step): number => light / 2 ** powers(mm).reduce((sum, power, i) => sum + power * (law[i] ?? 0), 0);
  const outer = profile.filter(({ mm }) => mm >= LAW_TO * fall.mm);
  for (const [i, after] of outer.entries()) {
    const before = outer[i - 1];
    if (!before) continue;
    const [high, low] = [left(before), left(after)];
    if (high >= 0.5 && low < 0.5) return before.mm + ((after.mm - before.mm) * (high - 0.5)) / (high - low);
  }
  return null;
}

/**
 * The circle at which light ends. In each of 16 directions its edge is where
 * light is half of what the falloff further in leads to expect; a circle is
 * fitted through them. `null` where frames reach the edge in too few
 * directions, or light fades without an edge.
 *
 * @param lit light by place, as a share of that on the axis
 * @param binMm width of a bin of the profile, mm; about that of a cell
 *
 * @example
 * circleEdge([], 0.5) // => null
 */
export function circleEdge(lit: readonly Lit[], binMm: number): CircleEdge | null {
  const sectors = Array.from({ length: SECTORS }, (): Lit[] => []);
  for (const each of lit) sectors[sectorOf(each.xMm, each.yMm)]?.push(each);
  const seen = sectors.flatMap((each, i) => {
    const mm = edgeAlong(profileOf(each, binMm));
    return mm === null ? [] : [{ angle: (2 * Math.PI * (i + 0.5)) / SECTORS, mm }];
  });
  const usual = median(seen.map(({ mm }) => mm));
  const kept = seen.filter(({ mm }) => Math.abs(mm - usual) < ODD * usual);
  if (kept.length < LEAST_SECTORS) return null;
  const rows = new Matrix(kept.map(({ angle }) => [1, Math.cos(angle), Math.sin(angle)]));
  const [radiusMm = NaN, right = NaN, up = NaN] = solve(rows, Matrix.columnVector(kept.map(({ mm }) => mm)), true).to1DArray();
  const off = kept.map(({ angle, mm }) => mm - radiusMm - right * Math.cos(angle) - up * Math.sin(angle));
  const scatter = Math.sqrt(off.reduce((sum, each) => sum + each * each, 0) / (kept.length - 3));
  const spread = inverse(rows.transpose().mmul(rows));
  const doubt = (i: number): number => Math.hypot(scatter * Math.sqrt(spread.get(i, i)), FINEST * binMm);
  return {
    radiusMm,
    doubtMm: doubt(0),
    middleMm: [right, up],
    middleDoubtMm: Math.max(doubt(1), doubt(2)),
    sectors: kept.length,
  };
}

import { inverse, Matrix, solve } from 'ml-matrix';

/** Light left at a place about the lens axis, against the middle: 1 there. */
export interface Lit {
  readonly xMm: number;
  readonly yMm: number;
  readonly light: number;
}

/** The edge of the light, as a circle. */
export interface CircleEdge {
  readonly radiusMm: number;
  /** One standard deviation, mm. */
  readonly doubtMm: number;
  /** Where its middle lies against the axis that the scales tell, mm right and up. */
  readonly middleMm: readonly [right: number, up: number];
  readonly middleDoubtMm: number;
  /** Directions in which the edge was seen, of `SECTORS`. */
  readonly sectors: number;
}

export const SECTORS = 16;
/** The edge is where the light first falls below so much of that so far nearer the middle, as a share of the radius. */
const FALL = 0.4;
const BACK = 0.08;
/** In so many directions it has to be seen, or the circle is not known. */
const LEAST_SECTORS = 6;
/** An edge is not found better than this share of a bin, in however many directions: the law further in is a parabola. */
const FINEST = 0.05;
const median = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

/** Mean light at a mean image height. */
interface Step {
  readonly mm: number;
  readonly light: number;
}

/** Mean light by image height, in steps of a bin, in one direction. */
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

/** Where light falls to half of what it would be had it gone on as further in, mm; `null` where it does not fall off steeply. */
function edgeAlong(known: readonly Step[]): number | null {
  const first = known.find(({ mm, light }) => {
    const before = known.findLast((each) => each.mm < mm * (1 - BACK));
    return before !== undefined && light < FALL * before.light && light < 0.7;
  });
  if (!first) return null;
  // The law further in: a parabola through the logarithms, from 0.6 to 0.9 of the radius.
  const edge = first.mm;
  const law = known.filter(({ mm, light }) => mm > 0.6 * edge && mm < edge * (1 - 1.2 * BACK) && light > 0);
  if (law.length < 4) return null;
  const rows = new Matrix(law.map(({ mm }) => [1, mm / edge, (mm / edge) ** 2]));
  const fitted = solve(rows, Matrix.columnVector(law.map(({ light }) => Math.log2(light))), true).to1DArray();
  const left = ({ mm, light }: Step): number =>
    light / 2 ** ((fitted[0] ?? 0) + ((fitted[1] ?? 0) * mm) / edge + (fitted[2] ?? 0) * (mm / edge) ** 2);
  const start = known.findIndex(({ mm }) => mm >= edge * (1 - 1.2 * BACK));
  for (let i = Math.max(1, start); i < known.length; i++) {
    const [before, after] = [known[i - 1], known[i]];
    if (!before || !after) continue;
    const [high, low] = [left(before), left(after)];
    if (high >= 0.5 && low < 0.5) return before.mm + ((after.mm - before.mm) * (high - 0.5)) / (high - low);
  }
  return null;
}

/**
 * The circle at which light ends: where it falls to half of what it would be
 * had it gone on as further in, in each of 16 directions. `null` where frames
 * do not reach it in enough directions, or light fades without an edge.
 *
 * @param lit light left by place, against the middle
 * @param binMm width of a step, mm; about that of a cell
 *
 * @example
 * circleEdge([], 0.5) // => null
 */
export function circleEdge(lit: readonly Lit[], binMm: number): CircleEdge | null {
  const sectors = Array.from({ length: SECTORS }, (): Lit[] => []);
  for (const each of lit) {
    const turn = Math.atan2(each.yMm, each.xMm) / (2 * Math.PI) + 1;
    sectors[Math.floor(turn * SECTORS) % SECTORS]?.push(each);
  }
  const seen = sectors.flatMap((each, i) => {
    const mm = each.length < 8 ? null : edgeAlong(profileOf(each, binMm));
    return mm === null ? [] : [{ angle: (2 * Math.PI * (i + 0.5)) / SECTORS, mm }];
  });
  const middle = median(seen.map(({ mm }) => mm));
  const kept = seen.filter(({ mm }) => Math.abs(mm - middle) < 0.15 * middle);
  if (kept.length < LEAST_SECTORS) return null;
  const rows = new Matrix(kept.map(({ angle }) => [1, Math.cos(angle), Math.sin(angle)]));
  const [radiusMm = NaN, right = NaN, up = NaN] = solve(rows, Matrix.columnVector(kept.map(({ mm }) => mm)), true).to1DArray();
  const off = kept.map(({ angle, mm }) => mm - radiusMm - right * Math.cos(angle) - up * Math.sin(angle));
  const scatter = Math.sqrt(off.reduce((sum, each) => sum + each * each, 0) / Math.max(1, kept.length - 3));
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

import { circleEdge, type CircleEdge, type Lit } from './circleEdge';
import { cellsOf, luminance, type Cell, type FlatFrame } from './flatFrame';
import { lostAt, radialFit, type Radial, type Sample } from './radial';

/** What the frames of one aperture tell of the light. */
export interface LightAtAperture {
  readonly fNumber: number;
  /** Light lost against the middle by image height as at infinity, and one standard deviation of that, stops. */
  readonly heightsMm: readonly number[];
  readonly lost: readonly number[];
  readonly doubt: readonly number[];
  /** How much redder and bluer the light becomes, against green and the middle, at the heights, stops. */
  readonly redder: readonly number[];
  readonly bluer: readonly number[];
  /** Where light ends; `null` where the frames do not reach it or it fades without an edge. */
  readonly edge: CircleEdge | null;
  /** How uneven the wall was, stops over the frame’s diagonal; it is allowed for. */
  readonly unevenStops: number;
}

/** Why something is not measured. */
export type LightProblem =
  | { readonly kind: 'noAperture'; readonly frames: readonly string[] }
  | { readonly kind: 'clipped' | 'dark'; readonly frames: readonly string[] }
  /** What the frames show does not follow the distance from the axis: something other than a wall, or wrong shifts. */
  | { readonly kind: 'notFlat'; readonly fNumber: number; readonly scatterStops: number }
  /** More light is lost stopped down than wide open: frames are assigned to wrong apertures. */
  | { readonly kind: 'order'; readonly fNumbers: readonly [wider: number, smaller: number] }
  | { readonly kind: 'edgeNotReached'; readonly reachedMm: number };

/** What the kit stores of a lens of this. */
export interface LightSpecs {
  readonly imageCircleMm: number | null;
  readonly heightsMm: readonly number[];
  readonly falloffWideStops: readonly number[];
  readonly falloffStoppedStops: readonly number[] | null;
  readonly falloffStoppedFNumber: number | null;
}

/** Light measured on frames of an evenly lit wall. */
export interface LightResult {
  readonly apertures: readonly LightAtAperture[];
  /** The image circle, by the smallest aperture at which its edge is seen. */
  readonly circle: CircleEdge | null;
  /** From this aperture on stopping down no longer helps; `null` where that is not seen. */
  readonly clearsFrom: number | null;
  readonly problems: readonly LightProblem[];
  readonly specs: LightSpecs | null;
}

/** Cells of which so many are clipped, or none lighter than this, spoil a frame. */
const CLIPPED_FRAME = 0.02;
const DARK = 0.02;
/** Cells darker than this share of the lightest one of their frame say nothing of falloff. */
const DARKEST = 1 / 64;
const KNOTS = 20;
/** The frames differ from a wall that is lit by distance from the axis and a slope, by more than this: stops. */
const NOT_FLAT = 0.08;
/** Falloff that differs by less is the same, stops. */
const SAME = 0.1;
/** How far inside the edge of the light falloff is still read: a share of the radius, and so many cells, which must not reach across it. */
const INSIDE = 0.97;
const INSIDE_CELLS = 1.5;
/** Falloff is not known better than this, however many frames: a wall is not lit by a slope alone. Assumed, stops. */
const FINEST_STOPS = 0.005;
/** Heights of the table for the kit. */
const TABLE = 10;

/**
 * Falloff, image circle and colour cast by frames of an evenly lit wall at
 * several shifts. What differs from frame to frame, and a slope of the light
 * across the wall, are allowed for; the circle is read where light ends.
 *
 * @param frames of one lens, focused on the same distance
 * @param magnification of what is in focus; 0 for a lens set to infinity
 *
 * @example
 * measuredLight([], 0).specs // => null
 */
export function measuredLight(frames: readonly FlatFrame[], magnification: number): LightResult {
  const problems: LightProblem[] = [];
  const names = (some: readonly FlatFrame[]): readonly string[] => some.map(({ name }) => name);
  const noAperture = frames.filter(({ fNumber }) => fNumber === null);
  if (noAperture.length > 0) problems.push({ kind: 'noAperture', frames: names(noAperture) });
  const clipped = frames.filter(({ grid }) => grid.clipped.filter((share) => share > 0.01).length > CLIPPED_FRAME * grid.clipped.length);
  if (clipped.length > 0) problems.push({ kind: 'clipped', frames: names(clipped) });
  const dark = frames.filter((frame) => lightest(frame) < DARK);
  if (dark.length > 0) problems.push({ kind: 'dark', frames: names(dark) });
  const good = frames.filter((each) => each.fNumber !== null && !clipped.includes(each) && !dark.includes(each));
  const fNumbers = [...new Set(good.flatMap(({ fNumber }) => fNumber ?? []))].sort((a, b) => a - b);
  const apertures = fNumbers.flatMap((fNumber) => {
    const found = atAperture(
      good.filter((each) => each.fNumber === fNumber),
      magnification,
    );
    if (found.scatterStops <= NOT_FLAT) return [{ fNumber, ...found.light }];
    problems.push({ kind: 'notFlat', fNumber, scatterStops: found.scatterStops });
    return [];
  });
  for (const [i, smaller] of apertures.entries()) {
    const wider = apertures[i - 1];
    if (wider && gains(wider, smaller) < -SAME) problems.push({ kind: 'order', fNumbers: [wider.fNumber, smaller.fNumber] });
  }
  const circle = apertures.findLast(({ edge }) => edge !== null)?.edge ?? null;
  if (circle === null && apertures.length > 0)
    problems.push({
      kind: 'edgeNotReached',
      reachedMm: Math.max(...apertures.map(({ heightsMm }) => heightsMm[heightsMm.length - 1] ?? 0)),
    });
  const inOrder = !problems.some(({ kind }) => kind === 'order');
  const clearsFrom = inOrder ? clearing(apertures) : null;
  return { apertures, circle, clearsFrom, problems, specs: inOrder ? specsOf(apertures, circle, clearsFrom) : null };
}

function lightest({ grid: { rgb } }: FlatFrame): number {
  let most = 0;
  for (let i = 0; i < rgb.length; i += 3) most = Math.max(most, luminance([rgb[i] ?? 0, rgb[i + 1] ?? 0, rgb[i + 2] ?? 0]));
  return most;
}

interface OneAperture {
  readonly light: Omit<LightAtAperture, 'fNumber'>;
  readonly scatterStops: number;
}

const heightOf = ({ xMm, yMm }: Pick<Cell, 'xMm' | 'yMm'>): number => Math.hypot(xMm, yMm);

/** How much more light is lost at the wider aperture than at the smaller one, where both are measured: the value furthest from nothing, stops. */
function gains(wider: LightAtAperture, smaller: LightAtAperture): number {
  const last = Math.min(...[wider, smaller].map(({ heightsMm }) => heightsMm[heightsMm.length - 1] ?? 0));
  const steps = Array.from({ length: KNOTS }, (_, i) => ((i + 1) / KNOTS) * last);
  return steps
    .map((mm) => lostAt(wider, mm) - lostAt(smaller, mm))
    .reduce((most, each) => (Math.abs(each) > Math.abs(most) ? each : most), 0);
}

/** The widest aperture from which stopping down changes nothing more; `null` with one alone, or where the last step still helps. */
function clearing(apertures: readonly LightAtAperture[]): number | null {
  const last = apertures[apertures.length - 1];
  if (!last || apertures.length < 2) return null;
  const clear = apertures.find((each, i) => apertures.slice(i + 1).every((smaller) => Math.abs(gains(each, smaller)) < SAME));
  return clear === undefined || clear === last ? null : clear.fNumber;
}

function specsOf(apertures: readonly LightAtAperture[], circle: CircleEdge | null, clearsFrom: number | null): LightSpecs | null {
  const [wide, last] = [apertures[0], apertures[apertures.length - 1]];
  if (!wide || !last) return null;
  const stopped = apertures.find(({ fNumber }) => fNumber === clearsFrom) ?? last;
  const reach = Math.min(...[wide, stopped].map(({ heightsMm }) => heightsMm[heightsMm.length - 1] ?? 0));
  const heightsMm = Array.from({ length: TABLE }, (_, i) => rounded((reach * (i + 1)) / TABLE, 2));
  const table = (at: LightAtAperture): readonly number[] => heightsMm.map((mm) => Math.max(0, rounded(lostAt(at, mm), 3)));
  return {
    imageCircleMm: circle && rounded(2 * circle.radiusMm, 1),
    heightsMm,
    falloffWideStops: table(wide),
    falloffStoppedStops: stopped === wide ? null : table(stopped),
    falloffStoppedFNumber: stopped === wide ? null : stopped.fNumber,
  };
}

const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/** Light by frames of one aperture. */
function atAperture(frames: readonly FlatFrame[], magnification: number): OneAperture {
  const cells = cellsOf(frames, magnification);
  const most = frames.map(lightest);
  const bright = cells.filter(({ rgb, frame }) => luminance(rgb) > DARKEST * (most[frame] ?? 1));
  const reached = (some: readonly Cell[]): number => some.reduce((far, cell) => Math.max(far, heightOf(cell)), 0);
  const samplesOf = (some: readonly Cell[], value: (rgb: Cell['rgb']) => number): readonly Sample[] =>
    some.map(({ frame, xMm, yMm, rgb }) => ({ frame, xMm, yMm, stops: Math.log2(value(rgb)) }));
  const fit = (some: readonly Cell[], lastMm: number, value = luminance): Radial =>
    radialFit(samplesOf(some, value), frames.length, lastMm, KNOTS);
  // First with all cells, to know what each frame has in the middle; then without the edge of the light.
  const rough = fit(bright, reached(bright));
  const grid = frames[0]?.grid;
  const cellMm = grid ? grid.widthMm / grid.columns / (1 + magnification) : 1;
  const lit = cells.map(({ frame, xMm, yMm, rgb }): Lit => {
    const even = (rough.frames[frame] ?? 0) + rough.slope[0] * xMm + rough.slope[1] * yMm;
    return { xMm, yMm, light: luminance(rgb) / 2 ** even };
  });
  const edge = circleEdge(lit, cellMm);
  const [right, up] = edge?.middleMm ?? [0, 0];
  const about = bright.map((cell): Cell => ({ ...cell, xMm: cell.xMm - right, yMm: cell.yMm - up }));
  const lastMm = edge ? Math.min(INSIDE * edge.radiusMm, edge.radiusMm - INSIDE_CELLS * cellMm) : reached(about);
  const inside = about.filter((cell) => heightOf(cell) <= lastMm);
  const whole = fit(inside, lastMm);
  const green = ([, g]: Cell['rgb']): number => g;
  const against = (channel: (rgb: Cell['rgb']) => number): readonly number[] =>
    fit(inside, lastMm, (rgb) => channel(rgb) / green(rgb)).lost.map((lost) => 0 - lost);
  const diagonal = grid ? Math.hypot(grid.widthMm, grid.heightMm) : 0;
  return {
    scatterStops: whole.scatterStops,
    light: {
      heightsMm: whole.heightsMm,
      lost: whole.lost,
      doubt: whole.doubt.map((stops) => Math.hypot(stops, FINEST_STOPS)),
      redder: against(([r]) => r),
      bluer: against(([, , b]) => b),
      edge,
      unevenStops: Math.hypot(...whole.slope) * diagonal,
    },
  };
}

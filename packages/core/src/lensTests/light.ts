import { circleEdge, type CircleEdge, type Lit } from './circleEdge';
import { cellsOf, luminance, type Cell, type FlatFrame } from './flatFrame';
import { lostAt, radialFit, type Radial } from './radial';

/** The light of a lens at one aperture. */
export interface LightAtAperture {
  readonly fNumber: number;
  /** Light lost against the axis, by image height at infinity, with one standard deviation, stops. */
  readonly heightsMm: readonly number[];
  readonly lost: readonly number[];
  readonly doubt: readonly number[];
  /** Colour cast at these heights: how much redder and bluer than on the axis, stops against green. */
  readonly redder: readonly number[];
  readonly bluer: readonly number[];
  /** Where light ends; `null` where no frame reaches that, or light fades without an edge. */
  readonly edge: CircleEdge | null;
  /** How uneven the wall is across a diagonal of the frame, stops; this is allowed for. */
  readonly unevenStops: number;
}

/** Why something is not measured. */
export type LightProblem =
  | { readonly kind: 'noAperture' | 'clipped' | 'dark'; readonly frames: readonly string[] }
  /** Some frames do not agree with the others at their aperture: their shift or their aperture is wrong. */
  | { readonly kind: 'odd'; readonly fNumber: number; readonly frames: readonly string[] }
  /** Light does not depend on the distance from the axis: no even wall, or wrong shifts. */
  | { readonly kind: 'notFlat'; readonly fNumber: number; readonly scatterStops: number }
  /** No frame shows what lies between these image heights. */
  | { readonly kind: 'gap'; readonly fNumber: number; readonly fromMm: number; readonly toMm: number }
  /** More light is lost at the smaller aperture: frames are assigned to the wrong apertures. */
  | { readonly kind: 'order'; readonly fNumbers: readonly [wider: number, smaller: number] }
  | { readonly kind: 'edgeNotReached'; readonly reachedMm: number };

/** The values of a lens in the kit that follow. */
export interface LightSpecs {
  readonly imageCircleMm: number | null;
  readonly heightsMm: readonly number[];
  readonly falloffWideStops: readonly number[];
  readonly falloffStoppedStops: readonly number[] | null;
  readonly falloffStoppedFNumber: number | null;
}

/** The light of a lens, measured on frames of an evenly lit wall. */
export interface LightResult {
  readonly apertures: readonly LightAtAperture[];
  /** The image circle, by the smallest aperture at which its edge is seen. */
  readonly circle: CircleEdge | null;
  /** The aperture from which stopping down gains nothing; `null` where that is not seen. */
  readonly clearsFrom: number | null;
  readonly problems: readonly LightProblem[];
  /** `null` where nothing was measured, or apertures were mixed up. */
  readonly specs: LightSpecs | null;
}

/** A frame with more than this share of its cells clipped is left out; a cell counts as clipped from this share of its pixels. */
const CLIPPED_FRAME = 0.02;
const CLIPPED_CELL = 0.01;
/** A frame whose lightest cell is darker than this is left out. */
const DARK = 0.02;
/** Cells darker than this share of the lightest in their frame are left out of the falloff. */
const DARKEST = 1 / 64;
/** Steps in which the falloff is measured. */
const KNOTS = 20;
/** Frames scatter by less than this about the light of an even wall, stops. */
const NOT_FLAT = 0.08;
/** Falloff that differs by less is taken to be the same, stops. */
const SAME = 0.1;
/** Falloff is read up to this share of the radius, and no nearer to the edge than so many cells, which must not reach across it. */
const INSIDE = 0.97;
const INSIDE_CELLS = 1.5;
/** The falloff is not known better than this, stops: no wall is lit by a slope alone (assumed). */
const FINEST_STOPS = 0.005;
/** Heights in the table for the kit. */
const TABLE = 10;

/**
 * Falloff, image circle and colour cast of a lens, from frames of an evenly lit
 * wall at several shifts. Differences in exposure between frames and a slope
 * of the light across the wall are allowed for.
 *
 * @param frames of one lens, all focused alike
 * @param magnification of what is in focus; 0 for a lens set to infinity
 *
 * @example
 * measuredLight([], 0).specs // => null
 */
export function measuredLight(frames: readonly FlatFrame[], magnification: number): LightResult {
  const problems: LightProblem[] = [];
  const left = new Set(frames);
  /** Leaves frames out, and says so. */
  const without = (kind: 'noAperture' | 'clipped' | 'dark', is: (frame: FlatFrame) => boolean): void => {
    const some = frames.filter(is);
    if (some.length > 0) problems.push({ kind, frames: some.map(({ name }) => name) });
    for (const frame of some) left.delete(frame);
  };
  without('noAperture', ({ fNumber }) => fNumber === null);
  without('clipped', ({ grid }) => grid.clipped.filter((share) => share > CLIPPED_CELL).length > CLIPPED_FRAME * grid.clipped.length);
  without('dark', (frame) => lightest(frame) < DARK);
  const fNumbers = [...new Set([...left].flatMap(({ fNumber }) => fNumber ?? []))].sort((a, b) => a - b);
  const apertures = fNumbers.flatMap((fNumber) => {
    const found = atAperture(
      fNumber,
      [...left].filter((each) => each.fNumber === fNumber),
      magnification,
    );
    problems.push(...found.problems);
    return found.light ?? [];
  });
  for (const [i, smaller] of apertures.entries()) {
    const wider = apertures[i - 1];
    if (wider && gained(wider, smaller) < -SAME) problems.push({ kind: 'order', fNumbers: [wider.fNumber, smaller.fNumber] });
  }
  const circle = apertures.findLast(({ edge }) => edge !== null)?.edge ?? null;
  if (circle === null && apertures.length > 0)
    problems.push({ kind: 'edgeNotReached', reachedMm: Math.max(...apertures.map(({ heightsMm }) => heightsMm[KNOTS] ?? 0)) });
  const inOrder = !problems.some(({ kind }) => kind === 'order');
  const clearsFrom = inOrder ? clearing(apertures) : null;
  return { apertures, circle, clearsFrom, problems, specs: inOrder ? specsOf(apertures, circle, clearsFrom) : null };
}

function lightest({ grid: { rgb } }: FlatFrame): number {
  let most = 0;
  for (let i = 0; i < rgb.length; i += 3) most = Math.max(most, luminance([rgb[i] ?? 0, rgb[i + 1] ?? 0, rgb[i + 2] ?? 0]));
  return most;
}

/** How much less light is lost at the smaller aperture where both are measured, stops: at the image height where they differ most. */
function gained(wider: LightAtAperture, smaller: LightAtAperture): number {
  const last = Math.min(wider.heightsMm[KNOTS] ?? 0, smaller.heightsMm[KNOTS] ?? 0);
  return Array.from({ length: KNOTS }, (_, i) => ((i + 1) / KNOTS) * last)
    .map((mm) => lostAt(wider, mm) - lostAt(smaller, mm))
    .reduce((most, each) => (Math.abs(each) > Math.abs(most) ? each : most), 0);
}

/** The widest aperture from which stopping down gains nothing; `null` with one aperture alone, or where the last one still gains. */
function clearing(apertures: readonly LightAtAperture[]): number | null {
  return (
    apertures.slice(0, -1).find((each, i) => apertures.slice(i + 1).every((smaller) => Math.abs(gained(each, smaller)) < SAME))?.fNumber ??
    null
  );
}

function specsOf(apertures: readonly LightAtAperture[], circle: CircleEdge | null, clearsFrom: number | null): LightSpecs | null {
  const [wide, last] = [apertures[0], apertures[apertures.length - 1]];
  if (!wide || !last) return null;
  const stopped = apertures.find(({ fNumber }) => fNumber === clearsFrom) ?? last;
  const reach = Math.min(wide.heightsMm[KNOTS] ?? 0, stopped.heightsMm[KNOTS] ?? 0);
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

interface OneAperture {
  /** `null` where the frames do not tell. */
  readonly light: LightAtAperture | null;
  readonly problems: readonly LightProblem[];
}

/** Light by the frames of one aperture; frames that do not agree with the others are left out. */
function atAperture(fNumber: number, frames: readonly FlatFrame[], magnification: number): OneAperture {
  const { light, scatterStops, gapMm } = lightOf(fNumber, frames, magnification);
  const odd = frames.filter((_, i) => (scatterStops[i] ?? 0) > NOT_FLAT);
  if (2 * odd.length >= frames.length && odd.length > 0)
    return { light: null, problems: [{ kind: 'notFlat', fNumber, scatterStops: Math.max(...scatterStops) }] };
  if (odd.length > 0) {
    const others = atAperture(
      fNumber,
      frames.filter((each) => !odd.includes(each)),
      magnification,
    );
    return { ...others, problems: [{ kind: 'odd', fNumber, frames: odd.map(({ name }) => name) }, ...others.problems] };
  }
  if (gapMm === null) return { light, problems: [] };
  return { light: null, problems: [{ kind: 'gap', fNumber, fromMm: gapMm[0], toMm: gapMm[1] }] };
}

const heightOf = ({ xMm, yMm }: Cell): number => Math.hypot(xMm, yMm);

interface Lighting extends Pick<Radial, 'scatterStops' | 'gapMm'> {
  readonly light: LightAtAperture;
}

function lightOf(fNumber: number, frames: readonly FlatFrame[], magnification: number): Lighting {
  const cells = cellsOf(frames, magnification);
  const most = frames.map(lightest);
  // Without one of its colours the cast of a cell is unknown.
  const bright = cells.filter(({ rgb, frame }) => Math.min(...rgb) > 0 && luminance(rgb) > DARKEST * (most[frame] ?? 1));
  const reached = (some: readonly Cell[]): number => some.reduce((far, cell) => Math.max(far, heightOf(cell)), 0);
  const fit = (some: readonly Cell[], lastMm: number, value: (rgb: Cell['rgb']) => number = luminance): Radial =>
    radialFit(
      some.map(({ frame, xMm, yMm, rgb }) => ({ frame, xMm, yMm, stops: Math.log2(value(rgb)) })),
      frames.length,
      lastMm,
      KNOTS,
    );
  // First with all cells, for the light of each frame on the axis; then without those near the edge of the light.
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
  const { heightsMm, lost, doubt, slope, scatterStops, gapMm } = fit(inside, lastMm);
  const against = (channel: 0 | 2): readonly number[] => fit(inside, lastMm, (rgb) => rgb[channel] / rgb[1]).lost.map((less) => 0 - less);
  return {
    scatterStops,
    gapMm,
    light: {
      fNumber,
      heightsMm,
      lost,
      doubt: doubt.map((stops) => Math.hypot(stops, FINEST_STOPS)),
      redder: against(0),
      bluer: against(2),
      edge,
      unevenStops: Math.hypot(...slope) * (grid ? Math.hypot(grid.widthMm, grid.heightMm) : 0),
    },
  };
}

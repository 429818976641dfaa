import type { FrameSize } from '../model/frame';
import { median, robustScatter } from '../robust';
import { leastSquares } from './leastSquares';
import { likeness, TEXTURE_BANDS, TEXTURE_WAYS, type TextureReading } from './textureFrame';

/** A frame of a textured subject, what was read in it, and how it was taken. */
export interface TextureFrame extends TextureReading {
  readonly name: string;
  /** Marked f-number; `null` where it is not known. */
  readonly fNumber: number | null;
  readonly riseMm: number;
  readonly shiftMm: number;
  /** How far the back is from where it was focused, away from the lens, mm. */
  readonly focusMm: number;
  readonly frame: FrameSize;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Contrast left at one place as a share of the best frame there; `null` where the subject shows too little in that direction. */
export interface TexturePlace {
  /** About the lens axis, mm right and up. */
  readonly xMm: number;
  readonly yMm: number;
  readonly heightMm: number;
  /** Of lines around the axis, and of lines along the radius. */
  readonly tangential: number | null;
  readonly sagittal: number | null;
}

/** A share of the best with one standard deviation. */
export interface ShareAt {
  readonly share: number;
  readonly doubt: number;
}

/** How sharp one aperture is against the best, by image height. */
export interface TextureAtAperture {
  readonly fNumber: number;
  readonly heightsMm: readonly number[];
  readonly tangential: readonly (ShareAt | null)[];
  readonly sagittal: readonly (ShareAt | null)[];
  readonly places: readonly TexturePlace[];
}

/** Why something is not measured on a textured subject. */
export type TextureProblem =
  | { readonly kind: 'noAperture' | 'clipped' | 'plain'; readonly frames: readonly string[] }
  /** Parts of the subject, or the camera, moved between these frames and the others. */
  | { readonly kind: 'moved'; readonly frames: readonly string[]; readonly share: number };

/** What frames of a textured subject tell of a lens. */
export interface TextureResult {
  readonly apertures: readonly TextureAtAperture[];
  /** Where the middle is sharpest: how far the back then is from where it was focused, away from the lens, with one standard deviation; `null` without a focus series. */
  readonly focus: { readonly mm: number; readonly doubtMm: number; readonly fNumber: number } | null;
  readonly problems: readonly TextureProblem[];
}

/** More clipped pixels than this, and a frame is left out. */
const CLIPPED = 0.005;
/** Contrast must stand out from noise by this much in power. */
const STANDS_OUT = 2;
/** Parts that are less alike than this are not the same part of the subject any more. */
const ALIKE = 0.8;
/** From this share of its cells a frame is reported as moved, and from this one left out as a whole. */
const MOVED_REPORTED = 0.1;
const MOVED_OUT = 0.6;
/** A frame is plain where a smaller share of its cells shows texture. */
const LEAST_CELLS = 0.2;
/** Image heights in the table: as many as there are cells from the axis out, within these. */
const LEAST_HEIGHTS = 4;
const MOST_HEIGHTS = 10;
/** The middle is sharpest by the cells that are nearer to it than this share of half the diagonal. */
const MIDDLE = 0.3;
/** Fewest positions of the back that fix a best one. */
const LEAST_POSITIONS = 4;

/** Power of contrast without noise. */
const signal = (frame: TextureFrame, cell: number, i: number): number =>
  (frame.cells[cell]?.powers[i] ?? 0) - (frame.cells[cell]?.noise ?? 0);

const noiseOf = (frame: TextureFrame, cell: number): number => frame.cells[cell]?.noise ?? 0;

/** Contrast that is left in each frame as a share of the best of them, at one cell and in one direction; `null` where nothing stands out from noise. */
function sharesAt(frames: readonly TextureFrame[], cell: number, way: number): readonly number[] | null {
  const bands = TEXTURE_BANDS.flatMap((_, band): readonly (readonly number[])[] => {
    const i = band * TEXTURE_WAYS + way;
    const signals = frames.map((frame) => signal(frame, cell, i));
    const best = Math.max(...signals);
    const loudest = Math.max(...frames.map((frame) => noiseOf(frame, cell)));
    return best > STANDS_OUT * loudest ? [signals.map((each) => Math.sqrt(Math.max(0, each)))] : [];
  });
  if (bands.length === 0) return null;
  // Every band counts alike, whatever the subject has of it; then the best frame is 1.
  const sums = frames.map((_, f) => bands.reduce((sum, band) => sum + (band[f] ?? 0) / Math.max(...band), 0) / bands.length);
  const best = Math.max(...sums);
  return sums.map((each) => each / best);
}

/** In which of the frames each cell shows the same part of the subject as in most of them. */
function sameIn(frames: readonly TextureFrame[], cell: number): readonly boolean[] {
  const looks = frames.map((frame) => frame.cells[cell]?.look ?? []);
  return looks.map((look, f) => {
    const others = looks.filter((_, other) => other !== f).map((other) => likeness(look, other));
    return others.length === 0 || median(others) >= ALIKE;
  });
}

/** The frames of one position and their cells that tell something. */
interface Group {
  readonly frames: readonly TextureFrame[];
  /** By cell: the frames in which it shows the same. */
  readonly same: readonly (readonly boolean[])[];
}

/**
 * Sharpness on a textured subject, aperture against aperture at the same place:
 * the contrast of its detail without noise, as a share of the best frame. What
 * moved between frames is left out.
 *
 * @param frames what was read in them
 *
 * @example
 * measuredTexture([]).apertures // => []
 */
export function measuredTexture(frames: readonly TextureFrame[]): TextureResult {
  const problems: TextureProblem[] = [];
  const report = (kind: 'noAperture' | 'clipped' | 'plain', of: readonly TextureFrame[]): void => {
    if (of.length > 0) problems.push({ kind, frames: of.map(({ name }) => name) });
  };
  const nameless = frames.filter(({ fNumber }) => fNumber === null);
  const burnt = frames.filter((frame) => frame.fNumber !== null && frame.clipped > CLIPPED);
  report('noAperture', nameless);
  report('clipped', burnt);
  const usable = frames.filter((frame) => !nameless.includes(frame) && !burnt.includes(frame));
  const plain = usable.filter(isPlain);
  report('plain', plain);
  const textured = usable.filter((frame) => !plain.includes(frame));
  const keyOf = ({ riseMm, shiftMm }: TextureFrame): string => `${riseMm} ${shiftMm}`;
  const keys = [...new Set(textured.map(keyOf))];
  const moved: { readonly name: string; readonly share: number }[] = [];
  const groups = keys.map((key): Group => {
    const there = textured.filter((frame) => keyOf(frame) === key);
    const cells = there[0]?.cells.length ?? 0;
    const alike = Array.from({ length: cells }, (_, cell) => sameIn(there, cell));
    const shares = there.map((_, f) => alike.filter((same) => same[f] === false).length / Math.max(1, cells));
    there.forEach(({ name }, f) => (shares[f] ?? 0) >= MOVED_REPORTED && moved.push({ name, share: shares[f] ?? 0 }));
    const kept = there.flatMap((_, f) => ((shares[f] ?? 0) < MOVED_OUT ? [f] : []));
    return {
      frames: kept.flatMap((f) => there[f] ?? []),
      same: alike.map((same) => kept.map((f) => same[f] ?? false)),
    };
  });
  if (moved.length > 0)
    problems.push({ kind: 'moved', frames: moved.map(({ name }) => name), share: Math.max(...moved.map(({ share }) => share)) });
  return { apertures: aperturesOf(groups), focus: bestFocus(groups), problems };
}

/** Whether too few parts of a frame stand out from noise. */
function isPlain(frame: TextureFrame): boolean {
  const telling = frame.cells.filter((cell, c) => cell.powers.some((_, i) => signal(frame, c, i) > STANDS_OUT * cell.noise));
  return telling.length < LEAST_CELLS * Math.max(1, frame.cells.length);
}

/** Where a cell lies about the lens axis, and which directions are along the radius and around the axis there. */
function placeOf({ frame, widthPx, heightPx, shiftMm, riseMm, cells }: TextureFrame, c: number) {
  const cell = cells[c];
  const xMm = ((cell?.xPx ?? 0) / widthPx - 0.5) * frame.widthMm + shiftMm;
  const yMm = (0.5 - (cell?.yPx ?? 0) / heightPx) * frame.heightMm + riseMm;
  const along = Math.round(((Math.atan2(yMm, xMm) / Math.PI + 2) % 1) * TEXTURE_WAYS) % TEXTURE_WAYS;
  // Contrast across lines around the axis runs along the radius.
  return { xMm, yMm, heightMm: Math.hypot(xMm, yMm), tangential: along, sagittal: (along + TEXTURE_WAYS / 2) % TEXTURE_WAYS };
}

/** How far apart the cells of a frame are, mm. */
function cellMm({ cells, frame, widthPx }: TextureFrame): number {
  const [first, ...more] = cells;
  const apart = Math.min(...more.filter(({ xPx }) => xPx !== first?.xPx).map(({ xPx }) => Math.abs(xPx - (first?.xPx ?? 0))));
  return Number.isFinite(apart) ? (apart * frame.widthMm) / widthPx : 0;
}

function aperturesOf(groups: readonly Group[]): readonly TextureAtAperture[] {
  const byAperture = new Map<number, TexturePlace[]>();
  for (const { frames, same } of groups) {
    const inFocus = frames.flatMap((frame, f) => (frame.focusMm === 0 ? [f] : []));
    for (const [c, alike] of same.entries()) {
      const there = inFocus.filter((f) => alike[f]);
      const shown = there.flatMap((f) => frames[f] ?? []);
      const [first] = shown;
      // Nothing is compared with itself.
      if (!first || new Set(shown.map(({ fNumber }) => fNumber)).size < 2) continue;
      const { tangential, sagittal, ...at } = placeOf(first, c);
      const [around, radial] = [sharesAt(shown, c, tangential), sharesAt(shown, c, sagittal)];
      for (const [i, { fNumber }] of shown.entries()) {
        if (fNumber === null) continue;
        const places = byAperture.get(fNumber) ?? [];
        places.push({ ...at, tangential: around?.[i] ?? null, sagittal: radial?.[i] ?? null });
        byAperture.set(fNumber, places);
      }
    }
  }
  const lastMm = Math.max(0, ...[...byAperture.values()].flat().map(({ heightMm }) => heightMm));
  const pitchMm = Math.max(1e-6, ...groups.flatMap(({ frames }) => frames.map(cellMm)));
  const heights = Math.min(MOST_HEIGHTS, Math.max(LEAST_HEIGHTS, Math.floor(lastMm / (1.15 * pitchMm))));
  const heightsMm = Array.from({ length: heights }, (_, i) => (lastMm * (i + 0.5)) / heights);
  return [...byAperture.entries()]
    .sort(([a], [b]) => a - b)
    .map(([fNumber, places]) => ({
      fNumber,
      heightsMm,
      tangential: heightsMm.map((_, i) => meanShare(places, 'tangential', [(lastMm * i) / heights, (lastMm * (i + 1)) / heights])),
      sagittal: heightsMm.map((_, i) => meanShare(places, 'sagittal', [(lastMm * i) / heights, (lastMm * (i + 1)) / heights])),
      places,
    }));
}

/** The mean share between two image heights, with the standard deviation of the mean; `null` where fewer than two places tell. */
function meanShare(places: readonly TexturePlace[], way: 'tangential' | 'sagittal', [from, to]: readonly [number, number]): ShareAt | null {
  const shares = places.flatMap(({ heightMm, [way]: share }) => (share !== null && heightMm >= from && heightMm <= to ? [share] : []));
  if (shares.length < 2) return null;
  const mean = shares.reduce((sum, each) => sum + each, 0) / shares.length;
  const square = shares.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (shares.length - 1);
  return { share: mean, doubt: Math.sqrt(square / shares.length) };
}

/** Where the middle is sharpest at the widest aperture of a focus series: the top of a parabola through the logarithms of contrast, cell by cell. */
function bestFocus(groups: readonly Group[]): TextureResult['focus'] {
  const centred = groups.find(({ frames }) => frames.some(({ riseMm, shiftMm }) => riseMm === 0 && shiftMm === 0));
  if (!centred) return null;
  const fNumber = Math.min(...centred.frames.filter(({ focusMm }) => focusMm !== 0).map((frame) => frame.fNumber ?? Infinity));
  const series = centred.frames.flatMap((frame, f) => (frame.fNumber === fNumber ? [{ frame, f }] : []));
  if (series.length < LEAST_POSITIONS) return null;
  const [first] = series;
  const tops = centred.same.flatMap((alike, c): readonly number[] => {
    const place = first && placeOf(first.frame, c);
    if (!first || !place) return [];
    const { widthMm, heightMm } = first.frame.frame;
    if (place.heightMm > (MIDDLE * Math.hypot(widthMm, heightMm)) / 2) return [];
    const there = series.filter(({ f }) => alike[f]).map(({ frame }) => frame);
    return Array.from({ length: TEXTURE_WAYS }, (_, way) => way).flatMap((way) => {
      const shares = sharesAt(there, c, way);
      return (shares && top(there.map(({ focusMm }, i) => [focusMm, shares[i] ?? 0] as const))) ?? [];
    });
  });
  if (tops.length < LEAST_POSITIONS) return null;
  const mm = median(tops);
  const scatter = robustScatter(tops.map((each) => each - mm));
  // The directions of one cell are not independent of each other: they count as one.
  return { mm, doubtMm: Math.max(0.001, scatter / Math.sqrt(tops.length / TEXTURE_WAYS)), fNumber };
}

/** The top of a parabola through the logarithms of values, the greater ones counting more; `null` where there is none between the ends. */
function top(points: readonly (readonly [x: number, value: number])[]): number | null {
  const seen = points.filter(([, value]) => value > 0.2);
  const fit = leastSquares(seen.map(([x, value]) => ({ shares: [1, x, x * x], value: Math.log(value), doubt: 1 / value })));
  const [, slope = 0, bend = 0] = fit?.values ?? [];
  if (!(bend < 0)) return null;
  const at = -slope / (2 * bend);
  return at > Math.min(...points.map(([x]) => x)) && at < Math.max(...points.map(([x]) => x)) ? at : null;
}

/** At which apertures an image height is sharpest, and what every other one reaches; `null` where no two apertures show it. */
export interface TextureBest {
  readonly heightMm: number;
  readonly bestFNumber: number;
  readonly asGood: readonly number[];
  readonly shares: readonly { readonly fNumber: number; readonly share: number }[];
}

/** Apertures that differ by less than this share are equally sharp to the eye (assumed). */
const SAME = 0.05;

/**
 * Share of the best at an image height by the softer direction; `null` where it
 * was not measured.
 *
 * @param at what was measured at an aperture
 * @param heightMm image height, mm
 *
 * @example
 * textureShareAt({ fNumber: 8, heightsMm: [5], tangential: [{ share: 0.9, doubt: 0.01 }], sagittal: [null], places: [] }, 5)?.share // => 0.9
 */
export function textureShareAt({ heightsMm, tangential, sagittal }: TextureAtAperture, heightMm: number): ShareAt | null {
  const i = heightsMm.reduce((best, mm, k) => (Math.abs(mm - heightMm) < Math.abs((heightsMm[best] ?? 0) - heightMm) ? k : best), 0);
  // Up to half a step farther out than the last middle of a cell: the cells in the corners reach nearly into them.
  const step = heightsMm.length > 1 ? (heightsMm[1] ?? 0) - (heightsMm[0] ?? 0) : 0;
  if (!(Math.abs((heightsMm[i] ?? NaN) - heightMm) <= step)) return null;
  const known = [tangential[i], sagittal[i]].flatMap((each) => each ?? []);
  const [first, second] = known;
  if (!first) return null;
  return second && second.share < first.share ? second : first;
}

/**
 * At which apertures an image height is sharpest.
 *
 * @param apertures what was measured
 * @param heightMm image height, mm
 *
 * @example
 * textureBest([], 0) // => null
 */
export function textureBest(apertures: readonly TextureAtAperture[], heightMm: number): TextureBest | null {
  const there = apertures.flatMap((at) => {
    const found = textureShareAt(at, heightMm);
    return found ? [{ fNumber: at.fNumber, share: found.share }] : [];
  });
  if (there.length < 2) return null;
  const best = there.reduce((most, each) => (each.share > most.share ? each : most));
  return {
    heightMm,
    bestFNumber: best.fNumber,
    asGood: there.filter(({ share }) => share > (1 - SAME) * best.share).map(({ fNumber }) => fNumber),
    shares: there.map(({ fNumber, share }) => ({ fNumber, share: share / best.share })),
  };
}

import type { Geometry } from '../geometry/geometry';
import { degrees } from '../angles';
import { dot } from '../space/vector';
import { depthsIn, type Depths } from './depth';
import { heightOf, widthOf } from '../mosaic/frames';
import type { LaidMosaic } from '../geometry/laidMosaic';
import type { SetupSettings } from '../model/setup';
import type { Rect, Mosaic } from '../model/mosaic';

/** How one frame is set, in the order of the series. */
export interface FrameSetting {
  readonly number: number;
  /** As the mechanism reads it; `null` beyond every stop. */
  readonly setting: LaidMosaic['settings'][number];
  readonly turned: boolean;
  /** How far the camera has to be slid from the first frame, mm to the left + and down +, so that the lens stays where it was; 0 where it is not slid. */
  readonly slideMm: { readonly left: number; readonly down: number };
}

/** What a mosaic gives. */
export interface MosaicGiven extends LaidMosaic {
  /** The largest rectangle without a gap, mm and pixels; no pixels on film. */
  readonly widthMm: number;
  readonly heightMm: number;
  readonly pixels: { readonly columns: number; readonly rows: number } | null;
  /** The same picture by one frame: its diagonal over this frame's, and the focal length that gives this view on this frame. */
  readonly formatTimes: number;
  readonly equalFocalMm: number;
  readonly fieldDeg: { readonly width: number; readonly height: number };
  /** Bytes of all shots as raw files of 14 bits a pixel, about; `null` on film. */
  readonly bytes: number | null;
  readonly shots: number;
  readonly seconds: number;
  /** The farthest corner off the lens axis, degrees, and falloff there against the centre, stops. */
  readonly cornerDeg: number;
  readonly falloffStops: number;
  /** What diffraction leaves of the finest detail at that corner, measured outward and around, shares of that at the centre. */
  readonly cornerDetail: { readonly outward: number; readonly around: number };
  /** Turning the camera instead and laying the frames flat afterwards: how much its pixels are stretched at the farthest corner, outward. */
  readonly turnedStretch: number;
  readonly each: readonly FrameSetting[];
  /** Film, as it comes. */
  readonly film: { readonly frames: number; readonly packs: number; readonly of: 'holder' | 'roll' } | null;
}

/**
 * How large a picture of so many pixels is printed at a resolution, mm.
 *
 * @param pixels columns and rows of the picture
 * @param pixelsPerInch resolution of the print, pixels per inch
 *
 * @example
 * printMm({ columns: 3000, rows: 2000 }, 300) // => {width: 254, height: 169.33}
 */
export function printMm(
  { columns, rows }: { readonly columns: number; readonly rows: number },
  pixelsPerInch: number,
): { readonly width: number; readonly height: number } {
  return { width: (columns / pixelsPerInch) * 25.4, height: (rows / pixelsPerInch) * 25.4 };
}

/** Points to an inch of a print that is looked at closely (common practice). */
export const PRINT_PPI = 300;
/** A raw file packs about 14 bits a pixel (common practice). */
const BITS_PER_PIXEL = 14;
/** Falloff from which a flat-field frame for each place is wise, stops (common practice). */
export const WHITE_CARD_STOPS = 1;

const known = new WeakMap<SetupSettings, MosaicGiven | null>();

/**
 * All that follows from a mosaic; `null` without one. Falloff by the cos⁴ law;
 * detail at the corner by diffraction alone: the aperture seen aslant passes
 * cos³ θ outward and cos θ around (e.g. Jacobson et al., *The Manual of
 * Photography*; from memory); a turned camera's flat projection stretches by
 * 1/cos² θ. The rest is arithmetic of rectangles.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * mosaicGiven(mosaicGeometry)?.widthMm // => 60.035
 */
export function mosaicGiven(geometry: Geometry): MosaicGiven | null {
  const before = known.get(geometry.settings);
  if (before !== undefined) return before;
  const found = given(geometry);
  known.set(geometry.settings, found);
  return found;
}

function given(geometry: Geometry): MosaicGiven | null {
  const { mosaic, rig } = geometry.settings;
  const laid = geometry.laid;
  if (!mosaic || !laid) return null;
  const { inCircle, union } = laid;
  const v = geometry.imageMm;
  const frame = geometry.wholeFrame;
  const [widthMm, heightMm] = [widthOf(union.whole), heightOf(union.whole)];
  const pitchMm = rig.back.columnsPx === null ? null : rig.back.widthMm / rig.back.columnsPx;
  const axis = geometry.axis;
  const corners = inCircle.flatMap(
    ({ left, right, lower, upper }) =>
      [
        [left, lower],
        [left, upper],
        [right, lower],
        [right, upper],
      ] as const,
  );
  const cosFar = Math.min(...corners.map(([x, y]) => dot([x, y, v], axis) / Math.hypot(x, y, v)));
  // A focus stack is shot at each place.
  const stacked = geometry.settings.stack?.shots ?? 1;
  const shots = shotsOf(mosaic) * stacked;
  const { back } = rig.parts;
  const film =
    back.kind === 'film'
      ? filmOf(shots, back.specs.form, back.specs.form === 'roll' ? back.specs.framesPerRoll : back.specs.sheetsPerHolder)
      : null;
  const pixelsOfFrame = rig.back.columnsPx !== null && rig.back.rowsPx !== null ? rig.back.columnsPx * rig.back.rowsPx : null;
  const [first] = laid.settings;
  const diagonals = Math.hypot(widthMm, heightMm) / Math.hypot(frame.widthMm, frame.heightMm);
  return {
    ...laid,
    widthMm,
    heightMm,
    pixels: pitchMm === null ? null : { columns: Math.round(widthMm / pitchMm), rows: Math.round(heightMm / pitchMm) },
    formatTimes: diagonals,
    equalFocalMm: rig.lens.focalMm / diagonals,
    fieldDeg: {
      width: degrees(Math.atan2(union.whole.right, v) - Math.atan2(union.whole.left, v)),
      height: degrees(Math.atan2(union.whole.upper, v) - Math.atan2(union.whole.lower, v)),
    },
    bytes: pixelsOfFrame === null ? null : (pixelsOfFrame * shots * BITS_PER_PIXEL) / 8,
    shots,
    seconds: secondsOf(mosaic) * stacked,
    cornerDeg: degrees(Math.acos(Math.min(1, cosFar))),
    falloffStops: -4 * Math.log2(cosFar),
    cornerDetail: { outward: cosFar ** 3, around: cosFar },
    turnedStretch: 1 / cosFar ** 2,
    each: mosaic.frames.map(({ turned }, i) => {
      const setting = laid.settings[i] ?? null;
      return {
        number: i + 1,
        setting,
        turned,
        slideMm:
          mosaic.mover === 'counter' && first && setting
            ? { left: setting.shiftMm - first.shiftMm, down: setting.riseMm - first.riseMm }
            : { left: 0, down: 0 },
      };
    }),
    film,
  };
}

/** All shots of a mosaic: brackets at every place, and a flat-field frame each where wanted. */
export function shotsOf({ frames, series }: Mosaic): number {
  return frames.length * (series.brackets + (series.flatFields ? 1 : 0));
}

/** How long the whole series takes, s: exposures, settling, and moving from place to place. */
export function secondsOf({ frames, series }: Mosaic): number {
  const n = frames.length;
  const { brackets, exposureS, settleS, moveS, bracketsInside, flatFields } = series;
  // One position needs no move, however many exposures it gets.
  const moves = bracketsInside || n === 1 ? n - 1 : n * brackets - 1;
  return n * brackets * (exposureS + settleS) + moves * moveS + (flatFields ? n * (exposureS + settleS + moveS) : 0);
}

function filmOf(frames: number, form: 'sheet' | 'roll' | null, perPack: number | null): MosaicGiven['film'] {
  if (form === null || perPack === null) return null;
  return { frames, packs: Math.ceil(frames / perPack), of: form === 'roll' ? 'roll' : 'holder' };
}

/** Nearest and farthest thing in one overlap, m along the back's normal: as given, or as the subject says. `undefined` when neither does, `null` where there is nothing but sky. */
function depthsOf(geometry: Geometry, rect: Rect): Depths | null | undefined {
  const { nearestM = null, farthestM = null } = geometry.settings.mosaic ?? {};
  const seen = depthsIn(geometry, rect);
  const nearM = nearestM ?? seen?.nearM ?? null;
  if (nearM === null) return seen === null ? null : undefined;
  // Behind what was typed there may be anything.
  return { nearM, farM: farthestM ?? (seen ? Math.max(seen.farM, nearM) : Infinity) };
}

/**
 * Nearest and farthest thing of all overlaps, m, `farM` Infinity where nothing ends it; `null` when not known or there is none.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * depthRange(mosaicGeometry) // => {nearM: 4.48, farM: 24}
 */
export function depthRange(geometry: Geometry): Depths | null {
  const all = (geometry.laid?.overlaps ?? []).flatMap(({ rect }) => depthsOf(geometry, rect) ?? []);
  return all.length === 0 ? null : { nearM: Math.min(...all.map(({ nearM }) => nearM)), farM: Math.max(...all.map(({ farM }) => farM)) };
}

/** Parallax on film is counted in these, mm: what a good lens resolves (common practice). */
const FILM_PIXEL_MM = 0.005;

/** Size of a pixel that parallax is counted in, mm. */
export function countedPixelMm({
  settings: {
    rig: { back },
  },
}: Geometry): number {
  return back.columnsPx === null ? FILM_PIXEL_MM : back.widthMm / back.columnsPx;
}

/** The parallax of the worst overlap of a mosaic. */
export interface Parallax {
  readonly px: number;
  /** The two frames, numbered from 1; `null` where the lens stands still. */
  readonly between: readonly [number, number] | null;
  /** How far the lens goes between them, mm. */
  readonly wayMm: number;
  /** The nearest distance that stays under what is accepted, m, the far end as it is; `null` where the lens stands still. */
  readonly nearestM: number | null;
}

/**
 * Parallax of the worst overlap: v·b·(1/near − 1/far) with b the way of the
 * lens between its two frames, near and far the nearest and the farthest thing
 * in that overlap. Nothing where the lens stands still; `null` when how near
 * things are is not known. Only what the slides move counts: a stop of the
 * back leaves the lens where it is.
 */
export function mosaicParallax(geometry: Geometry): Parallax | null {
  const { mosaic } = geometry.settings;
  const laid = geometry.laid;
  if (!mosaic || !laid) return null;
  const still: Parallax = { px: 0, between: null, wayMm: 0, nearestM: null };
  if (mosaic.mover !== 'lens') return still;
  const v = geometry.imageMm;
  const pixelMm = countedPixelMm(geometry);
  let worst = still;
  for (const { a, b, rect } of laid.overlaps) {
    const [p, q] = [laid.settings[a] ?? laid.frames[a], laid.settings[b] ?? laid.frames[b]];
    const wayMm = p && q ? Math.hypot(p.riseMm - q.riseMm, p.shiftMm - q.shiftMm) : 0;
    if (wayMm === 0) continue;
    const depths = depthsOf(geometry, rect);
    if (depths === undefined) return null;
    const far = depths === null ? 0 : 1 / (depths.farM * 1000);
    const px = depths === null ? 0 : (v * wayMm * Math.max(0, 1 / (depths.nearM * 1000) - far)) / pixelMm;
    if (worst.between === null || px > worst.px)
      worst = { px, between: [a + 1, b + 1], wayMm, nearestM: 1 / ((mosaic.parallaxPx * pixelMm) / (v * wayMm) + far) / 1000 };
  }
  return worst;
}

/** What moves in a zone, over the seams that cross it. */
export interface ZoneState {
  readonly zone: string;
  /** How far it goes between the two shots that are farthest apart in time and both see it, px; 0 within one frame. */
  readonly px: number;
  readonly between: readonly [number, number] | null;
  /** A frame that holds the whole zone, numbered from 1; `null` when none does. */
  readonly within: number | null;
  /** Two shots this soon after each other show it within a pixel, and an exposure this long lets it cross its zone and become smooth, s; Infinity for what stands. */
  readonly frozenS: number;
  readonly smoothS: number;
}

/**
 * Each zone in which something moves: whether a seam crosses it, and how far it goes meanwhile, px. A zone that lies within one frame is joined around it.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * zoneStates(mosaicGeometry) // => []
 */
export function zoneStates(geometry: Geometry): readonly ZoneState[] {
  const { mosaic } = geometry.settings;
  const laid = geometry.laid;
  if (!mosaic || !laid) return [];
  const { exposureS, settleS, moveS, brackets, bracketsInside } = mosaic.series;
  const stepS = moveS + (bracketsInside ? brackets : 1) * (exposureS + settleS);
  const v = geometry.imageMm;
  const pixelMm = countedPixelMm(geometry);
  return mosaic.zones.map((zone): ZoneState => {
    // Over the sensor, mm a second.
    const mmPerS = (zone.speedMs / zone.distanceM) * v;
    const times = { frozenS: pixelMm / mmPerS, smoothS: (zone.right - zone.left) / mmPerS };
    const within = laid.rects.findIndex(
      ({ left, right, lower, upper }) => zone.left >= left && zone.right <= right && zone.lower >= lower && zone.upper <= upper,
    );
    const seen = laid.rects.flatMap((rect, i) =>
      rect.left < zone.right && rect.right > zone.left && rect.lower < zone.upper && rect.upper > zone.lower ? [i] : [],
    );
    const [first, last] = [seen[0], seen[seen.length - 1]];
    if (within >= 0 || first === undefined || last === undefined || first === last)
      return { ...times, zone: zone.name, px: 0, between: null, within: within >= 0 ? within + 1 : null };
    return {
      ...times,
      zone: zone.name,
      px: ((zone.speedMs * (last - first) * stepS) / zone.distanceM) * (v / pixelMm),
      between: [first + 1, last + 1],
      within: null,
    };
  });
}

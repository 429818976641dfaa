import { overlapsOf, rectOf, unionOf, type Overlap, type Union } from '../mosaic/frames';
import { settingFor, slidesOf, type Setting, type Slides } from '../mosaic/slides';
import type { SetupSettings } from '../model/setup';
import type { FrameSize } from '../model/frame';
import type { Mosaic, MosaicFrame, Rect } from '../model/mosaic';
import type { ShiftPosition } from '../model/movements';
import type { Rig } from '../model/rig';
import type { Geometry } from './geometry';

/** The frames of a setup's mosaic as they lie over the foot of the lens, mm, with what they make together. */
export interface LaidMosaic {
  readonly frames: readonly MosaicFrame[];
  readonly rects: readonly Rect[];
  readonly union: Union;
  readonly overlaps: readonly Overlap[];
  /** The least overlap between neighbours, a share; 0 where frames do not hang together, 1 for a single one. */
  readonly leastOverlap: number;
  readonly slides: Slides;
  /** How each frame is set on the mechanism; `null` beyond every stop. */
  readonly settings: readonly (Setting | null)[];
}

/** The mosaic of a setup over the lens; `null` without one. */
export function mosaicLaid(
  { mosaic, rig }: { readonly mosaic: Mosaic | null; readonly rig: Rig },
  frame: FrameSize,
  moved: ShiftPosition,
): LaidMosaic | null {
  if (!mosaic) return null;
  const { frames } = mosaic;
  const rects = frames.map((each) => rectOf({ ...each, riseMm: each.riseMm + moved.riseMm, shiftMm: each.shiftMm + moved.shiftMm }, frame));
  const union = unionOf(rects);
  if (!union) return null;
  const overlaps = overlapsOf(rects);
  const slides = slidesOf(rig);
  // A plate that turns the back by quarters puts each frame where its offset says, without the slides.
  const byPlate = (each: MosaicFrame): boolean => slides.quarter !== null && onPlate(each, slides.quarter);
  return {
    frames,
    rects,
    union,
    overlaps,
    leastOverlap: leastOverlapOf(rects, union, overlaps),
    slides,
    settings: frames.map((each) => (byPlate(each) ? { stopMm: 0, riseMm: 0, shiftMm: 0 } : settingFor(slides, each))),
  };
}

function leastOverlapOf(rects: Rect[], union: Union, overlaps: readonly Overlap[]): number {
  if (rects.length < 2) return 1;
  if (union.pieces > 1 || overlaps.length === 0) return 0;
  return Math.min(...overlaps.map(({ share }) => share));
}

/** Whether a place is one of the four that the plate turns to. */
function onPlate({ shiftMm, riseMm }: MosaicFrame, { xMm, yMm }: NonNullable<Slides['quarter']>): boolean {
  return [
    [xMm, yMm],
    [-yMm, xMm],
    [-xMm, -yMm],
    [yMm, -xMm],
  ].some(([x, y]) => Math.hypot(shiftMm - (x ?? 0), riseMm - (y ?? 0)) < 0.005);
}

/** The setup as it is for one frame of its mosaic alone. */
export function setupOfFrame({ settings }: Geometry, { riseMm, shiftMm, turned }: MosaicFrame): SetupSettings {
  const other = settings.orientation === 'landscape' ? 'portrait' : 'landscape';
  return { ...settings, mosaic: null, crop: null, movements: { riseMm, shiftMm }, orientation: turned ? other : settings.orientation };
}

/**
 * The setup with the largest whole rectangle of its mosaic for a frame: what the joined picture is seen and measured by; `null` without a mosaic.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * joinedSetup(mosaicGeometry)?.rig.back.widthMm // => 60
 */
export function joinedSetup({ settings, laid, pivot: moved }: Geometry): SetupSettings | null {
  if (!laid) return null;
  const { left, right, lower, upper } = laid.union.whole;
  const { back } = settings.rig;
  const [widthMm, heightMm] = [right - left, upper - lower];
  const pitchMm = back.columnsPx === null ? null : back.widthMm / back.columnsPx;
  return {
    ...settings,
    mosaic: null,
    crop: null,
    orientation: widthMm >= heightMm ? 'landscape' : 'portrait',
    movements: { riseMm: (upper + lower) / 2 - moved.riseMm, shiftMm: (left + right) / 2 - moved.shiftMm },
    rig: {
      ...settings.rig,
      back: {
        ...back,
        widthMm,
        heightMm,
        columnsPx: pitchMm && Math.round(widthMm / pitchMm),
        rowsPx: pitchMm && Math.round(heightMm / pitchMm),
      },
    },
  };
}

import { overlapsOf, rectOf, unionOf, type Overlap, type Union } from '../mosaic/frames';
import { onPlate, picturePlace, settingFor, slidesOf, type Setting, type Slides } from '../mosaic/slides';
import type { SetupSettings } from '../model/setup';
import type { FrameSize } from '../model/frame';
import type { Mosaic, MosaicFrame, Rect } from '../model/mosaic';
import type { Rig } from '../model/rig';
import type { Geometry } from './geometry';
import { overBack, slidesFor, type Carried } from './standards';

/** The frames of a setup's mosaic as they lie over the foot of the lens, mm, with what they make together. */
export interface LaidMosaic {
  readonly frames: readonly MosaicFrame[];
  /** Where the frames lie in the picture that they make, mm. */
  readonly rects: readonly Rect[];
  /** Where they lie in the image circle: the same, unless the slides move the lens and its circle with it. */
  readonly inCircle: readonly Rect[];
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
  carried: Carried,
  magnification: number,
): LaidMosaic | null {
  if (!mosaic) return null;
  const { frames } = mosaic;
  const slides = slidesOf(rig, mosaic.mover, magnification);
  const rects = frames.map((each) => rectOf({ ...overBack(carried, picturePlace(slides, each)), turned: each.turned }, frame));
  const inCircle = frames.map((each) => rectOf({ ...overBack(carried, each), turned: each.turned }, frame));
  const union = unionOf(rects);
  if (!union) return null;
  const overlaps = overlapsOf(rects);
  // A plate that turns the back by quarters puts each frame where its offset says, without the slides.
  const byPlate = (each: MosaicFrame): boolean => slides.quarter !== null && onPlate(each, slides.quarter);
  return {
    frames,
    rects,
    inCircle,
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
 * joinedSetup(mosaicGeometry)?.rig.back.widthMm // => 60.035
 */
export function joinedSetup({ settings, laid, carried }: Geometry): SetupSettings | null {
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
    movements: slidesFor(carried, { riseMm: (upper + lower) / 2, shiftMm: (left + right) / 2 }),
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

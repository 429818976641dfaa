import { assemblyText } from '@gangway/messages/core/assembly';
import type { Geometry } from '../geometry/geometry';
import { overlapsOf, rectOf, unionOf } from '../mosaic/frames';
import type { MovingZone } from './seams';
import type { Rect } from '../model/mosaic';

/** Where one frame belongs, px of the back from the top left of the box around all. */
export interface PlannedFrame {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** Where the straight line from the lens to the back meets the frame, px from its top left. */
  readonly footX: number;
  readonly footY: number;
}

/** All that putting frames together needs of a setup, as it was when they were taken. */
export interface AssemblyPlan {
  readonly frames: readonly PlannedFrame[];
  readonly zones: readonly MovingZone[];
  /** From the lens to the back along its normal, px. */
  readonly distancePx: number;
  /** The lens axis in the frame of the back: right, up, toward the subject. */
  readonly axis: readonly [number, number, number];
  /** How far the mechanism may be off, px: what a hand and a graduation leave. */
  readonly slidePx: number;
}

/** A hand sets a slide to a quarter of a millimetre (common practice). */
const SLIDE_MM = 0.25;

/**
 * The plan of a setup for putting its frames together: of its mosaic in the order of the series, or of the single frame; `null` when the back counts no pixels.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * assemblyPlan(mosaicGeometry)?.frames.length // => 3
 */
export function assemblyPlan(geometry: Geometry): AssemblyPlan | null {
  const { back } = geometry.settings.rig;
  if (back.columnsPx === null) return null;
  const pitchMm = back.widthMm / back.columnsPx;
  const laid = geometry.laid;
  const rects = laid?.rects ?? [rectOf({ ...geometry.position, turned: false }, geometry.wholeFrame)];
  const { imageMm } = geometry;
  const circle = laid?.inCircle ?? rects;
  const box = unionOf(rects)?.box;
  if (!box) return null;
  const px = (mm: number): number => mm / pitchMm;
  const [x, y, z] = geometry.axis;
  return {
    frames: rects.map((rect, i) => ({
      left: px(rect.left - box.left),
      top: px(box.upper - rect.upper),
      width: Math.round(px(rect.right - rect.left)),
      height: Math.round(px(rect.upper - rect.lower)),
      footX: px(-(circle[i] ?? rect).left),
      footY: px((circle[i] ?? rect).upper),
    })),
    zones: (geometry.settings.mosaic?.zones ?? []).map((zone) => ({
      left: px(zone.left - box.left),
      right: px(zone.right - box.left),
      top: px(box.upper - zone.upper),
      bottom: px(box.upper - zone.lower),
    })),
    distancePx: px(imageMm),
    axis: [x, y, z],
    slidePx: px(SLIDE_MM),
  };
}

/**
 * The same plan for frames of another count of pixels: binned, or reduced.
 *
 * @param plan where each frame goes, px
 * @param by the factor
 *
 * @example
 * scaledPlan(assemblyPlan(mosaicGeometry), 0.5).frames.length // => 3
 */
export function scaledPlan(plan: AssemblyPlan, by: number): AssemblyPlan {
  const zone = ({ left, top, right, bottom }: MovingZone): MovingZone => ({
    left: left * by,
    top: top * by,
    right: right * by,
    bottom: bottom * by,
  });
  return {
    ...plan,
    frames: plan.frames.map(({ left, top, width, height, footX, footY }) => ({
      left: left * by,
      top: top * by,
      width: Math.round(width * by),
      height: Math.round(height * by),
      footX: footX * by,
      footY: footY * by,
    })),
    zones: plan.zones.map(zone),
    distancePx: plan.distancePx * by,
    slidePx: plan.slidePx * by,
  };
}

/** Frames in rows and columns where nobody planned them: beside each other by the overlap that is guessed. */
export const GRID_ORDERS = {
  rows: assemblyText.rowByRowEachFrom,
  serpentine: assemblyText.rowByRowBackAnd,
  columns: assemblyText.columnByColumnEachFrom,
} as const;
export type GridOrder = keyof typeof GRID_ORDERS;

/**
 * Which column and row the frame with a number in the series has.
 *
 * @param i number of the frame, from 0
 * @param columns number of columns
 * @param rows number of rows
 * @param order in which the frames were shot: by rows, by columns, or back and forth
 *
 * @example
 * gridPlace(4, 3, 2, 'rows') // => {column: 1, row: 1}
 */
export function gridPlace(i: number, columns: number, rows: number, order: GridOrder): { readonly column: number; readonly row: number } {
  if (order === 'columns') return { column: Math.floor(i / rows), row: i % rows };
  const row = Math.floor(i / columns);
  const along = i % columns;
  return { column: order === 'serpentine' && row % 2 === 1 ? columns - 1 - along : along, row };
}

/**
 * Neighbours of frames that lie somewhere, with the direction from one to the other.
 *
 * @param frames where the frames lie, px
 *
 * @example
 * neighboursOf([{ left: 0, top: 0, width: 100, height: 80 }, { left: 70, top: 0, width: 100, height: 80 }]).length // => 1
 */
export function neighboursOf(
  frames: readonly { readonly left: number; readonly top: number; readonly width: number; readonly height: number }[],
): readonly { readonly a: number; readonly b: number; readonly along: { readonly x: number; readonly y: number } }[] {
  const rects = frames.map(({ left, top, width, height }): Rect => ({ left, right: left + width, lower: -top - height, upper: -top }));
  return overlapsOf(rects).map(({ a, b }) => {
    const [p, q] = [frames[a], frames[b]];
    return { a, b, along: { x: (q?.left ?? 0) - (p?.left ?? 0), y: (q?.top ?? 0) - (p?.top ?? 0) } };
  });
}

/**
 * The largest whole rectangle that the frames cover, px from the same corner, rounded inwards to whole pixels; `null` when there is none.
 *
 * @param frames where the frames lie, px
 *
 * @example
 * wholeOf([{ left: 0, top: 0, width: 100, height: 80 }, { left: 70, top: 0, width: 100, height: 80 }]) // => {left: 0, top: 0, width: 170, height: 80}
 */
export function wholeOf(
  frames: readonly { readonly left: number; readonly top: number; readonly width: number; readonly height: number }[],
): { readonly left: number; readonly top: number; readonly width: number; readonly height: number } | null {
  const union = unionOf(
    frames.map(({ left, top, width, height }): Rect => ({ left, right: left + width, lower: -top - height, upper: -top })),
  );
  if (!union) return null;
  const { whole } = union;
  const [left, top] = [Math.ceil(whole.left - 1e-6), Math.ceil(-whole.upper - 1e-6)];
  const [width, height] = [Math.floor(whole.right + 1e-6) - left, Math.floor(-whole.lower + 1e-6) - top];
  return width > 0 && height > 0 ? { left, top, width, height } : null;
}

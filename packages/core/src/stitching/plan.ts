import type { Geometry } from '../geometry/geometry';
import { mosaicGiven } from './metrics';

/** One frame of a mosaic as it is written out, in the order in which it is shot. */
export interface PlanRow {
  readonly order: number;
  /** Where the centre of the frame lies over the foot of the lens, mm, right + and up +. */
  readonly shiftMm: number;
  readonly riseMm: number;
  readonly turned: boolean;
  /** How it is set: the stop of the back, and what the slides read; `null` where nothing reaches it. */
  readonly stopMm: number | null;
  readonly slideShiftMm: number | null;
  readonly slideRiseMm: number | null;
  /** How far the camera is slid from the first frame, mm, to the left + and down +. */
  readonly cameraLeftMm: number;
  readonly cameraDownMm: number;
  /** Its upper left corner in the joined picture, px from the upper left of the box around all frames; `null` on film. */
  readonly leftPx: number | null;
  readonly topPx: number | null;
  /** The largest share that it has in common with a frame shot before it; `null` for the first. */
  readonly overlap: number | null;
}

/** A mosaic as it is written out. */
export interface MosaicPlan {
  readonly format: 'gangway-mosaic';
  readonly version: 1;
  readonly rig: string;
  readonly frameWidthMm: number;
  readonly frameHeightMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly widthPx: number | null;
  readonly heightPx: number | null;
  readonly shots: number;
  readonly frames: readonly PlanRow[];
}

const round = (mm: number): number => Math.round(mm * 1000) / 1000 + 0;

/**
 * The layout of a setup's mosaic in numbers, `null` without one. Pixels are counted at the sensor's own pitch.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * mosaicPlan(mosaicGeometry)?.shots // => 3
 */
export function mosaicPlan(geometry: Geometry): MosaicPlan | null {
  const given = mosaicGiven(geometry);
  if (!given) return null;
  const { back } = geometry.settings.rig;
  const pitchMm = back.columnsPx === null ? null : back.widthMm / back.columnsPx;
  const { box } = given.union;
  const [upright] = given.rects;
  return {
    format: 'gangway-mosaic',
    version: 1,
    rig: geometry.settings.rig.name,
    frameWidthMm: upright ? round(upright.right - upright.left) : back.widthMm,
    frameHeightMm: upright ? round(upright.upper - upright.lower) : back.heightMm,
    widthMm: round(given.widthMm),
    heightMm: round(given.heightMm),
    widthPx: given.pixels?.columns ?? null,
    heightPx: given.pixels?.rows ?? null,
    shots: given.shots,
    frames: given.frames.map((frame, i): PlanRow => {
      const { setting, slideMm } = given.each[i] ?? { setting: null, slideMm: { left: 0, down: 0 } };
      const rect = given.rects[i];
      const before = given.overlaps.filter(({ a, b }) => Math.max(a, b) === i).map(({ share }) => share);
      return {
        order: i + 1,
        shiftMm: round(frame.shiftMm),
        riseMm: round(frame.riseMm),
        turned: frame.turned,
        stopMm: setting && round(setting.stopMm),
        slideShiftMm: setting && round(setting.shiftMm),
        slideRiseMm: setting && round(setting.riseMm),
        cameraLeftMm: round(slideMm.left),
        cameraDownMm: round(slideMm.down),
        leftPx: pitchMm === null || !rect ? null : Math.round((rect.left - box.left) / pitchMm),
        topPx: pitchMm === null || !rect ? null : Math.round((box.upper - rect.upper) / pitchMm),
        overlap: before.length === 0 ? null : Math.round(Math.max(...before) * 1e4) / 1e4,
      };
    }),
  };
}

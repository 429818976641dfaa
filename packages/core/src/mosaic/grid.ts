import { mosaicText } from '@gangway/messages/core/mosaic';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requirePositive } from '../errors';

/** Rows and columns of frames that cover a wanted size. Positions are of frame centres, mm from the middle, ascending. */
export interface MosaicGrid {
  readonly columns: number;
  readonly rows: number;
  readonly xMm: readonly number[];
  readonly yMm: readonly number[];
  readonly widthPx: number;
  readonly heightPx: number;
  /** The circle that the whole needs, its diagonal, mm. */
  readonly circleNeededMm: number;
}

/** More frames than this in one direction are no plan. */
export const MOSAIC_MOST = 1000;

/**
 * Frames along one side: ⌈(W − w)/(w(1 − o))⌉ + 1, evenly spread so that they
 * end exactly at W; one frame when it is wide enough. Source: arithmetic of equal steps.
 */
export function framesAlong(wantedMm: number, frameMm: number, overlap: number, field: string): number {
  if (wantedMm <= frameMm) return 1;
  const frames = Math.ceil((wantedMm - frameMm) / (frameMm * (1 - overlap)) - 1e-9) + 1;
  if (!(frames <= MOSAIC_MOST)) {
    throw new CoreError(
      'too_many_frames',
      [field],
      say(mosaicText.isItWouldNeedMore, { field, wantedMm, mosaicMost: MOSAIC_MOST, frameMm }),
    );
  }
  return frames;
}

export interface MosaicGridInput {
  /** Width of the sensor, mm. */
  readonly sensorWidthMm: number;
  /** Height of the sensor, mm. */
  readonly sensorHeightMm: number;
  /** Width of the sensor, pixels. */
  readonly columnsPx: number;
  /** Height of the sensor, pixels. */
  readonly rowsPx: number;
  /** Width wanted, mm. */
  readonly targetWidthMm: number;
  /** Height wanted, mm. */
  readonly targetHeightMm: number;
  /** Share of one frame that the next repeats, 0 to 1. */
  readonly overlap: number;
}

/**
 * A mosaic of frames w × h that covers W × H with at least an overlap o (share
 * of the frame). A target smaller than one frame gives one whole frame. Pixels are
 * W·columns/w, rounded. Throws `bad_overlap`, `too_many_frames`.
 */
export function mosaicGrid({
  sensorWidthMm,
  sensorHeightMm,
  columnsPx,
  rowsPx,
  targetWidthMm,
  targetHeightMm,
  overlap,
}: MosaicGridInput): MosaicGrid {
  requirePositive('sensorWidthMm', sensorWidthMm);
  requirePositive('sensorHeightMm', sensorHeightMm);
  requirePositive('columnsPx', columnsPx);
  requirePositive('rowsPx', rowsPx);
  requirePositive('targetWidthMm', targetWidthMm);
  requirePositive('targetHeightMm', targetHeightMm);
  requireFinite('overlap', overlap);
  if (overlap < 0 || overlap >= 1) {
    throw new CoreError('bad_overlap', ['overlap'], say(mosaicText.overlapIsItMustBe, { overlap }));
  }
  // Less than one frame is still one whole frame.
  const widthMm = Math.max(targetWidthMm, sensorWidthMm);
  const heightMm = Math.max(targetHeightMm, sensorHeightMm);
  const columns = framesAlong(targetWidthMm, sensorWidthMm, overlap, 'targetWidthMm');
  const rows = framesAlong(targetHeightMm, sensorHeightMm, overlap, 'targetHeightMm');
  return {
    columns,
    rows,
    xMm: evenly(columns, widthMm - sensorWidthMm),
    yMm: evenly(rows, heightMm - sensorHeightMm),
    widthPx: Math.round((widthMm * columnsPx) / sensorWidthMm),
    heightPx: Math.round((heightMm * rowsPx) / sensorHeightMm),
    circleNeededMm: Math.hypot(widthMm, heightMm),
  };
}

function evenly(count: number, spanMm: number): readonly number[] {
  if (count === 1) return [0];
  return Array.from({ length: count }, (_, i) => (i / (count - 1) - 0.5) * spanMm);
}

import { MOSAIC_FIELDS, SERIES_FIELDS } from '@gangway/core/fields/mosaic';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { groupSchema } from './fieldSchema';

/** The most frames that a mosaic may have. */
export const FRAMES_MOST = 144;

const place = bounded({ label: 'A place of a frame', unit: 'mm', min: -2000, max: 2000 });

export const MOSAIC_FIGURES = {
  leastOverlap: MOSAIC_FIELDS.leastOverlap,
  nearestM: MOSAIC_FIELDS.nearestM,
  farthestM: MOSAIC_FIELDS.farthestM,
  parallaxPx: MOSAIC_FIELDS.parallaxPx,
  brackets: SERIES_FIELDS.brackets,
  exposureS: SERIES_FIELDS.exposureS,
  settleS: SERIES_FIELDS.settleS,
  moveS: SERIES_FIELDS.moveS,
  cardGb: MOSAIC_FIELDS.cardGb,
  filmLeft: MOSAIC_FIELDS.filmLeft,
  speedMs: { label: 'Goes', unit: 'm/s', min: 0, max: 100 },
  distanceM: { label: 'Off', unit: 'm', min: 0.05, max: 100_000 },
  widthDeg: { label: 'Wide', unit: '°', min: 1, max: 150 },
  heightDeg: { label: 'High', unit: '°', min: 1, max: 150 },
  widthMm: { label: 'Wide', unit: 'mm', min: 1, max: 2000 },
  heightMm: { label: 'High', unit: 'mm', min: 1, max: 2000 },
  megapixels: { label: 'Megapixels', unit: '', min: 1, max: 10_000 },
  ratio: { label: 'Wide to high', unit: '', min: 0.05, max: 20 },
  printWidthMm: { label: 'Print wide', unit: 'mm', min: 10, max: 20_000 },
  printHeightMm: { label: 'Print high', unit: 'mm', min: 10, max: 20_000 },
  pixelsPerInch: { label: 'Pixels to the inch', unit: '', min: 30, max: 2400 },
  columns: { label: 'Columns', unit: '', min: 1, max: 12 },
  rows: { label: 'Rows', unit: '', min: 1, max: 12 },
} as const satisfies Readonly<Record<string, Bounds>>;

const F = MOSAIC_FIGURES;

export const mosaicSchema = groupSchema(MOSAIC_FIELDS, {
  frames: z
    .array(z.strictObject({ riseMm: place, shiftMm: place, turned: z.boolean() }))
    .min(1, 'A mosaic needs one frame at least.')
    .max(FRAMES_MOST, `A mosaic may have at most ${FRAMES_MOST} frames.`)
    .readonly(),
  zones: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1).max(80),
        left: place,
        right: place,
        lower: place,
        upper: place,
        speedMs: bounded(F.speedMs),
        distanceM: bounded(F.distanceM),
      }),
    )
    .max(12, 'A mosaic may have at most 12 zones in which something moves.')
    .readonly(),
});

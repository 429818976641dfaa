import { mosaicText } from '@gangway/messages/contract/mosaic';
import { say } from '@gangway/messages/say';
import { MOSAIC_FIELDS, SERIES_FIELDS } from '@gangway/core/fields/mosaic';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { groupSchema } from './fieldSchema';

/** The most frames that a mosaic may have. */
export const FRAMES_MOST = 144;

const place = bounded({ label: mosaicText.aPlaceOfAFrame, unit: 'mm', min: -2000, max: 2000 });

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
  speedMs: { label: mosaicText.goes, unit: 'm/s', min: 0, max: 100 },
  distanceM: { label: mosaicText.off, unit: 'm', min: 0.05, max: 100_000 },
  widthDeg: { label: mosaicText.wide, unit: '°', min: 1, max: 150 },
  heightDeg: { label: mosaicText.high, unit: '°', min: 1, max: 150 },
  widthMm: { label: mosaicText.wide, unit: 'mm', min: 1, max: 2000 },
  heightMm: { label: mosaicText.high, unit: 'mm', min: 1, max: 2000 },
  megapixels: { label: mosaicText.megapixels, unit: '', min: 1, max: 10_000 },
  ratio: { label: mosaicText.wideToHigh, unit: '', min: 0.05, max: 20 },
  printWidthMm: { label: mosaicText.printWide, unit: 'mm', min: 10, max: 20_000 },
  printHeightMm: { label: mosaicText.printHigh, unit: 'mm', min: 10, max: 20_000 },
  pixelsPerInch: { label: mosaicText.pixelsToTheInch, unit: '', min: 30, max: 2400 },
  columns: { label: mosaicText.columns, unit: '', min: 1, max: 12 },
  rows: { label: mosaicText.rows, unit: '', min: 1, max: 12 },
} as const satisfies Readonly<Record<string, Bounds>>;

const F = MOSAIC_FIGURES;

export const mosaicSchema = groupSchema(MOSAIC_FIELDS, {
  frames: z
    .array(z.strictObject({ riseMm: place, shiftMm: place, turned: z.boolean() }))
    .min(1, mosaicText.aMosaicNeedsOneFrame)
    .max(FRAMES_MOST, say(mosaicText.aMosaicMayHaveAt, { framesMost: FRAMES_MOST }))
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
    .max(12, mosaicText.aMosaicMayHaveAtMost)
    .readonly(),
});

import { MOVERS } from '@gangway/core/mosaic/mosaic';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import type { Mosaic, Mover } from '@gangway/core/model/mosaic';

/** The most frames that a mosaic may have. */
export const FRAMES_MOST = 144;

const place = bounded({ label: 'A place of a frame', unit: 'mm', min: -2000, max: 2000 });

export const MOSAIC_FIGURES = {
  leastOverlap: { label: 'Least overlap', unit: '', min: 0, max: 0.8 },
  nearestM: { label: 'Nearest thing', unit: 'm', min: 0.02, max: 100_000 },
  farthestM: { label: 'Farthest thing', unit: 'm', min: 0.02, max: 100_000 },
  parallaxPx: { label: 'Parallax that passes', unit: 'px', min: 0.1, max: 100 },
  brackets: { label: 'Brackets at each place', unit: '', min: 1, max: 15 },
  exposureS: { label: 'Exposure', unit: 's', min: 0.00001, max: 3600 },
  settleS: { label: 'Settling', unit: 's', min: 0, max: 600 },
  moveS: { label: 'To the next place', unit: 's', min: 0, max: 3600 },
  cardGb: { label: 'Free on the card', unit: 'GB', min: 0, max: 100_000 },
  filmLeft: { label: 'Frames of film left', unit: '', min: 0, max: 10_000 },
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

export const mosaicSchema = z.strictObject({
  frames: z
    .array(z.strictObject({ riseMm: place, shiftMm: place, turned: z.boolean() }))
    .min(1, 'A mosaic needs one frame at least.')
    .max(FRAMES_MOST, `A mosaic may have at most ${FRAMES_MOST} frames.`)
    .readonly(),
  leastOverlap: bounded(F.leastOverlap),
  mover: z.enum(Object.keys(MOVERS) as [Mover, ...Mover[]]),
  nearestM: bounded(F.nearestM).nullable(),
  farthestM: bounded(F.farthestM).nullable(),
  parallaxPx: bounded(F.parallaxPx),
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
  series: z.strictObject({
    brackets: bounded(F.brackets).int('Brackets at each place must be a whole number.'),
    bracketsInside: z.boolean(),
    whiteCards: z.boolean(),
    exposureS: bounded(F.exposureS),
    settleS: bounded(F.settleS),
    moveS: bounded(F.moveS),
  }),
  cardGb: bounded(F.cardGb).nullable(),
  filmLeft: bounded(F.filmLeft).int('Frames of film left must be a whole number.').nullable(),
}) satisfies z.ZodType<Mosaic>;

import { lensTestText } from '@gangway/messages/contract/lensTest';
import { MARKS } from '@gangway/core/lensTests/marks';
import { CHART_SIZES, type ChartSize } from '@gangway/core/lensTests/chart';
import { z } from 'zod';
import { bounded } from './bounds';
import { versionSchema } from './count';
import { lensTestResultSchema } from './lensTestResult';
import { nameSchema } from './name';
import { frameSchema } from './proof';

const idSchema = z.uuid(lensTestText.notAnId);

/** The bounds of what is typed in a lens test. */
export const LENS_TEST_BOUNDS = {
  widthMm: { label: lensTestText.width, unit: 'mm', min: 1, max: 1000 },
  heightMm: { label: lensTestText.height, unit: 'mm', min: 1, max: 1000 },
  fNumber: { label: lensTestText.aperture, unit: '', min: 0.5, max: 512 },
  riseMm: { label: lensTestText.rise, unit: 'mm', min: -300, max: 300 },
  shiftMm: { label: lensTestText.shift, unit: 'mm', min: -300, max: 300 },
  focusMm: { label: lensTestText.focus, unit: 'mm', min: -50, max: 50 },
  wantedCyMm: { label: lensTestText.wanted, unit: 'lp/mm', min: 1, max: 500 },
} as const;

/** What a series is taken of. */
export const TEST_TARGETS = ['wall', 'chart', 'texture'] as const;
export type TestTarget = (typeof TEST_TARGETS)[number];

export const chartSizeSchema = z.enum(Object.keys(CHART_SIZES) as [ChartSize, ...ChartSize[]]);

/** One planned frame, and which file it is. */
export const testShotSchema = z.strictObject({
  fNumber: bounded(LENS_TEST_BOUNDS.fNumber),
  riseMm: bounded(LENS_TEST_BOUNDS.riseMm),
  shiftMm: bounded(LENS_TEST_BOUNDS.shiftMm),
  /** How far the back is from where it was focused, away from the lens. */
  focusMm: bounded(LENS_TEST_BOUNDS.focusMm).default(0),
  /** Whether a lamp stands beside the frame. */
  lamp: z.boolean().default(false),
  /** The frame in this place; `null` while there is none. */
  frameId: idSchema.nullable().default(null),
});
export type TestShot = z.infer<typeof testShotSchema>;

/** The places of a frame that are judged by eye. */
export const JUDGED_PLACES = ['centre', 'left', 'right', 'top', 'bottom', 'upperLeft', 'upperRight', 'lowerLeft', 'lowerRight'] as const;
export type JudgedPlace = (typeof JUDGED_PLACES)[number];

const shareSchema = z.number().min(0).max(1);
/** How good a place in a frame is, judged by eye; where it is, as shares of the frame from the left and from the top. */
export const frameMarkSchema = z.strictObject({
  frameId: idSchema,
  place: z.enum(JUDGED_PLACES),
  at: z.tuple([shareSchema, shareSchema]),
  mark: z.enum(MARKS),
});
export type FrameMark = z.infer<typeof frameMarkSchema>;

/** What is stored of a test of a lens beside its frames. */
export const lensTestSettingsSchema = z
  .strictObject({
    name: nameSchema,
    /** The lens of the kit that it tests, and the rig that it was tested on. */
    lensId: idSchema,
    rigId: idSchema.nullable(),
    rigName: z.string().max(200).default(''),
    /** The frame as held. */
    widthMm: bounded(LENS_TEST_BOUNDS.widthMm),
    heightMm: bounded(LENS_TEST_BOUNDS.heightMm),
    /** What it is taken of: an evenly lit wall, or the test chart of a size. */
    target: z.enum(TEST_TARGETS).default('wall'),
    chart: chartSizeSchema.nullable().default(null),
    /** The sharpness that counts as sharp; `null` for what the permissible blur of the format asks for. */
    wantedCyMm: bounded(LENS_TEST_BOUNDS.wantedCyMm).nullable().default(null),
    /** The planned frames, in the order in which they are taken. */
    shots: z.array(testShotSchema).min(1, lensTestText.oneShot).max(1000, lensTestText.mostShots),
    /** What was judged by eye, and whether that counts instead of the numbers. */
    marks: z.array(frameMarkSchema).max(10_000).default([]),
    byMarks: z.boolean().default(false),
    /** What somebody else measured on another copy of the lens; `null` for a test of one’s own. */
    otherCopy: z
      .strictObject({ lens: z.string().max(200).nullable(), begunAt: z.iso.datetime(), result: lensTestResultSchema })
      .nullable()
      .default(null),
    /** When the values were written into the kit; `null` while they are not. */
    appliedAt: z.iso.datetime().nullable().default(null),
  })
  .superRefine(({ shots, target, chart, otherCopy, appliedAt }, ctx) => {
    if (otherCopy !== null && appliedAt !== null) ctx.addIssue({ code: 'custom', path: ['appliedAt'], message: lensTestText.notOwn });
    if (otherCopy !== null && otherCopy.result.kind !== target)
      ctx.addIssue({ code: 'custom', path: ['target'], message: lensTestText.otherTarget });
    if ((target === 'chart') !== (chart !== null)) ctx.addIssue({ code: 'custom', path: ['chart'], message: lensTestText.chartNeeded });
    const placed = shots.flatMap(({ frameId }) => frameId ?? []);
    if (new Set(placed).size !== placed.length) ctx.addIssue({ code: 'custom', path: ['shots'], message: lensTestText.twice });
  });
export type LensTestSettings = z.infer<typeof lensTestSettingsSchema>;

/** A change names the version that it was made against. */
export const lensTestChangeSchema = z.strictObject({ version: versionSchema, settings: lensTestSettingsSchema });

/** The light of a frame, cell by cell: `Float32Array`s as base64, little-endian. */
export const storedGridSchema = z.strictObject({
  columns: z.number().int(),
  rows: z.number().int(),
  rgb: z.string(),
  clipped: z.string(),
});
export type StoredGrid = z.infer<typeof storedGridSchema>;

const whole = z.number().int();
/** What was read of the test chart in a frame, px right and down from its upper left corner. */
export const storedChartSchema = z.strictObject({
  markers: z.array(z.strictObject({ id: whole, corners: z.array(z.tuple([z.number(), z.number()])) })),
  edges: z.array(
    z.strictObject({
      xPx: z.number(),
      yPx: z.number(),
      acrossDeg: z.number(),
      mtf50CyPx: z.number(),
      doubtCyPx: z.number(),
      // Frames that were read before colours and levels were kept have none.
      redPx: z.number().nullable().default(null),
      bluePx: z.number().nullable().default(null),
      dark: z.number().nullable().default(null),
      bright: z.number().nullable().default(null),
    }),
  ),
  /** Edges that could not be measured, by why. */
  refused: z.record(z.string(), whole),
});
export type StoredChart = z.infer<typeof storedChartSchema>;

/** What was read of a textured subject in a frame: places in px, power of contrast and noise, and what it looks like. */
export const storedTextureSchema = z.strictObject({
  cells: z.array(
    z.strictObject({ xPx: z.number(), yPx: z.number(), powers: z.array(z.number()), noise: z.number(), look: z.array(z.number()) }),
  ),
  clipped: z.number(),
});
export type StoredTexture = z.infer<typeof storedTextureSchema>;

export const lensTestFrameSchema = frameSchema.omit({ role: true }).extend({
  /** Its light, of a series of a wall; what was read of the chart or of a texture, of a series of those. */
  grid: storedGridSchema.nullable(),
  chart: storedChartSchema.nullable(),
  texture: storedTextureSchema.nullable(),
});
export type LensTestFrame = z.infer<typeof lensTestFrameSchema>;

const summaryShape = {
  id: idSchema,
  version: z.number().int().positive(),
  createdAt: z.iso.datetime(),
};

/** A test in a list. */
export const lensTestSummarySchema = z.strictObject({
  ...summaryShape,
  name: z.string(),
  lensId: idSchema,
  rigName: z.string(),
  target: z.enum(TEST_TARGETS),
  isOtherCopy: z.boolean(),
  shots: z.number().int(),
  frames: z.number().int(),
  appliedAt: z.iso.datetime().nullable(),
});
export type LensTestSummary = z.infer<typeof lensTestSummarySchema>;

/** A test with all its frames. */
export const lensTestSchema = z.strictObject({ ...summaryShape, settings: lensTestSettingsSchema, frames: z.array(lensTestFrameSchema) });
export type LensTest = z.infer<typeof lensTestSchema>;

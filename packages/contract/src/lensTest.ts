import { lensTestText } from '@gangway/messages/contract/lensTest';
import { z } from 'zod';
import { bounded } from './bounds';
import { versionSchema } from './count';
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
} as const;

/** One planned frame, and which file it is. */
export const testShotSchema = z.strictObject({
  fNumber: bounded(LENS_TEST_BOUNDS.fNumber),
  riseMm: bounded(LENS_TEST_BOUNDS.riseMm),
  shiftMm: bounded(LENS_TEST_BOUNDS.shiftMm),
  /** The frame in this place; `null` while there is none. */
  frameId: idSchema.nullable().default(null),
});
export type TestShot = z.infer<typeof testShotSchema>;

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
    /** The planned frames, in the order in which they are taken. */
    shots: z.array(testShotSchema).min(1, lensTestText.oneShot).max(1000, lensTestText.mostShots),
    /** When the values were written into the kit; `null` while they are not. */
    appliedAt: z.iso.datetime().nullable().default(null),
  })
  .superRefine(({ shots }, ctx) => {
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

export const lensTestFrameSchema = frameSchema.omit({ role: true }).extend({ grid: storedGridSchema });
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
  shots: z.number().int(),
  frames: z.number().int(),
  appliedAt: z.iso.datetime().nullable(),
});
export type LensTestSummary = z.infer<typeof lensTestSummarySchema>;

/** A test with all its frames. */
export const lensTestSchema = z.strictObject({ ...summaryShape, settings: lensTestSettingsSchema, frames: z.array(lensTestFrameSchema) });
export type LensTest = z.infer<typeof lensTestSchema>;

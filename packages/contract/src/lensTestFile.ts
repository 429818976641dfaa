import type { ChartResult } from '@gangway/core/lensTests/chartResult';
import type { LightResult } from '@gangway/core/lensTests/light';
import { z } from 'zod';
import { bounded } from './bounds';
import { chartSizeSchema, LENS_TEST_BOUNDS, type LensTestSettings } from './lensTest';
import { lensTestResultSchema } from './lensTestResult';
import { nameSchema } from './name';

/** What a test measured, as the core has it. */
export type MeasuredTest = { readonly kind: 'wall'; readonly light: LightResult } | { readonly kind: 'chart'; readonly sharp: ChartResult };

/** A test of a lens as a file, for other programs and for others who have the same lens. */
export const lensTestFileSchema = z.strictObject({
  format: z.literal('gangway-lens-test'),
  version: z.literal(2),
  name: nameSchema,
  /** Name of the lens, `null` where it was no longer in the kit; and of the rig. */
  lens: z.string().max(200).nullable(),
  rig: z.string().max(200),
  begunAt: z.iso.datetime(),
  frame: z.strictObject({ widthMm: bounded(LENS_TEST_BOUNDS.widthMm), heightMm: bounded(LENS_TEST_BOUNDS.heightMm) }),
  chart: chartSizeSchema.nullable(),
  wantedCyMm: bounded(LENS_TEST_BOUNDS.wantedCyMm).nullable(),
  frames: z
    .array(
      z.strictObject({
        name: z.string().max(300),
        fNumber: bounded(LENS_TEST_BOUNDS.fNumber),
        riseMm: bounded(LENS_TEST_BOUNDS.riseMm),
        shiftMm: bounded(LENS_TEST_BOUNDS.shiftMm),
        focusMm: bounded(LENS_TEST_BOUNDS.focusMm),
      }),
    )
    .max(1000),
  result: lensTestResultSchema,
});
export type LensTestFile = z.infer<typeof lensTestFileSchema>;

interface Tested {
  readonly lens: string | null;
  readonly settings: LensTestSettings;
  readonly begunAt: string;
  readonly frames: LensTestFile['frames'];
}

/** A test as a file. */
export function lensTestFileOf({ lens, settings, begunAt, frames }: Tested, result: MeasuredTest) {
  const { name, rigName, widthMm, heightMm, chart, wantedCyMm } = settings;
  return {
    format: 'gangway-lens-test',
    version: 2,
    name,
    lens,
    rig: rigName,
    begunAt,
    frame: { widthMm, heightMm },
    chart,
    wantedCyMm,
    frames,
    result,
  } as const;
}

/** The settings of a test that came in as a file: of another copy of a lens of the kit, without frames of its own. */
export function settingsFromFile(
  file: LensTestFile,
  { lensId, name }: { readonly lensId: string; readonly name: string },
): LensTestSettings {
  const { rig, frame, chart, wantedCyMm, frames, result, begunAt, lens } = file;
  return {
    name,
    lensId,
    rigId: null,
    rigName: rig,
    ...frame,
    target: result.kind,
    chart,
    wantedCyMm,
    shots: frames.map(({ fNumber, riseMm, shiftMm, focusMm }) => ({ fNumber, riseMm, shiftMm, focusMm, frameId: null })),
    appliedAt: null,
    otherCopy: { lens, begunAt, result },
  };
}

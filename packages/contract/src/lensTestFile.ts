import { writtenDay } from '@gangway/messages/date';
import type { Drawing } from '@gangway/core/card/drawing';
import { formatStandardCyMm } from '@gangway/core/lensTests/chartPlan';
import type { TestResult } from '@gangway/core/lensTests/testResult';
import { MARKS, type MarkedPlace } from '@gangway/core/lensTests/marks';
import { testReport } from '@gangway/core/lensTests/report';
import { z } from 'zod';
import { bounded } from './bounds';
import { chartSizeSchema, LENS_TEST_BOUNDS, type LensTestSettings } from './lensTest';
import { lensTestResultSchema } from './lensTestResult';
import { nameSchema } from './name';

/** What a test measured, as the core has it. */
export type MeasuredTest = TestResult;

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
        lamp: z.boolean().default(false),
      }),
    )
    .max(1000),
  /** What was judged by eye: image heights in mm at infinity. */
  marks: z
    .array(z.strictObject({ fNumber: bounded(LENS_TEST_BOUNDS.fNumber), heightMm: z.number().nonnegative(), mark: z.enum(MARKS) }))
    .max(10_000)
    .default([]),
  result: lensTestResultSchema,
});
export type LensTestFile = z.infer<typeof lensTestFileSchema>;

/** A test to be printed, with what the kit says of its lens. */
export const lensTestReportSchema = z.strictObject({
  file: lensTestFileSchema,
  focalMm: z.number().positive().nullable(),
  nominalCircleMm: z.number().positive().nullable(),
  isOtherCopy: z.boolean(),
});
export type LensTestReport = z.infer<typeof lensTestReportSchema>;

/** The pages of a report. */
export function reportPages({ file, focalMm, nominalCircleMm, isOtherCopy }: LensTestReport): readonly Drawing[] {
  const { name, lens, rig, begunAt, frame, wantedCyMm, frames, marks, result } = file;
  return testReport(
    {
      name,
      lens,
      rig,
      day: writtenDay(begunAt.slice(0, 10)),
      isOtherCopy,
      frame,
      focalMm,
      nominalCircleMm,
      wantedCyMm: wantedCyMm ?? formatStandardCyMm(frame),
      frames: frames.length,
      marks,
    },
    result,
  );
}

interface Tested {
  readonly lens: string | null;
  readonly settings: LensTestSettings;
  readonly begunAt: string;
  readonly frames: LensTestFile['frames'];
  readonly marks: readonly MarkedPlace[];
}

/** A test as a file. */
export function lensTestFileOf({ lens, settings, begunAt, frames, marks }: Tested, result: MeasuredTest) {
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
    marks,
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
    shots: frames.map(({ fNumber, riseMm, shiftMm, focusMm, lamp }) => ({ fNumber, riseMm, shiftMm, focusMm, lamp, frameId: null })),
    appliedAt: null,
    marks: [],
    byMarks: false,
    otherCopy: { lens, begunAt, result },
  };
}

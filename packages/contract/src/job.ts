import { jobText } from '@gangway/messages/contract/job';
import { CAUTIONS } from '@gangway/core/cautions/cautions';
import { z } from 'zod';
import { versionSchema } from './count';
import { nameSchema } from './name';
import { daySchema } from './time';
import { setupSchema } from './setup';
import type { Setup } from './storedSetup';

const latitude = jobText.latitudeMustBeANumber;
const longitude = jobText.longitudeMustBeANumber;
const height = jobText.heightMustBeANumber;

/** Whether the clocks of this machine know a time zone. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** Where a job is photographed, and whose clocks hold there. */
export const jobPlaceSchema = z.strictObject({
  name: z.string().trim().max(120, jobText.theNameOfThePlace),
  latitudeDeg: z.number({ error: latitude }).min(-90, latitude).max(90, latitude),
  longitudeDeg: z.number({ error: longitude }).min(-180, longitude).max(180, longitude),
  heightM: z.number({ error: height }).min(-500, height).max(9000, height),
  timeZone: z.string().refine(isTimeZone, jobText.timeZoneMustBeA),
});
export type JobPlace = z.infer<typeof jobPlaceSchema>;

/** A commission, without its setups. */
export const jobSummarySchema = z.strictObject({
  id: z.uuid(),
  name: nameSchema,
  /** Grows by one with every change of the job itself. */
  version: z.number().int().positive(),
  demo: z.boolean(),
  /** Cautions that were read and dismissed for this job. */
  dismissedCautions: z.array(z.string()),
  place: jobPlaceSchema.nullable(),
  /** The day of the shoot, 2026-11-25. */
  day: z.string().nullable(),
  setupCount: z.number().int().nonnegative(),
  updatedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

export const jobSchema = jobSummarySchema.extend({ setups: z.array(setupSchema) });
export type StoredJob = z.infer<typeof jobSchema>;
export type Job = JobSummary & { readonly setups: readonly Setup[] };

/** A new job; with an id of the sender's own, sent again it is the same job. */
export const newJobSchema = z.strictObject({ id: z.uuid().optional(), name: nameSchema });

/** What can be changed of a job; only at the version given, where one is. A write that is repeated under its id changes nothing. */
export const jobPatchSchema = z
  .strictObject({
    version: versionSchema.optional(),
    writeId: z.uuid().optional(),
    name: nameSchema.optional(),
    dismissedCautions: z
      .array(
        z.enum(
          CAUTIONS.map(({ id }) => id),
          { error: jobText.thereIsNoSuchCaution },
        ),
      )
      .max(CAUTIONS.length)
      .optional(),
    place: jobPlaceSchema.nullable().optional(),
    day: daySchema(jobText.theDayMustBeWritten).nullable().optional(),
    /** The setups in the order wanted; those not named come after. */
    setupOrder: z.array(z.uuid()).max(2000).optional(),
  })
  .refine(
    (patch) => Object.entries(patch).some(([key, value]) => value !== undefined && key !== 'version' && key !== 'writeId'),
    jobText.sayWhatIsToBe,
  );
export type JobPatch = Omit<z.infer<typeof jobPatchSchema>, 'version' | 'writeId'>;

/** The answer to a change of a job against an old version. */
export const jobConflictSchema = z.object({ present: jobSummarySchema });

/** What was deleted and can be brought back. */
export const deletedSchema = z.strictObject({ jobs: z.array(jobSummarySchema), setups: z.array(setupSchema) });
export type StoredDeleted = z.infer<typeof deletedSchema>;
export interface Deleted {
  readonly jobs: readonly JobSummary[];
  readonly setups: readonly Setup[];
}

import { jobText } from '@gangway/messages/contract/job';
import { CAUTIONS } from '@gangway/core/cautions/cautions';
import { z } from 'zod';
import { nameSchema } from './name';
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

export const jobNameSchema = z.strictObject({ name: nameSchema });
export type JobName = z.infer<typeof jobNameSchema>;

/** What can be changed of a job. */
export const jobPatchSchema = z
  .strictObject({
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
    day: z.iso.date(jobText.theDayMustBeWritten).nullable().optional(),
    /** The setups in the order wanted; those not named come after. */
    setupOrder: z.array(z.uuid()).max(2000).optional(),
  })
  .refine((patch) => Object.values(patch).some((value) => value !== undefined), jobText.sayWhatIsToBe);
export type JobPatch = z.infer<typeof jobPatchSchema>;

/** What was deleted and can be brought back. */
export const deletedSchema = z.strictObject({ jobs: z.array(jobSummarySchema), setups: z.array(setupSchema) });
export type StoredDeleted = z.infer<typeof deletedSchema>;
export interface Deleted {
  readonly jobs: readonly JobSummary[];
  readonly setups: readonly Setup[];
}

import { CAUTIONS } from '@gangway/core/cautions/cautions';
import { z } from 'zod';
import { nameSchema } from './name';
import { standSchema, type Stand } from './stand';

/** A commission, without its stands. */
export const jobSummarySchema = z.strictObject({
  id: z.uuid(),
  name: nameSchema,
  demo: z.boolean(),
  /** Cautions that were read and put away for this job. */
  dismissedCautions: z.array(z.string()),
  standCount: z.number().int().nonnegative(),
  updatedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

export const jobSchema = jobSummarySchema.extend({ stands: z.array(standSchema) });
export type StoredJob = z.infer<typeof jobSchema>;
export type Job = JobSummary & { readonly stands: readonly Stand[] };

export const jobNameSchema = z.strictObject({ name: nameSchema });
export type JobName = z.infer<typeof jobNameSchema>;

/** What can be changed of a job. */
export const jobPatchSchema = z
  .strictObject({
    name: nameSchema.optional(),
    dismissedCautions: z.array(z.enum(CAUTIONS.map(({ id }) => id), { error: 'There is no such caution.' })).max(CAUTIONS.length).optional(),
  })
  .refine(({ name, dismissedCautions }) => name !== undefined || dismissedCautions !== undefined, 'Say what is to be changed: name or dismissedCautions.');
export type JobPatch = z.infer<typeof jobPatchSchema>;

/** What was deleted and can be brought back. */
export const deletedSchema = z.strictObject({ jobs: z.array(jobSummarySchema), stands: z.array(standSchema) });
export type StoredDeleted = z.infer<typeof deletedSchema>;
export interface Deleted {
  readonly jobs: readonly JobSummary[];
  readonly stands: readonly Stand[];
}

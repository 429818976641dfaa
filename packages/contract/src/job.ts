import { z } from 'zod';
import { nameSchema } from './name';
import { standSchema } from './stand';

/** A commission, without its stands. */
export const jobSummarySchema = z.strictObject({
  id: z.uuid(),
  name: nameSchema,
  demo: z.boolean(),
  standCount: z.number().int().nonnegative(),
  updatedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

export const jobSchema = jobSummarySchema.extend({ stands: z.array(standSchema) });
export type Job = z.infer<typeof jobSchema>;

export const jobNameSchema = z.strictObject({ name: nameSchema });
export type JobName = z.infer<typeof jobNameSchema>;

/** What was deleted and can be brought back. */
export const deletedSchema = z.strictObject({ jobs: z.array(jobSummarySchema), stands: z.array(standSchema) });
export type Deleted = z.infer<typeof deletedSchema>;

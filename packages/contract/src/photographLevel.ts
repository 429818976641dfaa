import { z } from 'zod';

/** How a photograph was held, by its own uprights, degrees. */
export const photographLevelSchema = z.strictObject({
  pitchDeg: z.number(),
  rollDeg: z.number(),
  /** One standard deviation of both; `null` where nothing was there to compare with. */
  uncertaintyDeg: z.number().nullable(),
  sure: z.boolean(),
});
export type PhotographLevel = z.infer<typeof photographLevelSchema>;

import type { StandSettings } from '@gangway/core/stand/settings';
import { z } from 'zod';
import { nameSchema } from './name';
import { fNumberSchema, rigSchema } from './rig';

/** The farthest that a movement may be written down, mm; what the rig allows is a finding, not a limit of the file. */
export const MOVEMENT_MOST_MM = 500;

const movementMm = (what: string) => {
  const allowed = `${what} must be a number from −${MOVEMENT_MOST_MM} to ${MOVEMENT_MOST_MM} mm.`;
  return z.number({ error: allowed }).min(-MOVEMENT_MOST_MM, allowed).max(MOVEMENT_MOST_MM, allowed);
};

/** Rise up +, shift right +, of the lens relative to the back, mm. */
export const movementsSchema = z.strictObject({ riseMm: movementMm('Rise'), shiftMm: movementMm('Shift') });

export const FOCUS_FARTHEST_M = 100_000;

/** What the photographer sets at one camera position. */
export const standSettingsSchema = z
  .strictObject({
    rig: rigSchema,
    orientation: z.enum(['landscape', 'portrait']),
    movements: movementsSchema,
    fNumber: fNumberSchema,
    focusM: z
      .number({ error: 'The focus distance must be a number of metres, or null for infinity.' })
      .positive('The focus distance must be more than 0 m.')
      .max(FOCUS_FARTHEST_M, `The focus distance must be at most ${FOCUS_FARTHEST_M} m; farther off is infinity.`)
      .nullable(),
  })
  .superRefine(({ focusM, rig }, ctx) => {
    if (focusM !== null && focusM * 1000 <= rig.lens.focalMm) {
      ctx.addIssue({
        code: 'custom',
        path: ['focusM'],
        message: `The focus distance is ${focusM} m; a lens of ${rig.lens.focalMm} mm focuses only on what is farther off than ${rig.lens.focalMm / 1000} m.`,
      });
    }
  }) satisfies z.ZodType<StandSettings>;

const idSchema = z.uuid('This is not the id of anything in Gangway.');
const timeSchema = z.iso.datetime();

/** A stand as the server keeps it. The version grows by one with every write. */
export const standSchema = z.strictObject({
  id: idSchema,
  jobId: idSchema,
  name: nameSchema,
  settings: standSettingsSchema,
  version: z.number().int().positive(),
  lastWriteId: idSchema.nullable(),
  updatedAt: timeSchema,
  deletedAt: timeSchema.nullable(),
});
export type Stand = z.infer<typeof standSchema>;

export const newStandSchema = z.strictObject({ name: nameSchema, settings: standSettingsSchema });
export type NewStand = z.infer<typeof newStandSchema>;

/** A write says which version it changes, and carries an id of its own so that a repeated one is known for what it is. */
export const standWriteSchema = z.strictObject({
  version: z.number({ error: 'Say which version this changes.' }).int().positive(),
  writeId: idSchema,
  name: nameSchema,
  settings: standSettingsSchema,
});
export type StandWrite = z.infer<typeof standWriteSchema>;

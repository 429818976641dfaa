import { listed } from '@gangway/messages/list';
import { logText } from '@gangway/messages/contract/log';
import { say } from '@gangway/messages/say';
import type { ShotField, TextShotField } from '@gangway/core/log/shotField';
import { SHOT_ENTRIES, type Shot, type ShotKey, type ShotValues } from '@gangway/core/log/shotFields';
import { z } from 'zod';
import { bounded } from './bounds';
import { cleanText } from './cleanText';
import { versionOrNoneSchema } from './count';
import { momentSchema } from './time';

/** The most shots that one job may hold, and one request may carry. */
export const TAKES_MOST = 50_000;
export const CHANGES_MOST = 5000;

/** What a field of a shot may hold on the wire. */
function fieldSchema(field: ShotField): z.ZodType {
  switch (field.type) {
    case 'number': {
      const plain = field.whole ? bounded(field).int(say(logText.mustBeAWholeNumber, { label: field.label })) : bounded(field);
      return field.nullable ? plain.nullable() : plain;
    }
    case 'text':
      return textSchema(field);
    case 'choice':
      return z.enum(field.choices, { error: say(logText.mustBe, { label: field.label, choices: listed(field.choices, 'disjunction') }) });
    case 'flag':
      return z.boolean({ error: say(logText.mustBeTrueOrFalse, { label: field.label }) });
  }
}

function textSchema({ label, most, forbidden }: TextShotField): z.ZodType {
  const plain = z
    .string({ error: say(logText.mustBeAText, { label }) })
    .max(most, say(logText.mayHaveAtMostCharacters, { label, most }))
    .refine((value) => cleanText(value) !== null, say(logText.holdsAControlCharacterThat, { label }));
  return forbidden ? plain.refine((value) => !forbidden.test(value), forbidden.message) : plain;
}

/** A shot as the wire carries it: built from the catalogue of fields, from which its type is made as well. */
export const shotValuesSchema = z.strictObject(
  Object.fromEntries(SHOT_ENTRIES.map(([key, field]) => [key, fieldSchema(field)])),
) as unknown as z.ZodObject<{ readonly [K in ShotKey]: z.ZodType<ShotValues[K]> }, z.core.$strict>;

const AT_WORDS = logText.timeMustBeAMoment;

export const shotSchema = shotValuesSchema.extend({
  id: z.uuid(logText.aShotNeedsAnId),
  setupId: z.uuid(logText.aShotNeedsASetup),
  at: momentSchema(AT_WORDS),
}) satisfies z.ZodType<Shot>;

/** Which version of each shot is meant, by its id: 0 for one that must not be there yet. */
const shotVersionsSchema = z.record(z.uuid(), versionOrNoneSchema);

/**
 * A change of a log: shots written as they are to be, and shots taken away.
 * A shot whose version is given is changed only if it still has that version.
 * A write that is repeated under its id changes nothing.
 */
export const logChangeSchema = z.strictObject({
  writeId: z.uuid().optional(),
  versions: shotVersionsSchema.default({}),
  put: z
    .array(shotSchema)
    .max(CHANGES_MOST, say(logText.atMostShotsCanBe, { changesMost: CHANGES_MOST }))
    .refine((put) => new Set(put.map(({ id }) => id)).size === put.length, logText.aShotCanStandOnlyOnce),
  remove: z.array(z.uuid()).max(CHANGES_MOST, say(logText.atMostShotsCanBeRemoved, { changesMost: CHANGES_MOST })),
});
export type LogChange = z.infer<typeof logChangeSchema>;

/** The answer to a change against old versions: the shots concerned as they are now. */
export const logConflictSchema = z.object({
  present: z.strictObject({ shots: z.array(shotSchema), versions: shotVersionsSchema }),
});

/** A photograph of a ground glass or of notes, kept with a setup or one of its shots. */
export const attachmentSchema = z.strictObject({
  id: z.uuid(),
  setupId: z.uuid(),
  shotId: z.uuid().nullable(),
  name: z.string(),
  mime: z.string(),
  bytes: z.number(),
  sha256: z.string(),
  width: z.number(),
  height: z.number(),
  at: z.iso.datetime(),
});
export type Attachment = z.infer<typeof attachmentSchema>;

/** One page of a log, read in the order of changes: `cursor` is where the next one begins, now or after later changes. */
export const logPageSchema = z.strictObject({
  shots: z.array(shotSchema),
  versions: shotVersionsSchema,
  /** The ids of shots that were removed since the cursor before. */
  removed: z.array(z.uuid()),
  /** All photographs, or `null` where none came or went since. */
  attachments: z.array(attachmentSchema).nullable(),
  cursor: z.string(),
  /** Whether there is more at this moment. */
  more: z.boolean(),
});
export type LogPage = z.infer<typeof logPageSchema>;

export const logSchema = z.strictObject({
  shots: z.array(shotSchema),
  versions: shotVersionsSchema,
  attachments: z.array(attachmentSchema),
});
export interface Log {
  readonly shots: readonly Shot[];
  /** The version of each shot by its id; it grows by one with every change. */
  readonly versions: Readonly<Record<string, number>>;
  readonly attachments: readonly Attachment[];
}

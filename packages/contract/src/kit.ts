import { kitText } from '@gangway/messages/contract/kit';
import { say } from '@gangway/messages/say';
import { bounded } from './bounds';
import { EVIDENCE, type Spec } from '@gangway/core/kit/spec';
import { contradictionsIn, specsOf, KIND_NAMES, type ItemOf, type Kind, type KitItem } from '@gangway/core/kit/item';
import { assembled } from '@gangway/core/rig/assembled';
import { partsOf, RIG_KINDS, type RigKind, type RigPlan } from '@gangway/core/rig/parts';
import { z } from 'zod';
import { versionSchema } from './count';
import { nameSchema } from './name';
import { ITEM_RECORD } from './record/itemRecord';
import { presentVersion } from './record/versions';
import type { Rig } from '@gangway/core/model/rig';

/** The version of the kit's file format: that of the items in it. */
export const KIT_FORMAT = presentVersion(ITEM_RECORD);

const idSchema = z.uuid(kitText.thisIsNotTheId);

/** What a value may hold on the wire; left out is *not known*. */
export function specSchema(spec: Spec): z.ZodType {
  const { label } = spec;
  switch (spec.type) {
    case 'number': {
      const plain = bounded(spec);
      return (spec.whole ? plain.int(say(kitText.mustBeAWholeNumber, { label })) : plain).nullable().default(null);
    }
    case 'choice': {
      const keys = Object.keys(spec.choices);
      return z
        .enum(keys, { error: say(kitText.mustBeOneOf, { label, keys: keys.join(', ') }) })
        .nullable()
        .default(null);
    }
    case 'flag':
      return z
        .boolean({ error: say(kitText.mustBeTrueOrFalse, { label }) })
        .nullable()
        .default(null);
    case 'joint':
      return z
        .string({ error: say(kitText.mustBeAName, { label }) })
        .trim()
        .min(1, say(kitText.cannotBeBlankLeaveIt, { label }))
        .max(60, say(kitText.canHaveAtMost60, { label }))
        .nullable()
        .default(null);
    case 'list':
      return z.array(bounded(spec)).max(100, say(kitText.canHaveAtMost100, { label })).default([]);
    case 'circles':
      return z
        .array(
          z.strictObject({
            fNumber: bounded({ label: kitText.theFNumber, unit: '', min: 0.5, max: 512 }),
            diameterMm: bounded({ label: kitText.theSharpCircle, unit: 'mm', min: 1, max: 1500 }),
            evidence: z
              .enum(Object.keys(EVIDENCE) as [keyof typeof EVIDENCE], { error: kitText.aCircleIsMeasuredTable })
              .default('guessed'),
          }),
        )
        .max(40, kitText.giveAtMost40Sharp)
        .default([]);
  }
}

const noteSchema = z.string({ error: kitText.theNoteMustBeText }).max(2000, kitText.theNoteCanHaveAt).default('');

function schemaOf(kind: Kind) {
  return z
    .strictObject({
      id: idSchema,
      kind: z.literal(kind),
      name: nameSchema,
      note: noteSchema,
      specs: z.strictObject(Object.fromEntries(specsOf(kind).map(([key, spec]) => [key, specSchema(spec)]))),
      typical: z
        .array(
          z.enum(
            specsOf(kind).map(([key]) => key),
            { error: kitText.typicalNamesValues },
          ),
        )
        .max(100, kitText.typicalNamesValues)
        .default([]),
    })
    .superRefine(({ specs }, ctx) => {
      for (const { path, message } of contradictionsIn(kind, specs)) ctx.addIssue({ code: 'custom', path: ['specs', ...path], message });
    });
}

const SCHEMAS = Object.fromEntries(KIND_NAMES.map((kind) => [kind, schemaOf(kind)])) as Readonly<Record<Kind, ReturnType<typeof schemaOf>>>;

/** An item of one kind. Built from the catalogue of values, from which its type is made as well. */
export function itemSchemaOf<K extends Kind>(kind: K): z.ZodType<ItemOf<K>> {
  return SCHEMAS[kind] as unknown as z.ZodType<ItemOf<K>>;
}

const options = KIND_NAMES.map((kind) => SCHEMAS[kind]);

/** Any item of the kit. */
export const kitItemSchema = z.discriminatedUnion('kind', options as [(typeof options)[number], ...typeof options], {
  error: say(kitText.kindMustBeOneOf, { kindNames: KIND_NAMES.join(', ') }),
}) as unknown as z.ZodType<KitItem>;

const idsSchema = z.array(idSchema).max(12, kitText.aPlaceCanHoldAt).readonly();

/** A rig by the ids of its components; unfinished while a place is null. */
export const rigPlanSchema = z.strictObject({
  kind: z.enum(Object.keys(RIG_KINDS) as [RigKind], {
    error: say(kitText.kindMustBeOneOf2, { rigKinds: Object.keys(RIG_KINDS).join(', ') }),
  }),
  backId: idSchema.nullable(),
  betweenIds: idsSchema,
  cameraId: idSchema.nullable(),
  bag: z.boolean(),
  boardId: idSchema.nullable(),
  lensId: idSchema.nullable(),
  frontIds: idsSchema,
}) satisfies z.ZodType<RigPlan>;

export const kitRigSchema = z.strictObject({ id: idSchema, name: nameSchema, plan: rigPlanSchema });
export type KitRig = z.infer<typeof kitRigSchema>;

/** Where something is used: how many rigs of the kit, how many setups. */
const useSchema = z.strictObject({ rigs: z.number().int(), setups: z.number().int() });

const rowShape = { version: z.number().int().positive(), archived: z.boolean() };
export const itemRowSchema = z.strictObject({ ...rowShape, item: kitItemSchema, used: useSchema });
export type ItemRow = z.infer<typeof itemRowSchema>;
export const rigRowSchema = z.strictObject({ ...rowShape, rig: kitRigSchema, used: useSchema });
export type RigRow = z.infer<typeof rigRowSchema>;

/** The whole kit as the server answers it. */
export const kitSchema = z.strictObject({ items: z.array(itemRowSchema), rigs: z.array(rigRowSchema) });
export type Kit = z.infer<typeof kitSchema>;

const expected = versionSchema.nullable();

/** One change: the state that something shall have, against the version it has now (null when it is new). */
export const kitChangeSchema = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('putItem'), item: kitItemSchema, archived: z.boolean(), version: expected }),
  z.strictObject({ op: z.literal('putRig'), rig: kitRigSchema, archived: z.boolean(), version: expected }),
  z.strictObject({ op: z.literal('removeItem'), id: idSchema, version: versionSchema }),
  z.strictObject({ op: z.literal('removeRig'), id: idSchema, version: versionSchema }),
]);
export type KitChange = z.infer<typeof kitChangeSchema>;

/** Changes that are made together or not at all. Repeated under the same write id they change nothing. */
export const kitChangesSchema = z.strictObject({
  writeId: idSchema.optional(),
  changes: z.array(kitChangeSchema).min(1, kitText.sayWhatShallChange).max(2000, kitText.atMost2000ChangesAt),
});

/** The answer to changes against old versions: the kit as it is now. */
export const kitConflictSchema = z.object({ present: kitSchema });

/** The kit as a file. */
export const kitFileSchema = z.strictObject({
  format: z.literal('gangway-kit', { error: kitText.formatMustBeGangwayKit }),
  version: z.literal(KIT_FORMAT, { error: say(kitText.versionMustBeThisGangway, { kitFormat: KIT_FORMAT }) }),
  items: z.array(kitItemSchema),
  rigs: z.array(kitRigSchema),
  /** The ids of what is archived. */
  archived: z.array(idSchema).default([]),
});
export type KitFile = z.infer<typeof kitFileSchema>;

/** A rig of the kit with the values that its components have now; `null` while it is unfinished or lacks what no setup can do without. */
export function builtRig({ id, name, plan }: KitRig, items: ReadonlyMap<string, KitItem>): Rig | null {
  const parts = partsOf(plan, items);
  if ('open' in parts) return null;
  const rig = assembled({ name, rigId: id, parts });
  return rig.known ? rig.value : null;
}

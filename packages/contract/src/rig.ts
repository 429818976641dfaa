import { rigText } from '@gangway/messages/contract/rig';
import { say } from '@gangway/messages/say';
import { assembled, type StoredRig } from '@gangway/core/rig/assembled';
import { z } from 'zod';
import { itemSchemaOf } from './kit';
import { nameSchema } from './name';
import type { RigParts } from '@gangway/core/model/rig';

const lens = itemSchemaOf('lens');
const body = itemSchemaOf('body');
const front = z.array(z.union([itemSchemaOf('ring'), itemSchemaOf('filter'), itemSchemaOf('hood')])).max(12);

/** The components of a rig with the values that they had. */
export const rigPartsSchema: z.ZodType<RigParts> = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('mounted'),
    back: body,
    between: z.array(z.union([itemSchemaOf('adapter'), itemSchemaOf('converter')])).max(12),
    lens,
    front,
  }),
  z.strictObject({
    kind: z.literal('view'),
    back: z.union([body, itemSchemaOf('film')]),
    between: z.array(itemSchemaOf('adapter')).max(12),
    camera: itemSchemaOf('camera'),
    bag: z.boolean(),
    board: itemSchemaOf('board'),
    lens,
    front,
  }),
  z.strictObject({ kind: z.literal('fixed'), back: body, lens, front }),
  z.strictObject({ kind: z.literal('held'), back: body, lens, front }),
]);

/** A rig as a setup stores it: it must have the values that the bench cannot do without. */
export const rigSchema = z
  .strictObject({ name: nameSchema, rigId: z.uuid().nullable(), parts: rigPartsSchema })
  .superRefine((stored, ctx) => {
    const rig = assembled(stored);
    if (rig.known) return;
    const [first] = rig.asks;
    ctx.addIssue({
      code: 'custom',
      path: ['parts'],
      message: say(rigText.ofIsUnknownASetup, { label: first?.label ?? rigText.aValue, itemName: first?.itemName ?? rigText.aComponent }),
    });
  }) satisfies z.ZodType<StoredRig>;

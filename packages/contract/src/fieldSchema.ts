import { fieldSchemaText } from '@gangway/messages/contract/fieldSchema';
import { say } from '@gangway/messages/say';
import type { Field, FieldValue, Group, GroupField, OwnField } from '@gangway/core/fields/field';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';

/** Whether a field needs a schema of its own: it is one, or a group that has one in it. */
type NeedsOwn<F> = F extends OwnField
  ? true
  : F extends GroupField<infer G>
    ? true extends { [K in keyof G]: NeedsOwn<G[K]> }[keyof G]
      ? true
      : false
    : false;

/** The schemas of the fields of a group that need one of their own. */
type OwnSchemas<G extends Group> = { readonly [K in keyof G as NeedsOwn<G[K]> extends true ? K : never]: z.ZodType<FieldValue<G[K]>> };

/** The schema of a number that may have to be whole. */
export function numberSchema({ whole, ...bounds }: Bounds & { readonly whole: boolean }): z.ZodNumber {
  return whole ? bounded(bounds).int(say(fieldSchemaText.mustBeAWholeNumber, { label: bounds.label })) : bounded(bounds);
}

function fieldSchema(field: Field): z.ZodType {
  switch (field.type) {
    case 'number':
      return field.nullable ? numberSchema(field).nullable() : numberSchema(field);
    case 'choice': {
      const one = z.enum(Object.keys(field.choices));
      return field.nullable ? one.nullable() : one;
    }
    case 'flag':
      return z.boolean();
    case 'group': {
      const inner = groupShape(field.fields, {});
      return field.nullable ? z.strictObject(inner).nullable() : z.strictObject(inner);
    }
    case 'own':
      throw new Error(`${field.label} has no schema of its own`);
  }
}

function groupShape(fields: Group, schemas: Readonly<Record<string, z.ZodType>>): Record<string, z.ZodType> {
  return Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, schemas[key] ?? fieldSchema(field)]));
}

/** The shape of a group of settings, built from its catalogue; a field without a schema that needs one is a type error. */
export function shapeOf<G extends Group>(fields: G, schemas: OwnSchemas<G>): { readonly [K in keyof G]: z.ZodType<FieldValue<G[K]>> } {
  // Each key has the schema of its own field.
  return groupShape(fields, schemas) as { readonly [K in keyof G]: z.ZodType<FieldValue<G[K]>> };
}

/** The schema of a group of settings. */
export function groupSchema<G extends Group>(fields: G, schemas: OwnSchemas<G>) {
  return z.strictObject(shapeOf(fields, schemas));
}

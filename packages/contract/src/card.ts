import { CARD_FIELDS } from '@gangway/core/fields/card';
import { z } from 'zod';
import { groupSchema } from './fieldSchema';

export const OWN_STEPS_MOST = 60;
const stepId = z.string().min(1).max(60);
const words = z.string().trim().min(1, 'A step needs words.').max(300, 'A step may have at most 300 characters.');

export const ownStepSchema = z.strictObject({ id: stepId, words });

export const cardSchema = groupSchema(CARD_FIELDS, {
  order: z.array(stepId).max(300).readonly(),
  own: z.array(ownStepSchema).max(OWN_STEPS_MOST, `A card may have at most ${OWN_STEPS_MOST} steps of your own.`).readonly(),
  left: z.array(stepId).max(300).readonly(),
  ticked: z.array(stepId).max(300).readonly(),
  notes: z.record(stepId, z.string().max(500, 'What was done may have at most 500 characters.')).readonly(),
});

/** A card's own hand kept as a template: order, own steps, what is left off. */
export const templateSchema = z.strictObject({
  id: z.uuid(),
  name: z.string().trim().min(1, 'Give a name.').max(120),
  card: cardSchema.pick({ order: true, own: true, left: true }),
});
export type CardTemplate = z.infer<typeof templateSchema>;

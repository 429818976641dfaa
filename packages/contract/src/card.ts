import { cardText } from '@gangway/messages/contract/card';
import { say } from '@gangway/messages/say';
import { CARD_FIELDS } from '@gangway/core/fields/card';
import { z } from 'zod';
import { groupSchema } from './fieldSchema';

export const OWN_STEPS_MOST = 60;
const stepId = z.string().min(1).max(60);
const words = z.string().trim().min(1, cardText.aStepNeedsWords).max(300, cardText.aStepMayHaveAt);

export const ownStepSchema = z.strictObject({ id: stepId, words });

export const cardSchema = groupSchema(CARD_FIELDS, {
  order: z.array(stepId).max(300).readonly(),
  own: z
    .array(ownStepSchema)
    .max(OWN_STEPS_MOST, say(cardText.aCardMayHaveAt, { ownStepsMost: OWN_STEPS_MOST }))
    .readonly(),
  left: z.array(stepId).max(300).readonly(),
  ticked: z.array(stepId).max(300).readonly(),
  notes: z.record(stepId, z.string().max(500, cardText.whatWasDoneMayHave)).readonly(),
});

/** A card's own hand kept as a template: order, own steps, what is left off. */
export const templateSchema = z.strictObject({
  id: z.uuid(),
  name: z.string().trim().min(1, cardText.giveAName).max(120),
  card: cardSchema.pick({ order: true, own: true, left: true }),
});
export type CardTemplate = z.infer<typeof templateSchema>;

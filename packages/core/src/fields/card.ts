import { fieldsText } from '@gangway/messages/core/fields';
import { own, type GroupValue } from './field';

/** A step that the photographer has added to a card. */
export interface OwnStep {
  readonly id: string;
  readonly words: string;
}

/** What the photographer has done to the card of a setup. */
export const CARD_FIELDS = {
  /** The ids of steps in the order wanted; those that are not named come where they belong. */
  order: own<readonly string[]>({ label: fieldsText.order, first: [] }),
  own: own<readonly OwnStep[]>({ label: fieldsText.ownSteps, first: [] }),
  /** Steps that are left off. */
  left: own<readonly string[]>({ label: fieldsText.leftOut, first: [] }),
  ticked: own<readonly string[]>({ label: fieldsText.ticked, first: [] }),
  /** What was really done, by the id of the step. */
  notes: own<Readonly<Record<string, string>>>({ label: fieldsText.notes, first: {} }),
};
export type CardSettings = GroupValue<typeof CARD_FIELDS>;

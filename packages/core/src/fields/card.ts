import { own, type GroupValue } from './field';

/** A step that the photographer has added to a card. */
export interface OwnStep {
  readonly id: string;
  readonly words: string;
}

/** What the photographer has done to the card of a setup. */
export const CARD_FIELDS = {
  /** The ids of steps in the order wished; those that are not named come where they belong. */
  order: own<readonly string[]>({ label: 'Order', first: [] }),
  own: own<readonly OwnStep[]>({ label: 'Own steps', first: [] }),
  /** Steps that are left off. */
  left: own<readonly string[]>({ label: 'Left out', first: [] }),
  ticked: own<readonly string[]>({ label: 'Ticked', first: [] }),
  /** What was really done, by the id of the step. */
  notes: own<Readonly<Record<string, string>>>({ label: 'Notes', first: {} }),
};
export type CardSettings = GroupValue<typeof CARD_FIELDS>;

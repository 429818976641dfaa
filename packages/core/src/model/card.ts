/** A step that the photographer has added to a card. */
export interface OwnStep {
  readonly id: string;
  readonly words: string;
}

/** What the photographer has done to the card of a stand. */
export interface CardSettings {
  /** The ids of steps in the order wished; those that are not named come where they belong. */
  readonly order: readonly string[];
  readonly own: readonly OwnStep[];
  /** Steps that are left off. */
  readonly left: readonly string[];
  readonly ticked: readonly string[];
  /** What was really done, by the id of the step. */
  readonly notes: Readonly<Record<string, string>>;
}

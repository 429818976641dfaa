import type { RigParts } from '../../model/rig';
import type { CheckState } from '../../state';
import type { MissingValue } from '../missing';

/** What every verdict finds: a state, what it would have to know, and whatever else its sentence needs. */
export interface VerdictFacts {
  readonly state: CheckState;
  readonly asks: readonly MissingValue[];
}

/** One verdict on a rig, whole: what it looks at and what it says. */
export interface VerdictDefinition<K extends string, F extends VerdictFacts> {
  readonly kind: K;
  /** What is found; `null` where there is nothing to judge. */
  evaluate(parts: RigParts): F | null;
  /** One sentence with the margin. */
  message(facts: F): string;
  /** What stands behind the sentence, or what would help; `null` when nothing more is to be said. */
  note(facts: F): string | null;
}

/** A definition as it is; the function makes TypeScript complain of what it lacks. */
export function defineVerdict<K extends string, F extends VerdictFacts>(definition: VerdictDefinition<K, F>): VerdictDefinition<K, F> {
  return definition;
}

/** A verdict that cannot be given, with what it would need. */
export interface UnknownFacts {
  readonly state: 'unknown';
  readonly asks: readonly MissingValue[];
}

/** The facts of a verdict that cannot be given; each missing value is asked for once. */
export function unknownFor(asks: readonly MissingValue[]): UnknownFacts {
  return {
    state: 'unknown',
    asks: asks.filter((one, i) => asks.findIndex(({ itemId, spec }) => itemId === one.itemId && spec === one.spec) === i),
  };
}

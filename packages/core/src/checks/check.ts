import type { Geometry } from '../geometry/geometry';
import type { RigParts } from '../model/rig';
import type { BenchStep } from '../model/step';
import type { MissingValue } from '../rig/missing';
import type { CheckState } from '../state';
import type { Fix, Margin, Trial } from './fix';
import type { PivotDoubt } from './pivotDoubt';

/** What every check finds: a state, and whatever else its sentence needs. */
export interface Facts {
  readonly state: CheckState;
  /** Where the answer hangs on a pivot that is not known. */
  readonly doubt?: PivotDoubt;
}

/** What a check may use to look for fixes. */
export interface FixSearch {
  readonly geometry: Geometry;
  /** Lays a change over the setup and says what it leaves; `null` when it does not help. */
  readonly trial: Trial;
}

/**
 * One check, whole: what it looks at, what it says, what it needs to know and
 * what could be done. Adding a check is one such object in a file of its own
 * and one line in the registry.
 */
export interface CheckDefinition<K extends string, F extends Facts> {
  readonly kind: K;
  /** What it is called in a list, in small letters. */
  readonly name: string;
  /** The step of the bench at which it can be dealt with. */
  readonly step: BenchStep;
  /** What it takes for granted, in one line. */
  readonly assumes: string;
  /** `advice` only reminds: a fix of another check may bring it about. */
  readonly weight: 'counts' | 'advice';
  /**
   * Of a check whose answer depends on where lens and back pivot: how its
   * sentence begins while a pivot is unknown, and whether its number alone is
   * the answer, so that another number is another answer.
   */
  readonly onPivots?: { readonly whether: string; readonly byAmount?: true };
  /** What is found; `null` where there is nothing to check. Cheap enough to be asked at every step of a drag. */
  evaluate(geometry: Geometry): F | null;
  /** What is left, in the unit of the control concerned; `null` when there is no such number. */
  margin(facts: F): Margin | null;
  /** One sentence with the margin. */
  message(facts: F): string;
  /** What stands behind the sentence, or how to find the missing value; `null` when nothing more is to be said. */
  note(facts: F): string | null;
  /** The value of the rig that is asked for while the state is unknown; `null` when it is entered at the check's own step. */
  missing(parts: RigParts): MissingValue | null;
  /** Changes in the order in which they are worth offering, each tried before it is yielded; only as many are worked out as are taken. */
  fixes(search: FixSearch, facts: F): Iterable<Fix | null>;
}

/** A definition as it is; the function makes TypeScript complain of what it lacks. */
export function defineCheck<K extends string, F extends Facts>(definition: CheckDefinition<K, F>): CheckDefinition<K, F> {
  return definition;
}

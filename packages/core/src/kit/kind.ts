import type { Spec, SpecValue } from './spec';
import type { Contradiction } from './contradictions';

/** The values of an item by its specs. */
export type SpecValues<F extends Readonly<Record<string, Spec>>> = { readonly [K in keyof F]: SpecValue<F[K]> };

/** One kind of thing that can be owned, whole: adding a kind is one such object in a file of its own and one line in the registry. */
export interface KindDefinition<F extends Readonly<Record<string, Spec>>> {
  readonly title: string;
  readonly plural: string;
  /** Every value with its label, unit, what is allowed, when it applies and how to measure it, in the order in which they are asked. */
  readonly specs: F;
  /** Which value names what meets its neighbour in a rig, behind (toward the sensor) and before (toward the subject); `null` where nothing goes. */
  readonly joints: { readonly behind: (keyof F & string) | null; readonly before: (keyof F & string) | null };
  /** The values that are asked for first, the rest only when it is needed; those listed where nothing is said. */
  readonly first?: readonly (keyof F & string)[];
  /** The values by which things of the kind are told apart in a table; the rest is in the item itself. */
  readonly listed: readonly (keyof F & string)[];
  /** What cannot be true together, each with the value that it is said at. */
  contradictions(values: SpecValues<F>): readonly Contradiction[];
}

/** A definition as it is; the function makes TypeScript complain of what it lacks. */
export function defineKind<const F extends Readonly<Record<string, Spec>>>(definition: KindDefinition<F>): KindDefinition<F> {
  return definition;
}

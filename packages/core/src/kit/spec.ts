import { kitText } from '@gangway/messages/core/kit';

/** How much a value weighs: *measured* by the photographer, from the maker's *table*, or *guessed*. */
export const EVIDENCE = {
  measured: kitText.measured,
  byEye: kitText.judgedByEye,
  table: kitText.makersTable,
  guessed: kitText.guessed,
} as const;
export type Evidence = keyof typeof EVIDENCE;

/** When a value applies: only while another one of the same item has one of these values. */
export interface Applies {
  readonly spec: string;
  readonly is: readonly string[];
}

interface SpecBase {
  readonly label: string;
  /** What it was called before: files that were exported then still name their columns so. */
  readonly earlierLabels?: readonly string[];
  /** The heading that it stands under. */
  readonly group: string;
  /** How to measure or find it, as a sentence; empty where the label says it all. */
  readonly how: string;
  readonly when?: Applies;
  /** Only makes results finer: nothing waits for it while it is not known. */
  readonly refines?: true;
  /** The version of the kit that it came with, where that is a later one than the first: the newest counts as the version of all items. */
  readonly since?: number;
}

export interface NumberSpec extends SpecBase {
  readonly type: 'number';
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
}

export interface ChoiceSpec<C extends string = string> extends SpecBase {
  readonly type: 'choice';
  readonly choices: Readonly<Record<C, string>>;
}

/** Yes, no, or not known. */
export interface FlagSpec extends SpecBase {
  readonly type: 'flag';
}

/** A name that must be the same at both sides of a joint, such as a mount. */
export interface JointSpec extends SpecBase {
  readonly type: 'joint';
}

/** Several numbers, such as click angles; empty when there are none or they are not known. */
export interface ListSpec extends SpecBase {
  readonly type: 'list';
  readonly unit: string;
  readonly min: number;
  readonly max: number;
}

/** Sharp circles at infinity by f-number; empty when not known. */
export interface CirclesSpec extends SpecBase {
  readonly type: 'circles';
}

export type Spec = NumberSpec | ChoiceSpec | FlagSpec | JointSpec | ListSpec | CirclesSpec;

/** One row of a table of circles. */
export interface CircleRow {
  readonly fNumber: number;
  readonly diameterMm: number;
  readonly evidence: Evidence;
}

/** What a value holds; `null` is *not known*. */
export type SpecValue<F> = F extends NumberSpec
  ? number | null
  : F extends ChoiceSpec<infer C>
    ? C | null
    : F extends FlagSpec
      ? boolean | null
      : F extends JointSpec
        ? string | null
        : F extends ListSpec
          ? readonly number[]
          : F extends CirclesSpec
            ? readonly CircleRow[]
            : never;

/**
 * What stands in an item before anything is known of it.
 *
 * @param spec the definition of the value
 *
 * @example
 * emptyValue(specOf('lens', 'focalMm')) // => null
 */
export function emptyValue(spec: Spec): null | readonly [] {
  return spec.type === 'list' || spec.type === 'circles' ? [] : null;
}

type Rest = Partial<Pick<SpecBase, 'how' | 'when' | 'since' | 'refines' | 'earlierLabels'>>;

type Bounded = Pick<NumberSpec, 'group' | 'label' | 'unit' | 'min' | 'max'> & Rest;

export const number = (spec: Bounded & { readonly whole?: boolean }): NumberSpec => ({
  type: 'number',
  how: '',
  whole: false,
  ...spec,
});

export const choice = <C extends string>(
  group: string,
  label: string,
  choices: Readonly<Record<C, string>>,
  rest: Rest = {},
): ChoiceSpec<C> => ({
  type: 'choice',
  group,
  label,
  choices,
  how: '',
  ...rest,
});

export const flag = (group: string, label: string, rest: Rest = {}): FlagSpec => ({ type: 'flag', group, label, how: '', ...rest });

export const joint = (group: string, label: string, rest: Rest = {}): JointSpec => ({ type: 'joint', group, label, how: '', ...rest });

export const list = (spec: Bounded): ListSpec => ({ type: 'list', how: '', ...spec });

export const circles = (group: string, label: string, rest: Rest = {}): CirclesSpec => ({
  type: 'circles',
  group,
  label,
  how: '',
  ...rest,
});

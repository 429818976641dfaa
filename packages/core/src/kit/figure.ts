import { kitText } from '@gangway/messages/core/kit';

/** How much a figure weighs: *measured* by the photographer, from the maker's *table*, or *guessed*. */
export const EVIDENCE = { measured: kitText.measured, table: kitText.makersTable, guessed: kitText.guessed } as const;
export type Evidence = keyof typeof EVIDENCE;

/** When a figure applies: only while another one of the same item has one of these values. */
export interface Applies {
  readonly figure: string;
  readonly is: readonly string[];
}

interface FigureBase {
  readonly label: string;
  /** What it was called before: files that were exported then still name their columns so. */
  readonly earlierLabels?: readonly string[];
  /** The heading that it stands under. */
  readonly group: string;
  /** How to measure or find it, as a sentence; empty where the label says it all. */
  readonly how: string;
  readonly when?: Applies;
  /** The version of the kit that it came with, where that is a later one than the first: the newest counts as the version of all items. */
  readonly since?: number;
}

export interface NumberFigure extends FigureBase {
  readonly type: 'number';
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
}

export interface ChoiceFigure<C extends string = string> extends FigureBase {
  readonly type: 'choice';
  readonly choices: Readonly<Record<C, string>>;
}

/** Yes, no, or not known. */
export interface FlagFigure extends FigureBase {
  readonly type: 'flag';
}

/** A name that must be the same at both sides of a joint, such as a mount. */
export interface JointFigure extends FigureBase {
  readonly type: 'joint';
}

/** Several numbers, such as click angles; empty when there are none or they are not known. */
export interface ListFigure extends FigureBase {
  readonly type: 'list';
  readonly unit: string;
  readonly min: number;
  readonly max: number;
}

/** Sharp circles at infinity by f-number; empty when not known. */
export interface CirclesFigure extends FigureBase {
  readonly type: 'circles';
}

export type Figure = NumberFigure | ChoiceFigure | FlagFigure | JointFigure | ListFigure | CirclesFigure;

/** One row of a table of circles. */
export interface CircleRow {
  readonly fNumber: number;
  readonly diameterMm: number;
  readonly evidence: Evidence;
}

/** What a figure holds; `null` is *not known*. */
export type FigureValue<F> = F extends NumberFigure
  ? number | null
  : F extends ChoiceFigure<infer C>
    ? C | null
    : F extends FlagFigure
      ? boolean | null
      : F extends JointFigure
        ? string | null
        : F extends ListFigure
          ? readonly number[]
          : F extends CirclesFigure
            ? readonly CircleRow[]
            : never;

/**
 * What stands in an item before anything is known of it.
 *
 * @param figure the definition of the value
 *
 * @example
 * emptyValue(figureOf('lens', 'focalMm')) // => null
 */
export function emptyValue(figure: Figure): null | readonly [] {
  return figure.type === 'list' || figure.type === 'circles' ? [] : null;
}

type Rest = Partial<Pick<FigureBase, 'how' | 'when' | 'since' | 'earlierLabels'>>;

type Bounded = Pick<NumberFigure, 'group' | 'label' | 'unit' | 'min' | 'max'> & Rest;

export const number = (figure: Bounded & { readonly whole?: boolean }): NumberFigure => ({
  type: 'number',
  how: '',
  whole: false,
  ...figure,
});

export const choice = <C extends string>(
  group: string,
  label: string,
  choices: Readonly<Record<C, string>>,
  rest: Rest = {},
): ChoiceFigure<C> => ({
  type: 'choice',
  group,
  label,
  choices,
  how: '',
  ...rest,
});

export const flag = (group: string, label: string, rest: Rest = {}): FlagFigure => ({ type: 'flag', group, label, how: '', ...rest });

export const joint = (group: string, label: string, rest: Rest = {}): JointFigure => ({ type: 'joint', group, label, how: '', ...rest });

export const list = (figure: Bounded): ListFigure => ({ type: 'list', how: '', ...figure });

export const circles = (group: string, label: string, rest: Rest = {}): CirclesFigure => ({
  type: 'circles',
  group,
  label,
  how: '',
  ...rest,
});

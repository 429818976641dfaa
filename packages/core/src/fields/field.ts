/**
 * Fields of the settings of a setup. A group of settings is one catalogue:
 * type, first value, bounds, label, schema and upgrade of older records all
 * follow from it, so that a new field is one entry.
 */

interface FieldBase {
  readonly label: string;
  /** The version of the setup that it came with, where that is not the first. */
  readonly since?: number;
}

export interface NumberField<Nullable extends boolean = boolean> extends FieldBase {
  readonly type: 'number';
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
  /** Whether it may be `null`: not known, or without a limit. */
  readonly nullable: Nullable;
  readonly first: Nullable extends true ? number | null : number;
}

export interface ChoiceField<C extends string = string, Nullable extends boolean = boolean> extends FieldBase {
  readonly type: 'choice';
  /** Each choice with its label. */
  readonly choices: Readonly<Record<C, string>>;
  readonly nullable: Nullable;
  readonly first: Nullable extends true ? C | null : C;
}

export interface FlagField extends FieldBase {
  readonly type: 'flag';
  readonly first: boolean;
}

/** A group within a group; `first` is `null` where there is none until one is wanted. */
export interface GroupField<G extends Group = Group, Nullable extends boolean = boolean> extends FieldBase {
  readonly type: 'group';
  readonly fields: G;
  readonly nullable: Nullable;
}

/** A list, a union, or what else has a schema of its own in the contract. */
export interface OwnField<T = unknown> extends FieldBase {
  readonly type: 'own';
  readonly first: T;
}

export type Field = NumberField | ChoiceField | FlagField | GroupField | OwnField;
export type Group = Readonly<Record<string, Field>>;

type OrNull<T, Nullable> = Nullable extends true ? T | null : T;

/** What a field holds. */
export type FieldValue<F> =
  F extends NumberField<infer N>
    ? OrNull<number, N>
    : F extends ChoiceField<infer C, infer N>
      ? OrNull<C, N>
      : F extends FlagField
        ? boolean
        : F extends GroupField<infer G, infer N>
          ? OrNull<GroupValue<G>, N>
          : F extends OwnField<infer T>
            ? T
            : never;

/** What a group of settings holds. */
export type GroupValue<G extends Group> = { readonly [K in keyof G]: FieldValue<G[K]> };

type NumberSpec = FieldBase & { readonly unit: string; readonly min: number; readonly max: number; readonly whole?: boolean };

export const number = (spec: NumberSpec & { readonly first: number }): NumberField<false> => ({
  type: 'number',
  whole: false,
  nullable: false,
  ...spec,
});

/** A number that may be `null`, and is at first. */
export const maybeNumber = (spec: NumberSpec): NumberField<true> => ({
  type: 'number',
  whole: false,
  nullable: true,
  first: null,
  ...spec,
});

type ChoiceSpec<C extends string> = FieldBase & { readonly choices: Readonly<Record<C, string>> };

export const choice = <C extends string>(spec: ChoiceSpec<C> & { readonly first: NoInfer<C> }): ChoiceField<C, false> => ({
  type: 'choice',
  nullable: false,
  ...spec,
});

/** A choice that may be `null`, and is at first. */
export const maybeChoice = <C extends string>(spec: ChoiceSpec<C>): ChoiceField<C, true> => ({
  type: 'choice',
  nullable: true,
  first: null,
  ...spec,
});

export const flag = (spec: FieldBase & { readonly first: boolean }): FlagField => ({ type: 'flag', ...spec });

export const group = <G extends Group>(spec: FieldBase & { readonly fields: G }): GroupField<G, false> => ({
  type: 'group',
  nullable: false,
  ...spec,
});

/** A group that there is only when it is wanted. */
export const maybeGroup = <G extends Group>(spec: FieldBase & { readonly fields: G }): GroupField<G, true> => ({
  type: 'group',
  nullable: true,
  ...spec,
});

export const own = <T>(spec: FieldBase & { readonly first: T }): OwnField<T> => ({ type: 'own', ...spec });

function firstValue(field: Field): unknown {
  if (field.type !== 'group') return field.first;
  return field.nullable ? null : firstOf(field.fields);
}

/**
 * What a group holds when nothing was said.
 *
 * @param fields the catalogue of the group
 *
 * @example
 * firstOf({ iso: number({ label: 'ISO', unit: '', min: 1, max: 100, first: 50 }) }) // => { iso: 50 }
 */
export function firstOf<G extends Group>(fields: G): GroupValue<G> {
  // Each key gets the first value of its own field.
  return Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, firstValue(field)])) as GroupValue<G>;
}

/** The newest version that a field of a group came with. */
export function newestSince(fields: Group): number {
  return Math.max(
    1,
    ...Object.values(fields).map((field) => Math.max(field.since ?? 1, field.type === 'group' ? newestSince(field.fields) : 1)),
  );
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * A stored group with what it lacks filled in as when nothing was said; what
 * it has stays, and what is no group is answered as it is.
 *
 * @param fields the catalogue of the group
 * @param stored what was stored
 *
 * @example
 * filledUp({ iso: number({ label: 'ISO', unit: '', min: 1, max: 100, first: 50 }) }, {}) // => { iso: 50 }
 */
export function filledUp(fields: Group, stored: unknown): unknown {
  if (!isRecord(stored)) return stored;
  const known = Object.entries(fields).map(([key, field]) => {
    if (!(key in stored)) return [key, firstValue(field)];
    return [key, field.type === 'group' ? filledUp(field.fields, stored[key]) : stored[key]];
  });
  return { ...stored, ...Object.fromEntries(known) };
}

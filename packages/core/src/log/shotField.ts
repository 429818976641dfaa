import type { Brackets } from '../model/exposure';
import type { ShiftPosition } from '../model/movements';
import type { SetupSettings } from '../model/setup';

/** A frame on a holder or roll. */
export interface FilmPlace {
  readonly holder: string;
  readonly frame: number;
  readonly of: number;
}

/** What is known at the moment a shot is logged, from which its fields are filled. */
export interface ShotContext {
  readonly settings: SetupSettings;
  /** The name of the setup. */
  readonly name: string;
  /** Where the slides are for this frame, mm. */
  readonly at: ShiftPosition;
  /** Which frame of the mosaic and which exposure of the bracket, from 0; `null` without one. */
  readonly frame: number | null;
  readonly bracket: number | null;
  readonly brackets: Brackets;
  /** By how much this exposure differs from the metered one, stops, and its time, s; `null` when not known. */
  readonly stops: number;
  readonly shutterSpeedS: number | null;
  readonly film: FilmPlace | null;
}

/** How a column of the log's table looks. */
export interface TableColumn {
  /** Its place among the columns, from the left. */
  readonly place: number;
  readonly widthPx: number;
  /** A shorter heading than the label. */
  readonly heading?: string;
}

interface FieldBase<T> {
  readonly label: string;
  /** The version of the shot that it came with, where that is not the first: the newest counts as the version of all. */
  readonly since?: number;
  /** The heading of its column in CSV. */
  readonly csv: string;
  /** Headings under which earlier versions wrote it. */
  readonly earlierCsv?: readonly string[];
  /** Its name in Gangway's own XMP namespace; `null` where a standard field or nothing carries it. */
  readonly xmp: string | null;
  /** Its column in the table; `null` when it has none. */
  readonly table: TableColumn | null;
  /** What a shot has when a file or an earlier version is silent; `required` refuses silence. */
  readonly initial: T | 'required';
  /** What is logged for a shot that is being made. */
  readonly logged: (context: ShotContext) => T;
}

export interface NumberShotField<T extends number | null = number | null> extends FieldBase<T> {
  readonly type: 'number';
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
  /** Whether it may be `null`: not known, or at infinity. */
  readonly nullable: null extends T ? true : false;
}

export interface TextShotField extends FieldBase<string> {
  readonly type: 'text';
  /** The most characters it may have. */
  readonly most: number;
  /** What it must not be, and the sentence that says so. */
  readonly forbidden?: { readonly test: (text: string) => boolean; readonly message: string };
}

export interface ChoiceShotField<C extends string = string> extends FieldBase<C> {
  readonly type: 'choice';
  readonly choices: readonly C[];
}

export interface FlagShotField extends FieldBase<boolean> {
  readonly type: 'flag';
}

export type ShotField = NumberShotField<number> | NumberShotField | TextShotField | ChoiceShotField | FlagShotField;

/** What a field holds. */
export type ShotValue<F> =
  F extends NumberShotField<infer T> ? T : F extends TextShotField ? string : F extends ChoiceShotField<infer C> ? C : boolean;

type Rest<F> = Omit<F, 'type' | 'nullable' | 'whole'> & { readonly whole?: boolean };

/** A number that is always known. */
export const number = (field: Rest<NumberShotField<number>>): NumberShotField<number> => ({
  whole: false,
  ...field,
  type: 'number',
  nullable: false,
});

/** A number that may not be known. */
export const maybeNumber = (field: Rest<NumberShotField>): NumberShotField => ({ whole: false, ...field, type: 'number', nullable: true });

export const text = (field: Omit<TextShotField, 'type'>): TextShotField => ({ ...field, type: 'text' });

export const choice = <C extends string>(field: Omit<ChoiceShotField<C>, 'type'>): ChoiceShotField<C> => ({ ...field, type: 'choice' });

export const flag = (field: Omit<FlagShotField, 'type'>): FlagShotField => ({ ...field, type: 'flag' });

import { fixedNumber } from '@gangway/messages/number';
import { calculatorsText } from '@gangway/messages/web/calculators';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import type { Calculator } from '@gangway/core/calculators/calculator';
import { typedNumber } from '@gangway/contract/typedNumber';

/** How a field is entered: one number, one number that may stay empty, numbers in a row, points or whole rows line by line, or one of several words. */
export type FieldKind = 'choice' | 'number' | 'numberOrNothing' | 'list' | 'point' | 'points' | 'rows';

export interface Field {
  readonly key: string;
  readonly kind: FieldKind;
  readonly unit: string;
  readonly meaning: string;
  /** What an answer of `null` means. */
  readonly nullIs: 'none' | 'infinity';
  /** Numbers on each line of a list of points or lines; 0 for other fields. */
  readonly perLine: number;
  /** The words to choose from; empty where a number is typed. */
  readonly choices: readonly string[];
}

interface Described {
  readonly type?: string;
  readonly enum?: readonly string[];
  readonly anyOf?: readonly Described[];
  readonly prefixItems?: readonly Described[];
  readonly items?: Described;
  readonly unit?: string;
  readonly description?: string;
  readonly nullIs?: 'none' | 'infinity';
}

/** The fields of a schema, in its order, as it describes itself. */
export function fieldsOf(schema: Calculator['input'], io: 'input' | 'output'): readonly Field[] {
  const { properties = {} } = z.toJSONSchema(schema, { io }) as { properties?: Record<string, Described> };
  return Object.entries(properties).map(([key, described]) => ({
    key,
    kind: kindOf(described),
    unit: described.unit ?? '',
    meaning: io === 'input' ? (described.description ?? key).replace(/\bnull for\b/u, 'empty for') : (described.description ?? key),
    nullIs: described.nullIs ?? 'none',
    perLine: described.items?.prefixItems?.length ?? described.prefixItems?.[0]?.prefixItems?.length ?? 0,
    choices: described.enum ?? [],
  }));
}

function kindOf({ type, anyOf, prefixItems, items, enum: words }: Described): FieldKind {
  if (words) return 'choice';
  if (anyOf) return 'numberOrNothing';
  if (type !== 'array') return 'number';
  const first = prefixItems?.[0] ?? items;
  if (first?.type === 'array') return first.prefixItems ? 'points' : 'rows';
  return prefixItems ? 'point' : 'list';
}

/** A value as it is typed. */
export function asText(kind: FieldKind, value: unknown): string {
  if (value === null || value === undefined) return '';
  if (kind === 'points' || kind === 'rows') return (value as readonly (readonly number[])[]).map((point) => point.join(', ')).join('\n');
  if (kind === 'point' || kind === 'list') return (value as readonly number[]).join(', ');
  return typeof value === 'number' || typeof value === 'string' ? String(value) : '';
}

/** What typed text stands for, or why it cannot be read. An empty field that must not be empty is left out, so that the calculator asks for it. */
export function asValue(kind: FieldKind, text: string): { readonly value: unknown } | { readonly refusal: string } {
  const plain = text.trim();
  if (kind === 'choice') return { value: plain };
  if (kind === 'numberOrNothing' && (plain === '' || plain === '∞')) return { value: null };
  if (kind === 'number' || kind === 'numberOrNothing') return plain === '' ? { value: undefined } : oneNumber(plain);
  if (kind === 'points' || kind === 'rows') {
    const lines = plain.split('\n').filter((line) => line.trim() !== '');
    return gathered(lines.map((line) => asValue('point', line)));
  }
  const parts = plain.split(/[,;\s]+/u).filter((part) => part !== '');
  return gathered(parts.map(oneNumber));
}

function oneNumber(text: string): { readonly value: unknown } | { readonly refusal: string } {
  const value = typedNumber(text);
  return value === null || !Number.isFinite(value)
    ? { refusal: say(calculatorsText.isNotANumber, { text: text.slice(0, 24) }) }
    : { value };
}

function gathered(
  parts: readonly ({ readonly value: unknown } | { readonly refusal: string })[],
): { readonly value: unknown } | { readonly refusal: string } {
  const refused = parts.find((part) => 'refusal' in part);
  return refused ?? { value: parts.map((part) => ('value' in part ? part.value : null)) };
}

/** What an answer is, without what it is when there is none: that the answer itself says. */
export function withoutNull(meaning: string): string {
  return meaning.replace(/[,;] null .*$/u, '');
}

/** Answers and choices that are words. */
const WORDS = {
  clear: calculatorsText.clear,
  shades: calculatorsText.shades,
  cuts: calculatorsText.cuts,
  lens: calculatorsText.lens,
  back: calculatorsText.back,
  flat: calculatorsText.flat,
  sphere: calculatorsText.sphere,
} as const;
/** The parts of an answer that is a plane. */
const PARTS = { normal: calculatorsText.normal, offsetMm: calculatorsText.offsetMm } as const;

/** An answer for the eye: six figures, a true minus, yes or no, points in brackets, and what nothing means. */
export function shownAnswer(value: unknown, nullIs: Field['nullIs'] = 'none'): string {
  if (value === null || value === undefined) return nullIs === 'infinity' ? '∞' : calculatorsText.none;
  if (typeof value === 'number') return shownNumber(value);
  if (typeof value === 'boolean') return value ? calculatorsText.yes : calculatorsText.no;
  if (typeof value === 'string') return Object.hasOwn(WORDS, value) ? WORDS[value as keyof typeof WORDS] : value;
  if (Array.isArray(value)) return value.map((each) => shownAnswer(each, nullIs)).join(', ');
  return Object.entries(value)
    .map(([key, part]) => `${Object.hasOwn(PARTS, key) ? PARTS[key as keyof typeof PARTS] : key} ${shownAnswer(part)}`)
    .join(' · ');
}

function shownNumber(value: number): string {
  const short = Number(value.toPrecision(6));
  return fixedNumber(short, 20, 0);
}

/** A longer input is shown in short, characters. */
const SHOWN_INPUT = 400;

/** An input as it is typed at the command line; a long one without its lists. */
export function typedInput(input: Readonly<Record<string, unknown>>): string {
  const whole = JSON.stringify(input);
  if (whole.length <= SHOWN_INPUT) return whole;
  const brief = Object.entries(input).map(
    ([key, value]) => `${JSON.stringify(key)}: ${Array.isArray(value) ? '[…]' : JSON.stringify(value)}`,
  );
  return `{${brief.join(', ')}}`;
}

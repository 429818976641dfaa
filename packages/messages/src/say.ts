import { IntlMessageFormat, type Formatters } from 'intl-messageformat';
import { presentRegion } from './language';
import { fixedNumber } from './number';

/** What may stand in a placeholder. */
export type MessageValue = string | number;

type Trim<S extends string> = S extends ` ${infer R}` ? Trim<R> : S extends `${infer R} ` ? Trim<R> : S;
/** The name in front of the first comma of an argument. */
type NameOf<S extends string> = S extends `${infer N},${string}` ? Trim<N> : Trim<S>;

/** Names of all placeholders of a message, nested ones as well. `Stack` says what the braces left open are. */
type Names<S extends string, Stack extends readonly ('m' | 'a')[], Found extends string> = S extends `${infer Head}{${infer Tail}`
  ? Head extends `${string}}${infer After}`
    ? Closed<`${After}{${Tail}`, Stack, Found>
    : Stack extends readonly [...('m' | 'a')[], 'a']
      ? Names<Tail, [...Stack, 'm'], Found>
      : Argument<Tail, Stack, Found>
  : Found;
type Closed<After extends string, Stack extends readonly ('m' | 'a')[], Found extends string> = Stack extends readonly [
  ...infer Rest extends readonly ('m' | 'a')[],
  'm' | 'a',
]
  ? Names<After, Rest, Found>
  : Names<After, Stack, Found>;
type Argument<Tail extends string, Stack extends readonly ('m' | 'a')[], Found extends string> = Tail extends `${infer Name}}${string}`
  ? Names<Tail, [...Stack, 'a'], Found | NameOf<Name>>
  : Found;

/** The values that a message needs, by the names of its placeholders. */
export type MessageValues<S extends string> = string extends S
  ? Readonly<Record<string, MessageValue>>
  : { readonly [N in Names<S, [], never>]: MessageValue };

const known = new Map<string, IntlMessageFormat>();

/**
 * A message with its placeholders filled in, plurals chosen and numbers
 * written as the region writes them.
 *
 * @param message a message of a catalogue, in ICU syntax
 * @param values what stands in its placeholders
 *
 * @example
 * say('{n, plural, one {# shot} other {# shots}}', { n: 2 }) // => '2 shots'
 */
export function say<const S extends string>(message: S, values: MessageValues<S>): string {
  const format = formatOf(message);
  const counted = countedIn(message);
  const written = Object.entries<MessageValue>(values).map(([name, value]) => [
    name,
    typeof value === 'number' && !counted.has(name) ? fixedNumber(value, 12, 0) : value,
  ]);
  return String(format.format(Object.fromEntries(written) as Record<string, MessageValue>));
}

/** A message with what stands in its placeholders: data, that whoever shows it turns into a sentence. */
export interface Message {
  readonly message: string;
  readonly values: Readonly<Record<string, MessageValue>>;
}

/**
 * A message kept as data until somebody reads it.
 *
 * @param message a message of a catalogue, in ICU syntax
 * @param values what stands in its placeholders
 *
 * @example
 * messageOf('{n, plural, one {# shot} other {# shots}}', { n: 2 }).values // => { n: 2 }
 */
export function messageOf<const S extends string>(message: S, values: MessageValues<S>): Message {
  return { message, values };
}

/** A message as a sentence. */
export function sayMessage({ message, values }: Message): string {
  return say<string>(message, values);
}

/** A message compiled once for each region. */
function formatOf(message: string): IntlMessageFormat {
  const region = presentRegion();
  const key = `${region}\n${message}`;
  const found = known.get(key);
  if (found) return found;
  const made = new IntlMessageFormat(message, 'en', undefined, { ignoreTag: true, formatters: formattersOf(region) });
  known.set(key, made);
  return made;
}

/** Plural rules are those of the text, numbers those of the region. */
function formattersOf(region: string): Formatters {
  return {
    getNumberFormat: (_locales, options) => new Intl.NumberFormat(region, { ...options, numberingSystem: 'latn', useGrouping: false }),
    getDateTimeFormat: (_locales, options) => new Intl.DateTimeFormat(region, options),
    getPluralRules: (locales, options) => new Intl.PluralRules(locales, options),
  };
}

/** Names of the placeholders that choose a plural: their numbers go in as numbers. */
function countedIn(message: string): ReadonlySet<string> {
  return new Set([...message.matchAll(/\{\s*(\w+)\s*,\s*(?:plural|selectordinal)/g)].map(([, name]) => name ?? ''));
}

import { calculatorsText } from '@gangway/messages/core/calculators';
import { say } from '@gangway/messages/say';
import type { z } from 'zod';

/** A refusal as it leaves the core: what, in a sentence, and which field. */
export interface CalculatorError {
  readonly code: string;
  readonly message: string;
  readonly path: readonly (string | number)[];
}

/**
 * The first thing wrong with an input, as a sentence that names field, value and what is allowed.
 *
 * @param error what its schema found
 * @param input as it came in
 * @param schema its name and what it is checked by
 *
 * @example
 * calculate('conjugates', { focalMm: 0, distanceM: 2 }).error.path // => ['focalMm']
 */
export function issueSentence(
  error: z.ZodError,
  input: unknown,
  { name, input: schema }: { readonly name: string; readonly input: z.ZodObject },
): CalculatorError {
  const issue = error.issues[0];
  if (!issue) return { code: 'invalid', message: calculatorsText.theInputIsNotValid, path: [] };
  const path = issue.path.filter((step) => typeof step !== 'symbol');
  const field = path.length === 0 ? calculatorsText.theInput : path.join('.');
  const value = path.reduce<unknown>(
    (at, step) => (typeof at === 'object' && at !== null ? (at as Record<string | number, unknown>)[step] : undefined),
    input,
  );
  const is = value === undefined ? say(calculatorsText.isMissing, { field }) : say(calculatorsText.is, { field, shown: shown(value) });
  switch (issue.code) {
    case 'unrecognized_keys':
      return {
        code: 'unknown_key',
        path: [...path, ...issue.keys.slice(0, 1).map(cut)],
        message: say(calculatorsText.isNotAFieldOf, { key: cut(issue.keys[0] ?? ''), name, shape: Object.keys(schema.shape).join(', ') }),
      };
    case 'too_small':
      return {
        code: 'out_of_range',
        path,
        message: say(calculatorsText.itMust, {
          is,
          origin: bound(issue.origin, issue.inclusive === false ? calculatorsText.moreThan : calculatorsText.atLeast, issue.minimum),
        }),
      };
    case 'too_big':
      return {
        code: 'out_of_range',
        path,
        message: say(calculatorsText.itMust, {
          is,
          origin: bound(issue.origin, issue.inclusive === false ? calculatorsText.lessThan : calculatorsText.atMost, issue.maximum),
        }),
      };
    case 'invalid_type':
      return {
        code: value === undefined ? 'missing' : 'wrong_type',
        path,
        message: say(calculatorsText.isNeeded, {
          is,
          expected: issue.expected === 'object' ? calculatorsText.anObjectWithNamedFields : a(issue.expected),
        }),
      };
    default:
      return { code: value === undefined ? 'missing' : 'invalid', path, message: `${is}; ${issue.message}.` };
  }
}

function bound(origin: string, word: string, limit: number | bigint): string {
  return origin === 'array'
    ? say(calculatorsText.haveEntries, { word, limit: Number(limit) })
    : say(calculatorsText.be, { word, limit: Number(limit) });
}

function a(type: string): string {
  return type === 'array' || type === 'int' ? say(calculatorsText.an, { type }) : `a ${type}`;
}

function shown(value: unknown): string {
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value)) return say(calculatorsText.aListOf, { length: value.length });
  if (typeof value === 'object' && value !== null) return calculatorsText.anObject;
  return cut(JSON.stringify(value));
}

function cut(text: string): string {
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}

import { calcText } from '@gangway/messages/cli/calc';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import type { Calculator } from '@gangway/core/calculators/calculator';
import { CALCULATORS, calculate, calculatorNamed } from '@gangway/core/calculators/registry';
import { flat, printRows, type Format, type Row } from './format';
import { notJson, readStdin, refuse, print, write } from './streams';

export function list(): number {
  const width = Math.max(...CALCULATORS.map(({ name }) => name.length));
  return print(CALCULATORS.map(({ name, purpose }) => `${name.padEnd(width)}  ${purpose}`).join('\n'));
}

/** One field of a schema as JSON Schema describes it. */
interface FieldSchema {
  readonly description?: string;
  readonly unit?: string;
  readonly default?: unknown;
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
  readonly exclusiveMaximum?: number;
}

function fieldLines(schema: z.ZodObject, withRange: boolean): string {
  const { properties = {} } = z.toJSONSchema(schema, { io: 'input' }) as { properties?: Record<string, FieldSchema> };
  const width = Math.max(...Object.keys(properties).map((key) => key.length));
  return Object.entries(properties)
    .map(([key, field]) => {
      const range = [lowerBound(field), upperBound(field)].filter(Boolean);
      const notes = [
        field.unit ?? '',
        ...(withRange ? range : []),
        field.default !== undefined ? say(calcText.default, { default: JSON.stringify(field.default) }) : '',
      ].filter(Boolean);
      return `  ${key.padEnd(width)}  ${field.description ?? ''}${notes.length > 0 ? ` (${notes.join(', ')})` : ''}`;
    })
    .join('\n');
}

function upperBound(field: FieldSchema): string {
  if (field.exclusiveMaximum !== undefined) return `< ${field.exclusiveMaximum}`;
  if (field.maximum !== undefined) return `≤ ${field.maximum}`;
  return '';
}

function lowerBound(field: FieldSchema): string {
  if (field.exclusiveMinimum !== undefined) return `> ${field.exclusiveMinimum}`;
  if (field.minimum !== undefined) return `≥ ${field.minimum}`;
  return '';
}

function describe(calc: Calculator): string {
  return [
    `${calc.name}: ${calc.purpose}`,
    '',
    'in',
    fieldLines(calc.input, true),
    'out',
    fieldLines(calc.output, false),
    '',
    say(calcText.formula, { formula: calc.formula }),
    say(calcText.source, { source: calc.source }),
    say(calcText.limits, { limits: calc.limits }),
    ...(calc.school === null ? [] : [say(calcText.school, { school: calc.school })]),
    '',
    say(calcText.exampleGangwayCalc, { name: calc.name, example: JSON.stringify(calc.example) }),
  ].join('\n');
}

export function help(name: string): number {
  const found = calculatorNamed(name);
  if (found) return print(describe(found));
  process.stderr.write(say(calcText.thereIsNoCalculatorGangway, { name }));
  return 2;
}

/** One calculation on JSON that was typed, or that comes in on standard input. */
export async function single(name: string, typed: string | undefined, format: Format): Promise<number> {
  let input: unknown;
  try {
    const text = typed ?? (process.stdin.isTTY ? '' : await readStdin());
    input = JSON.parse(text.trim() === '' ? '{}' : text);
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  const answer = calculate(name, input);
  if (!answer.ok) return refuse(answer.error, 1);
  // An answer is an object by its schema.
  return print(format === 'json' ? JSON.stringify(answer.out) : printRows([flat(answer.out)], format));
}

/** Many calculations, in order, one line of the answer for each; the exit code is 1 when one of them was refused. */
export async function batch(format: Format): Promise<number> {
  let cases: unknown;
  try {
    cases = JSON.parse(await readStdin());
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  if (!Array.isArray(cases)) {
    return refuse({ code: 'wrong_type', path: [], message: say(calcText.theInputIsNotAn, { shape: '{calc, in}' }) }, 2);
  }
  const answers = cases.map(oneCase);
  if (format === 'json') await write(JSON.stringify(answers));
  else await write(printRows(answers.map(rowOf), format));
  return answers.some((each) => 'error' in each) ? 1 : 0;
}

/** Why one case of a batch was refused. */
interface CaseError {
  readonly code: string;
  readonly path: readonly (string | number)[];
  readonly message: string;
}

function rowOf(answer: ReturnType<typeof oneCase>, i: number): Row {
  return 'error' in answer ? { case: i + 1, error: answer.error.message } : { case: i + 1, ...flat(answer.out as object) };
}

function oneCase(each: unknown): { readonly out: unknown } | { readonly error: CaseError } {
  if (typeof each !== 'object' || each === null || !('calc' in each) || typeof each.calc !== 'string') {
    return { error: { code: 'invalid', path: ['calc'], message: calcText.aCaseNeedsCalcThe } };
  }
  const answer = calculate(each.calc, 'in' in each ? each.in : undefined);
  return answer.ok ? { out: answer.out } : { error: answer.error };
}

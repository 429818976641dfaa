import { calcText } from '@gangway/messages/cli/calc';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import type { Calculator } from '@gangway/core/calculators/calculator';
import { CALCULATORS, calculate, calculatorNamed } from '@gangway/core/calculators/registry';
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

export function single(name: string, text: string): number {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  const answer = calculate(name, input);
  if (answer.ok) return print(JSON.stringify(answer.out));
  return refuse(answer.error, 1);
}

export async function batch(): Promise<number> {
  let cases: unknown;
  try {
    cases = JSON.parse(await readStdin());
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  if (!Array.isArray(cases)) {
    return refuse({ code: 'wrong_type', path: [], message: say(calcText.theInputIsNotAn, { shape: '{calc, in}' }) }, 2);
  }
  await write(JSON.stringify(cases.map(oneCase)));
  return 0;
}

function oneCase(each: unknown): { out: unknown } | { error: unknown } {
  if (typeof each !== 'object' || each === null || !('calc' in each) || typeof each.calc !== 'string') {
    return { error: { code: 'invalid', path: ['calc'], message: calcText.aCaseNeedsCalcThe } };
  }
  const answer = calculate(each.calc, 'in' in each ? each.in : undefined);
  return answer.ok ? { out: answer.out } : { error: answer.error };
}

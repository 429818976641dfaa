import { calculatorsText } from '@gangway/messages/core/calculators';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import type { Calculator } from './calculator';
import { CALCULATORS } from './registry';

/** A calculator as others read it: its words, and its schemas as JSON Schema. */
export interface CalculatorDescription {
  readonly name: string;
  readonly title: string;
  readonly chapter: string;
  readonly purpose: string;
  readonly formula: string;
  readonly source: string;
  readonly limits: string;
  readonly school: string | null;
  readonly input: unknown;
  readonly output: unknown;
  readonly example: unknown;
}

/**
 * The description of a calculator, made from its schemas.
 *
 * @param calc the calculator
 *
 * @example
 * described(calculatorNamed('conjugates')).name // => 'conjugates'
 */
export function described(calc: Calculator): CalculatorDescription {
  const { name, title, chapter, purpose, formula, source, limits, school, example } = calc;
  return {
    name,
    title,
    chapter,
    purpose,
    formula,
    source,
    limits,
    school,
    example,
    input: jsonSchema(calc.input, 'input'),
    output: jsonSchema(calc.output, 'output'),
  };
}

function jsonSchema(schema: z.ZodType, io: 'input' | 'output'): Record<string, unknown> {
  const made: Record<string, unknown> = { ...z.toJSONSchema(schema, { io, target: 'draft-2020-12' }) };
  // The document names its dialect once for all.
  delete made.$schema;
  return made;
}

const ERROR_SCHEMA = {
  type: 'object',
  required: ['error'],
  properties: {
    error: {
      type: 'object',
      required: ['code', 'message', 'path'],
      properties: {
        code: { type: 'string' },
        message: { type: 'string' },
        path: { type: 'array', items: { type: ['string', 'integer'] } },
      },
    },
  },
} as const;

const json = (schema: unknown) => ({ 'application/json': { schema } });
const refused = (description: string) => ({ description, content: json({ $ref: '#/components/schemas/Error' }) });

/**
 * The calculators as an OpenAPI 3.1 document.
 *
 * @example
 * openApiDocument().openapi // => '3.1.0'
 */
export function openApiDocument(): Record<string, unknown> {
  return {
    openapi: '3.1.0',
    info: {
      title: calculatorsText.gangwayCalculators,
      version: '1',
      description: calculatorsText.opticsOfShiftTiltAnd,
    },
    paths: Object.fromEntries(
      CALCULATORS.map((calc) => {
        const { name, chapter, purpose, formula, source, limits, example, input, output } = described(calc);
        return [
          `/api/calc/${name}`,
          {
            post: {
              operationId: name,
              tags: [chapter],
              summary: purpose,
              description: say(calculatorsText.source, { formula, source, limits }),
              requestBody: { required: true, content: { 'application/json': { schema: input, example } } },
              responses: {
                200: { description: calculatorsText.theAnswer, content: json(output) },
                400: refused(calculatorsText.theInputCannotBe),
              },
            },
          },
        ];
      }),
    ),
    components: { schemas: { Error: ERROR_SCHEMA } },
  };
}

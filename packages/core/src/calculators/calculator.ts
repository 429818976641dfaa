import { calculatorsText } from '@gangway/messages/core/calculators';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import { CoreError } from '../errors';
import { issueSentence, type CalculatorError } from './issues';

/** The chapters of the guide, in their order. */
export const CHAPTERS = ['focus', 'coverage', 'perspective', 'mosaic', 'exposure', 'rig', 'survey', 'lens'] as const;
export type Chapter = (typeof CHAPTERS)[number];

/** What a calculator says of itself. */
interface Account {
  readonly name: string;
  /** Its name for people. */
  readonly title: string;
  readonly chapter: Chapter;
  /** What it answers, in one line. */
  readonly purpose: string;
  readonly formula: string;
  /** The published source, or "common practice", or "from memory". */
  readonly source: string;
  /** Where it stops being true. */
  readonly limits: string;
}

/** One calculation as everybody meets it: in code, on the command line, over HTTP and in the guide. */
export interface Calculator extends Account {
  /** What practitioners disagree about here, and which side this takes. */
  readonly school: string | null;
  readonly input: z.ZodObject;
  readonly output: z.ZodObject;
  /** An input that makes sense, to start from. */
  readonly example: Readonly<Record<string, unknown>>;
  readonly calculate: (input: unknown) => Calculated;
}

export type Calculated =
  { readonly ok: true; readonly out: Readonly<Record<string, unknown>> } | { readonly ok: false; readonly error: CalculatorError };

interface Definition<I extends z.ZodObject, O extends z.ZodObject> extends Account {
  readonly school?: string;
  readonly input: I;
  readonly output: O;
  readonly example: z.input<I>;
  readonly run: (input: z.output<I>) => z.output<O>;
}

/**
 * Makes a calculator of its definition: parses, runs, and turns whatever is
 * refused into a typed error. An answer is never NaN or infinite: a result
 * too large to compute is refused as `no_finite_answer`.
 */
export function calculator<I extends z.ZodObject, O extends z.ZodObject>(definition: Definition<I, O>): Calculator {
  const { run, school = null, ...rest } = definition;
  return {
    ...rest,
    school,
    calculate: (input) => {
      const parsed = definition.input.safeParse(input);
      if (!parsed.success) return { ok: false, error: issueSentence(parsed.error, input, definition) };
      try {
        const out = run(parsed.data);
        const odd = notFinite(out);
        if (odd !== null) {
          return {
            ok: false,
            error: {
              code: 'no_finite_answer',
              path: [],
              message: say(calculatorsText.theAnswerForIsBeyond, { odd }),
            },
          };
        }
        return { ok: true, out };
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { ok: false, error: { code: error.code, message: error.message, path: error.path } };
      }
    },
  };
}

/** The name of the first value in an answer that is no finite number; `null` when all are. */
function notFinite(value: unknown, name: string = calculatorsText.theResult): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : name;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    const odd = notFinite(part, key);
    if (odd !== null) return odd;
  }
  return null;
}

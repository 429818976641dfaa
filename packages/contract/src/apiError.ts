import { apiErrorText } from '@gangway/messages/contract/apiError';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import { setupSchema } from './setup';

/**
 * Every refusal has this shape: problem details (RFC 9457, section 3), and beside
 * them the error with its own code; its `path` names the field as in what was sent.
 */
export const apiErrorSchema = z.object({
  /** What kind of problem it is; two of the same kind have the same. */
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  /** This one occurrence, by the id of the request, under which the log has it. */
  instance: z.string(),
  error: z.object({
    code: z.string(),
    message: z.string(),
    path: z.array(z.union([z.string(), z.number()])),
  }),
});
export type ApiError = z.infer<typeof apiErrorSchema>;

/** The answer to a write against an old version: the present state comes with it. */
export const conflictSchema = apiErrorSchema.extend({ present: setupSchema });

/** The first thing wrong with what was sent, as one error. */
export function firstIssue(error: z.ZodError): ApiError['error'] {
  const issue = error.issues[0];
  if (!issue) return { code: 'invalid', message: apiErrorText.whatWasSentIsNot, path: [] };
  const path = issue.path.filter((step) => typeof step !== 'symbol');
  if (issue.code === 'unrecognized_keys') {
    const key = issue.keys[0] ?? '';
    return { code: 'unknown_key', message: say(apiErrorText.isNotAFieldHere, { key: shortened(key) }), path: [...path, shortened(key)] };
  }
  return { code: 'invalid', message: sentence(issue, path.map((step) => shortened(String(step))).join('.')), path };
}

/** Our own schemas say what is allowed; where only the package speaks, its words are made a sentence that names the field. */
function sentence(issue: z.core.$ZodIssue, field: string): string {
  if (/[.”]$/u.test(issue.message)) return `${field === '' ? '' : `${field}: `}${issue.message}`;
  const what = field === '' ? apiErrorText.whatWasSent : field;
  if (issue.code === 'invalid_type') return say(apiErrorText.mustBe, { what, expected: EXPECTED[issue.expected] ?? `a ${issue.expected}` });
  return `${what}: ${issue.message}.`;
}

const EXPECTED: Readonly<Record<string, string>> = {
  object: apiErrorText.anObjectWithNamedFields,
  array: apiErrorText.aList,
  int: apiErrorText.aWholeNumber,
  boolean: apiErrorText.trueOrFalse,
};

function shortened(text: string): string {
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
}

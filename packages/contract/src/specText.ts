import { fixedNumber } from '@gangway/messages/number';
import { specTextText } from '@gangway/messages/contract/specText';
import { say } from '@gangway/messages/say';
import { EVIDENCE, type CircleRow, type Evidence, type Spec } from '@gangway/core/kit/spec';
import { typedLength } from './typedLength';
import { typedNumber } from './typedNumber';

/** A value written as text, or why the text is not one. */
export type ReadSpec = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly message: string };

const read = (value: unknown): ReadSpec => ({ ok: true, value });
const refuse = (message: string): ReadSpec => ({ ok: false, message });

/** The label of a value with its unit: "Focal length [mm]". */
export function specHeading(spec: Spec): string {
  return headed(spec.label, spec);
}

/** The headers under which earlier versions wrote it. */
export function earlierHeaders(spec: Spec): readonly string[] {
  return (spec.earlierLabels ?? []).map((label) => headed(label, spec));
}

function headed(label: string, spec: Spec): string {
  const unit = 'unit' in spec ? spec.unit : '';
  return unit === '' ? label : `${label} [${unit}]`;
}

// What a kit file says of a flag, in every language.
const YES = 'yes';
const NO = 'no';

/** A value as it is typed and stands in a file; empty is *not known*. */
export function specText(spec: Spec, value: unknown): string {
  if (value === null || value === undefined) return '';
  switch (spec.type) {
    case 'number':
      return (value as number).toString();
    case 'joint':
      return value as string;
    case 'choice':
      return spec.choices[value as string] ?? '';
    case 'flag':
      return value === true ? YES : NO;
    case 'list':
      return (value as readonly number[]).join('; ');
    case 'circles':
      return (value as readonly CircleRow[])
        .map(({ fNumber, diameterMm, evidence }) => `f/${fNumber}: ${diameterMm} ${EVIDENCE[evidence]}`)
        .join('; ');
  }
}

const quoted = (text: string): string => `“${text.length > 40 ? `${text.slice(0, 40)}…` : text}”`;

/** What a text stands for; what is allowed as a value is for the schema to say. */
export function readSpec(spec: Spec, text: string): ReadSpec {
  const plain = text.trim();
  const { label } = spec;
  if (plain === '') return read(spec.type === 'list' || spec.type === 'circles' ? [] : null);
  switch (spec.type) {
    case 'number': {
      const value = spec.unit === 'mm' || spec.unit === 'm' ? typedLength(plain, spec.unit) : typedNumber(plain);
      return value === null
        ? refuse(
            say(specTextText.isNotANumberIt, {
              label,
              plain: quoted(plain),
              min: spec.min,
              max: spec.max,
              unit: spec.unit === '' ? '' : ` ${spec.unit}`,
            }),
          )
        : read(value);
    }
    case 'joint':
      return read(plain);
    case 'choice': {
      const found = Object.entries(spec.choices).find(([key, words]) => same(key, plain) || same(words, plain));
      return found
        ? read(found[0])
        : refuse(say(specTextText.mustBeOneOfOr, { label, plain: quoted(plain), choices: Object.values(spec.choices).join(', ') }));
    }
    case 'flag':
      if (same(plain, YES) || same(plain, 'true')) return read(true);
      if (same(plain, NO) || same(plain, 'false')) return read(false);
      return refuse(say(specTextText.mustBeYesNoOr, { label, plain: quoted(plain) }));
    case 'list': {
      const values = plain.split(';').map((part) => typedNumber(part));
      return values.includes(null) ? refuse(say(specTextText.mustBeNumbersWithSemicolons, { label, plain: quoted(plain) })) : read(values);
    }
    case 'circles':
      return readCircles(label, plain);
  }
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

function readCircles(label: string, text: string): ReadSpec {
  const rows: CircleRow[] = [];
  for (const part of text.split(';').filter((each) => each.trim() !== '')) {
    const match = /^\s*(?:f\/)?([\d.,]+)\s*:\s*([\d.,]+)\s*(?:mm)?\s*(.*?)\s*$/u.exec(part);
    const fNumber = typedNumber(match?.[1] ?? '');
    const diameterMm = typedNumber(match?.[2] ?? '');
    const words = match?.[3] ?? '';
    const evidence =
      words === '' ? 'guessed' : (Object.keys(EVIDENCE) as Evidence[]).find((key) => same(key, words) || same(EVIDENCE[key], words));
    if (fNumber === null || diameterMm === null || evidence === undefined) {
      return refuse(say(specTextText.mustBeLikeF8, { label, part: quoted(part.trim()) }));
    }
    rows.push({ fNumber, diameterMm, evidence });
  }
  return read(rows);
}

/** A value as it is read in a table or a sentence, with its unit; "not known" where it is not. */
export function specLabel(spec: Spec, value: unknown): string {
  const text = specText(spec, value);
  if (text === '') return specTextText.unknown;
  if (spec.type !== 'number') return text;
  const written = fixedNumber(value as number, 12, 0);
  if (spec.unit === '') return written;
  if (spec.unit === 'f/') return `f/${written}`;
  if (spec.unit === '°') return `${written}°`;
  return `${written} ${spec.unit}`;
}

import { fixedNumber } from '@gangway/messages/number';
import { figureTextText } from '@gangway/messages/contract/figureText';
import { say } from '@gangway/messages/say';
import { EVIDENCE, type CircleRow, type Evidence, type Figure } from '@gangway/core/kit/figure';
import { typedNumber } from './typedNumber';

/** A figure written as text, or why the text is not one. */
export type ReadFigure = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly message: string };

const read = (value: unknown): ReadFigure => ({ ok: true, value });
const refuse = (message: string): ReadFigure => ({ ok: false, message });

/** The label of a figure with its unit: "Focal length [mm]". */
export function figureHeader(figure: Figure): string {
  return headed(figure.label, figure);
}

/** The headers under which earlier versions wrote it. */
export function earlierHeaders(figure: Figure): readonly string[] {
  return (figure.earlierLabels ?? []).map((label) => headed(label, figure));
}

function headed(label: string, figure: Figure): string {
  const unit = 'unit' in figure ? figure.unit : '';
  return unit === '' ? label : `${label} [${unit}]`;
}

// What a kit file says of a flag, in every language.
const YES = 'yes';
const NO = 'no';

/** A figure as it is typed and stands in a file; empty is *not known*. */
export function figureText(figure: Figure, value: unknown): string {
  if (value === null || value === undefined) return '';
  switch (figure.type) {
    case 'number':
      return (value as number).toString();
    case 'joint':
      return value as string;
    case 'choice':
      return figure.choices[value as string] ?? '';
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
export function readFigure(figure: Figure, text: string): ReadFigure {
  const plain = text.trim();
  const { label } = figure;
  if (plain === '') return read(figure.type === 'list' || figure.type === 'circles' ? [] : null);
  switch (figure.type) {
    case 'number': {
      const value = typedNumber(plain);
      return value === null
        ? refuse(
            say(figureTextText.isNotANumberIt, {
              label,
              plain: quoted(plain),
              min: figure.min,
              max: figure.max,
              unit: figure.unit === '' ? '' : ` ${figure.unit}`,
            }),
          )
        : read(value);
    }
    case 'joint':
      return read(plain);
    case 'choice': {
      const found = Object.entries(figure.choices).find(([key, words]) => same(key, plain) || same(words, plain));
      return found
        ? read(found[0])
        : refuse(say(figureTextText.mustBeOneOfOr, { label, plain: quoted(plain), choices: Object.values(figure.choices).join(', ') }));
    }
    case 'flag':
      if (same(plain, YES) || same(plain, 'true')) return read(true);
      if (same(plain, NO) || same(plain, 'false')) return read(false);
      return refuse(say(figureTextText.mustBeYesNoOr, { label, plain: quoted(plain) }));
    case 'list': {
      const values = plain.split(';').map((part) => typedNumber(part));
      return values.includes(null)
        ? refuse(say(figureTextText.mustBeNumbersWithSemicolons, { label, plain: quoted(plain) }))
        : read(values);
    }
    case 'circles':
      return readCircles(label, plain);
  }
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

function readCircles(label: string, text: string): ReadFigure {
  const rows: CircleRow[] = [];
  for (const part of text.split(';').filter((each) => each.trim() !== '')) {
    const match = /^\s*(?:f\/)?([\d.,]+)\s*:\s*([\d.,]+)\s*(?:mm)?\s*(.*?)\s*$/u.exec(part);
    const fNumber = typedNumber(match?.[1] ?? '');
    const diameterMm = typedNumber(match?.[2] ?? '');
    const words = match?.[3] ?? '';
    const evidence =
      words === '' ? 'guessed' : (Object.keys(EVIDENCE) as Evidence[]).find((key) => same(key, words) || same(EVIDENCE[key], words));
    if (fNumber === null || diameterMm === null || evidence === undefined) {
      return refuse(say(figureTextText.mustBeLikeF8, { label, part: quoted(part.trim()) }));
    }
    rows.push({ fNumber, diameterMm, evidence });
  }
  return read(rows);
}

/** A figure as it is read in a table or a sentence, with its unit; "not known" where it is not. */
export function figureWords(figure: Figure, value: unknown): string {
  const text = figureText(figure, value);
  if (text === '') return figureTextText.unknown;
  if (figure.type !== 'number') return text;
  const written = fixedNumber(value as number, 12, 0);
  if (figure.unit === '') return written;
  if (figure.unit === 'f/') return `f/${written}`;
  if (figure.unit === '°') return `${written}°`;
  return `${written} ${figure.unit}`;
}

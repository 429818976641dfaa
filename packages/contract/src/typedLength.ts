import { FOOT_M } from '@gangway/messages/length';
import { typedNumber } from './typedNumber';

const INCH_M = 0.0254;

/** Units in which a length may be typed, with their metres: the foot of the international yard and pound agreement of 1959, exact. */
const METRES: readonly (readonly [pattern: RegExp, metres: number])[] = [
  [/^(?:mm|millimetres?|millimeters?)$/iu, 0.001],
  [/^(?:cm|centimetres?|centimeters?)$/iu, 0.01],
  [/^(?:m|metres?|meters?)$/iu, 1],
  [/^km$/iu, 1000],
  [/^(?:in|inch|inches|"|″|”|'')$/iu, INCH_M],
  [/^(?:ft|foot|feet|'|′|’)$/iu, FOOT_M],
  [/^(?:yd|yards?)$/iu, 0.9144],
];
/** The unit of a field that takes a length, in metres. */
const PER_UNIT = { m: 1, mm: 0.001, ft: FOOT_M } as const;
type LengthUnit = keyof typeof PER_UNIT;

const FRACTIONS: Readonly<Record<string, number>> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
};

/** A number, alone or with a fraction ("6", "6,5", "½", "6½", "6 1/2", "1/2"), and its unit. */
const PART = /^\s*(?:(\d+(?:[.,]\d*)?|[.,]\d+)(?!\s*\/)\s*)?(?:([½⅓⅔¼¾⅛⅜⅝⅞])|(\d+)\s*\/\s*(\d+))?\s*([a-z]+|''|["″”'′’])?/iu;

/**
 * What a typed length stands for, in the unit of its field: "3.8 m", "12 ft 6",
 * "12′ 6½″", "½ in", "80 mm"; a plain number is in the unit of the field.
 * `null` when it is none.
 *
 * @param text what was typed
 * @param unit the unit of the field, in which the length is answered
 */
export function typedLength(text: string, unit: LengthUnit): number | null {
  const plain = typedNumber(text);
  if (plain !== null) return plain;
  const perUnit = PER_UNIT[unit];
  const [, sign = '', written = ''] = /^\s*([+\-−–])?(.*)$/su.exec(text) ?? [];
  let rest = written;
  let metres = 0;
  let before: number | null = null;
  let parts = 0;
  while (rest.trim() !== '') {
    const [whole = '', digits, glyph, over, under, name] = PART.exec(rest) ?? [];
    const number = numberOf(digits, glyph, over, under);
    if (number === null || ++parts > 2) return null;
    // A number that follows feet counts inches; alone a fraction is of the unit of the field.
    const per: number | null =
      name === undefined ? unnamed(before, perUnit) : (METRES.find(([pattern]) => pattern.test(name))?.[1] ?? null);
    if (per === null || (before !== null && per >= before)) return null;
    metres += number * per;
    before = per;
    rest = rest.slice(whole.length);
  }
  if (parts === 0) return null;
  return ((sign === '-' || sign === '−' || sign === '–' ? -1 : 1) * metres) / perUnit;
}

function numberOf(digits?: string, glyph?: string, over?: string, under?: string): number | null {
  if (digits === undefined && glyph === undefined && over === undefined) return null;
  const share = over === undefined ? 0 : Number(over) / Number(under);
  const number = Number((digits ?? '0').replace(',', '.')) + (glyph === undefined ? 0 : (FRACTIONS[glyph] ?? 0)) + share;
  return Number.isFinite(number) ? number : null;
}

function unnamed(before: number | null, perUnit: number): number | null {
  if (before === null) return perUnit;
  return before === FOOT_M ? INCH_M : null;
}

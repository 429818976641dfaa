import { differencesText } from '@gangway/messages/contract/differences';
import { say } from '@gangway/messages/say';
import type { Field, Group } from '@gangway/core/fields/field';
import { fixed } from '@gangway/core/words';
import { isRecord, type Leaf } from './difference';

/** A number as it is written down, with its unit: 31 m, 2.4°, −0.5 stops. */
export function numberWords(value: number, unit: string): string {
  const digits = Math.abs(value) >= 100 || Number.isInteger(value) ? 0 : 3;
  const written = fixed(value, digits)
    .replace(/(\.\d*?)0+$/u, '$1')
    .replace(/\.$/u, '');
  return `${written}${unit === '' || unit === '°' ? unit : ` ${unit}`}`;
}

/** Any value in words, where no field says how: a list by how many it holds. */
export function plainWords(value: unknown): string {
  if (value === null || value === undefined) return differencesText.none;
  if (typeof value === 'number') return numberWords(value, '');
  if (typeof value === 'string') return value === '' ? differencesText.none : `“${value}”`;
  if (typeof value === 'boolean') return value ? differencesText.yes : differencesText.no;
  if (Array.isArray(value)) return say(differencesText.entries, { n: value.length });
  return differencesText.entered;
}

function fieldWords(field: Field, value: unknown): string {
  if (typeof value === 'number' && field.type === 'number') return numberWords(value, field.unit);
  if (typeof value === 'string' && field.type === 'choice') return field.choices[value] ?? value;
  return plainWords(value);
}

/** Words of single values that say more than their field does, by their path. */
export type SpecialWords = Readonly<Record<string, (value: unknown) => string>>;

/**
 * The values of a catalogue that two records can differ in: those of a group
 * one by one where both have it, the group as one where one of them has none.
 */
export function fieldLeaves(
  fields: Group,
  sides: readonly unknown[],
  special: SpecialWords = {},
  above: { readonly path: readonly string[]; readonly label: string } = { path: [], label: '' },
): readonly Leaf[] {
  return Object.entries(fields).flatMap(([key, field]): readonly Leaf[] => {
    const path = [...above.path, key];
    const label = above.label === '' ? field.label : say(differencesText.within, { group: above.label, label: field.label });
    const inside = sides.map((side) => (isRecord(side) ? side[key] : undefined));
    if (field.type === 'group' && inside.every(isRecord)) return fieldLeaves(field.fields, inside, special, { path, label: field.label });
    return [{ path, label, words: special[path.join('.')] ?? ((value) => fieldWords(field, value)) }];
  });
}

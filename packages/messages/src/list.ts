import { presentLanguage } from './language';
import { pseudoMessage } from './pseudo';

const formats = {
  conjunction: new Intl.ListFormat('en-GB', { type: 'conjunction' }),
  disjunction: new Intl.ListFormat('en-GB', { type: 'disjunction' }),
};

/**
 * Several things as a sentence lists them: "a", "a and b", "a, b and c".
 *
 * @param parts what is listed
 * @param joined `conjunction` for "and", `disjunction` for "or"
 *
 * @example
 * listed(['rise', 'shift', 'tilt']) // => 'rise, shift and tilt'
 */
export function listed(parts: readonly string[], joined: keyof typeof formats = 'conjunction'): string {
  return formats[joined]
    .formatToParts(parts)
    .map(({ type, value }) => (type === 'literal' && presentLanguage() === 'pseudo' ? pseudoMessage(value) : value))
    .join('');
}

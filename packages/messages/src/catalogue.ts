import { presentLanguage } from './language';
import { pseudoMessage } from './pseudo';

/**
 * The messages of one feature by their keys, in ICU syntax. A message without
 * placeholders is read as a property; one with placeholders goes through
 * `say`. Other languages are put in here, where the catalogue is loaded.
 *
 * @param messages key and English text
 *
 * @example
 * catalogue({ shots: '{n, plural, one {# shot} other {# shots}}' }).shots // => '{n, plural, one {# shot} other {# shots}}'
 */
export function catalogue<const T extends Readonly<Record<string, string>>>(messages: T): T {
  if (presentLanguage() === 'en') return messages;
  const spoken = Object.entries(messages).map(([key, text]) => [key, pseudoMessage(text)]);
  // The keys are the same and every value is a text with the same placeholders.
  return Object.fromEntries(spoken) as T;
}

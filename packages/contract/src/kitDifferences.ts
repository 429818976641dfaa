import { kitDifferencesText } from '@gangway/messages/contract/kitDifferences';
import { say } from '@gangway/messages/say';
import { figuresOf, valueOf, type KitItem } from '@gangway/core/kit/item';
import { figureWords } from './figureText';

/** What differs between two states of an item, in words. */
export function differences(from: KitItem, to: KitItem): readonly string[] {
  const words: string[] = [];
  if (from.name !== to.name) words.push(say(kitDifferencesText.name, { name: from.name, name2: to.name }));
  if (from.note !== to.note) words.push('note');
  for (const [key, figure] of figuresOf(to.kind)) {
    const [a, b] = [figureWords(figure, valueOf(from, key)), figureWords(figure, valueOf(to, key))];
    if (a !== b) words.push(`${figure.label}: ${a} → ${b}`);
  }
  return words;
}

import { kitDifferencesText } from '@gangway/messages/contract/kitDifferences';
import { say } from '@gangway/messages/say';
import { specOf, specsOf, valueOf, type KitItem } from '@gangway/core/kit/item';
import { specLabel } from './specText';

/** What differs between two states of an item, in words. */
export function differences(from: KitItem, to: KitItem): readonly string[] {
  const words: string[] = [];
  if (from.name !== to.name) words.push(say(kitDifferencesText.name, { name: from.name, name2: to.name }));
  if (from.note !== to.note) words.push('note');
  for (const [key, spec] of specsOf(to.kind)) {
    const [a, b] = [specLabel(spec, valueOf(from, key)), specLabel(spec, valueOf(to, key))];
    if (a !== b) words.push(`${spec.label}: ${a} → ${b}`);
  }
  const typical = ({ typical }: KitItem): string =>
    typical.map((key) => specOf(to.kind, key)?.label ?? key).join(', ') || kitDifferencesText.none;
  if (typical(from) !== typical(to)) words.push(say(kitDifferencesText.typical, { from: typical(from), to: typical(to) }));
  return words;
}

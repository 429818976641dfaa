import { differencesText } from '@gangway/messages/contract/differences';
import { say } from '@gangway/messages/say';
import { specsOf, type Kind, type KitItem } from '@gangway/core/kit/item';
import type { Spec } from '@gangway/core/kit/spec';
import { compared, merged, type Difference, type Leaf, type Side } from './difference';
import { numberWords, plainWords } from './fieldLeaves';

/** An item as its row holds it. */
export interface ItemState {
  readonly item: KitItem;
  readonly archived: boolean;
}

function specWords(spec: Spec, value: unknown): string {
  if (value === null) return differencesText.unknown;
  if (typeof value === 'number' && spec.type === 'number') return numberWords(value, spec.unit);
  if (typeof value === 'string' && spec.type === 'choice') return spec.choices[value] ?? value;
  if (Array.isArray(value) && spec.type === 'list') return value.map((each: number) => numberWords(each, spec.unit)).join(', ');
  return plainWords(value);
}

const leavesOf = (kind: Kind): readonly Leaf[] => [
  { path: ['item', 'name'], label: differencesText.name, words: plainWords },
  { path: ['item', 'note'], label: differencesText.note, words: plainWords },
  { path: ['archived'], label: differencesText.archived, words: plainWords },
  ...specsOf(kind).map(([key, spec]): Leaf => ({
    path: ['item', 'specs', key],
    label: say(differencesText.within, { group: spec.group, label: spec.label }),
    words: (value) => specWords(spec, value),
  })),
];

/** Everything in which two states of an item of the kit differ. */
export function itemDifferences(ours: ItemState, theirs: ItemState, was: ItemState | null): readonly Difference[] {
  return compared(leavesOf(ours.item.kind), { ours, theirs, was });
}

/** Their item with what was chosen from ours. */
export function mergedItem(ours: ItemState, theirs: ItemState, picks: Readonly<Record<string, Side>>): ItemState {
  // Each value comes from one of two items of a kind, at its own place.
  return merged(leavesOf(ours.item.kind), { ours, theirs, was: null }, picks) as ItemState;
}

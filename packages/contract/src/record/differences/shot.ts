import { timeToTheSecond } from '@gangway/messages/date';
import { differencesText } from '@gangway/messages/contract/differences';
import type { ShotField } from '@gangway/core/log/shotField';
import { SHOT_ENTRIES, type Shot } from '@gangway/core/log/shotFields';
import { compared, merged, type Difference, type Leaf, type Side } from './difference';
import { numberWords, plainWords } from './fieldLeaves';

const words = (field: ShotField) => (value: unknown) =>
  typeof value === 'number' && field.type === 'number' ? numberWords(value, field.unit) : plainWords(value);

// Which setup a shot belongs to goes with the name of the setup, which is a field like the others.
const LEAVES: readonly Leaf[] = [
  { path: ['at'], label: differencesText.time, words: (at) => (typeof at === 'string' ? timeToTheSecond(new Date(at)) : plainWords(at)) },
  ...SHOT_ENTRIES.map(([key, field]): Leaf => ({ path: [key], label: field.label, words: words(field) })),
];

/** Everything in which two states of a shot differ. */
export function shotDifferences(ours: Shot, theirs: Shot, was: Shot | null): readonly Difference[] {
  return compared(LEAVES, { ours, theirs, was });
}

/** Their shot with what was chosen from ours. */
export function mergedShot(ours: Shot, theirs: Shot, picks: Readonly<Record<string, Side>>): Shot {
  // Each value comes from one of two shots, at its own place.
  const shot = merged(LEAVES, { ours, theirs, was: null }, picks) as Shot;
  return picks.setup === 'ours' ? { ...shot, setupId: ours.setupId } : shot;
}

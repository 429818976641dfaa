import { differencesText } from '@gangway/messages/contract/differences';
import { writtenDay } from '@gangway/messages/date';
import { say } from '@gangway/messages/say';
import { fixed } from '@gangway/core/words';
import type { JobPatch, JobPlace } from '../../job';
import { compared, type Difference, type Leaf } from './difference';
import { plainWords } from './fieldLeaves';

function placeWords(place: JobPlace | null): string {
  if (place === null) return differencesText.none;
  const { name, latitudeDeg, longitudeDeg } = place;
  const at = say(differencesText.coordinates, { latitude: fixed(latitudeDeg, 4), longitude: fixed(longitudeDeg, 4) });
  return name === '' ? at : `“${name}”, ${at}`;
}

/** The values in which a change of a job can meet another. The order of its setups is no such value: the last one counts. */
const LEAVES: readonly Leaf[] = [
  { path: ['name'], label: differencesText.name, words: plainWords },
  // Only the schema of a job lets a place in.
  { path: ['place'], label: differencesText.place, words: (place) => placeWords(place as JobPlace | null) },
  {
    path: ['day'],
    label: differencesText.day,
    words: (day) => (typeof day === 'string' ? writtenDay(day) : differencesText.none),
  },
  { path: ['dismissedCautions'], label: differencesText.dismissedCautions, words: plainWords },
];

/** The fields that a change of a job sets to other values than they have there now. */
export function jobDifferences(patch: JobPatch, theirs: JobPatch, was: JobPatch): readonly Difference[] {
  const changed = LEAVES.filter(({ path: [key = ''] }) => key in patch);
  return compared(changed, { ours: patch, theirs, was });
}

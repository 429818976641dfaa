import { differencesText } from '@gangway/messages/contract/differences';
import { say } from '@gangway/messages/say';
import equal from 'fast-deep-equal';

/** Which of two states a value is taken from. */
export type Side = 'ours' | 'theirs';

/** A value in which two states of a record differ, in words on either side. */
export interface Difference {
  /** Where in the record it stands: the keys on the way to it, with a full stop between them. */
  readonly key: string;
  readonly label: string;
  readonly ours: string;
  readonly theirs: string;
  /** What it was before either side changed it; `null` when that is not known. */
  readonly was: string | null;
  /** The side that alone has changed it; `null` when both have, or it is not known what it was. */
  readonly changedBy: Side | null;
}

/** A value of a record that is compared as one. */
export interface Leaf {
  readonly path: readonly string[];
  readonly label: string;
  readonly words: (value: unknown) => string;
}

/** The value at a path; `undefined` where there is none. */
export function at(record: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((value, key) => (isRecord(value) ? value[key] : undefined), record);
}

/** A record with another value at a path. */
function withAt(record: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value;
  const whole = isRecord(record) ? record : {};
  return { ...whole, [key]: withAt(whole[key], rest, value) };
}

export const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The three states of a record at a conflict; `was` is `null` when nobody knows what it was before. */
export interface Sides {
  readonly ours: unknown;
  readonly theirs: unknown;
  readonly was: unknown;
}

/** What differs between two states of a record, value by value. */
export function compared(leaves: readonly Leaf[], { ours, theirs, was }: Sides): readonly Difference[] {
  return leaves.flatMap((leaf): readonly Difference[] => {
    const [here, there] = [at(ours, leaf.path), at(theirs, leaf.path)];
    if (equal(here, there)) return [];
    const before = was === null ? undefined : at(was, leaf.path);
    const words = { ours: leaf.words(here), theirs: leaf.words(there) };
    return [
      {
        key: leaf.path.join('.'),
        label: leaf.label,
        ours: words.ours,
        // What differs is never passed over because its short description does not show it.
        theirs: words.ours === words.theirs ? say(differencesText.detailsDiffer, { same: words.theirs }) : words.theirs,
        was: was === null ? null : leaf.words(before),
        changedBy: was === null ? null : changedBy(here, there, before),
      },
    ];
  });
}

function changedBy(here: unknown, there: unknown, before: unknown): Side | null {
  if (equal(there, before)) return 'ours';
  return equal(here, before) ? 'theirs' : null;
}

/** Their state with the values taken over that were chosen from ours. */
export function merged(leaves: readonly Leaf[], { ours, theirs }: Sides, picks: Readonly<Record<string, Side>>): unknown {
  return leaves
    .filter(({ path }) => picks[path.join('.')] === 'ours')
    .reduce<unknown>((record, { path }) => withAt(record, path, at(ours, path)), theirs);
}

import { kitText } from '@gangway/messages/core/kit';
import { say } from '@gangway/messages/say';
import type { CircleRow } from './spec';

/** Two values of an item that cannot both be true: where it is said, and the sentence. */
export interface Contradiction {
  readonly path: readonly (string | number)[];
  readonly message: string;
}

/** The first of two values must not be larger than the second; nothing is said of what is not known. */
export function inOrder([least, most]: readonly [number | null, number | null], at: string, sentence: string): readonly Contradiction[] {
  if (least === null || most === null || least <= most) return [];
  return [{ path: [at], message: say(kitText.isLessThan, { sentence, most, least }) }];
}

/** A table typed as lists that does not fit: its first column must rise, and every other list must have a value for each of it, or none at all. */
export function listContradictions(
  key: string,
  first: readonly number[],
  label: string,
  others: Readonly<Record<string, readonly [label: string, values: readonly number[]]>>,
): readonly Contradiction[] {
  const falls = first.findIndex((value, i) => i > 0 && value <= (first[i - 1] ?? 0));
  const risen = falls < 0 ? [] : [{ path: [key], message: say(kitText.valuesMustRise, { label }) }];
  const uneven = Object.entries(others)
    .filter(([, [, values]]) => values.length > 0 && values.length !== first.length)
    .map(([path, [name, values]]) => ({
      path: [path],
      message: say(kitText.oneValueForEach, { name, values: values.length, label, wanted: first.length }),
    }));
  return [...risen, ...uneven];
}

/** Circles that contradict each other: a sharp circle beyond the image circle, or one f-number twice. */
export function circleContradictions({
  imageCircleMm,
  sharpCircles,
}: {
  readonly imageCircleMm: number | null;
  readonly sharpCircles: readonly Pick<CircleRow, 'fNumber' | 'diameterMm'>[];
}): readonly Contradiction[] {
  return sharpCircles.flatMap(({ fNumber, diameterMm }, i): readonly Contradiction[] => {
    if (sharpCircles.findIndex((each) => each.fNumber === fNumber) < i)
      return [
        {
          path: ['sharpCircles', i, 'fNumber'],
          message: say(kitText.fAppearsTwiceInThe, { fNumber }),
        },
      ];
    if (imageCircleMm === null || diameterMm <= imageCircleMm) return [];
    return [
      {
        path: ['sharpCircles', i, 'diameterMm'],
        message: say(kitText.theSharpCircleAtF, { fNumber, diameterMm, imageCircleMm }),
      },
    ];
  });
}

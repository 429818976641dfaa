import { lengthWords } from '@gangway/messages/length';
import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import type { CameraUnknown, Difference, FoundCamera } from '@gangway/core/plate/foundCamera';
import { fixed, mmWords } from '@gangway/core/words';

/** What is told of each difference: more or less, its unit, and the least that anybody would change. */
interface Told {
  readonly name: CameraUnknown;
  readonly called: string;
  readonly words: string;
  readonly unit: 'm' | 'deg' | 'mm';
  readonly least: number;
}

const TOLD: readonly Told[] = [
  { name: 'aheadM', called: plateText.calledAhead, words: plateText.takenAhead, unit: 'm', least: 0.02 },
  { name: 'asideM', called: plateText.calledAside, words: plateText.takenAside, unit: 'm', least: 0.02 },
  { name: 'upM', called: plateText.calledUp, words: plateText.takenUp, unit: 'm', least: 0.02 },
  { name: 'yawDeg', called: plateText.calledYaw, words: plateText.takenYaw, unit: 'deg', least: 0.05 },
  { name: 'pitchDeg', called: plateText.calledPitch, words: plateText.takenPitch, unit: 'deg', least: 0.05 },
  { name: 'rollDeg', called: plateText.calledRoll, words: plateText.takenRoll, unit: 'deg', least: 0.05 },
  { name: 'riseMm', called: plateText.calledRise, words: plateText.takenRise, unit: 'mm', least: 0.2 },
  { name: 'shiftMm', called: plateText.calledShift, words: plateText.takenShift, unit: 'mm', least: 0.2 },
];
/** A difference is certain where it is so many times its standard deviation, and possible from this many. */
const [CERTAIN, POSSIBLE] = [2, 1] as const;

function valueWords(value: number, unit: Told['unit']): string {
  if (unit === 'm') return lengthWords(value, 2);
  return unit === 'deg' ? `${fixed(value, 2)}°` : mmWords(value);
}

const told = (found: FoundCamera): readonly Told[] => (found.placed ? TOLD : TOLD.filter(({ unit }) => unit !== 'm'));
const isTold = ({ by, doubt }: Difference, { least }: Told, times: number): boolean => Math.abs(by) >= Math.max(least, times * doubt);

function differs(found: FoundCamera, { name, words, unit }: Told): string {
  const { by, doubt } = found.differences[name];
  return say(words, { by: valueWords(Math.abs(by), unit), more: by > 0 ? 'yes' : 'no', doubt: valueWords(doubt, unit) });
}

/** How a frame was taken otherwise than planned, in words. */
export interface TakenWords {
  /** What was done differently for certain, a sentence each. */
  readonly certain: readonly string[];
  /** What may have been. */
  readonly possible: readonly string[];
  /** In what no difference is seen, and how small one could be; `null` where there is something in each. */
  readonly none: string | null;
}

/** How a frame was taken otherwise than planned. */
export function takenWords(found: FoundCamera): TakenWords {
  const all = told(found);
  const certain = all.filter((each) => isTold(found.differences[each.name], each, CERTAIN));
  const possible = all.filter((each) => !certain.includes(each) && isTold(found.differences[each.name], each, POSSIBLE));
  const rest = all.filter((each) => !certain.includes(each) && !possible.includes(each));
  const within = ({ name, called, unit }: Told): string =>
    say(plateText.takenWithin, { name: called, doubt: valueWords(found.differences[name].doubt, unit) });
  return {
    certain: certain.map((each) => differs(found, each)),
    possible: possible.map((each) => differs(found, each)),
    none: rest.length === 0 ? null : say(plateText.takenAgrees, { what: rest.map(within).join(', ') }),
  };
}

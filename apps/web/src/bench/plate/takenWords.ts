import { lengthWords } from '@gangway/messages/length';
import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import type { CameraUnknown, Difference, FoundCamera } from '@gangway/core/plate/foundCamera';
import { fixed, mmWords } from '@gangway/core/words';

/** How each difference is told, its unit, and the least that anybody would correct. */
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

/** Whether a difference is more than nothing by so many standard deviations; by none where those are unknown. */
const isTold = ({ by, doubt }: Difference, { least }: Told, times: number): boolean =>
  Math.abs(by) >= Math.max(least, times * (doubt ?? 0));

/** Whether a difference can be relied on: its uncertainty is known, and the frame fits what is assumed. */
const isCertain = ({ strained, differences }: FoundCamera, each: Told): boolean => {
  const difference = differences[each.name];
  return !strained && difference.doubt !== null && isTold(difference, each, CERTAIN);
};

const doubtWords = (doubt: number | null, unit: Told['unit']): string =>
  doubt === null ? plateText.takenDoubtUnknown : `± ${valueWords(doubt, unit)}`;

function differs({ differences }: FoundCamera, { name, words, unit }: Told): string {
  const { by, doubt } = differences[name];
  return say(words, { by: valueWords(Math.abs(by), unit), more: by > 0 ? 'yes' : 'no', doubt: doubtWords(doubt, unit) });
}

/** How a frame was taken differently from the plan, in words. */
export interface TakenWords {
  /** What certainly differs, a sentence each. */
  readonly certain: readonly string[];
  /** What may differ. */
  readonly possible: readonly string[];
  /** What does not seem to differ, and how well that is known; `null` where everything does. */
  readonly none: string | null;
}

/** How a frame was taken differently from the plan. */
export function takenWords(found: FoundCamera): TakenWords {
  const all = told(found);
  const certain = all.filter((each) => isCertain(found, each));
  const possible = all.filter((each) => !certain.includes(each) && isTold(found.differences[each.name], each, POSSIBLE));
  const rest = all.filter((each) => !certain.includes(each) && !possible.includes(each));
  const within = ({ name, called, unit }: Told): string =>
    say(plateText.takenWithin, { name: called, doubt: doubtWords(found.differences[name].doubt, unit) });
  return {
    certain: certain.map((each) => differs(found, each)),
    possible: possible.map((each) => differs(found, each)),
    none: rest.length === 0 ? null : say(plateText.takenAgrees, { what: rest.map(within).join(', ') }),
  };
}

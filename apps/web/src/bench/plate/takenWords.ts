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
/** A difference is one where it is so many times its standard deviation. */
const CERTAIN = 2;

function valueWords(value: number, unit: Told['unit']): string {
  if (unit === 'm') return lengthWords(value, 2);
  return unit === 'deg' ? `${fixed(value, 2)}°` : mmWords(value);
}

const told = (found: FoundCamera): readonly Told[] => (found.placed ? TOLD : TOLD.filter(({ unit }) => unit !== 'm'));
const isTold = ({ by, doubt }: Difference, { least }: Told): boolean => Math.abs(by) >= Math.max(least, CERTAIN * doubt);

/** What was done differently than planned, a sentence each, the largest part of the frame first. */
export function differenceWords(found: FoundCamera): readonly string[] {
  return told(found)
    .filter((each) => isTold(found.differences[each.name], each))
    .map(({ name, words, unit }) => {
      const { by, doubt } = found.differences[name];
      return say(words, { by: valueWords(Math.abs(by), unit), more: by > 0 ? 'yes' : 'no', doubt: valueWords(doubt, unit) });
    });
}

/** In what no difference can be told, and how small one could be; `null` where everything differs. */
export function agreeingWords(found: FoundCamera): string | null {
  const same = told(found).filter((each) => !isTold(found.differences[each.name], each));
  if (same.length === 0) return null;
  return say(plateText.takenAgrees, {
    what: same
      .map(({ name, called, unit }) => say(plateText.takenWithin, { name: called, doubt: valueWords(found.differences[name].doubt, unit) }))
      .join(', '),
  });
}

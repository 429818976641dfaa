import { checksText } from '@gangway/messages/core/checks';
import { say } from '@gangway/messages/say';

/** A frame of a mosaic, numbered from 1, and how many there are. */
export interface WhichFrame {
  readonly number: number;
  readonly of: number;
}

/** "both frames", "all 8 frames". */
export function manyFrames(count: number): string {
  return count === 2 ? checksText.bothFrames : say(checksText.allFrames, { count });
}

/** The one of a list with the least of something; `null` of none. */
export function leastBy<T>(all: readonly T[], by: (each: T) => number): T | null {
  return all.reduce<T | null>((least, each) => (least === null || by(each) < by(least) ? each : least), null);
}

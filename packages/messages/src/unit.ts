import { catalogue } from './catalogue';

/** Units that are words, and so are translated. */
const WORDS = catalogue({ stops: 'stops', frames: 'frames', share: 'share', pixel: 'pixel', 'cycles/px': 'cycles/px' });

/**
 * A unit as it stands beside a number: "mm" as it is, "stops" in the language of the page.
 *
 * @param unit the unit of a field
 *
 * @example
 * unitLabel('stops') // => 'stops'
 */
export function unitLabel(unit: string): string {
  return Object.hasOwn(WORDS, unit) ? WORDS[unit as keyof typeof WORDS] : unit;
}

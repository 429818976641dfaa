import { presentRegion } from './language';

const formats = new Map<string, Intl.DateTimeFormat>();

/**
 * A time of day in a time zone as the region writes it: "18:47", "6:47 PM".
 *
 * @param at the moment
 * @param timeZone as the IANA names it; that of the machine when it is left out
 *
 * @example
 * timeOfDay(new Date('2026-06-21T10:00:00Z'), 'Europe/London') // => '11:00'
 */
export function timeOfDay(at: Date, timeZone?: string): string {
  return formatOf('time', { hour: '2-digit', minute: '2-digit', ...(timeZone !== undefined && { timeZone }) }).format(at);
}

/** A time of day on the clock of this machine, to the second, as the region writes it: "18:47:05". */
export function timeToTheSecond(at: Date): string {
  return formatOf('second', { hour: '2-digit', minute: '2-digit', second: '2-digit' }).format(at);
}

/**
 * A day as the region writes it, with the month in English: "21 June 2026", "June 21, 2026".
 *
 * @param day as 2026-06-21
 *
 * @example
 * writtenDay('2026-06-21') // => '21 June 2026'
 */
export function writtenDay(day: string): string {
  return formatOf('day', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(new Date(`${day}T00:00:00Z`));
}

/** English with the order and the clock of the region: "en-DE" for a browser set to German in Germany. */
function datesOf(region: string): string {
  const country = new Intl.Locale(region).maximize().region;
  return country === undefined ? 'en-GB' : `en-${country}`;
}

function formatOf(kind: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const region = presentRegion();
  const key = `${kind} ${options.timeZone ?? ''} ${region}`;
  const known = formats.get(key);
  if (known) return known;
  const made = new Intl.DateTimeFormat(datesOf(region), { ...options, numberingSystem: 'latn' });
  formats.set(key, made);
  return made;
}

/** The day of a moment on the clock of this machine, as 2026-06-21. */
export function localDay(at: Date): string {
  return [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
}

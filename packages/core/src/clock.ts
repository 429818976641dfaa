/** What the clocks of a zone show. */
export interface ClockTime {
  /** 2026-11-25. */
  readonly date: string;
  /** 10:30:15. */
  readonly time: string;
  /** How far the zone is ahead of UTC then, ms. */
  readonly aheadMs: number;
}

/**
 * A moment as the clocks of a zone show it, to the second.
 *
 * @param at the moment
 * @param timeZone as the IANA names it, such as Europe/London or UTC
 * @throws RangeError for a zone that does not exist or a date that is not valid
 *
 * @example
 * clockTime(new Date('2026-06-21T10:00:00Z'), 'Europe/London').time // => '11:00:00'
 */
export function clockTime(at: Date, timeZone: string): ClockTime {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  }).formatToParts(at);
  const of = (type: string): string => parts.find((part) => part.type === type)?.value ?? '00';
  const date = `${of('year')}-${of('month')}-${of('day')}`;
  const time = `${of('hour')}:${of('minute')}:${of('second')}`;
  return { date, time, aheadMs: Date.parse(`${date}T${time}Z`) - Math.floor(at.getTime() / 1000) * 1000 };
}

import { clockTime } from '../clock';
import { freshGeometry } from '../geometry/geometry';
import { CAUTIONS } from '../cautions/cautions';
import { partsInOrder } from '../rig/parts';
import { frontBearing, windWords } from '../sun/bearing';
import { litStretches, sunTimes, type LitStretch, type Place, type SunTimes } from '../sun/sun';
import { Pages, putCard, SPOT_SIZES, type SpotSize } from './cardPages';
import type { Drawing } from './drawing';
import type { SetupSettings } from '../model/setup';

/** A setup of a job as its sheet needs it. */
export interface SheetStand {
  readonly name: string;
  readonly settings: SetupSettings;
}

/** Where and when a job is photographed. */
export interface Where {
  readonly place: (Place & { readonly name: string }) | null;
  /** The day, as 2026-11-25. */
  readonly day: string | null;
  /** As the IANA names it. */
  readonly timeZone: string;
}

/** Something to pack, and the setups that need it. */
export interface Packed {
  readonly name: string;
  readonly kind: string;
  readonly stands: readonly string[];
}

/**
 * Everything to pack for some stands, each thing once, in the order of the chain.
 *
 * @param stands the setups of the job
 *
 * @example
 * packingList([{ name: 'Tower', settings: front }]).length // => 2
 */
export function packingList(stands: readonly SheetStand[]): readonly Packed[] {
  const all = new Map<string, { name: string; kind: string; stands: string[] }>();
  const add = (key: string, name: string, kind: string, stand: string): void => {
    const found = all.get(key) ?? { name, kind, stands: [] };
    if (!found.stands.includes(stand)) found.stands.push(stand);
    all.set(key, found);
  };
  for (const { name, settings } of stands) {
    for (const part of partsInOrder(settings.rig.parts)) add(part.id, part.name, part.kind, name);
    for (const filter of settings.exposure.filters) add(`filter ${filter.name}`, filter.name, 'filter', name);
    if (settings.exposure.centreFilterStops !== null) add('centre filter', 'centre filter', 'filter', name);
    if (settings.exposure.flash) add('flash', 'flash', 'flash', name);
  }
  return [...all.values()];
}

/**
 * The cautions that any of the setups concerns, each once.
 *
 * @param stands the setups of the job
 *
 * @example
 * jobCautions([]).length // => 0
 */
export function jobCautions(stands: readonly SheetStand[]): readonly string[] {
  return CAUTIONS.filter(({ concerns }) => stands.some(({ settings }) => concerns(freshGeometry(settings)))).map(({ words }) => words);
}

/**
 * The moment at which a day begins in a time zone. Throws a RangeError for a zone or a day that there is not.
 *
 * @param day the day, as 2026-06-21
 * @param timeZone time zone as the IANA names it
 *
 * @example
 * dayStart('2026-06-21', 'Europe/London').toISOString() // => '2026-06-20T23:00:00.000Z'
 */
export function dayStart(day: string, timeZone: string): Date {
  const wanted = Date.parse(`${day}T00:00:00Z`);
  if (Number.isNaN(wanted)) throw new RangeError(`${day} is no day`);
  const offset = (ms: number): number => clockTime(new Date(ms), timeZone).aheadMs;
  // The offset at the guess may differ from the one at the moment itself, where the clocks change at night.
  const guess = wanted - offset(wanted);
  return new Date(wanted - offset(guess));
}

/**
 * The light of a day for a job; `null` while place or day is missing.
 *
 * @param where place, day and time zone of the job
 * @param stands the setups of the job
 *
 * @example
 * lightOfDay({ place: null, day: null, timeZone: 'UTC' }, []) // => null
 */
export function lightOfDay(
  { place, day, timeZone }: Where,
  stands: readonly SheetStand[],
): {
  readonly sun: SunTimes;
  readonly lit: readonly { readonly name: string; readonly bearingDeg: number | null; readonly stretches: readonly LitStretch[] }[];
} | null {
  if (place === null || day === null) return null;
  const from = dayStart(day, timeZone);
  return {
    sun: sunTimes(place, from),
    lit: stands
      .filter(({ settings }) => settings.scene?.subject.kind === 'front')
      .map(({ name, settings }) => {
        const bearingDeg = settings.scene && frontBearing(settings.scene);
        return { name, bearingDeg, stretches: bearingDeg === null ? [] : litStretches(place, from, bearingDeg) };
      }),
  };
}

/** A time of day as the clocks of a zone show it: 07:42. */
export function clockWords(at: Date | null, timeZone: string): string {
  if (at === null) return 'not that day';
  return new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at);
}

/**
 * The sun of a day in sentences.
 *
 * @param sun times of the sun on that day
 * @param timeZone time zone as the IANA names it
 *
 * @example
 * sunWords(sunTimes({ latitudeDeg: 51.5, longitudeDeg: 0, heightM: 0 }, new Date('2026-06-21T00:00:00Z')), 'UTC').startsWith('Light from 02:54') // => true
 */
export function sunWords(sun: SunTimes, timeZone: string): string {
  if (sun.allDay === 'up') return 'The sun does not set that day.';
  if (sun.allDay === 'down') return 'The sun does not rise that day.';
  const at = (date: Date | null): string => clockWords(date, timeZone);
  return `Light from ${at(sun.dawn)}, sunrise ${at(sun.rise)}, low and warm until ${at(sun.lowUntil)}, highest ${at(sun.noon)}, low again from ${at(sun.lowFrom)}, sunset ${at(sun.set)}, light until ${at(sun.dusk)}.`;
}

/**
 * When a front is lit, in words.
 *
 * @param lit the bearing of the front, and when the sun is on it
 * @param timeZone time zone as the IANA names it
 *
 * @example
 * litWords({ bearingDeg: null, stretches: [] }, 'UTC') // => 'which way it faces is unknown: enter the compass bearing in the step Position'
 */
export function litWords(
  { bearingDeg, stretches }: { readonly bearingDeg: number | null; readonly stretches: readonly LitStretch[] },
  timeZone: string,
): string {
  if (bearingDeg === null) return 'which way it faces is unknown: enter the compass bearing in the step Position';
  const looks = `faces ${windWords(bearingDeg)}`;
  if (stretches.length === 0) return `${looks}; no sun on it that day`;
  return `${looks}; sun on it ${stretches.map(({ from, to, steepestDeg, steepestAt }) => `${clockWords(from, timeZone)}–${clockWords(to, timeZone)}, steepest ${Math.round(steepestDeg)}° at ${clockWords(steepestAt, timeZone)}`).join(' and ')}`;
}

/**
 * The whole job on paper: its light, what to pack, what to mind, and the card of every setup.
 *
 * @param job name of the job
 * @param where place, day and time zone of the job
 * @param stands the setups of the job
 * @param size size of the paper
 *
 * @example
 * jobPages('Larkmoor Ropeworks', { place: null, day: null, timeZone: 'UTC' }, [{ name: 'Tower', settings: front }], 'a5').length // => 3
 */
export function jobPages(job: string, where: Where, stands: readonly SheetStand[], size: SpotSize): readonly Drawing[] {
  const { widthMm, heightMm } = SPOT_SIZES[size];
  const pages = new Pages(widthMm, heightMm, job);
  pages.y += 2;
  pages.text(job, { size: 6, bold: true });
  pages.text(
    `${where.place === null ? 'No place given' : `${where.place.name === '' ? 'At' : `${where.place.name},`} ${coordinate(where.place.latitudeDeg, 'N', 'S')}, ${coordinate(where.place.longitudeDeg, 'E', 'W')}`}; ${where.day ?? 'no day given'}; times of ${where.timeZone}.`,
  );
  const light = lightOfDay(where, stands);
  pages.heading('Light');
  pages.text(light ? sunWords(light.sun, where.timeZone) : 'Enter place and day on the job’s page to see the light here.');
  for (const each of light?.lit ?? []) pages.text(`${each.name}: ${litWords(each, where.timeZone)}.`, { x: 14 });
  if (light) pages.text('Hills, buildings and weather are not considered.', { size: 2.4 });
  pages.heading('Setups');
  stands.forEach(({ name, settings }, i) => pages.text(`${i + 1}. ${name}: ${settings.rig.name}`));
  pages.heading('To pack');
  for (const { name, stands: needed } of packingList(stands)) {
    pages.room(5);
    pages.put({ kind: 'rect', x: 9, y: pages.y - 2.4, w: 2.8, h: 2.8, widthMm: 0.2 });
    pages.text(`${name}: ${needed.length === stands.length && stands.length > 1 ? 'every setup' : needed.join(', ')}`, { x: 14 });
    pages.y += 0.6;
  }
  pages.heading('Cautions');
  for (const words of jobCautions(stands)) pages.text(`· ${words}`, { size: 2.5 });
  for (const { name, settings } of stands) {
    pages.turn();
    putCard(pages, { name, job, settings });
  }
  return pages.drawings(job);
}

/** A latitude or longitude with its hemisphere, as 33.8688° S. */
function coordinate(deg: number, positive: string, negative: string): string {
  return `${Math.abs(deg).toFixed(4)}° ${deg < 0 ? negative : positive}`;
}

import { listed } from '@gangway/messages/list';
import { timeOfDay, writtenDay } from '@gangway/messages/date';
import { fixedNumber } from '@gangway/messages/number';
import { cardText } from '@gangway/messages/core/card';
import { say } from '@gangway/messages/say';
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
export interface SheetSetup {
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
  readonly setups: readonly string[];
}

/**
 * Everything to pack for some setups, each thing once, in the order of the chain.
 *
 * @param setups the setups of the job
 *
 * @example
 * packingList([{ name: 'Tower', settings: front }]).length // => 2
 */
export function packingList(setups: readonly SheetSetup[]): readonly Packed[] {
  const all = new Map<string, { name: string; kind: string; setups: string[] }>();
  const add = (key: string, name: string, kind: string, setup: string): void => {
    const found = all.get(key) ?? { name, kind, setups: [] };
    if (!found.setups.includes(setup)) found.setups.push(setup);
    all.set(key, found);
  };
  for (const { name, settings } of setups) {
    for (const part of partsInOrder(settings.rig.parts)) add(part.id, part.name, part.kind, name);
    for (const filter of settings.exposure.filters) add(say(cardText.filter, { name: filter.name }), filter.name, 'filter', name);
    if (settings.exposure.centreFilterStops !== null) add(cardText.centreFilter, cardText.centreFilter, 'filter', name);
    if (settings.exposure.flash) add('flash', 'flash', 'flash', name);
  }
  return [...all.values()];
}

/**
 * The cautions that any of the setups concerns, each once.
 *
 * @param setups the setups of the job
 *
 * @example
 * jobCautions([]).length // => 0
 */
export function jobCautions(setups: readonly SheetSetup[]): readonly string[] {
  return CAUTIONS.filter(({ concerns }) => setups.some(({ settings }) => concerns(freshGeometry(settings)))).map(({ words }) => words);
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
 * @param setups the setups of the job
 *
 * @example
 * lightOfDay({ place: null, day: null, timeZone: 'UTC' }, []) // => null
 */
export function lightOfDay(
  { place, day, timeZone }: Where,
  setups: readonly SheetSetup[],
): {
  readonly sun: SunTimes;
  readonly lit: readonly { readonly name: string; readonly bearingDeg: number | null; readonly stretches: readonly LitStretch[] }[];
} | null {
  if (place === null || day === null) return null;
  const from = dayStart(day, timeZone);
  return {
    sun: sunTimes(place, from),
    lit: setups
      .filter(({ settings }) => settings.scene?.subject.kind === 'front')
      .map(({ name, settings }) => {
        const bearingDeg = settings.scene && frontBearing(settings.scene);
        return { name, bearingDeg, stretches: bearingDeg === null ? [] : litStretches(place, from, bearingDeg) };
      }),
  };
}

/**
 * A time of day as the clocks of a zone show it and the region writes it.
 *
 * @param at the moment; `null` for what does not happen that day
 * @param timeZone time zone as the IANA names it
 *
 * @example
 * clockWords(new Date('2026-06-21T06:42:00Z'), 'Europe/London') // => '07:42'
 */
export function clockWords(at: Date | null, timeZone: string): string {
  if (at === null) return cardText.notThatDay;
  return timeOfDay(at, timeZone);
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
  if (sun.allDay === 'up') return cardText.theSunDoesNotSet;
  if (sun.allDay === 'down') return cardText.theSunDoesNotRise;
  const at = (date: Date | null): string => clockWords(date, timeZone);
  return say(cardText.lightFromSunriseLowAnd, {
    dawn: at(sun.dawn),
    rise: at(sun.rise),
    lowUntil: at(sun.lowUntil),
    noon: at(sun.noon),
    lowFrom: at(sun.lowFrom),
    set: at(sun.set),
    dusk: at(sun.dusk),
  });
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
  if (bearingDeg === null) return cardText.whichWayItFacesIs;
  const looks = say(cardText.faces, { bearingDeg: windWords(bearingDeg) });
  if (stretches.length === 0) return say(cardText.noSunOnItThat, { looks });
  return say(cardText.sunOnIt, {
    looks,
    stretches: listed(
      stretches.map(({ from, to, steepestDeg, steepestAt }) =>
        say(cardText.steepestAt, {
          from: clockWords(from, timeZone),
          to: clockWords(to, timeZone),
          steepestDeg: Math.round(steepestDeg),
          steepestAt: clockWords(steepestAt, timeZone),
        }),
      ),
    ),
  });
}

/**
 * The whole job on paper: its light, what to pack, what to mind, and the card of every setup.
 *
 * @param job name of the job
 * @param where place, day and time zone of the job
 * @param setups the setups of the job
 * @param size size of the paper
 *
 * @example
 * jobPages('Larkmoor Ropeworks', { place: null, day: null, timeZone: 'UTC' }, [{ name: 'Tower', settings: front }], 'a5').length // => 3
 */
export function jobPages(job: string, where: Where, setups: readonly SheetSetup[], size: SpotSize): readonly Drawing[] {
  const { widthMm, heightMm } = SPOT_SIZES[size];
  const pages = new Pages(widthMm, heightMm, job);
  pages.y += 2;
  pages.text(job, { size: 6, bold: true });
  pages.text(
    say(cardText.timesOf, {
      place:
        where.place === null
          ? cardText.noPlaceGiven
          : say(cardText.nameLatitudedegLongitudedeg, {
              name: where.place.name === '' ? cardText.at : `${where.place.name},`,
              latitudeDeg: coordinate(where.place.latitudeDeg, 'N', 'S'),
              longitudeDeg: coordinate(where.place.longitudeDeg, 'E', 'W'),
            }),
      day: where.day === null ? cardText.noDayGiven : writtenDay(where.day),
      timeZone: where.timeZone,
    }),
  );
  const light = lightOfDay(where, setups);
  pages.heading(cardText.light);
  pages.text(light ? sunWords(light.sun, where.timeZone) : cardText.enterPlaceAndDayOn);
  for (const each of light?.lit ?? []) pages.text(`${each.name}: ${litWords(each, where.timeZone)}.`, { x: 14 });
  if (light) pages.text(cardText.hillsBuildingsAndWeatherAre, { size: 2.4 });
  pages.heading(cardText.setups);
  setups.forEach(({ name, settings }, i) => pages.text(`${i + 1}. ${name}: ${settings.rig.name}`));
  pages.heading(cardText.toPack);
  for (const { name, setups: needed } of packingList(setups)) {
    pages.room(5);
    pages.put({ kind: 'rect', x: 9, y: pages.y - 2.4, w: 2.8, h: 2.8, widthMm: 0.2 });
    pages.text(
      say(cardText.nameLength, {
        name,
        length: needed.length === setups.length && setups.length > 1 ? cardText.everySetup : needed.join(', '),
      }),
      { x: 14 },
    );
    pages.y += 0.6;
  }
  pages.heading(cardText.cautions);
  for (const words of jobCautions(setups)) pages.text(`· ${words}`, { size: 2.5 });
  for (const { name, settings } of setups) {
    pages.turn();
    putCard(pages, { name, job, settings });
  }
  return pages.drawings(job);
}

/** A latitude or longitude with its hemisphere, as 33.8688° S. */
function coordinate(deg: number, positive: string, negative: string): string {
  return `${fixedNumber(Math.abs(deg), 4)}° ${deg < 0 ? negative : positive}`;
}

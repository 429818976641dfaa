/**
 * In which language and for which region Gangway speaks. English is written
 * out in the catalogues; `pseudo` is made from it to find text that is not in
 * a catalogue and labels that have no room to grow.
 */
export type Language = 'en' | 'pseudo';

let language: Language = 'en';
let regionOf: () => string = () => 'en-GB';

/** The language of the catalogues. It is chosen before the first catalogue loads and does not change after that. */
export function presentLanguage(): Language {
  return language;
}

/** Chooses the language; call it before any catalogue is loaded. */
export function chooseLanguage(chosen: Language): void {
  language = chosen;
}

/** The region whose numbers and dates are written, as a BCP 47 tag: "en-GB", "de-DE". */
export function presentRegion(): string {
  return regionOf();
}

/**
 * Says where the region is looked up. A page has one region; a server has
 * that of the request it is answering.
 */
export function chooseRegion(lookUp: () => string): void {
  regionOf = lookUp;
}

/**
 * The first of the tags for which numbers and dates can be written; "en-GB" when there is none.
 *
 * @example
 * supportedRegion(['x-nonsense!', 'de-CH']) // => 'de-CH'
 */
export function supportedRegion(tags: readonly string[]): string {
  for (const tag of tags) {
    try {
      const [supported] = Intl.NumberFormat.supportedLocalesOf(tag);
      if (supported !== undefined) return supported;
    } catch {
      // Not a language tag at all: the next one may be.
    }
  }
  return 'en-GB';
}

/** Adds to a region that its lengths are written in feet and inches (the key "ms" of BCP 47, measurement system). */
export function withFeet(region: string): string {
  return `${region}${/-u-/u.test(region) ? '' : '-u'}-ms-ussystem`;
}

/** Whether distances are written in feet and inches here; movements and sizes on the sensor are in millimetres everywhere. */
export function inFeet(): boolean {
  return /-u-(?:[a-z0-9]+-)*?ms-(?:us|uk)system/u.test(presentRegion());
}

/** Regions that print on US letter; all others print on A4 and its parts. Source: Unicode CLDR, supplemental measurementData, paperSize. */
const LETTER_REGIONS: ReadonlySet<string> = new Set('BZ CA CL CO CR GT MX NI PA PH PR SV US VE'.split(' '));

/**
 * Whether paper is US letter here.
 *
 * @example
 * onLetter('es-MX') // => true
 */
export function onLetter(region = presentRegion()): boolean {
  return LETTER_REGIONS.has(new Intl.Locale(region).maximize().region ?? '');
}

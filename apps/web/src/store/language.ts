import { chooseLanguage, chooseRegion, supportedRegion, withFeet, type Language } from '@gangway/messages/language';
import { remember, remembered } from './remembered';

// Imported before everything else by the page and by every worker: the catalogues are made as they load.
const KEY = 'gangway.language';

/** A worker is told by its name: language, then region. */
const named = typeof document === 'undefined' ? self.name.split(' ') : null;

function wanted(): Language {
  if (named) return named[0] === 'pseudo' ? 'pseudo' : 'en';
  const asked = new URLSearchParams(location.search).get('language');
  try {
    if (asked === 'pseudo' || asked === 'en') localStorage.setItem(KEY, asked);
    return localStorage.getItem(KEY) === 'pseudo' ? 'pseudo' : 'en';
  } catch {
    return asked === 'pseudo' ? 'pseudo' : 'en';
  }
}

const LENGTHS_KEY = 'gangway.lengths';

/** Whether distances are in feet here: a worker hears it with its region. */
function wantsFeet(): boolean {
  return !named && remembered(LENGTHS_KEY) === 'feet';
}

/** Writes distances in feet and inches, or in metres, from the next load of the page on; the server hears it by a cookie. */
export function chooseLengths(lengths: 'feet' | 'metres'): void {
  remember(LENGTHS_KEY, lengths);
  document.cookie = `gangway-lengths=${lengths}; path=/; max-age=31536000; samesite=strict`;
  location.reload();
}

const language = wanted();
const plain = supportedRegion(named ? named.slice(1) : navigator.languages);
const region = wantsFeet() ? withFeet(plain) : plain;
chooseLanguage(language);
chooseRegion(() => region);
if (!named) document.documentElement.lang = language === 'pseudo' ? 'en-XA' : 'en';

/** The name that a worker gets, so that it speaks as the page does. */
export const WORKER_NAME = `${language} ${region}`;

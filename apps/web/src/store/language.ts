import { chooseLanguage, chooseRegion, supportedRegion, type Language } from '@gangway/messages/language';

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

const language = wanted();
const region = supportedRegion(named ? named.slice(1) : navigator.languages);
chooseLanguage(language);
chooseRegion(() => region);
if (!named) document.documentElement.lang = language === 'pseudo' ? 'en-XA' : 'en';

/** The name that a worker gets, so that it speaks as the page does. */
export const WORKER_NAME = `${language} ${region}`;

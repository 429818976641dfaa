import { catalogue } from '../catalogue';

export const exposureText = catalogue({
  readingAtF: 'Reading at f/',
  readingTime: 'Reading time',
  readingEv: 'Reading EV',
  meterSetToIso: 'Meter set to ISO',
  takes: 'Takes',
  exponent: 'Exponent',
  metered: 'Metered',
  needed: 'Needed',
  wantedTime: 'Wanted time',
  theTableOfAFilm: 'The table of a film needs one row at least.',
  theTableOfAFilmMay: 'The table of a film may have at most {rowsMost} rows.',
  neededRowIsSFilm: 'Needed, row {i}, is {neededS} s; film never needs less than the {meteredS} s metered.',
  rowOfTheFilmsTable: 'Row {i} of the film’s table must have longer times than row {i2}.',
  atMostFiltersCanBe: 'At most {looseFiltersMost} filters can be held before a lens.',
});

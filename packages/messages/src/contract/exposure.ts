import { catalogue } from '../catalogue';

export const exposureText = catalogue({
  readingAtF: 'Reading at f/',
  readingTime: 'Reading time',
  readingEv: 'Reading EV',
  meterSetToIso: 'Meter set to ISO',
  filterFactor: 'Filter factor',
  exponent: 'Exponent',
  metered: 'Metered',
  needed: 'Needed',
  wantedTime: 'Wanted exposure time',
  theTableOfAFilm: 'A film’s table needs at least one row.',
  theTableOfAFilmMay: 'A film’s table can have at most {rowsMost} rows.',
  neededRowIsSFilm: 'Needed, row {i}, is {neededS} s; film never needs less than the {meteredS} s metered.',
  rowOfTheFilmsTable: 'Row {i} of the film’s table must have longer times than row {i2}.',
  atMostFiltersCanBe: 'At most {looseFiltersMost} filters can be held before a lens.',
});

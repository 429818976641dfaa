import { catalogue } from '../catalogue';

export const kitExchangeText = catalogue({
  theFileHasNoColumn: 'The file has no column “name”. The first line must name the columns, as in an exported file.',
  theFileHasNoColumnKind: 'The file has no column “kind”. It must give the kind of each row: {kindNames}.',
  theColumnAppearsTwice: 'The column “{doubled}” appears twice.',
  isNotAColumnOf: '“{strange}” is not a column of a kit file. Columns are named with their units, such as “Focal length [mm]”.',
  theFileHasAHeader: 'The file has a header but no rows.',
  thisIsNotJsonThat: 'The file is not valid JSON: {error}',
  thisIsNotAKit: 'This is not a Gangway kit file: format must be “gangway-kit”.',
  versionMustBeAWhole: 'version must be a whole number from 1.',
  itemsRigsAndArchivedMust: 'items, rigs and archived must be lists.',
  theSameIdIsAlready: 'This id is already used in line {before}.',
  kindMustBeOneOf: 'kind: “{kind}” must be one of {kindNames}.',
  aHasNoSuchValue: '{column}: a {kind} has no such value.',
  kindThisIdIsA: 'kind: this id is a {kind} in the kit; the kind of an item cannot change.',
  name: 'name: {name} → {name2}',
  ofItsComponentsAreNeither: '{length} of its components are neither in the kit nor in the file.',
});

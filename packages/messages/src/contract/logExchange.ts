import { catalogue } from '../catalogue';

export const logExchangeText = catalogue({
  thisIsNotJsonThat: 'The file is not valid JSON: {error}',
  thisIsNotALog: 'This is not a Gangway log file: format must be “gangway-log”.',
  versionMustBeANumber: 'version must be a number.',
  shotsMustBeAList: 'shots must be a list.',
  isNotAColumnOf: '“{strange}” is not a column of a log file. Columns are named as in an exported file, such as “aperture [f/]”.',
  theFileHasNoColumn: 'The file has no column “time (UTC)”. The first line must name the columns, as in an exported file.',
  isNotInThisJob: '“{setup}” is not in this job',
  isMissing: 'is missing',
  rowItsSetupItMust: 'Row {line}: its setup {setup}; it must be the name of one of the job’s setups.',
  row: 'Row {line}, {message}',
  rowItsIdAppearsTwice: 'Row {line}: its id appears twice.',
});

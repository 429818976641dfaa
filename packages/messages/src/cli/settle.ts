import { catalogue } from '../catalogue';

export const cliSettleText = catalogue({
  settle: 'find settings at which every check passes, for each of an array of {given}',
  may: 'what may be changed, separated by commas; what the locks of each setup say when left out: {names}',
  format: 'print json, table or csv',
  completion: 'print the completion of names for bash',
  exitCodes: 'Exit codes: 0 done; 1 the input, or one of many cases, was refused; 2 the command was not understood.',
});

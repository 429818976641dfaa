import { catalogue } from '../catalogue';

export const stateText = catalogue({
  passes: 'passes',
  tight: 'tight',
  fails: 'fails',
  unknown: 'unknown',
});

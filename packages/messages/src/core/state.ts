import { catalogue } from '../catalogue';

export const stateText = catalogue({
  passes: 'passes',
  tight: 'tight',
  fails: 'fails',
  unknown: 'unknown',
  howMany:
    '{state, select, fails {{n, plural, one {# fails} other {# fail}}} tight {{n} tight} unknown {{n} unknown} other {{n, plural, one {# passes} other {# pass}}}}',
});

import { catalogue } from '../catalogue';

export const nameText = catalogue({
  giveAName: 'Give a name.',
  giveANameItCannot: 'Give a name; it cannot be blank.',
  theNameCanHaveAt: 'The name can have at most {nameLongest} characters.',
  theNameCannotHoldControl: 'The name cannot hold control characters such as tabs or line breaks.',
  copy: ' (copy {n})',
});

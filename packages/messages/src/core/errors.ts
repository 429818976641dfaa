import { catalogue } from '../catalogue';

export const errorsText = catalogue({
  isAFiniteNumberIs: '{field} is {string}; a finite number is needed.',
  isItMustBeGreater: '{field} is {value}; it must be greater than 0.',
  isItMustBe0: '{field} is {value}; it must be 0 or more.',
});

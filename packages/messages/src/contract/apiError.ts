import { catalogue } from '../catalogue';

export const apiErrorText = catalogue({
  whatWasSentIsNot: 'What was sent is not valid.',
  isNotAFieldHere: '“{key}” is not a field here.',
  whatWasSent: 'What was sent',
  mustBe: '{what} must be {expected}.',
  anObjectWithNamedFields: 'an object with named fields',
  aList: 'a list',
  aWholeNumber: 'a whole number',
  trueOrFalse: 'true or false',
});

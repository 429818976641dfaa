import { catalogue } from '../catalogue';

export const cardText = catalogue({
  gangway: 'Gangway',
  sizeMustBeOneOf: 'size must be one of {spotSizes}.',
  sizeMustBeOneOf2: 'size must be one of {cardSizes}.',
  isNotCompleteSoIt: '“{name}” is not complete, so it has no card yet.',
  photographMissing: 'The photograph was missing when this was printed.',
});

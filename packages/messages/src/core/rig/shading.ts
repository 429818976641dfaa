import { catalogue } from '../../catalogue';

export const shadingText = catalogue({
  theThroatOf: 'the throat of {name}',
  theOpeningOf: 'the opening of {name}',
});

import { catalogue } from '../catalogue';

export const streamsText = catalogue({
  theInputIsNotJson: 'The input is not JSON: {error}.',
});

import { catalogue } from '../catalogue';

export const storeText = catalogue({
  gangwaysServerIsNotAnswering: 'Gangway’s server is not answering.',
  somethingWentWrongThatGangway: 'Something went wrong that Gangway did not expect.',
});

import { catalogue } from '../catalogue';

export const storeText = catalogue({
  gangwaysServerIsNotAnswering: 'Gangway’s server is not answering.',
  somethingWentWrongThatGangway: 'Something went wrong that Gangway did not expect.',
  theServerAnswered: 'The server answered {status}.',
  cancelledOfCameIn: 'Cancelled: {i} of {length} came in.',
  couldNotBeSentThe: '{name} could not be sent: the server did not answer.',
});

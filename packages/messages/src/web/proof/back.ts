import { catalogue } from '../../catalogue';

export const backText = catalogue({
  theBackOfThisSetup: 'The back of this setup counts no pixels: film cannot be simulated here.',
  unpluggedInTheMiddleOf: 'Unplugged in the middle: {done} of {of} frames came in. Plug it in and go on from there.',
  cancelledOfFramesCameIn: 'Cancelled: {done} of {of} frames came in.',
  theServerAnswered: 'The server answered {status}.',
});

import { catalogue } from '../../catalogue';

export const backText = catalogue({
  theBackOfThisSetup: 'The back of this setup has no pixel count: film cannot be simulated here.',
  unpluggedInTheMiddleOf: 'Unplugged partway: {done} of {of} frames came in. Plug it in to continue from there.',
  cancelledOfFramesCameIn: 'Cancelled: {done} of {of} frames came in.',
});

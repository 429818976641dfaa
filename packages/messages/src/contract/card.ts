import { catalogue } from '../catalogue';

export const cardText = catalogue({
  aStepNeedsWords: 'A step needs words.',
  aStepMayHaveAt: 'A step may have at most 300 characters.',
  aCardMayHaveAt: 'A card may have at most {ownStepsMost} steps of your own.',
  whatWasDoneMayHave: 'What was done may have at most 500 characters.',
  giveAName: 'Give a name.',
});

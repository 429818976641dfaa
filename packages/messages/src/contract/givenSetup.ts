import { catalogue } from '../catalogue';

export const givenSetupText = catalogue({
  settingsAreMissing: 'Give each setup as {shape}.',
  notAList: 'Give an array of {shape}.',
});

import { catalogue } from '../catalogue';

export const givenSetupText = catalogue({
  settingsAreMissing: 'Give each setup as {shape}.',
  mayOnly: 'What may change is “{given}”; it must be {known}.',
  notAList: 'Give an array of {shape}.',
});

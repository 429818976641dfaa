import { catalogue } from '../../catalogue';

export const autosaveText = catalogue({
  thisSetupWasChangedSomewhere: 'This setup was changed somewhere else.',
  thereHere: 'There: {differing}. Here: {differing2}.',
  noSettingDiffers: 'No setting differs.',
  useTheOtherVersion: 'Use the other version',
  keepMine: 'Keep mine',
  whatWasNotSavedBefore: 'what was not saved before the reload',
  theOtherVersion: 'the other version',
  saved: 'Saved {time}',
  unsavedChanges: 'Unsaved changes',
  saving: 'Saving…',
  notSavedTryingAgain: 'Not saved: {message} Trying again.',
  notSaved: 'Not saved: {message}',
  notSavedChangedSomewhereElse: 'Not saved: changed somewhere else',
  theServersAnswerCouldNot: 'The server’s answer could not be read.',
  theServerGaveAnAnswer: 'The server gave an answer that Gangway does not know.',
});

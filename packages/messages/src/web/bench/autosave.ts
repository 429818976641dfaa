import { catalogue } from '../../catalogue';

export const autosaveText = catalogue({
  thisSetupWasChangedSomewhere: 'This setup was changed somewhere else.',
  thereHere: 'There: {differing}. Here: {differing2}.',
  labelAndValue: '{label} {value}',
  andMore: '{listed} and {n} more',
  useTheOtherVersion: 'Use the other version',
  keepMine: 'Keep mine',
  choose: 'Choose for each…',
  chooseTitle: 'Which values to keep',
  whatWasDecided: 'what was decided after a change somewhere else',
  savedShort: 'Saved',
  saved: 'Saved {time}',
  unsavedChanges: 'Unsaved changes',
  saving: 'Saving…',
  storedHere: 'Stored on this device',
  storedHereBecause: 'Stored on this device, not on the server yet: {message}',
  notStoredHere: 'Not stored on this device',
  notStoredBecause: 'Neither stored on this device nor saved on the server: {message} Keep this page open.',
  notSaved: 'Not saved: {message}',
  notSavedChangedSomewhereElse: 'Not saved: changed somewhere else',
});

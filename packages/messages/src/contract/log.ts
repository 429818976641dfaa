import { catalogue } from '../catalogue';

export const logText = catalogue({
  mustBeAWholeNumber: '{label} must be a whole number.',
  mustBe: '{label} must be {choices}.',
  mustBeTrueOrFalse: '{label} must be true or false.',
  mustBeAText: '{label} must be a text.',
  mayHaveAtMostCharacters: '{label} may have at most {most} characters.',
  holdsAControlCharacterThat: '{label} holds a control character that no file can carry.',
  timeMustBeAMoment: 'Time must be a moment from 1900 to 2199 such as 2026-11-25T10:30:00Z, with its offset from UTC.',
  aShotCanStandOnlyOnce: 'A change may contain each shot only once.',
  aShotNeedsAnId: 'A shot needs an id of its own.',
  aShotNeedsASetup: 'A shot needs a setup: say which of the job’s setups it was made at.',
  atMostShotsCanBe: 'At most {changesMost} shots can be changed at once.',
  atMostShotsCanBeRemoved: 'At most {changesMost} shots can be removed at once.',
});

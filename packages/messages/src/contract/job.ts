import { catalogue } from '../catalogue';

export const jobText = catalogue({
  latitudeMustBeANumber: 'Latitude must be a number from −90 to 90°, south below zero.',
  longitudeMustBeANumber: 'Longitude must be a number from −180 to 180°, west below zero.',
  heightMustBeANumber: 'Height must be a number from −500 to 9000 m.',
  theNameOfThePlace: 'The name of the place may have at most 120 characters.',
  timeZoneMustBeA: 'Time zone must be a name such as Europe/London or UTC.',
  thereIsNoSuchCaution: 'There is no such caution.',
  theDayMustBeWritten: 'The day must be written as 2026-11-25, from 1900 to 2199.',
  sayWhatIsToBe: 'Nothing to change: send name, dismissedCautions, place, day or setupOrder.',
});

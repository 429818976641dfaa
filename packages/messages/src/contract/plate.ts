import { catalogue } from '../catalogue';

export const plateText = catalogue({
  equivalent: '35 mm equivalent',
  cameraHeight: 'Camera above the ground',
  cameraHeightDoubt: 'Give or take',
  pitch: 'Pitch',
  roll: 'Roll',
  aPlace: 'A place in the photograph must be two numbers of px.',
  aSide: 'A side of the photograph must be 16–100 000 px.',
  aName: 'A measurement needs a name of at most 80 characters.',
  apart: 'Distance apart',
  apartDoubt: 'Give or take',
  tooManyOthers: 'A photograph may have at most 8 others beside it.',
  tooManyMeasured: 'A photograph may have at most 60 measurements.',
  sphereTwoToOne: 'A full sphere must be twice as wide as high.',
});

import { catalogue } from '../catalogue';

export const focusText = catalogue({
  weight: 'Weight',
  aPlaceOfAPin: 'Position of a pin',
  aSetupMayHaveAt: 'A setup may have at most {pinsMost} pins.',
  twoPinsHaveTheSame: 'Two pins have the same id.',
  diagonalOver: 'Diagonal divided by',
  pixels: 'Pixels',
  pixelsAcross: 'Pixels across',
  printWidth: 'Print width',
  viewingDistance: 'Viewing distance',
  theEyeResolves: 'The eye resolves',
});

import { catalogue } from '../catalogue';

export const focusText = catalogue({
  weight: 'Weight',
  aPlaceOfAPin: 'A place of a pin',
  aSetupMayHaveAt: 'A setup may have at most {pinsMost} pins.',
  twoPinsHaveTheSame: 'Two pins have the same id.',
  diagonalOver: 'Diagonal over',
  pixels: 'Pixels',
  pixelsAcross: 'Pixels across',
  printWidth: 'Print width',
  viewingDistance: 'Viewing distance',
  theEyeResolves: 'The eye resolves',
});

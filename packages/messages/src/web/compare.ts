import { catalogue } from '../catalogue';

export const compareText = catalogue({
  alone: 'Single',
  sideBySide: 'Side by side',
  split: 'Split',
  blink: 'Blink',
  howToCompare: 'How to compare',
  with: 'with',
  whereTheLineIs: 'Where the line is',
  byPixels: '{main}, {width} by {height} pixels',
  toCompare: '{other}, to compare',
});

import { catalogue } from '../catalogue';

export const proofText = catalogue({
  thisIsNotTheId: 'This is not the id of anything in Gangway.',
  simulatedBack: 'simulated back',
  files: 'files',
  frame: 'frame',
  flatFieldFrame: 'flat-field frame',
  leftAsItIs: 'left as it is',
  byTheCosLaw: 'by the cos⁴ law',
  byTheFlatFieldFrames: 'by the flat-field frames',
  toTheFractionOfA: 'to the fraction of a pixel',
  toWholePixelsNothingResampled: 'to whole pixels, nothing resampled',
  columns: 'Columns',
  rows: 'Rows',
  columnsMustBeAWhole: 'Columns must be a whole number.',
  rowsMustBeAWhole: 'Rows must be a whole number.',
});

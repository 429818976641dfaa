import { catalogue } from '../catalogue';

export const cliAssembleText = catalogue({
  assemble: 'assemble frames into one picture; --report lists the position of each frame and the state of each seam',
  plan: 'JSON file with the plan of the frames; without it they are taken to be in rows and columns',
  columns: 'columns of frames without a plan; by default all frames in the given rows',
  rows: 'rows of frames without a plan (default 1)',
  out: 'file for the picture: .tif, .png or .jpg',
  report: 'file for the report, which is printed as well',
  outEnding: 'out must end in .tif, .tiff, .png, .jpg or .jpeg, not “{value}”.',
  cannotUse: '{file} cannot be read or written: {why}',
  badPlan: 'The plan cannot be used: {why}',
});

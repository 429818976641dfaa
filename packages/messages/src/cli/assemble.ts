import { catalogue } from '../catalogue';

export const cliAssembleText = catalogue({
  assemble: 'put frames together; --report says how each lies and what each seam shows',
  plan: 'JSON file with the plan of the frames; without it they lie in rows and columns',
  columns: 'columns of frames without a plan; as many as there are frames where it is not given',
  rows: 'rows of frames without a plan',
  out: 'where the picture goes: .tif, .png or .jpg',
  report: 'where the report goes; otherwise it is printed',
  outEnding: 'out must end in .tif, .tiff, .png, .jpg or .jpeg, not “{value}”.',
  badPlan: 'The plan cannot be used: {why}',
});

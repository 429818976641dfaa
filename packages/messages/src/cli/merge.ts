import { catalogue } from '../catalogue';

export const cliMergeText = catalogue({
  fuse: 'merge bracketed exposures by exposure fusion; --light writes the linear light as well',
  stops: 'exposure of each frame in stops, such as -2,0,2; by default what the files record',
  light: 'file for the linear light as 32-bit floating-point TIFF',
  stack: 'merge a focus stack; --depth writes a depth map as well',
  depth: 'file for the depth map as 16-bit PNG: black in the first frame, white in the last',
  ending: '{name} must end in {endings}, not “{value}”.',
});

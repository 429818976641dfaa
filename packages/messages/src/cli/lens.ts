import { catalogue } from '../catalogue';

export const cliLensText = catalogue({
  lens: 'measure a lens on photographs',
  edge: 'sharpness across a slanted edge in a part of a photograph',
  proportions:
    '{file} is {widthPx} × {heightPx} px, which is not the shape of a frame of {widthMm} × {heightMm} mm. Give the size as the frame was held.',
  sharpness: 'sharpness across every edge of the test chart in a photograph',
  chart: 'size of the chart',
  sizes: '{name} must be one of {sizes}; you entered “{value}”.',
  noChart: 'file must show the test chart: none of its markers was found. Photograph the whole chart in focus, with its long side across.',
  light: 'falloff, image circle and colour cast from frames of an evenly lit wall',
  plan: 'which frames of an evenly lit wall to take with the rig of a setup (stdin), as a list for “lens light”',
  travelUnknown: 'How far this rig shifts is unknown. Enter it in the kit, with the lens, the adapter or the camera.',
  part: 'part of the photograph around one edge: px from the left, from the top, wide, high',
  pixel: 'size of a pixel on the sensor, µm, for line pairs per mm',
  fourNeeded: '{name} must be four whole numbers with commas between them; you entered “{value}”.',
  notJson: 'The list of frames is not JSON: {error}',
  pixelPositive: '{name} must be more than 0 µm; you entered {value}.',
});

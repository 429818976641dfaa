import { catalogue } from '../catalogue';

export const lensTestText = catalogue({
  notAnId: 'This is not an id.',
  width: 'Width of the frame',
  height: 'Height of the frame',
  aperture: 'Aperture',
  rise: 'Rise',
  shift: 'Shift',
  focus: 'Position of the back',
  wanted: 'Sharpness wanted',
  chartNeeded: 'A test of the chart needs the size of the chart; other tests have none.',
  notOwn: 'What was measured on another copy of a lens is not written into the kit.',
  otherTarget: 'Target and result must match: both of a wall, both of the chart, or both of a texture.',
  oneShot: 'A lens test needs at least one frame.',
  mostShots: 'A lens test can have at most 1000 frames.',
  twice: 'A file can be in one place of the series only.',
});

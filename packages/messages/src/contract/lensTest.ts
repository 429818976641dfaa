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
  chartNeeded: 'A series of the test chart needs the size of the chart, one of a wall has none.',
  notOwn: 'What was measured on another copy of a lens is not written into the kit.',
  otherTarget: 'The result must be of what the test was taken of.',
  oneShot: 'A lens test needs at least one frame.',
  mostShots: 'A lens test can have at most 1000 frames.',
  twice: 'A file can be in one place of the series only.',
});

import { catalogue } from '../catalogue';

export const lensTestText = catalogue({
  notAnId: 'This is not an id.',
  width: 'Width of the frame',
  height: 'Height of the frame',
  aperture: 'Aperture',
  rise: 'Rise',
  shift: 'Shift',
  oneShot: 'A lens test needs at least one frame.',
  mostShots: 'A lens test can have at most 1000 frames.',
  twice: 'A file can be in one place of the series only.',
});

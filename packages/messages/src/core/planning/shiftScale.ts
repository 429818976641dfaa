import { catalogue } from '../../catalogue';

export const shiftScaleText = catalogue({
  rise: 'rise',
  fall: 'fall',
  riseAndRight: 'rise and right',
  shiftRight: 'shift right',
  fallAndRight: 'fall and right',
  fallAndLeft: 'fall and left',
  shiftLeft: 'shift left',
  riseAndLeft: 'rise and left',
});

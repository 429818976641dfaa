import { catalogue } from '../catalogue';

export const locksText = catalogue({
  locks: 'What Settle may change',
  free: 'free',
  ifNeeded: 'only if needed',
  locked: 'locked',
  orientation: 'Orientation',
  movements: 'Rise and shift',
  aperture: 'Aperture',
  focus: 'Focus',
  tilt: 'Tilt and swing',
  turn: 'Camera direction and level',
  time: 'Exposure',
  shade: 'Shading the lens',
  distance: 'Tripod position',
  height: 'Camera height',
  stack: 'Single shot or focus stack',
  crop: 'Crop',
  mosaic: 'Single frame or mosaic',
  rig: 'Rig',
});

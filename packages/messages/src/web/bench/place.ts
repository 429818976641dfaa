import { catalogue } from '../../catalogue';

export const placeText = catalogue({
  planAndElevation: 'Plan and elevation',
  theCameraIsAwayM:
    'The camera is {distanceM} away, {asideM} to the {asideM2, select, yes {left} other {right}} of the middle, the lens {cameraHeightM} up.',
  theSubjectIsMWide: 'The subject is {widthM} wide as seen from here and reaches {topM} up.',
  nothingLimitsHowFarBack: 'Nothing limits how far back you can go.',
  anObstacleIsFromThe: 'An obstacle is {roomM} from the subject.',
  fromAbove: 'FROM ABOVE',
  fromTheSide: 'FROM THE SIDE',
  obstacle: 'obstacle',
  topInFrom: 'top in from {forTopM}',
  cameraFromAboveLeftAnd: 'Camera from above: left and right change the distance, up and down move it aside',
  awayMAside: '{distanceM} away, {asideM} aside',
  mAside: '{sideM} aside',
  lensFromTheSideLeft: 'Lens from the side: left and right change the distance, up and down its height',
  awayMUp: '{distanceM} away, {cameraHeightM} up',
  lensAtM: 'lens at {sideM}',
  lensAtM2: 'lens at {cameraHeightM}',
  obstacleBehindTheCamera: 'Obstacle behind the camera',
  theObstacle: 'the obstacle',
});

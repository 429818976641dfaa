import { catalogue } from '../../catalogue';

export const positionText = catalogue({
  thereIsNoRoomFor: 'There is no room for the camera: it would be {spareM} behind the obstacle.',
  theCameraIsOnlyM: 'The obstacle is only {spareM} behind the camera; the legs of a tripod take about half a metre.',
  thereIsRoomForThe: 'There is room for the camera; the obstacle is {spareM} behind it.',
});

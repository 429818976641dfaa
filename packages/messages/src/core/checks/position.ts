import { catalogue } from '../../catalogue';

export const positionText = catalogue({
  thereIsNoRoomFor: 'There is no room for the camera: it would be {spareM} m behind the obstacle.',
  theCameraIsOnlyM: 'The camera is only {spareM} m in front of the obstacle; the legs of a tripod take about half a metre.',
  thereIsRoomForThe: 'There is room for the camera, {spareM} m in front of the obstacle.',
});

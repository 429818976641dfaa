import { catalogue } from '../catalogue';

export const exposureText = catalogue({
  thirds: 'third stops',
  slideFilmOrLightThat: 'slide film, or light that is nearly right',
  oneAndTwoThirds: 'one and two thirds',
  blendingWithFewFrames: 'blending with few frames',
  fullStops: 'full stops',
  blendingWithEvenSteps: 'blending with even steps',
  twoStops: 'two stops',
  windowsAndInteriorsOnA: 'windows and interiors on a sensor with headroom',
  fielddegIsItMustBe: 'fieldDeg is {fieldDeg}; it must be less than 90.',
  rowNeedsSWhereThe: 'Row {i} needs {neededS} s where the meter says {meteredS} s; film never needs less.',
  rowDoesNotRiseFrom: 'Row {i} must have longer times than the row before it.',
  bellowsExtension: 'bellows extension',
  centreFilter: 'centre filter',
  falloffAtTheFarthestCorner: 'falloff at the farthest corner',
  falloffHalfWayToThe: 'falloff half way to the corner',
  exposureCompensation: 'exposure compensation',
  lightLostInTheLens: 'light lost in the lens (T-number)',
});

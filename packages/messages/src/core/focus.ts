import { catalogue } from '../catalogue';

export const focusText = catalogue({
  thePointLiesBehindThe: 'The point lies behind the lens (z is {pointm} m); it must be in front of it.',
  someRaysFromThisPoint:
    'Some rays from this point never reach the back, so its blur has no limit. Use a smaller aperture, less tilt or a point farther away.',
  distancemIsNoImageIs: 'distanceM is {distanceM}; no image is formed at or inside the focal length, so it must be more than {focalMm} m.',
  sensordistancemIsASubjectIs:
    'sensorDistanceM is {sensorDistanceM}; a subject is never nearer to the sensor than four focal lengths and the nodal gap, {least} m.',
  imagemmIsNothingIsIn: 'imageMm is {imageMm}; nothing is in focus nearer to the lens than {focalMm} mm.',
  fnumberIsWithABlur:
    'fNumber is {fNumber}; with a blur of {cocMm} mm allowed it must be less than {most}, otherwise everything is sharp enough.',
  slopedegIsItMustBe: 'slopeDeg is {slopeDeg}; it must be from more than −90 to less than 90.',
  pointsmIsEmptyAtLeast: 'pointsM is empty; at least one pin is needed.',
  mustBeSharp: 'must be sharp',
  asSharpAsPossible: 'as sharp as possible',
  mustBeSoft: 'must be soft',
  imagemmIsUntiltedAtThe:
    'imageMm is {imageMm}; untilted at the focal length the lens is focused at infinity. It must be more than {focalMm}.',
  imagemmIsUntiltedAndInside:
    'imageMm is {imageMm}; untilted and inside the focal length nothing is in focus. It must be more than {focalMm}.',
  hingemmIsTheHingeLine: 'hingeMm is {hinge}; the hinge line is never nearer than the focal length, {focalMm} mm.',
  thePlaneGoesThroughThe:
    'The plane goes through the lens; no tilt brings it to focus. It must pass the lens at a distance greater than 0.',
  thePlanePassesTheLens: 'The plane passes the lens at {d} mm; for this slope the nearest that a tilt can reach is more than {least} mm.',
  thePlanePassesTheLensAt:
    'The plane passes the lens at {d} mm; the back would have to be in front of the lens or infinitely far behind it. Points must be farther than the focal length of {focalMm} mm.',
  theThreePinsLieIn:
    'The three pins lie in one line, so many planes pass through them. Move one of them aside, or use two pins with tilt or swing alone.',
  thePlaneOfTheThree:
    'The plane of the three pins goes through the lens; no tilt brings it to focus. Move a pin so that the plane passes above, below or beside the lens.',
  behindTheCamera: 'behind the camera',
  insideTheFocalLength: 'inside the focal length',
  thePinLiesZIs: 'The pin lies {where} (z is {z} m); it must be more than {focalMm} m in front of the lens.',
  fnumberIsWithABlurOf:
    'fNumber is {fNumber}; with a blur of {cocMm} mm allowed it must be less than {focalMm}, otherwise everything is sharp enough.',
  theDiagonalOfMmDivided: '{cocMm}: the diagonal of {frame} mm divided by {divisor}.',
  thePixelOfM: '{cocMm}: {pixels} × the pixel of {pixelMm} µm.',
  anEyeThatResolvesSees:
    '{cocMm}: an eye that resolves {eyeArcMinutes}′ sees {onPrint} mm on a print from {viewingDistanceMm} mm, and the print is enlarged {enlarged} times.',
  overlapIsItMustBe: 'overlap is {overlap}; it must be from 0 to less than 1.',
  farmIsItMustBe: 'farM is {farM}; it must be at least the near end, {nearM} m.',
  thisStackWouldNeedMore: 'This stack would need more than {stackMost} frames; allow more blur, stop down or ask for less depth.',
  tiltAndSwing: 'tilt {tiltDeg}° and swing {swingDeg}°',
  thisNeedsWhichTheMechanism: 'This needs {setting}, which the mechanism cannot reach; the closest available is {near}.',
});

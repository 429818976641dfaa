import { catalogue } from '../catalogue';

export const perspectiveText = catalogue({
  distancemIsItMustBe: 'distanceM is {distanceM}; it must be more than the focal length, {focalMm} m.',
  farmIsItMustBe: 'farM is {far}; it must be more than nearM, {near}.',
  pitchdegIsFromOnThe:
    'pitchDeg is {pitchDeg}; from {most}° the vanishing point of the verticals lies in the frame, and nothing can make them parallel.',
  farmIsItMustBeAt: 'farM is {farM}; it must be at least the near distance, {nearM} m.',
  marginmmIsItMustBe: 'marginMm is {marginMm}; it must be less than half the frame, {half} mm.',
  yawdegIsTurnedSoFar:
    'yawDeg is {yawDeg}; turned that far, the thing or the centre is no longer in front of the back. It must stay within 90° of both, at most {before}° further.',
});

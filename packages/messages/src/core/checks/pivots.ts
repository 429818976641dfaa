import { catalogue } from '../../catalogue';

/** What is said while the answer of a check depends on a pivot that is unknown. */
export const pivotsText = catalogue({
  whetherTheSubjectIsInFrame: 'Whether the subject is in the frame',
  whetherTheCornersAreInImageCircle: 'Whether the corners are in the image circle',
  whetherTheCornersAreInSharpCircle: 'Whether the corners are in the sharp circle',
  howFarTheTiltMovedThePicture: 'How far the tilt has shifted the framing',
  whetherLightMeetsTheSensor: 'Whether light in the corners meets the sensor squarely enough',
  whetherTheRailReaches: 'Whether the rail reaches this focus',
  frontBaseMm: 'how far below the lens the front standard tilts ({from} to {to} mm)',
  frontAheadMm: 'how far the lens centre is ahead of its tilt axis ({from} to {to} mm)',
  rearBaseMm: 'how far below its centre the rear standard tilts ({from} to {to} mm)',
  rearBehindMm: 'how far the film or sensor is behind its tilt axis ({from} to {to} mm)',
  dependsOn: '{whether} is unknown; it depends on {on}.',
  dependsOnWithMargins: '{whether} is unknown; it depends on {on}: from {least} to {most}.',
  toSpare: '{amount} to spare',
  short: '{amount} short',
});

import { catalogue } from '../../catalogue';

export const focusEditText = catalogue({
  singleShot: 'a single shot',
  focusStack: 'focus stack',
  focusMIsInsideThe: 'Focus {focusM} m is inside the focal length; it must be more than {focalMm} m.',
  focusMIsTooFar: 'Focus {focusM} m is too far to tell from infinity; at most {focusM2}{focusFarthestM} m.',
  itsDirectionIsLockedTo: 'its direction is locked to the shift',
  thisRigDoesNotTilt: 'this rig does not tilt',
  theMechanismEndsBefore: 'the mechanism ends before',
  isOutOfRangeAt: '{control} {deg}° is out of range: at most 45° either way.',
  cannotBeSetTheNearest: '{front} cannot be set: {mechanism}. The nearest is {near}.',
  rearTilt: 'Rear tilt',
  rearSwing: 'Rear swing',
  isBeyondTheRearStandard: '{label} {rear}° is beyond the rear standard: it goes {most}° either way.',
  rearTiltSwing: 'rear tilt {tiltDeg}°, swing {swingDeg}°',
  whatCountsAsSharp: 'what counts as sharp',
  thisValueIsNotAllowed: 'This value is not allowed.',
});

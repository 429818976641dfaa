import { catalogue } from '../../catalogue';

export const movementsText = catalogue({
  aperture: 'Aperture',
  orientationOfTheFrame: 'Orientation of the frame',
  focus: 'Focus',
  past: 'past ∞',
  focusAtInfinity: 'Focus at infinity',
  thisSlideIsLockedTo: 'This slide is locked to an angle: rise and shift go together.',
  isBeyondTheMechanismIt: '{wanted} is beyond the mechanism: it does not move this way here.',
  with: ', with {other}',
  isBeyondTheEndStop: '{wanted} is beyond the end stop: the slide goes from {minMm} to {maxMm}{along}.',
  slideIsBeyondTheEnd: 'Slide {mm} is beyond the end stop: it goes from {backMm} to {forwardMm}.',
  composedAnew: 'composed anew',
  frameIn: 'frame in {orientation, select, landscape {landscape} other {portrait}}',
  isNotOnThisLens: '{fNumber} is not on this lens: it goes from {widestFNumber} to {smallestFNumber}.',
  rise: 'Rise',
  shift: 'Shift',
  thisRigHasNoMovements: 'This rig has no movements; the frame stays centred.',
  slide: 'Slide',
  slideAt: 'Slide at {angleDeg}°',
  alongTheSlide: '{mm} along the slide',
});

import { catalogue } from '../../catalogue';

export const focusText = catalogue({
  up: '{riseMm} {riseMm2, select, yes {up} other {down}}',
  toTheRight: '{shiftMm} to the {shiftMm2, select, yes {right} other {left}}',
  tiltingMovedTheLensAnd: 'Tilting moved the lens {parts} and shifted the framing.',
  itsPivotIsBehindThe: 'The lens centre is not on its tilt axis, so tilting shifts the framing.',
  theSubjectNoLongerHas:
    'The subject no longer has {length, plural, one {the thing {lost} was on; remove the pin or move it} other {the things {lost} were on; remove the pins or move them}}.',
  aBlurOfUpTo: 'A blur of up to {allowedMm} counts as sharp.',
  whetherThePinsAreSharp: 'Whether the pins are sharp is unknown: the thing they were on is gone.',
  cannotBeFocusedAtAll: '“{name}” cannot be focused at all at this setting.',
  thanThePlaneOfSharp: ', {side, select, nearer {nearer} other {farther}} than the plane of sharp focus',
  isBlurredBy: '“{name}” is blurred by {blurMm}{side}',
  tooMuchAt: '{blurred}: {spareStops} out of tolerance at {fNumber}.',
  inThePlaneItself: ', in the plane of focus',
  withToSpare: ', with {state}{spareStops} to spare',
  sharpEnoughAt: '{name} sharp enough at {fNumber}{spare}.',
  is: '“{name}” is',
  bothPinsAre: 'Both pins are',
  allPinsAre: 'All {count} pins are',
  enterTheRigsNearestFocus: 'Enter the rig’s nearest focus and whether it reaches infinity.',
  whetherTheRigFocusesThere: 'Whether the rig focuses there is unknown.',
  tooShortForThisFocus:
    '{by, select, bellows {The bellows are} other {The lens is}} too short for this focus: {lack} mm more extension needed.',
  wouldHaveToBeMm:
    '{by, select, bellows {The bellows would have to be {lack} mm shorter than they go} other {The lens would have to be {lack} mm nearer than it can}}: beyond infinity.',
  thisFocus: '{by, select, bellows {The bellows reach} other {The lens reaches}} this focus.',
  thisFocusWithMmOf:
    '{by, select, bellows {The bellows reach} other {The lens reaches}} this focus, with {state}{spareMm} mm of extension left.',
  whetherIsSoftIsUnknown:
    'Whether {lost} {length, plural, one {is} other {are}} soft is unknown: {length, plural, one {move the pin or remove it} other {move the pins or remove them}}.',
  isBlurredBy2: '“{name}” is blurred by {blurMm}',
  notSoftYetThatNeeds: '{blurred}, not soft enough: you asked for {times} times the permissible blur.',
  softAsWantedWithTo: 'Soft as wanted: {blurred}, with {state}{spareStops} to spare.',
  theTiltScaleIsMarked: 'The tilt scale is marked every {stepDeg}° and read to {readDeg}°',
  thePinsStaySharpOnly: '{scale}; the pins stay sharp only within {allowedDeg}°: too coarse for this.',
  fineEnoughThePinsStay: '{scale}, fine enough: the pins stay sharp within {allowedDeg}°.',
  setItOnTheMagnified: 'Set it on the magnified image with the far and near pins instead of by the scale, or stop down.',
  thisRig: 'this rig',
  whetherReachesThisTiltIs: 'Whether {by} reaches this tilt is unknown.',
  straight: 'straight',
  cannotReachThisTiltThe: '{by} cannot reach this tilt; the closest available is {nearest}, {spareDeg}° away.',
  reachesThisTiltWithLeft: '{by} reaches this tilt, with {state}{spareDeg}° left.',
  readTheLastMarkOf: 'Read the last mark of the tilt scale, and whether its direction goes with the shift.',
  itsDirectionIsLockedTo: 'Its direction is locked to that of the shift.',
  itTiltsAboutItsBase:
    'It tilts about its base, which moves the lens {forward} {forward2, select, yes {forward} other {back}}: focus again after tilting.',
});

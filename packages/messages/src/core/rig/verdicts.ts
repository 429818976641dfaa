import { catalogue } from '../../catalogue';

export const verdictsText = catalogue({
  whetherTheFrameIsInside: 'Whether the frame is inside the circle is unknown.',
  neitherTheImageCircleNor: 'Neither the image circle nor a sharp circle is known.',
  theBenchNeedsFocalLength: 'The bench needs focal length, apertures and frame size before a setup can use this rig.',
  whetherEverythingFitsIsUnknown: 'Whether everything fits is unknown.',
  theLensIsHeldBy: 'The lens is held by hand and touches nothing.',
  isNotFixedInA: '{name} is not fixed in a body.',
  hasNoLensOfIts: '{name} has no lens of its own.',
  isFixedInItsBody: '{name} is fixed in its body and cannot be used elsewhere.',
  sitsOnABoardIt: '{name} sits on a board: it needs a view camera or rail.',
  theHandTiltsItAny: 'The hand tilts it any way.',
  thisRigHasNoMovements: 'This rig has no movements.',
  notCountedBecauseDifferentShift: 'Not counted: {leftOut}, because different shift mechanisms cannot be combined.',
  theSlideClicksAt: 'The slide clicks at {clicks}.',
  whetherInfinityIsReachedIs: 'Whether infinity is reached is unknown.',
  aBoardRaisedByAt: 'A board raised by at least {atInfinityMm} more would reach infinity.',
  aBoardRecessedByAt: 'A board recessed by at least {excessMm} more would reach infinity.',
  theLensStandsTooFar: 'The lens stands {excessMm} too far out even against the body: nothing beyond {farthestM} is sharp.',
  infinityIsSharpWithThe: 'Infinity is sharp with the lens held {excessMm} before the body; within that it can be tilted.',
  theLensIsFixedIn: 'The lens is fixed in its body, which focuses it by its own scale.',
  theLensStandsTooFarOut: 'The lens stands {excessMm} too far out: nothing beyond {farthestM} is sharp.',
  infinityIsReached: 'Infinity is reached.',
  nothingNearerThanInfinityCan: 'Nothing nearer than infinity can be focused.',
  focusesDownToFromThe: 'Focuses down to {distanceM} from the lens, {magnification}.',
  fromTheNearestMarkAlone: 'From the nearest mark alone, assuming that the whole lens moves out to focus.',
  atTheLongestBellows: 'At the longest bellows.',
  withTheLensHeld10: 'With the lens held 10 mm beyond its infinity.',
  filmRecordsNothingTheLog: 'Film records nothing: the log must hold aperture, time, focus and movements of every shot.',
  whetherTheFileWillRecord: 'Whether the file will record aperture and focal length is unknown.',
  theFileWillRecordAperture:
    'The file will record aperture and focal length{moves, select, yes {, but not shift and tilt, so the log must} other {}}.',
  whetherTheThroatShadesThe: 'Whether the throat shades the corners is unknown.',
  thePupilRatioIsUnknown: 'The pupil ratio is unknown and taken as 1; a retrofocus lens has more and is shaded less.',
  whetherWhatIsScrewedOn: 'Whether what is screwed on in front shades the corners is unknown.',
  howFarTheCornersGo: 'How far the corners go is unknown, so neither is what shades them.',
  noStandardThreadClearsIt: 'No standard thread clears it.',
  theSmallestStandardThreadThat: 'The smallest standard thread that clears it is {thread} mm, on a step-up ring.',
  whetherAnAdapterIsPossible: 'Whether an adapter is possible is unknown.',
  theLensWouldHaveTo:
    'The lens would have to sit {short} inside the body: its flange distance is shorter, and no adapter can be that thin.',
  aBodyOrCameraWith: 'A body or camera with a shorter flange distance would do.',
  aSpacerCannotFixThis: 'A spacer cannot fix this; a thinner adapter or a body with a shorter flange distance can.',
  aSpacerOfPutsThe: 'A spacer of {excessMm} corrects the scale.',
  theFlangeDistancesAgreeNothing: 'The flange distances agree; nothing is needed between the flanges.',
  mmBetweenTheFlangesExactly: '{total} mm between the flanges, exactly what the flange distances require.',
  theImageCircleIsThe:
    'The image circle{converters, plural, =0 {} other { behind {names}}} is {imageCircleMm}, the frame {diagonal} across: the corners are dark.',
  theSharpCircleIsSmaller:
    'The sharp circle{converters, plural, =0 {} other { behind {names}}} at {aperture} is {diameterMm}, the frame {diagonal} across: its corners are lit but not sharp.',
  theSharpCircleLeaves:
    'The sharp circle{converters, plural, =0 {} other { behind {names}}} at {aperture} is {diameterMm}: it leaves {rise} of rise or {shift} of shift in landscape.',
  allJointsFit: '{count, plural, one {The joint fits.} other {All # joints fit.}}',
  tiltsAndSwings:
    '{by, select, front {Front standard} rear {Rear standard} hand {The hand} other {{name}}} {turns, select, both {tilts to {tiltDeg}°{oneWay, select, yes { one way} other {}} and swings to {swingDeg}°} tilt {tilts to {tiltDeg}°{oneWay, select, yes { one way} other {}}} other {swings to {swingDeg}°}}{lock, select, parallel {, locked along the shift} crossed {, locked across the shift} free {, in any direction} other {}}{pivot, select, behind {, about a pivot {pivotMm} behind the lens centre} before {, about a pivot {pivotMm} before the lens centre} other {}}.',
  theBellowsEndAtSo: 'Infinity needs the standards {atInfinityMm} apart; the bellows end at {maxMm}, so nothing can be focused.',
  theBellowsCloseOnlyTo:
    'Infinity needs the standards {atInfinityMm} apart; the bellows close only to {minMm}, so nothing beyond {farthestM} is sharp.',
  infinityFromTheEndOfThe: 'Infinity needs the standards {atInfinityMm} apart, {spareMm} from the end of the bellows.',
  theNearestFocusIsUnknown: 'The nearest focus is unknown.',
  theNearestFocusIsUnknownFor:
    'The nearest focus is unknown. A {focalMm} mm lens cannot reach {nearestM} by extension alone; enter its maximum magnification.',
  theLensTouchesNoContacts: 'The lens touches no contacts: the file will not record aperture and focal length, so the log must.',
  aBoardCarriesNoContacts: 'A board carries no contacts: the file will not record aperture and focal length, so the log must.',
  hasNoContacts: '{name} has no contacts: the file will not record aperture and focal length, so the log must.',
  shadesNoCornerEvenWide:
    '{opening, select, throat {The throat of {name}} other {The opening of {name}}} shades no corner {moved, select, yes {at {movementMm} of movement} other {without movement}}, even wide open.',
  wideOpenCutsMoreThan:
    'Wide open, {opening, select, throat {the throat of {name}} other {the opening of {name}}} {shade, select, cuts {cuts more than half the light of} other {shades}} a corner {moved, select, yes {at {movementMm} of movement} other {without movement}}; shading begins {begins, select, centred {even when centred} other {beyond {clearToMm} of movement}}.',
  shadesNoCornerAtAny:
    '{names} {count, plural, one {shades} other {shade}} no corner{moved, select, yes { at {movementMm} of movement} other {}} at any aperture.',
  cutsMoreThanHalfThe:
    '{names} {count, plural, one {cuts} other {cut}} more than half the light of the corners{moved, select, yes { at {movementMm} of movement} other {}}; wide open, shading begins {begins, select, centred {even without movement} other {beyond {beginsMm} of movement}}.',
  shadesTheCorners:
    '{names} {count, plural, one {shades} other {shade}} the corners{moved, select, yes { at {movementMm} of movement} other {}}{clears, select, yes { wide open and {count, plural, one {clears} other {clear}} them stopped down} other {}}; wide open, shading begins {begins, select, centred {even without movement} other {beyond {beginsMm} of movement}}.',
  theFlangeDistancesDifferBy:
    'The flange distances differ by {neededMm} and nothing is between the flanges. Infinity lies inside the focus scale.',
  needsMmBetweenFlangesThere: 'Needs {neededMm} mm between flanges; there are only {haveMm} mm. Infinity lies inside the focus scale.',
  needsMmBetweenFlangesOne: 'Needs {neededMm} mm between flanges; {name} is {haveMm} mm thick.',
  needsMmBetweenFlangesSeveral: 'Needs {neededMm} mm between flanges; {count} adapters together are {haveMm} mm thick.',
});

import { catalogue } from '../catalogue';

export const planningText = catalogue({
  nothing: 'nothing',
  aPinCannotBeFocused: 'A pin cannot be focused at all at this setting.',
  topAndFootAreMm: 'top and foot are {mm} mm too far apart for the frame',
  itIsMmTooWide: 'it is {mm} mm too wide',
  theTravelOfTheSlides: 'the travel of the slides is unknown',
  theSlideIsLockedAt: 'the slide is locked at {angleDeg}° and does not rise alone',
  theSlideEndsMmToo: 'the slide ends {mm} mm too early',
  cornersFallOutsideTheImage: 'corners fall outside the image circle',
  noCircleOfTheLens: 'no circle of the lens is known',
  cornersFallOutsideTheSharp: 'corners fall outside the sharp circle at every aperture',
  chooseASubjectFirstThen: 'Choose a subject first; then pins can be placed on it.',
  noPinMustBeSharp: 'No pin must be sharp yet; place one on what matters.',
  thisRigsBackHasNo: 'This rig’s back has no tilt or swing.',
  howFarThisLensTilts: 'How far this lens tilts, and which way, is unknown; enter the specs of its mechanism.',
  thePinIsBehindThe: 'The pin “{name}” is behind the camera and cannot be focused. Move it, or turn the camera toward it.',
  thePinLiesMmIn:
    'The pin “{name}” lies {z} mm in front of the lens, inside its focal length of {focalMm} mm: nothing that close can be focused.',
  oneShotTilted: 'One shot, tilted',
  oneShotStraight: 'One shot, straight',
  focusStackStraight: 'Focus stack, straight',
  tiltAndStack: 'Tilt and stack',
  twoShotsMaskedTogether: 'Two shots, masked together',
  theLensDoesNotStop: 'the lens does not stop down that far',
  beyondYourSmallestAperture: 'beyond your smallest aperture',
  moreShotsThanYourMaximum: 'more shots than your maximum',
  somethingMovesBetweenShots: 'something moves between shots',
  focusByEvenStepsOn: 'focus, by even steps on the rail; magnification changes with it',
  tiltAndFocus: 'tilt and focus',
  noPinYetOnlyDiffraction: 'No pin must be sharp yet, so only diffraction is known.',
  noApertureOfThisLens:
    '{count, plural, one {No aperture of this lens keeps {names} sharp.} other {No aperture of this lens keeps all pins sharp; at {fNumber} {names} are still blurred.}} Use another tilt, a focus stack or more distance.',
  keepsAllSharp: '{holds} keeps all sharp.',
  noneThenAllSharp:
    '{wider} keeps none of them sharp, {holds} keeps all sharp{isSofter, select, yes { and is {softer} % softer at best focus} other {}}.',
  someThenAllSharp:
    '{wider} leaves {count, plural, one {# pin} other {# pins}} blurred, {holds} keeps all sharp{isSofter, select, yes { and is {softer} % softer at best focus} other {}}.',
  namedThenAllSharp:
    '{wider} leaves {names} blurred, {holds} keeps all sharp{isSofter, select, yes { and is {softer} % softer at best focus} other {}}.',
  thereTheBlurOfDiffraction: 'There diffraction alone already exceeds the standard.',
  bothBlursTogetherAreLeast: 'Defocus and diffraction together are smallest at {balanced}.',
  bothBlursTogetherAreLeastThere: 'Defocus and diffraction together are smallest there too.',
});

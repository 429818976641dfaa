import { catalogue } from '../../catalogue';

export const frameText = catalogue({
  theLightSourceIsIn: 'The light source is in the picture: nothing can shade it.',
  theLightSourceBesideThe: 'The light source beside the picture is shaded.',
  whetherTheLightSourceBeside: 'Whether the light source beside the picture shines into the circle is unknown.',
  aLightSourceOutsideThe: 'A light source outside the picture shines into the circle, {circleDeg}° inside its edge: expect flare.',
  theLightSourceIsOutside: 'The light source is {state}{angleDeg}° outside the circle.',
  theLensHasNoImage: 'The lens has no image circle entered, so whether the light reaches it is unknown. Shade it.',
  neverLookAtTheSun: 'Never look at the sun through a lens or a loupe, and do not leave it on the sensor.',
  partOfTheSubjectIs: 'Part of the subject is behind the camera.',
  theSubjectGoesBeyondThe:
    'The subject goes {spareMm} beyond the {edge, select, upper {upper} lower {lower} left {left} other {right}} edge of the frame.',
  theWholeSubjectIsIn:
    'The whole subject is in the frame, {state}{spareMm} from the {edge, select, upper {upper} lower {lower} left {left} other {right}} edge.',
  makesTheOuterVerticalsConverge: 'makes the outer verticals converge',
  raisesOneEndOfThe: 'raises one end of the horizon',
  pxInTheFile: ', {px} px in the file',
  aTenthOfADegree: 'A tenth of a degree {what} by {mm} mm on the print{hasPixels}.',
  pitchedUp: 'pitched {of, select, yes {up} other {down}}',
  rolledClockwise: 'rolled {of, select, yes {clockwise} other {anticlockwise}}',
  beyondTheWanted: ' beyond the {wantedDeg}° wanted',
  theBackIsByOver: 'The back is {way} by {by}°{wanted}, {spareDeg}° over tolerance.',
  withinOfWithToSpare: '{found}: within {allowed}° of {worse, select, roll {roll} other {pitch}}, with {state}{spareDeg}° to spare.',
  theHorizonIsWithinTolerance: 'The horizon is within tolerance',
  verticalsAndHorizontalsAreWithin: 'Verticals and horizontals are within tolerance',
  verticalsConvergeAsWantedBy: 'Verticals converge as wanted, by {wantedDeg}° of pitch; horizontals are within tolerance',
  theThingWatchedForEdge: 'The thing watched for edge stretch is behind the camera.',
  aRoundThingThereIs: 'A round object at this point is drawn {found} times as long as wide',
  isAccepted: '{drawn}; {accepted} is accepted.',
  justWithinTheAccepted: '{drawn}, {state, select, yes {just } other {}}within the {accepted} accepted.',
  aRoundThingIsStretched:
    'A round thing is stretched by 1/cos of its angle from the axis; turn toward it and counter-shift to reduce this.',
});

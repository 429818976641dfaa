import { catalogue } from '../../catalogue';

export const circleText = catalogue({
  frameThatCanBeMoved: 'frame that can be moved',
  frameInTheCircleArrow: 'Frame in the circle. Arrow keys move it by 0.1 mm, with Shift by 1 mm.',
  imageCircleDiameter: 'image circle {diameterMm}',
  imageCircleDiameterShort: 'image {diameterMm}',
  imageCircle: 'image circle',
  sharpCircleAtThisAperture: 'sharp circle at this aperture',
  sharpCirclesAtOtherApertures: 'sharp circles at other apertures',
  whereTheCentreMayGo: 'where the centre may go',
  endStopsOfTheMechanism: 'end stops of the mechanism',
  linesOfTheDrawing: 'Lines of the drawing',
  cornerOutsideTheSharpCircle: 'corner outside the sharp circle',
  theDrawingInWords: 'The drawing in words',
});

import { catalogue } from '../../catalogue';

export const compareText = catalogue({
  compareRigs: 'Compare rigs',
  rigsToCompare: 'Rigs to compare',
  chooseTwoRigsOrMore: 'Choose two rigs or more.',
  tooSmall: '{mm} too small',
  formatsAreEqualBy: 'Formats are equal by',
  property: 'Property',
  frame: 'Frame',
  across: '{widthMm} × {heightMm}, {back} across',
  lensInTheRig: 'Lens in the rig',
  mmTo: '{focalMm} mm, {widestFNumber} to {smallestFNumber}',
  fieldOfViewLevelUpright: 'Field of view, level × upright',
  across2: '{levelDeg}° × {uprightDeg}° ({diagonalDeg}° across)',
  fromEndToEndOf: 'From end to end of shift and rise',
  unknownOrTheFrameDoes: 'unknown, or the frame does not fit',
  at: '{levelDeg}° × {uprightDeg}° at {fNumber}',
  sameViewOnTheFirst: 'Same view on the first format ({back} mm {formatMeasure}) from a lens of',
  withTheSameDepthOf: 'with the same depth of field there at',
  fFor: 'f/{equalFNumber} for {fNumber}',
  imageCircleWiderThanThe: 'Image circle wider than the frame by',
  sharpCircleWiderThanThe: 'Sharp circle wider than the frame by',
  at2: '{spareSharpMm} at {fNumber}',
  movements: 'Movements',
  weightOfEvidence: 'Weight of evidence',
  landscapeAtInfinityTheFirst:
    'Landscape, at infinity. The first rig chosen is the one that the others are measured against. Circles at f/8, or the nearest aperture that the lens has.',
});

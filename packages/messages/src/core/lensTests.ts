import { catalogue } from '../catalogue';

export const lensTestsText = catalogue({
  edge: 'Sharpness from an edge',
  edgePurpose: 'How much contrast is left at each level of detail, measured across a slanted edge in a photograph.',
  edgeFormula:
    'edge found row by row and fitted; 4 bins per pixel along its normal → difference → window → Fourier transform / its value at 0',
  edgeSource: 'ISO 12233, edge-based spatial frequency response (from memory)',
  edgeLimits: 'Linear intensities of one straight edge that is slanted by a few degrees; neither clipped nor sharpened.',
  rows: 'linear intensities, row by row from the top',
  edgeDeg: 'slant of the edge from upright or level, whichever is nearer',
  mtf50: 'spatial frequency at which half of the contrast is left (MTF50)',
  mtfHalfNyquist: 'contrast left at 0.25 cycles per pixel, half the sensor’s limit',
  edgeTooSmall: 'rows must be at least {least} × {least} intensities; you gave {columns} × {rows}.',
  edgeNotRectangular: 'rows must all have the same length: the first has {columns} intensities, row {row} has {has}.',
  edgeMissing: 'rows must show one edge that crosses the middle within 45° of upright or level: none stands out from the noise.',
  edgeNotSlanted:
    'rows must show an edge that is slanted by a few degrees: this one runs along the pixels or their diagonal, so it shows nothing finer than a pixel.',
  edgeClipped: 'part must not be clipped: more than 0.2 % of its pixels are. Expose less.',
  partOutside: 'part must lie within the photograph, which is {widthPx} × {heightPx} px.',
  seriesFile: 'the photograph',
  seriesFNumber: 'marked f-number, null where it is unknown',
  seriesRise: 'rise of the lens against the back',
  seriesShift: 'shift of the lens against the back',
  seriesWidth: 'width of the frame as held',
  seriesHeight: 'height of the frame as held',
  seriesMagnification: 'magnification of what is in focus, 0 for a lens set to infinity',
  seriesFrames: 'frames of an evenly lit wall',
  edgeTooSharp:
    'rows must be intensities of pixels: these keep more than half of their contrast at 1 cycle per pixel, which no pixel can record.',
  noAperture:
    'No aperture is given for {names}. A lens without contacts leaves it out of the file: enter it from the order in which you took the frames.',
  clippedFrames: 'Clipped and left out: {names}. Expose less and take them again.',
  darkFrames: 'Nearly black and left out: {names}. Expose more and take them again.',
  oddFrames: 'Left out at f/{fNumber}, because they do not agree with the other frames: {names}. Check their shift and their aperture.',
  gap: 'No frame at f/{fNumber} shows what is {from} to {to} mm from the axis, so falloff is unknown. Take the centred frame and shifts that overlap it.',
  notFlat:
    'The frames at f/{fNumber} differ by {stops} stops from those of an evenly lit wall. Photograph a blank wall or a diffuser, and check the shifts you entered.',
  wrongOrder: 'More light is lost at f/{smaller} than at f/{wider}: the frames are assigned to the wrong apertures.',
  edgeNotReached:
    'The image circle is unknown: up to {mm} mm from the axis no frame shows where it ends. Shift farther, in at least three directions.',
  chartTitle: 'Test chart {size}',
  chartTile: 'Test chart {size}, sheet {row}/{rows} down, {column}/{columns} across: cut along the marks and glue with 10 mm of overlap',
  otherAperture: '{name}: the file says {wrote}, the plan {fNumber}.',
  earlierThanBefore: '{name} was taken before {before}, which comes first in the plan.',
  circleMeasured:
    'Image circle {mm} ± {doubt} mm{nominal, select, smaller {, {by} smaller than in the kit ({kit})} larger {, {by} larger than in the kit ({kit})} same {, as in the kit} other {}}.',
  circleUnknown:
    'Where the image circle ends is unknown: there is light up to {mm} from the axis, and too few frames go past its edge, if any. The value in the kit stays as it is.',
  limitsMeasured: 'From the centre, a corner goes dark beyond {shift} of shift or {rise} of rise.',
  neverCovered: 'The image circle does not cover this frame even when centred.',
  cornersLose:
    'At {fNumber} the corners of the centred frame lose {stops} ± {doubt} stops{law, select, none {} other {; cos⁴ alone would take {law}}}.',
  clearsFrom: 'From {fNumber} on, stopping down no longer brightens the corners.',
  castMeasured:
    'The light is {stops} stops {colour, select, red {redder} cyan {less red} blue {bluer} other {less blue}} {mm} from the axis than on it: use flat-field frames where colour matters.',
  axisMeasured: 'The image circle is not centred at the zero of the scales, but at {settings} (± {doubt}).',
});

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
  bestAt:
    '{place, select, centre {On the axis} edge {{mm} from the axis} other {In the corners ({mm} from the axis)}} {isOnly, select, yes {the lens reaches {lp} lp/mm at {apertures}} other {{apertures} {n, plural, one {is} other {are}} sharpest: {lp} lp/mm}}.',
  sharpUpTo: 'At {aperture} your standard of {wanted} lp/mm is met up to {mm} ± {doubt} mm from the axis.',
  sharpAtLeast: 'At {aperture} your standard of {wanted} lp/mm is met as far as the frames reach, {mm} from the axis.',
  neverSharp: 'At {aperture} your standard of {wanted} lp/mm is not met even on the axis.',
  sharpUnknown: 'At {aperture} too few edges were read to say how far it is sharp.',
  markedUpTo: 'By your marks {aperture} is good enough up to {mm} ± {doubt} mm from the axis.',
  markedAtLeast: 'By your marks {aperture} is good enough as far as you have judged, {mm} from the axis.',
  markedNever: 'By your marks {aperture} is not good enough even on the axis.',
  markedUnknown: 'How far {aperture} is good enough is unknown: mark a place closer to the axis too.',
  neverBeyond: 'Beyond {mm} from the axis no aperture reaches {wanted} lp/mm.',
  limitedBy:
    'At {aperture} the middle reaches {percent} % of what diffraction and pixels allow: {by, select, lens {the lens sets the limit} sensor {the pixels set the limit, not the lens} other {diffraction sets the limit, not the lens}}.',
  stoppingCosts:
    'At {aperture} the middle is {percent} % softer than at its best. A lens without any other fault would lose {ideal} % by diffraction over the same range.',
  sagOf: '{mm} mm {way, select, toward {closer to the lens} other {farther from the lens}}',
  curvature:
    'Field curvature: {height} from the axis, lines around the axis focus {tangential} than the middle, lines along the radius {sagittal} (± {doubt} mm).',
  fieldTilt:
    'The field is tilted: compared with the opposite border, focus lies farther from the lens by {borders}. If the lens itself is centred, it stands {deg} ± {degDoubt}° out of square with the sensor: check the adapter and the standards.',
  atBorderBy: '{mm} ± {doubt} mm at the {side, select, right {right} left {left} top {top} other {bottom}}',
  focusShifts: 'Stopped down to {aperture}, best focus moves {mm} ± {doubt} mm {way, select, away {away from} other {toward}} the lens.',
  decentred:
    'Even at best focus the lens is softer toward the {side, select, right {right} upperRight {upper right} top {top} upperLeft {upper left} left {left} lowerLeft {lower left} bottom {bottom} other {lower right}}: an element may be decentred.',
  noDistortion: 'No distortion can be seen up to {height} from the axis.',
  distorts: 'Distortion {height} from the axis: {percent} ± {doubt} % {kind, select, barrel {barrel} other {pincushion}}.',
  textureBest:
    '{place, select, centre {On the axis} edge {{mm} from the axis} other {In the corners ({mm} from the axis)}} {apertures} {n, plural, one {is} other {are}} sharpest{m, plural, =0 {} other {; of {n, plural, one {its} other {their}} contrast {others}}}.',
  reaches: '{aperture} reaches {percent} %',
  stopRight: 'The infinity stop is right to within {doubt} mm.',
  stopOff:
    'The infinity stop is off: the middle is sharpest with the back {mm} ± {doubt} mm farther {way, select, out {out, so at the stop the lens focuses beyond infinity} other {in, so at the stop the lens does not reach infinity}}.',
  plainFrames:
    'Too little texture stands out from the noise in {names}: photograph bark, brick or weathered boards that fill the frame, in focus.',
  movedFrames:
    'Something moved in {names}: up to {percent} % of the places differ from the other frames and are left out. Choose a subject that keeps still, without leaves, and use a firm tripod.',
  reportHead: '{name} · {day}',
  reportAbout:
    '{named, select, yes {{lens}, tested} other {Tested}} on {rig}, frame {width} × {height} mm, {day}. {n, plural, one {# frame} other {# frames}}.',
  reportOtherCopy: 'Measured by somebody else on another copy of the lens: copies differ.',
  reportConclusions: 'Conclusions',
  reportDoubts: 'In doubt or not measured',
  reportTable: 'Values',
  reportAperture: 'Aperture',
  reportCircle: 'Image circle',
  reportLastLoss: 'Light lost',
  reportAxis: 'On the axis',
  reportBorder: 'At the border',
  reportCorner: 'In the corner',
  reportSharpCircle: 'Sharp circle',
  reportUnknown: 'unknown',
  reportNone: 'none',
  reportHeight: 'image height, mm',
  reportFalloff: 'Falloff',
  reportStops: 'light lost, stops',
  reportLaw: 'cos⁴ alone',
  reportSharpness: 'Sharpness, the softer direction',
  reportLp: 'half of the contrast left at, lp/mm',
  reportStandard: 'your standard',
  reportLateral: 'Lateral colour',
  reportMicrons: 'farther out than green, µm',
  red: 'red',
  blue: 'blue',
  reportDistortion: 'Distortion',
  reportPercent: 'farther out than straight, %',
  measured: 'measured',
  reportCurvature: 'Field curvature at {aperture}',
  reportCloser: 'closer to the lens, mm',
  tangentialSag: 'around the axis',
  sagittalSag: 'along the radius',
  reportTexture: 'Contrast of fine detail against the best aperture',
  reportOfBest: 'of the best, %',
  mmPlusMinus: '{mm} ± {doubt} mm',
  lpPlusMinus: '{lp} ± {doubt} lp/mm',
  stopsAt: '{stops} ± {doubt} stops at {mm}',
  atLeastMm: 'at least {mm}',
  onlyMm: '{mm}',
  percentOnly: '{percent} %',
  outward: '{um} µm farther {way, select, out {out} other {in}}',
  fringes:
    'Lateral colour: {height} from the axis red is drawn {red} than green, blue {blue} (± {doubt} µm), which makes fringes {px} px wide. Software can remove them.',
  flares:
    'With a lamp beside the frame, flare at {aperture} veils the picture by {percent} ± {doubt} % of white, {most} % at the {side, select, right {right} upperRight {upper right} top {top} upperLeft {upper left} left {left} lowerLeft {lower left} bottom {bottom} lowerRight {lower right} other {centre}}. Shade the lens.',
  noFlare: 'With a lamp beside the frame, no flare can be seen at {aperture}.',
  noFringes: 'Lateral colour: up to {height} from the axis fringes stay under {px} px, too narrow to be seen.',
  noChartIn: 'No test chart was found in {names}: check that the frame shows the chart, large enough and in focus.',
  noEdgesIn: 'Too few edges of the chart could be read in {names}: it is too blurred, too small in the frame, or hidden.',
  blurredFrames:
    'Left out at f/{fNumber}, because they are softer than other frames of the same part of the image circle: {names}. Camera shake or focus is the usual cause; take them again.',
  dipAt:
    'At f/{fNumber} the middle is softer than at the next wider and the next smaller aperture: the camera moved or focus changed. Take these frames again.',
  tooSharpFor:
    'At f/{fNumber} the frames show at least {lp} lp/mm, but diffraction and pixels allow only {ideal}: they are assigned to the wrong aperture, or were sharpened when they were developed.',
});

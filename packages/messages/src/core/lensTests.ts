import { catalogue } from '../catalogue';

export const lensTestsText = catalogue({
  edge: 'Sharpness from an edge',
  edgePurpose: 'How much contrast is left at each fineness of detail across one slanted edge of a photograph.',
  edgeFormula:
    'edge found row by row and fitted; 4 bins to the pixel along its normal → difference → window → Fourier transform / its value at 0',
  edgeSource: 'ISO 12233, edge-based spatial frequency response (from memory)',
  edgeLimits: 'Linear intensities of one straight edge, slanted by a few degrees from the pixels, neither clipped nor sharpened.',
  rows: 'linear intensities, row by row from the top',
  edgeDeg: 'slant of the edge from upright or level, whichever is nearer',
  mtf50: 'frequency at which half of the contrast is left (MTF50)',
  mtfHalfNyquist: 'contrast left at 0.25 cycles per pixel, half the sensor’s limit',
  edgeTooSmall: 'rows must be at least {least} × {least} intensities; you gave {columns} × {rows}.',
  edgeNotRectangular: 'rows must be equally long: the first has {columns} intensities, row {row} has {has}.',
  edgeMissing: 'rows must show one edge that crosses the middle within 45° of upright or level: none was found above the noise.',
  edgeNotSlanted:
    'rows must show an edge that is slanted by a few degrees: this one lies exactly along the pixels or their diagonal, so nothing finer than a pixel can be read from it.',
  edgeClipped: 'part must not be clipped: more than 0.2 % of its pixels are. Expose less.',
  partOutside: 'part must lie within the photograph, which is {widthPx} × {heightPx} px.',
  seriesFile: 'the photograph',
  seriesFNumber: 'marked f-number, null where nobody knows it',
  seriesRise: 'rise of the lens against the back',
  seriesShift: 'shift of the lens against the back',
  seriesWidth: 'width of the frame as held',
  seriesHeight: 'height of the frame as held',
  seriesMagnification: 'magnification of what is in focus, 0 for a lens set to infinity',
  seriesFrames: 'frames of an evenly lit wall',
  edgeTooSharp: 'rows must be samples of pixels: more than half the contrast is left at 1 cycle per pixel, which no pixel can record.',
  noAperture:
    'The aperture of {names} is missing: the file does not know it where the lens has no contacts. Assign it by the order in which you took the frames.',
  clippedFrames: 'Left out, because they are clipped: {names}. Take them again at a third of the exposure.',
  darkFrames: 'Left out, because they are nearly black: {names}. Take them again at a longer exposure.',
  notFlat:
    'The frames at f/{fNumber} differ by {stops} stops from those of an evenly lit wall. Photograph a blank wall or a diffuser, and check the shifts that were entered.',
  wrongOrder: 'More light is lost at f/{smaller} than at f/{wider}: the frames are assigned to the wrong apertures.',
  edgeNotReached:
    'The image circle is unknown: no frame shows where light ends, at up to {mm} mm from the axis. Shift farther, in at least three directions.',
});

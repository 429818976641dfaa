import { catalogue } from '../catalogue';

export const lensTestsText = catalogue({
  lensTest: 'lens test',
  wrongShape:
    '{name} is {widthPx} × {heightPx} px, which is not the shape of a frame of {widthMm} × {heightMm} mm. Add whole frames in landscape orientation, not cropped.',
  changedElsewhere: '“{name}” was changed somewhere else meanwhile. It is shown as it is now; make your change again.',
  chartSize: 'must be one of {sizes}.',
  flatsOfWall: 'Flat-field frames come from a test of an evenly lit wall, which “{name}” is not.',
  noFlats: 'No frame of “{name}” lies within what was measured, so no flat-field frame can be drawn.',
  partOutside: 'A part must lie within the frame, which is {wide} × {high} px.',
  noSuchFrame: 'A place in the series names a frame that is not in this test.',
});

import { catalogue } from '../../catalogue';

const PLACE =
  '{place, select, centre {centre} left {left} right {right} top {top} bottom {bottom} upperLeft {upper left} upperRight {upper right} lowerLeft {lower left} other {lower right}}';

export const judgeText = catalogue({
  part: 'By eye',
  noFrames: 'No frames yet. Add them first, or let the simulated back expose the series.',
  help: 'The same places at every aperture. Mark what is good enough for your work; press a picture to compare two apertures or two lenses.',
  zoom: 'Enlargement',
  position: 'Position',
  sheet: 'Apertures and places',
  place: 'Place',
  placeNamed: PLACE,
  good: 'good',
  acceptable: 'acceptable',
  no: 'not good enough',
  openCell: `{aperture}, ${PLACE}: compare`,
  markCell: `{aperture}, ${PLACE}: your mark`,
  markedAs: `{aperture}, ${PLACE}: {mark, select, good {good} acceptable {acceptable} no {not good enough} other {no mark}}`,
  byYourMarks: 'By your marks',
  useMarks: 'Use my marks instead of the numbers',
  useMarksHelp:
    'Sharp circles of the marked apertures are then taken from your marks, in the conclusions and when they are written to the kit. The numbers stay with the test.',
  marksOfTexture: 'Results offers to write these circles to the kit.',
  notShown: 'This part could not be loaded.',
  loadingFrames: 'Loading the frames…',
  marksCount: 'Marks instead of numbers',
  numbersCount: 'Numbers instead of marks',
  compareTitle: `{aperture}, ${PLACE}`,
  compareHelp: 'Drag to move, scroll or pinch to enlarge: both pictures go together.',
  compareWith: 'Compare with frames of',
  thisTest: 'this test',
  frameAt: '{aperture}, {name}',
  nothingToCompare: 'With frames at two apertures, they can be compared.',
});

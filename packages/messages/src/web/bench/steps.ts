import { catalogue } from '../../catalogue';

export const stepsText = catalogue({
  card: 'Card',
  theListForTheSpot: 'Checklist for the location',
  coverage: 'Coverage',
  circleAndMovements: 'Circle and movements',
  expose: 'Expose',
  fromTheMeterToThe: 'From the meter to the time',
  focus: 'Focus',
  sectionFinderAndTilt: 'Section, Finder and tilt',
  frame: 'Frame',
  finderAndMovements: 'Finder and movements',
  position: 'Position',
  placeAndMovements: 'Place and movements',
  planAndElevationAppearOnce: 'Plan and elevation appear once a subject is chosen.',
  stitch: 'Stitch',
  framesInTheCircleAnd: 'Frames in the circle, and the joined picture',
});

import { catalogue } from '../catalogue';

export const plateText = catalogue({
  viewSize: 'px must be a whole number from 64 to 8192.',
  notPlannedOnOne: 'This setup is not planned on a photograph of the place, or the photograph is not levelled yet.',
  ofFile: '{name}: {why}',
  equivalentMust: 'Focal length (35 mm equivalent) must be 4–3000 mm.',
  noVerticals: 'No verticals were found in {name}: photograph a building, a door frame or shelves that fill the frame.',
});

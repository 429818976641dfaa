import { catalogue } from '../catalogue';

export const plateText = catalogue({
  viewSize: 'px must be a whole number from 64 to 8192.',
  notPlannedOnOne: 'This setup is not planned on a photograph of the place, or the photograph is not levelled yet.',
});

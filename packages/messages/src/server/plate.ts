import { catalogue } from '../catalogue';

export const plateText = catalogue({
  viewSize: 'px must be a whole number from 64 to 8192.',
});

import { catalogue } from '../catalogue';

export const purgeText = catalogue({
  onlyWhatWasDeleted: 'Only what was deleted can be deleted for good.',
});

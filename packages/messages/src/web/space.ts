import { catalogue } from '../catalogue';

export const spaceText = catalogue({
  low: '{freeGb} GB left',
  full: 'Disk full',
  whatLowMeans: 'Only {freeGb} GB are left on the disk with Gangway’s data. Free some space before nothing more can be saved.',
  whatFullMeans:
    'The disk with Gangway’s data is full ({freeGb} GB left). Changes wait on this device until some space is freed; reading and deleting still work.',
});

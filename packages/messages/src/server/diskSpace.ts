import { catalogue } from '../catalogue';

export const diskSpaceText = catalogue({
  diskFull: 'The disk with Gangway’s data is full: nothing more can be saved until some space is freed. Reading and deleting still work.',
  diskFullWithLeft:
    'The disk with Gangway’s data is full ({freeGb} GB left): nothing more can be saved until some space is freed. Reading and deleting still work.',
});

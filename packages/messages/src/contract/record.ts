import { catalogue } from '../catalogue';

export const recordText = catalogue({
  wholeFrame: 'the whole frame',
  crop: 'a crop of {ratio} to 1',
  sharpnessBy:
    '{school, select, diagonal {sharpness by format diagonal} pixels {sharpness by pixel} other {sharpness by print and viewing distance}}',
  singlePicture: 'a single picture',
  mosaic: 'a mosaic of {n, plural, one {# frame} other {# frames}}',
  noScene: 'no scene',
  scene: 'a scene {distanceM} m away',
  noVersion: 'The version of this {record} is {version}; it must be a whole number from 1.',
  newerVersion:
    'This {record} is of version {version}, written by a newer Gangway; this one reads versions up to {present}. It was left as it is.',
  setupRecord: 'setup',
  shotRecord: 'shot',
  rigRecord: 'rig',
  kitItem: 'kit item',
  cardTemplate: 'card template',
  lensTest: 'lens test',
});

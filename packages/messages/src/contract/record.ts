import { catalogue } from '../catalogue';

export const recordText = catalogue({
  rig: 'rig “{name}”',
  wholeFrame: 'the whole frame',
  crop: 'a crop of {ratio} to 1',
  composedWith: 'composed with {turn}',
  backWith: 'back with {turn}',
  pins: '{n, plural, one {# pin} other {# pins}}',
  sharpnessBy:
    '{school, select, diagonal {sharpness by format diagonal} pixels {sharpness by pixel} other {sharpness by print and viewing distance}}',
  depthLimits: 'limits for depth (at most {n, plural, one {# shot} other {# shots}})',
  singlePicture: 'a single picture',
  mosaic: 'a mosaic of {n, plural, one {# frame} other {# frames}}',
  noScene: 'no scene',
  scene: 'a scene {distanceM} m away',
  exposure: 'exposure at ISO {iso}',
  card: 'a card with {n, plural, one {# step} other {# steps}} ticked',
  detailsDiffer: '{same} (details differ)',
  landscape: 'landscape',
  portrait: 'portrait',
  noVersion: 'The version of this {record} is {version}; it must be a whole number from 1.',
  newerVersion:
    'This {record} is of version {version}, written by a newer Gangway; this one reads versions up to {present}. It was left as it is.',
  setupRecord: 'setup',
  shotRecord: 'shot',
  rigRecord: 'rig',
  kitItem: 'kit item',
  cardTemplate: 'card template',
});

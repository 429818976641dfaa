import { catalogue } from '../catalogue';

export const mergeText = catalogue({
  needsTwoFrames: 'At least two frames are needed.',
  hasAnotherProfile: '{name} has another colour profile than {first}; develop all frames with the same one.',
  profileIsUnknown: 'The colour profile of the frames has no plain tone curves; light is calculated as for sRGB.',
  aligning: 'aligning frames, {k} of {of}',
  nothingInCommon: 'The frames have no part in common; check that they were taken from the same position.',
  nothingToCompare: '{a} and {b} have no detail to compare and were not aligned.',
  showsOtherThings: '{a} and {b} show different things and were not aligned; check that they belong together.',
  scatters: '{a} and {b} are aligned to about {px} px only.',
  wasAligned: 'The frames were aligned: {parts}.',
  movedBy: 'moved by up to {px} px',
  rotatedBy: 'rotated by up to {deg}°',
  scaledBy: 'scaled by {percent} %',
  comparingLight: 'comparing exposures',
  lookingForMotion: 'looking for motion',
  fusing: 'fusing {percent} %',
  mergingLight: 'merging linear light',
  stopsForEach: 'There are {stops} exposure offsets for {frames} frames; give one for each, in stops.',
  exposureUnknown:
    'Nothing says how much longer {b} was exposed than {a}: the files record no exposure times, and the two share no tones. Add an exposure between them; on the command line, --stops gives the offsets.',
  shutterIsOff: '{name} was exposed {stops} stops {way, select, longer {more} other {less}} than its file records.',
  somethingMoved: 'Something moved between the exposures: {percent} % of the picture is taken from a single exposure.',
  clippedInAll: '{percent} % of the picture is overexposed in every frame. Add a shorter exposure next time.',
  lightIsTiff: 'Linear light is written as TIFF; choose TIFF as the file.',
  exposuresDoNotDivide:
    '{frames} frames do not divide into positions with {exposures} exposures each. Add the missing frames or change the number of exposures.',
  ofPosition: 'position {place}: {step}',
  atPosition: 'Position {place}: {words}',
  givesNothing: '{count, plural, one {{names} is} other {{names} are}} the sharpest frame almost nowhere and could be left out.',
  endsEarly:
    '{percent} % of the picture is sharpest in {name}, at the end of the series: some of it may lie beyond. Start or end the series farther out next time.',
});

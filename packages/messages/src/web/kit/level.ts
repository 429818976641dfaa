import { catalogue } from '../../catalogue';

const HELD =
  'pitched {pitch}° {up, select, yes {up} other {down}} and rolled {roll}° {clockwise, select, yes {clockwise} other {anticlockwise}} (± {doubt}°)';

export const levelText = catalogue({
  title: 'Measure it with two photographs',
  step1: 'Set the camera level by its own level, in landscape, and photograph verticals that fill the frame: shelves, a door, a fence.',
  step2: 'Go to the other side of them, set it level again the same way, and photograph the same verticals.',
  step3: 'Choose both files. Any lean of the verticals themselves cancels out, which leaves the error of the level.',
  equivalent: 'Focal length, 35 mm equivalent',
  asTheFileSays: 'as the file says',
  first: 'First photograph',
  second: 'From the other side',
  measuring: 'Measuring…',
  reads: `By its verticals the camera was ${HELD}.`,
  found: `When its level reads zero, the camera is ${HELD}.`,
  apply: 'Enter these values',
  equivalentMust: 'Focal length must be {least}–{most} mm; you entered {typed}.',
  noServer: 'Not measured: the server is not answering. Try again.',
  unsure: 'The verticals in {name} do not agree well enough. Choose a picture with more of them, and no zoom or crop.',
});

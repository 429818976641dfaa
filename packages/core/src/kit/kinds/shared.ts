import { choice, flag, list, number } from '../figure';

export const FRAME = 'Frame';
export const MOUNT = 'Mount';
export const RECORD = 'What the file records';
export const CIRCLE = 'Image circle at infinity';
export const SHIFT = 'Shift';
export const TILT = 'Tilt';
export const FRONT = 'Front';
export const BELLOWS = 'Bellows';
export const frame = {
  widthMm: number(FRAME, 'Frame width', 'mm', 1, 1500, { how: 'The manual gives it; or photograph a ruler at a known magnification.' }),
  heightMm: number(FRAME, 'Frame height', 'mm', 1, 1500, { how: 'The manual gives it; or photograph a ruler at a known magnification.' }),
};
/** What a lens or an adapter moves by itself. */
export const movements = {
  slides: choice(
    SHIFT,
    'Slides',
    { none: 'no shift', rotating: 'one slide that rotates', box: 'two slides at right angles', line: 'one slide at a fixed angle' },
    {
      how: 'Look whether it has one slide or two, and whether the slide can be turned about the axis.',
    },
  ),
  travelMm: number(SHIFT, 'Travel from the centre', 'mm', 0, 200, {
    when: { figure: 'slides', is: ['rotating', 'line'] },
    how: 'Read the last mark of the shift scale.',
  }),
  slideDeg: number(SHIFT, 'Angle of the slide (0 to the right, 90 up)', '°', 0, 180, { when: { figure: 'slides', is: ['line'] } }),
  riseMm: number(SHIFT, 'Rise', 'mm', 0, 200, { when: { figure: 'slides', is: ['box'] }, how: 'Read the last mark of the slide.' }),
  fallMm: number(SHIFT, 'Fall', 'mm', 0, 200, { when: { figure: 'slides', is: ['box'] }, how: 'Read the last mark of the slide.' }),
  leftMm: number(SHIFT, 'Shift to the left', 'mm', 0, 200, {
    when: { figure: 'slides', is: ['box'] },
    how: 'Read the last mark of the slide.',
  }),
  rightMm: number(SHIFT, 'Shift to the right', 'mm', 0, 200, {
    when: { figure: 'slides', is: ['box'] },
    how: 'Read the last mark of the slide.',
  }),
  rotation: choice(
    SHIFT,
    'Turns about the axis',
    { free: 'to any angle', clicks: 'in clicks', none: 'not' },
    { when: { figure: 'slides', is: ['rotating'] } },
  ),
  clicksDeg: list(SHIFT, 'Click angles', '°', -360, 360, { when: { figure: 'rotation', is: ['clicks'] } }),
  shiftStepMm: number(SHIFT, 'Shift scale marked every', 'mm', 0.01, 20),
  tilts: choice(
    TILT,
    'Tilt',
    { none: 'no tilt', both: 'both ways', oneWay: 'one way only' },
    { how: 'Look whether the tilt scale has marks on one side of zero or on both.' },
  ),
  tiltDeg: number(TILT, 'Tilt to', '°', 0, 90, {
    when: { figure: 'tilts', is: ['both', 'oneWay'] },
    how: 'Read the last mark of the tilt scale.',
  }),
  tiltLock: choice(
    TILT,
    'Direction of tilt',
    { parallel: 'locked along the shift', crossed: 'locked across the shift', free: 'turns by itself' },
    {
      when: { figure: 'tilts', is: ['both', 'oneWay'] },
      how: 'Shift up, then tilt: if the lens nods it is along the shift, if it turns aside it is across.',
    },
  ),
  tiltStepDeg: number(TILT, 'Tilt scale marked every', '°', 0.01, 20, { when: { figure: 'tilts', is: ['both', 'oneWay'] } }),
  pivotMm: number(TILT, 'Tilt pivot behind the lens centre', 'mm', -300, 300, {
    when: { figure: 'tilts', is: ['both', 'oneWay'] },
    how: 'Tilt by a known angle and measure how far the picture moves on the sensor at infinity: pivot = movement / sin(angle).',
  }),
};
export const contacts = flag(RECORD, 'Electrical contacts', { how: 'Look for contact pins in the mount.' });
export const throat = (what: string) =>
  number(MOUNT, `Clear opening of ${what}`, 'mm', 1, 400, {
    how: 'Measure the narrowest opening behind the mount with a calliper, without touching anything inside.',
  });
export const cameraStandard = (group: string, where: string) =>
  ({
    rise: number(group, `${where} rise`, 'mm', 0, 300),
    fall: number(group, `${where} fall`, 'mm', 0, 300),
    shift: number(group, `${where} shift, each way`, 'mm', 0, 300),
    tilt: number(group, `${where} tilt, each way`, '°', 0, 90),
    swing: number(group, `${where} swing, each way`, '°', 0, 90),
  }) as const;
export const front = cameraStandard('Front standard', 'Front');
export const rear = cameraStandard('Rear standard', 'Rear');

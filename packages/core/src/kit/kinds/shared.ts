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
  widthMm: number({
    group: FRAME,
    label: 'Frame width',
    unit: 'mm',
    min: 1,
    max: 1500,
    how: 'The manual gives it; or photograph a ruler at a known magnification.',
  }),
  heightMm: number({
    group: FRAME,
    label: 'Frame height',
    unit: 'mm',
    min: 1,
    max: 1500,
    how: 'The manual gives it; or photograph a ruler at a known magnification.',
  }),
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
  travelMm: number({
    group: SHIFT,
    label: 'Travel from the centre',
    unit: 'mm',
    min: 0,
    max: 200,
    when: { figure: 'slides', is: ['rotating', 'line'] },
    how: 'Read the last mark of the shift scale.',
  }),
  slideDeg: number({
    group: SHIFT,
    label: 'Angle of the slide (0 to the right, 90 up)',
    unit: '°',
    min: 0,
    max: 180,
    when: { figure: 'slides', is: ['line'] },
  }),
  riseMm: number({
    group: SHIFT,
    label: 'Rise',
    unit: 'mm',
    min: 0,
    max: 200,
    when: { figure: 'slides', is: ['box'] },
    how: 'Read the last mark of the slide.',
  }),
  fallMm: number({
    group: SHIFT,
    label: 'Fall',
    unit: 'mm',
    min: 0,
    max: 200,
    when: { figure: 'slides', is: ['box'] },
    how: 'Read the last mark of the slide.',
  }),
  leftMm: number({
    group: SHIFT,
    label: 'Shift to the left',
    unit: 'mm',
    min: 0,
    max: 200,
    when: { figure: 'slides', is: ['box'] },
    how: 'Read the last mark of the slide.',
  }),
  rightMm: number({
    group: SHIFT,
    label: 'Shift to the right',
    unit: 'mm',
    min: 0,
    max: 200,
    when: { figure: 'slides', is: ['box'] },
    how: 'Read the last mark of the slide.',
  }),
  rotation: choice(
    SHIFT,
    'Turns about the axis',
    { free: 'to any angle', clicks: 'in clicks', none: 'not' },
    { when: { figure: 'slides', is: ['rotating'] } },
  ),
  clicksDeg: list({ group: SHIFT, label: 'Click angles', unit: '°', min: -360, max: 360, when: { figure: 'rotation', is: ['clicks'] } }),
  shiftStepMm: number({ group: SHIFT, label: 'Shift scale marked every', unit: 'mm', min: 0.01, max: 20 }),
  tilts: choice(
    TILT,
    'Tilt',
    { none: 'no tilt', both: 'both ways', oneWay: 'one way only' },
    { how: 'Look whether the tilt scale has marks on one side of zero or on both.' },
  ),
  tiltDeg: number({
    group: TILT,
    label: 'Tilt to',
    unit: '°',
    min: 0,
    max: 90,
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
  tiltStepDeg: number({
    group: TILT,
    label: 'Tilt scale marked every',
    unit: '°',
    min: 0.01,
    max: 20,
    when: { figure: 'tilts', is: ['both', 'oneWay'] },
  }),
  pivotMm: number({
    group: TILT,
    label: 'Tilt pivot behind the lens centre',
    unit: 'mm',
    min: -300,
    max: 300,
    when: { figure: 'tilts', is: ['both', 'oneWay'] },
    how: 'Tilt by a known angle and measure how far the picture moves on the sensor at infinity: pivot = movement / sin(angle).',
  }),
};
export const contacts = flag(RECORD, 'Electrical contacts', { how: 'Look for contact pins in the mount.' });
export const throat = (what: string) =>
  number({
    group: MOUNT,
    label: `Clear opening of ${what}`,
    unit: 'mm',
    min: 1,
    max: 400,
    how: 'Measure the narrowest opening behind the mount with a calliper, without touching anything inside.',
  });
export const cameraStandard = (group: string, where: string) =>
  ({
    rise: number({ group: group, label: `${where} rise`, unit: 'mm', min: 0, max: 300 }),
    fall: number({ group: group, label: `${where} fall`, unit: 'mm', min: 0, max: 300 }),
    shift: number({ group: group, label: `${where} shift, each way`, unit: 'mm', min: 0, max: 300 }),
    tilt: number({ group: group, label: `${where} tilt, each way`, unit: '°', min: 0, max: 90 }),
    swing: number({ group: group, label: `${where} swing, each way`, unit: '°', min: 0, max: 90 }),
  }) as const;
export const front = cameraStandard('Front standard', 'Front');
export const rear = cameraStandard('Rear standard', 'Rear');

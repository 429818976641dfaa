import { choice, circles, EVIDENCE, flag, joint, list, number } from './figure';

const FRAME = 'Frame';
const MOUNT = 'Mount';
const RECORD = 'What the file records';
const CIRCLE = 'Image circle at infinity';
const SHIFT = 'Shift';
const TILT = 'Tilt';
const FRONT = 'Front';
const BELLOWS = 'Bellows';

const frame = {
  widthMm: number(FRAME, 'Frame width', 'mm', 1, 1500, { how: 'The manual gives it; or photograph a ruler at a known magnification.' }),
  heightMm: number(FRAME, 'Frame height', 'mm', 1, 1500, { how: 'The manual gives it; or photograph a ruler at a known magnification.' }),
};

/** What a lens or an adapter moves by itself. */
const movements = {
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

const contacts = flag(RECORD, 'Electrical contacts', { how: 'Look for contact pins in the mount.' });
const throat = (what: string) =>
  number(MOUNT, `Clear opening of ${what}`, 'mm', 1, 400, {
    how: 'Measure the narrowest opening behind the mount with a calliper, without touching anything inside.',
  });

const cameraStandard = (group: string, where: string) =>
  ({
    rise: number(group, `${where} rise`, 'mm', 0, 300),
    fall: number(group, `${where} fall`, 'mm', 0, 300),
    shift: number(group, `${where} shift, each way`, 'mm', 0, 300),
    tilt: number(group, `${where} tilt, each way`, '°', 0, 90),
    swing: number(group, `${where} swing, each way`, '°', 0, 90),
  }) as const;
const front = cameraStandard('Front standard', 'Front');
const rear = cameraStandard('Rear standard', 'Rear');

/**
 * Everything that can be owned, each kind with its figures: label, unit, what
 * is allowed, when it applies and how to measure it. Forms, tables, CSV
 * headers, the schema and the questions that a rig asks are all read from
 * here. Lengths in mm, angles in degrees, circles as diameters at infinity.
 */
export const KINDS = {
  body: {
    title: 'Body or back',
    plural: 'Bodies and backs',
    figures: {
      ...frame,
      columnsPx: number(FRAME, 'Pixels across', 'px', 1, 200_000, { whole: true }),
      rowsPx: number(FRAME, 'Pixels down', 'px', 1, 200_000, { whole: true }),
      mount: joint(MOUNT, 'Mount'),
      registerMm: number(MOUNT, 'Register (flange to sensor)', 'mm', 0, 300, {
        how: 'A property of the mount: the manual gives it. Measured by hand it is good to a few tenths only.',
      }),
      throatMm: throat('the throat'),
      ownLens: flag(MOUNT, 'Has a lens of its own'),
      shutter: choice(RECORD, 'Shutter', { leaf: 'leaf', focal: 'focal plane', none: 'none of its own' }),
      readoutMs: number(RECORD, 'Read-out time, first row to last', 'ms', 0, 10_000, {
        how: 'Photograph a lamp that flickers at 100 Hz with the electronic shutter and count the bands: 10 ms each.',
      }),
      fastestPerS: number(RECORD, 'Fastest time, 1/', '', 1, 100_000, {
        how: 'The largest number on the shutter dial, or the shortest time in the menu.',
      }),
      slowestS: number(RECORD, 'Slowest time', 's', 0.1, 3600, {
        how: 'The longest time that the shutter measures itself, without B or T.',
      }),
      syncPerS: number(RECORD, 'Flash to 1/', '', 1, 10_000, {
        when: { figure: 'shutter', is: ['focal'] },
        how: 'Marked on the dial, or photograph a flash on a wall at shorter and shorter times until a part stays dark.',
      }),
      contacts,
    },
  },
  film: {
    title: 'Film',
    plural: 'Film and holders',
    figures: {
      ...frame,
      form: choice(FRAME, 'Form', { sheet: 'sheet', roll: 'roll' }),
      framesPerRoll: number(FRAME, 'Frames per roll', '', 1, 400, { whole: true, when: { figure: 'form', is: ['roll'] } }),
      sheetsPerHolder: number(FRAME, 'Sheets per holder', '', 1, 100, { whole: true, when: { figure: 'form', is: ['sheet'] } }),
      iso: number('Film', 'Speed', 'ISO', 0.1, 100_000, { how: 'Printed on the box; or what your own tests gave.' }),
      reciprocityExponent: number('Film', 'Exponent beyond one second', '', 1, 3, {
        how: 'From the data sheet: needed time = metered time to this power. A table can be typed at the stand instead.',
      }),
      mount: joint(MOUNT, 'Fits the back'),
    },
  },
  lens: {
    title: 'Lens',
    plural: 'Lenses',
    figures: {
      focalMm: number('Lens', 'Focal length', 'mm', 1, 5000, { how: 'It is engraved on the lens.' }),
      widestFNumber: number('Lens', 'Widest aperture', 'f/', 0.5, 512, { how: 'It is engraved on the lens.' }),
      smallestFNumber: number('Lens', 'Smallest aperture', 'f/', 0.5, 512, { how: 'Read the end of the aperture ring.' }),
      stopStep: choice('Lens', 'Aperture clicks in', { full: 'full stops', half: 'half stops', third: 'third stops' }),
      attachment: choice(MOUNT, 'Sits', { mount: 'in a mount', board: 'on a board, in a shutter', fixed: 'fixed in its body' }),
      mount: joint(MOUNT, 'Mount, shutter size or body', { how: 'For a shutter its size, such as “shutter 1”.' }),
      registerMm: number(MOUNT, 'Register (flange to image at infinity)', 'mm', 0, 300, {
        when: { figure: 'attachment', is: ['mount'] },
        how: 'A property of the mount: the manual gives it.',
      }),
      flangeFocalMm: number(MOUNT, 'Flange focal length', 'mm', 1, 5000, {
        when: { figure: 'attachment', is: ['board'] },
        how: 'Focus on something very far and measure from the front of the board to the film. Telephoto lenses stand nearer than their focal length, retrofocus lenses farther.',
      }),
      shutterFastestPerS: number('Shutter', 'Fastest time, 1/', '', 1, 10_000, {
        when: { figure: 'attachment', is: ['board'] },
        how: 'The largest number on the shutter.',
      }),
      shutterSlowestS: number('Shutter', 'Slowest time', 's', 0.1, 60, {
        when: { figure: 'attachment', is: ['board'] },
        how: 'The longest time on the shutter beside B and T.',
      }),
      contacts,
      lightMm: number(CIRCLE, 'Light circle', 'mm', 1, 1500, {
        how: 'Photograph an even wall at f/8 and infinity and shift until a corner goes black: twice the distance from the axis to that corner.',
      }),
      lightEvidence: choice(CIRCLE, 'Light circle is', EVIDENCE),
      fieldDeg: number(CIRCLE, 'Or the field angle', '°', 1, 170, {
        how: 'The maker’s angle of view across the whole circle; the circle is 2·f·tan(angle/2).',
      }),
      definition: circles(CIRCLE, 'Circles of good definition'),
      pupilRatio: number('Pupils', 'Pupil ratio (exit over entrance)', '', 0.05, 20, {
        how: 'Look into the lens stopped down from behind and from the front, and divide the widths of the two openings seen.',
      }),
      pupilDepthMm: number('Pupils', 'Entrance pupil behind the filter thread', 'mm', 0, 500, {
        how: 'Look in from the front and judge by parallax how deep the opening lies behind the thread.',
      }),
      nearestM: number('Focus', 'Nearest focus, from the sensor', 'm', 0.01, 100, { how: 'Read the end of the focus scale.' }),
      nearestMagnification: number('Focus', 'Magnification there', '×', 0.001, 20, {
        how: 'Photograph a ruler at nearest focus: frame width divided by the length of ruler seen.',
      }),
      filterThreadMm: number(FRONT, 'Filter thread', 'mm', 5, 300, {
        how: 'It is engraved on the front rim, after the sign for diameter.',
      }),
      clearFrontMm: number(FRONT, 'Clear front', 'mm', 1, 400, { how: 'The glass that can be seen from the front, across.' }),
      lengthMm: number(FRONT, 'Length in front of the flange', 'mm', 1, 1000),
      barrelDepthMm: number(MOUNT, 'Barrel behind the flange', 'mm', 0, 200, {
        how: 'How far glass or barrel stand out behind the flange, focused at infinity.',
      }),
      barrelWidthMm: number(MOUNT, 'Barrel there, across', 'mm', 5, 300, { how: 'Calliper across what stands out behind the flange.' }),
      flangeWidthMm: number(MOUNT, 'Flange, across', 'mm', 10, 300, {
        when: { figure: 'attachment', is: ['mount'] },
        how: 'Calliper across the metal ring that sits against the body.',
      }),
      ...movements,
    },
  },
  adapter: {
    title: 'Adapter',
    plural: 'Adapters',
    figures: {
      lensMount: joint(MOUNT, 'Takes in front'),
      lensRegisterMm: number(MOUNT, 'Register of the mount in front', 'mm', 0, 300),
      bodyMount: joint(MOUNT, 'Fits behind on'),
      bodyRegisterMm: number(MOUNT, 'Register of the mount behind', 'mm', 0, 300),
      thicknessMm: number(MOUNT, 'Thickness between its flanges', 'mm', 0, 300, {
        how: 'Measure from flange to flange with a calliper, at several places.',
      }),
      throatMm: throat('the adapter'),
      contacts,
      tripodFoot: choice(MOUNT, 'Tripod foot', { lens: 'on the lens side', body: 'on the body side', none: 'none' }),
      stitching: choice('Stitching', 'Moves the back for a mosaic', { none: 'no', sliding: 'slides', quarter: 'turns by quarters' }),
      stopsMm: list('Stitching', 'Stops from the centre', 'mm', -300, 300, { when: { figure: 'stitching', is: ['sliding'] } }),
      offsetXMm: number('Stitching', 'Frame centre beside the axis', 'mm', -200, 200, { when: { figure: 'stitching', is: ['quarter'] } }),
      offsetYMm: number('Stitching', 'Frame centre above the axis', 'mm', -200, 200, { when: { figure: 'stitching', is: ['quarter'] } }),
      ...movements,
    },
  },
  converter: {
    title: 'Reducer or converter',
    plural: 'Reducers and converters',
    figures: {
      factor: number('Converter', 'Factor', '×', 0.1, 10, { how: 'It is engraved: below 1 reduces, above 1 extends.' }),
      lensMount: joint(MOUNT, 'Takes in front'),
      lensRegisterMm: number(MOUNT, 'Register of the mount in front', 'mm', 0, 300),
      bodyMount: joint(MOUNT, 'Fits behind on'),
      bodyRegisterMm: number(MOUNT, 'Register of the mount behind', 'mm', 0, 300),
      clearCircleMm: number(CIRCLE, 'Largest circle it passes, on the sensor', 'mm', 1, 500, {
        how: 'Photograph an even wall through a lens with a far larger circle, at f/8.',
      }),
      contacts,
    },
  },
  board: {
    title: 'Lens board',
    plural: 'Lens boards',
    figures: {
      boardMount: joint(MOUNT, 'Board of'),
      hole: joint(MOUNT, 'Holds', { how: 'The shutter size, such as “shutter 1”, or a mount.' }),
      offsetMm: number(MOUNT, 'Raised (+) or recessed (−) by', 'mm', -200, 400, {
        how: 'From the plane of a flat board to the plane that the lens sits on.',
      }),
    },
  },
  camera: {
    title: 'View camera or rail',
    plural: 'View cameras and rails',
    figures: {
      boardMount: joint(MOUNT, 'Takes boards of'),
      backMount: joint(MOUNT, 'Takes backs with the mount'),
      bellowsMinMm: number(BELLOWS, 'Shortest bellows, board to back', 'mm', 1, 3000, {
        how: 'Push the standards together as far as they go without force; from the front of a flat board to the film or the rear mount.',
      }),
      bellowsMaxMm: number(BELLOWS, 'Longest bellows, board to back', 'mm', 1, 3000, {
        how: 'Draw the standards apart until the bellows are just not tight.',
      }),
      bagMinMm: number(BELLOWS, 'Shortest with bag bellows', 'mm', 1, 3000),
      bagMaxMm: number(BELLOWS, 'Longest with bag bellows', 'mm', 1, 3000),
      frontRiseMm: front.rise,
      frontFallMm: front.fall,
      frontShiftMm: front.shift,
      frontTiltDeg: front.tilt,
      frontSwingDeg: front.swing,
      rearRiseMm: rear.rise,
      rearFallMm: rear.fall,
      rearShiftMm: rear.shift,
      rearTiltDeg: rear.tilt,
      rearSwingDeg: rear.swing,
      tiltAxis: choice('Front standard', 'Tilts about', { axis: 'the lens axis', base: 'the base of the standard' }),
      baseBelowMm: number('Front standard', 'Base below the lens axis', 'mm', 0, 500, { when: { figure: 'tiltAxis', is: ['base'] } }),
    },
  },
  ring: {
    title: 'Step-up ring',
    plural: 'Step-up rings',
    figures: {
      threadMm: number(FRONT, 'Screws into a thread of', 'mm', 5, 300),
      frontThreadMm: number(FRONT, 'Takes a thread of', 'mm', 5, 300),
      heightMm: number(FRONT, 'Height', 'mm', 0, 100),
    },
  },
  filter: {
    title: 'Filter',
    plural: 'Filters',
    figures: {
      threadMm: number(FRONT, 'Thread', 'mm', 5, 300),
      clearMm: number(FRONT, 'Clear diameter at its front rim', 'mm', 1, 300, {
        how: 'Measure the opening of the front rim with a calliper.',
      }),
      heightMm: number(FRONT, 'Height', 'mm', 0, 100, { how: 'From the rim that it screws against to its front.' }),
      stops: number(FRONT, 'Takes light', 'stops', 0, 30),
    },
  },
  hood: {
    title: 'Hood',
    plural: 'Hoods',
    figures: {
      threadMm: number(FRONT, 'Thread', 'mm', 5, 300),
      clearMm: number(FRONT, 'Clear diameter at its front rim', 'mm', 1, 400, { how: 'Measure the front opening with a calliper.' }),
      heightMm: number(FRONT, 'Height', 'mm', 0, 300),
    },
  },
} as const;

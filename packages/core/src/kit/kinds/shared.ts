import { kindsText } from '@gangway/messages/core/kit/kinds';
import { say } from '@gangway/messages/say';
import { choice, flag, list, number } from '../spec';

export const FRAME = kindsText.frame;
export const MOUNT = kindsText.mount;
export const RECORD = kindsText.whatTheFileRecords;
export const LEVEL = kindsText.ownLevel;
export const CIRCLE = kindsText.imageCircleAtInfinity;
export const SHIFT = kindsText.shift;
export const TILT = kindsText.tilt;
export const FRONT = kindsText.front;
export const BELLOWS = kindsText.bellows;
export const frame = {
  widthMm: number({
    group: FRAME,
    label: kindsText.frameWidth,
    unit: 'mm',
    min: 1,
    max: 1500,
    how: kindsText.theManualGivesItOr,
  }),
  heightMm: number({
    group: FRAME,
    label: kindsText.frameHeight,
    unit: 'mm',
    min: 1,
    max: 1500,
    how: kindsText.theManualGivesItOr,
  }),
};
/** What a lens or an adapter moves by itself. */
export const movements = {
  slides: choice(
    SHIFT,
    kindsText.slides2,
    {
      none: kindsText.noShift,
      rotating: kindsText.oneSlideThatRotates,
      box: kindsText.twoSlidesAtRightAngles,
      line: kindsText.oneSlideAtAFixed,
    },
    {
      how: kindsText.lookWhetherItHasOne,
    },
  ),
  travelMm: number({
    group: SHIFT,
    label: kindsText.travelFromTheCentre,
    unit: 'mm',
    min: 0,
    max: 200,
    when: { spec: 'slides', is: ['rotating', 'line'] },
    how: kindsText.readTheLastMarkOf,
  }),
  slideDeg: number({
    group: SHIFT,
    label: kindsText.angleOfTheSlide0,
    unit: '°',
    min: 0,
    max: 180,
    when: { spec: 'slides', is: ['line'] },
  }),
  riseMm: number({
    group: SHIFT,
    label: kindsText.rise,
    unit: 'mm',
    min: 0,
    max: 200,
    when: { spec: 'slides', is: ['box'] },
    how: kindsText.readTheLastMarkOfThe,
  }),
  fallMm: number({
    group: SHIFT,
    label: kindsText.fall,
    unit: 'mm',
    min: 0,
    max: 200,
    when: { spec: 'slides', is: ['box'] },
    how: kindsText.readTheLastMarkOfThe,
  }),
  leftMm: number({
    group: SHIFT,
    label: kindsText.shiftToTheLeft,
    unit: 'mm',
    min: 0,
    max: 200,
    when: { spec: 'slides', is: ['box'] },
    how: kindsText.readTheLastMarkOfThe,
  }),
  rightMm: number({
    group: SHIFT,
    label: kindsText.shiftToTheRight,
    unit: 'mm',
    min: 0,
    max: 200,
    when: { spec: 'slides', is: ['box'] },
    how: kindsText.readTheLastMarkOfThe,
  }),
  rotation: choice(
    SHIFT,
    kindsText.turnsAboutTheAxis,
    { free: kindsText.toAnyAngle, clicks: kindsText.inClicks, none: kindsText.not },
    { when: { spec: 'slides', is: ['rotating'] } },
  ),
  clicksDeg: list({
    group: SHIFT,
    label: kindsText.clickAngles,
    unit: '°',
    min: -360,
    max: 360,
    when: { spec: 'rotation', is: ['clicks'] },
  }),
  shiftStepMm: number({ group: SHIFT, label: kindsText.shiftScaleMarkedEvery, unit: 'mm', min: 0.01, max: 20 }),
  tilts: choice(
    TILT,
    kindsText.tilt,
    { none: kindsText.noTilt, both: kindsText.bothWays, oneWay: kindsText.oneWayOnly },
    { how: kindsText.lookWhetherTheTiltScale },
  ),
  tiltDeg: number({
    group: TILT,
    label: kindsText.tiltTo,
    unit: '°',
    min: 0,
    max: 90,
    when: { spec: 'tilts', is: ['both', 'oneWay'] },
    how: kindsText.readTheLastMarkOfTheTilt,
  }),
  tiltLock: choice(
    TILT,
    kindsText.directionOfTilt,
    { parallel: kindsText.lockedAlongTheShift, crossed: kindsText.lockedAcrossTheShift, free: kindsText.turnsByItself },
    {
      when: { spec: 'tilts', is: ['both', 'oneWay'] },
      how: kindsText.shiftUpThenTiltIf,
    },
  ),
  tiltStepDeg: number({
    group: TILT,
    label: kindsText.tiltScaleMarkedEvery,
    unit: '°',
    min: 0.01,
    max: 20,
    when: { spec: 'tilts', is: ['both', 'oneWay'] },
  }),
  pivotMm: number({
    group: TILT,
    label: kindsText.tiltPivotBehindTheLens,
    unit: 'mm',
    min: -300,
    max: 300,
    when: { spec: 'tilts', is: ['both', 'oneWay'] },
    how: kindsText.tiltByAKnownAngle,
  }),
};
export const contacts = flag(RECORD, kindsText.electricalContacts, { how: kindsText.lookForContactPinsIn });
export const throat = (what: string) =>
  number({
    group: MOUNT,
    label: say(kindsText.clearOpeningOf, { what }),
    unit: 'mm',
    min: 1,
    max: 400,
    how: kindsText.measureTheNarrowestOpeningBehind,
  });
export const cameraStandard = (group: string, where: string) =>
  ({
    rise: number({ group: group, label: say(kindsText.rise2, { where }), unit: 'mm', min: 0, max: 300 }),
    fall: number({ group: group, label: say(kindsText.fall2, { where }), unit: 'mm', min: 0, max: 300 }),
    shift: number({ group: group, label: say(kindsText.shiftEachWay, { where }), unit: 'mm', min: 0, max: 300 }),
    tilt: number({ group: group, label: say(kindsText.tiltEachWay, { where }), unit: '°', min: 0, max: 90 }),
    swing: number({ group: group, label: say(kindsText.swingEachWay, { where }), unit: '°', min: 0, max: 90 }),
  }) as const;
export const front = cameraStandard(kindsText.frontStandard, kindsText.front);
export const rear = cameraStandard(kindsText.rearStandard, kindsText.rear);

/** What a thing weighs, for whoever carries it. */
export const weight = {
  weightG: number({
    group: kindsText.toCarry,
    label: kindsText.weight,
    unit: 'g',
    min: 0.1,
    max: 100_000,
    since: 8,
    refines: true,
    how: kindsText.putItOnKitchenScales,
  }),
};

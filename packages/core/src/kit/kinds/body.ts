import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number, choice, flag, joint } from '../spec';
import { defineKind } from '../kind';
import { FRAME, MOUNT, RECORD, contacts, throat, frame, weight } from './shared';

/** A body or back with a sensor. */
export const body = defineKind({
  title: kindsText.bodyOrBack,
  plural: kindsText.bodiesAndBacks,
  specs: {
    ...frame,
    columnsPx: number({ group: FRAME, label: kindsText.pixelsAcross, unit: 'px', min: 1, max: 200_000, whole: true }),
    rowsPx: number({ group: FRAME, label: kindsText.pixelsDown, unit: 'px', min: 1, max: 200_000, whole: true }),
    mount: joint(MOUNT, kindsText.mount),
    flangeDistanceMm: number({
      group: MOUNT,
      label: kindsText.flangeDistanceFlangeToSensor,
      unit: 'mm',
      min: 0,
      max: 300,
      how: kindsText.aPropertyOfTheMount,
      earlierLabels: ['Register (flange to sensor)'],
    }),
    throatMm: throat(kindsText.theThroat),
    ownLens: flag(MOUNT, kindsText.hasALensOfIts),
    shutter: choice(RECORD, kindsText.shutter, { leaf: kindsText.leaf, focal: kindsText.focalPlane, none: kindsText.noneOfItsOwn }),
    coverGlassMm: number({
      group: RECORD,
      label: kindsText.glassBeforeTheSensor,
      unit: 'mm',
      min: 0,
      max: 10,
      since: 5,
      refines: true,
      how: kindsText.filterAndCoverGlassTogether,
    }),
    mostRayDeg: number({
      group: RECORD,
      label: kindsText.largestRayAngle,
      unit: '°',
      min: 1,
      max: 89,
      since: 5,
      refines: true,
      how: kindsText.photographAnEvenWallShifted,
    }),
    readoutMs: number({
      group: RECORD,
      label: kindsText.readoutTimeFirstRowTo,
      unit: 'ms',
      min: 0,
      max: 10_000,
      how: kindsText.photographALampThatFlickers,
      earlierLabels: ['Read-out time, first row to last'],
    }),
    fastestPerS: number({
      group: RECORD,
      label: kindsText.fastestShutterSpeed1,
      unit: '',
      min: 1,
      max: 100_000,
      how: kindsText.theLargestNumberOnThe,
      earlierLabels: ['Fastest time, 1/'],
    }),
    slowestS: number({
      group: RECORD,
      label: kindsText.slowestShutterSpeed,
      unit: 's',
      min: 0.1,
      max: 3600,
      how: kindsText.theLongestTimeThatThe,
      earlierLabels: ['Slowest time'],
    }),
    syncPerS: number({
      group: RECORD,
      label: kindsText.flashSyncSpeed1,
      unit: '',
      min: 1,
      max: 10_000,
      when: { spec: 'shutter', is: ['focal'] },
      how: kindsText.markedOnTheDialOr,
      earlierLabels: ['Flash to 1/'],
    }),
    contacts,
    ...weight,
  },
  joints: { behind: null, before: 'mount' },
  first: ['widthMm', 'heightMm', 'columnsPx', 'rowsPx'],
  listed: ['widthMm', 'heightMm', 'columnsPx', 'mount', 'flangeDistanceMm', 'shutter'],
  contradictions: ({ columnsPx, rowsPx }) =>
    (columnsPx === null) === (rowsPx === null)
      ? []
      : [{ path: [columnsPx === null ? 'columnsPx' : 'rowsPx'], message: kindsText.giveThePixelsBothAcross }],
});

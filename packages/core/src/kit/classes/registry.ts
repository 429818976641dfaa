import { classesText } from '@gangway/messages/core/kit/classes';
import type { Kind } from '../item';
import { defineClass, type KitClass } from './class';

// Values are common practice and round on purpose: circles of field lenses
// follow the field angle of their construction (about 100° for a wide, 70° for
// a normal), circles of small-format shift lenses what holds the frame at their
// full shift; flange distances, threads, shutters and travels are what things of
// the sort usually have. No item of any maker is meant.

const still = { slides: 'none', tilts: 'none' } as const;
const smallShift = {
  stopStep: 'third',
  attachment: 'mount',
  mount: classesText.smallMount,
  flangeDistanceMm: 18,
  contacts: true,
  imageCircleMm: 67,
  imageCircleEvidence: 'guessed',
  slides: 'rotating',
  travelMm: 12,
  rotation: 'clicks',
  clicksDeg: [-90, -60, -30, 0, 30, 60, 90],
  shiftStepMm: 1,
  tilts: 'both',
  tiltDeg: 8,
  tiltLock: 'free',
  tiltStepDeg: 1,
} as const;
const mediumLens = {
  smallestFNumber: 22,
  stopStep: 'half',
  attachment: 'mount',
  mount: classesText.mediumMount,
  flangeDistanceMm: 70,
  contacts: false,
  imageCircleEvidence: 'guessed',
  ...still,
} as const;
const onBoard = {
  stopStep: 'third',
  attachment: 'board',
  shutterFastestPerS: 500,
  shutterSlowestS: 1,
  contacts: false,
  imageCircleEvidence: 'guessed',
  pupilRatio: 1,
  ...still,
} as const;
const mediumToSmall = {
  lensMount: classesText.mediumMount,
  lensFlangeDistanceMm: 70,
  bodyMount: classesText.smallMount,
  bodyFlangeDistanceMm: 18,
  thicknessMm: 52,
  throatMm: 58,
  contacts: false,
  tripodFoot: 'body',
  stitching: 'none',
} as const;
const focalPlane = { shutter: 'focal', ownLens: false, slowestS: 30, contacts: true } as const;

/** Every class of equipment, by its id. The only list: menus, first steps and tests are read from it. */
export const CLASSES = {
  smallBody: defineClass({
    id: 'smallBody',
    kind: 'body',
    name: classesText.smallBody,
    specs: {
      widthMm: 36,
      heightMm: 24,
      columnsPx: 8256,
      rowsPx: 5504,
      mount: classesText.smallMount,
      flangeDistanceMm: 18,
      throatMm: 52,
      readoutMs: 30,
      fastestPerS: 8000,
      syncPerS: 200,
      ...focalPlane,
    },
  }),
  cropBody: defineClass({
    id: 'cropBody',
    kind: 'body',
    name: classesText.cropBody,
    specs: {
      widthMm: 23.5,
      heightMm: 15.7,
      columnsPx: 6240,
      rowsPx: 4160,
      mount: classesText.smallMount,
      flangeDistanceMm: 18,
      throatMm: 46,
      readoutMs: 30,
      fastestPerS: 4000,
      syncPerS: 180,
      ...focalPlane,
    },
  }),
  mediumBody: defineClass({
    id: 'mediumBody',
    kind: 'body',
    name: classesText.mediumBody,
    specs: {
      widthMm: 43.8,
      heightMm: 32.9,
      columnsPx: 11648,
      rowsPx: 8736,
      mount: classesText.mediumMount,
      flangeDistanceMm: 70,
      throatMm: 65,
      readoutMs: 160,
      fastestPerS: 4000,
      syncPerS: 125,
      ...focalPlane,
    },
  }),
  sheet45: defineClass({
    id: 'sheet45',
    kind: 'film',
    name: classesText.sheet45,
    specs: {
      widthMm: 120,
      heightMm: 95,
      form: 'sheet',
      sheetsPerHolder: 2,
      iso: 100,
      reciprocityExponent: 1.3,
      mount: classesText.sheetBack,
    },
  }),
  roll69: defineClass({
    id: 'roll69',
    kind: 'film',
    name: classesText.roll69,
    specs: {
      widthMm: 84,
      heightMm: 56,
      form: 'roll',
      framesPerRoll: 8,
      iso: 100,
      reciprocityExponent: 1.3,
      mount: classesText.sheetBack,
    },
  }),
  shiftWide: defineClass({
    id: 'shiftWide',
    kind: 'lens',
    name: classesText.shiftWide,
    specs: { focalMm: 24, widestFNumber: 3.5, smallestFNumber: 22, nearestM: 0.21, filterThreadMm: 82, ...smallShift },
  }),
  shiftNormal: defineClass({
    id: 'shiftNormal',
    kind: 'lens',
    name: classesText.shiftNormal,
    specs: { focalMm: 50, widestFNumber: 2.8, smallestFNumber: 32, nearestM: 0.3, filterThreadMm: 77, ...smallShift },
  }),
  shiftLong: defineClass({
    id: 'shiftLong',
    kind: 'lens',
    name: classesText.shiftLong,
    specs: { focalMm: 90, widestFNumber: 2.8, smallestFNumber: 32, nearestM: 0.5, filterThreadMm: 77, ...smallShift },
  }),
  mediumWide: defineClass({
    id: 'mediumWide',
    kind: 'lens',
    name: classesText.mediumWide,
    specs: { focalMm: 50, widestFNumber: 4, imageCircleMm: 80, nearestM: 0.5, filterThreadMm: 67, ...mediumLens },
  }),
  mediumNormal: defineClass({
    id: 'mediumNormal',
    kind: 'lens',
    name: classesText.mediumNormal,
    specs: { focalMm: 80, widestFNumber: 2.8, imageCircleMm: 80, nearestM: 0.8, filterThreadMm: 62, ...mediumLens },
  }),
  fieldWide: defineClass({
    id: 'fieldWide',
    kind: 'lens',
    name: classesText.fieldWide,
    specs: {
      focalMm: 90,
      widestFNumber: 8,
      smallestFNumber: 45,
      mount: classesText.shutter0,
      flangeFocalMm: 98,
      imageCircleMm: 215,
      filterThreadMm: 67,
      ...onBoard,
    },
  }),
  fieldNormal: defineClass({
    id: 'fieldNormal',
    kind: 'lens',
    name: classesText.fieldNormal,
    specs: {
      focalMm: 150,
      widestFNumber: 5.6,
      smallestFNumber: 64,
      mount: classesText.shutter0,
      flangeFocalMm: 140,
      imageCircleMm: 210,
      filterThreadMm: 58,
      ...onBoard,
    },
  }),
  fieldLong: defineClass({
    id: 'fieldLong',
    kind: 'lens',
    name: classesText.fieldLong,
    specs: {
      focalMm: 210,
      widestFNumber: 5.6,
      smallestFNumber: 64,
      mount: classesText.shutter1,
      flangeFocalMm: 200,
      imageCircleMm: 294,
      filterThreadMm: 72,
      ...onBoard,
    },
  }),
  railLens: defineClass({
    id: 'railLens',
    kind: 'lens',
    name: classesText.railLens,
    specs: {
      focalMm: 105,
      widestFNumber: 5.6,
      smallestFNumber: 45,
      mount: classesText.shutter0,
      flangeFocalMm: 100,
      imageCircleMm: 115,
      filterThreadMm: 40.5,
      ...onBoard,
    },
  }),
  plainAdapter: defineClass({ id: 'plainAdapter', kind: 'adapter', name: classesText.plainAdapter, specs: { ...mediumToSmall, ...still } }),
  shiftAdapter: defineClass({
    id: 'shiftAdapter',
    kind: 'adapter',
    name: classesText.shiftAdapter,
    specs: {
      ...mediumToSmall,
      slides: 'rotating',
      travelMm: 15,
      rotation: 'free',
      shiftStepMm: 1,
      tilts: 'both',
      tiltDeg: 10,
      tiltLock: 'crossed',
      tiltStepDeg: 1,
    },
  }),
  field45: defineClass({
    id: 'field45',
    kind: 'camera',
    name: classesText.field45,
    specs: {
      boardMount: classesText.fieldBoard,
      backMount: classesText.sheetBack,
      bellowsMinMm: 70,
      bellowsMaxMm: 300,
      frontRiseMm: 40,
      frontFallMm: 25,
      frontShiftMm: 20,
      frontTiltDeg: 20,
      frontSwingDeg: 15,
      rearRiseMm: 0,
      rearFallMm: 0,
      rearShiftMm: 0,
      rearTiltDeg: 15,
      rearSwingDeg: 10,
      tiltAxis: 'axis',
      boardAheadMm: 0,
      rearTiltAxis: 'base',
      rearBaseBelowMm: 95,
      backBehindMm: 0,
    },
  }),
  monorail45: defineClass({
    id: 'monorail45',
    kind: 'camera',
    name: classesText.monorail45,
    specs: {
      boardMount: classesText.monorailBoard,
      backMount: classesText.sheetBack,
      bellowsMinMm: 75,
      bellowsMaxMm: 450,
      frontRiseMm: 50,
      frontFallMm: 50,
      frontShiftMm: 50,
      frontTiltDeg: 30,
      frontSwingDeg: 30,
      rearRiseMm: 50,
      rearFallMm: 50,
      rearShiftMm: 50,
      rearTiltDeg: 30,
      rearSwingDeg: 30,
      tiltAxis: 'axis',
      boardAheadMm: 0,
      rearTiltAxis: 'axis',
      backBehindMm: 0,
    },
  }),
  bellowsRail: defineClass({
    id: 'bellowsRail',
    kind: 'camera',
    name: classesText.bellowsRail,
    specs: {
      boardMount: classesText.railBoard,
      backMount: classesText.smallMount,
      bellowsMinMm: 45,
      bellowsMaxMm: 240,
      frontRiseMm: 25,
      frontFallMm: 25,
      frontShiftMm: 25,
      frontTiltDeg: 25,
      frontSwingDeg: 25,
      rearRiseMm: 0,
      rearFallMm: 0,
      rearShiftMm: 0,
      rearTiltDeg: 0,
      rearSwingDeg: 0,
      tiltAxis: 'axis',
      boardAheadMm: 0,
    },
  }),
  fieldBoard0: defineClass({
    id: 'fieldBoard0',
    kind: 'board',
    name: classesText.fieldBoard0,
    specs: { boardMount: classesText.fieldBoard, hole: classesText.shutter0, offsetMm: 0 },
  }),
  fieldBoard1: defineClass({
    id: 'fieldBoard1',
    kind: 'board',
    name: classesText.fieldBoard1,
    specs: { boardMount: classesText.fieldBoard, hole: classesText.shutter1, offsetMm: 0 },
  }),
  fieldBoardRecessed: defineClass({
    id: 'fieldBoardRecessed',
    kind: 'board',
    name: classesText.fieldBoardRecessed,
    specs: { boardMount: classesText.fieldBoard, hole: classesText.shutter0, offsetMm: -22 },
  }),
  monorailBoard0: defineClass({
    id: 'monorailBoard0',
    kind: 'board',
    name: classesText.monorailBoard0,
    specs: { boardMount: classesText.monorailBoard, hole: classesText.shutter0, offsetMm: 0 },
  }),
  railBoard0: defineClass({
    id: 'railBoard0',
    kind: 'board',
    name: classesText.railBoard0,
    specs: { boardMount: classesText.railBoard, hole: classesText.shutter0, offsetMm: 0 },
  }),
} as const;

export type ClassId = keyof typeof CLASSES;

/**
 * The classes of a kind, in the order of the list.
 *
 * @param kind kind of item
 *
 * @example
 * classesOf('adapter').map(({ id }) => id) // => ['plainAdapter', 'shiftAdapter']
 */
export function classesOf(kind: Kind): readonly KitClass[] {
  return (Object.values(CLASSES) as readonly KitClass[]).filter((each) => each.kind === kind);
}

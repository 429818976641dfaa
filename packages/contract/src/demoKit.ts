import { itemOf, type KitItem } from '@gangway/core/kit/item';
import { EMPTY_PLAN, type RigPlan } from '@gangway/core/rig/parts';
import type { KitRig } from './kit';

// All invented, with generic names; ids are fixed so that the demo can be put back as it ships.
const id = (n: number): string => `00000000-0000-4000-8000-${n.toString(16).padStart(12, '0')}`;

const MIRRORLESS = 'mirrorless mount';
const REFLEX = 'reflex mount';
const MEDIUM = 'medium-format mount';
const SHEET_BACK = '4 × 5 in back';
const BACK_PLATE = 'digital back plate';
const FIELD_BOARD = 'field camera board';
const RAIL_BOARD = 'rail board';
const still = { slides: 'none', tilts: 'none' } as const;

const smallBody = itemOf('body', id(1), '36 × 24 body', {
  weightG: 700,
  widthMm: 36,
  heightMm: 24,
  columnsPx: 8256,
  rowsPx: 5504,
  mount: MIRRORLESS,
  flangeDistanceMm: 18,
  throatMm: 52,
  ownLens: false,
  shutter: 'focal',
  readoutMs: 32,
  fastestPerS: 8000,
  slowestS: 30,
  syncPerS: 200,
  contacts: true,
});
const digitalBack = itemOf('body', id(2), '44 × 33 back', {
  weightG: 620,
  widthMm: 43.8,
  heightMm: 32.9,
  columnsPx: 11648,
  rowsPx: 8736,
  mount: BACK_PLATE,
  flangeDistanceMm: 12,
  throatMm: 74,
  ownLens: false,
  shutter: 'none',
  readoutMs: 360,
  fastestPerS: 10_000,
  slowestS: 60,
  contacts: false,
});
const sheetFilm = itemOf('film', id(3), '4 × 5 in sheet film', {
  widthMm: 120,
  heightMm: 95,
  form: 'sheet',
  sheetsPerHolder: 2,
  iso: 100,
  reciprocityExponent: 1.3,
  mount: SHEET_BACK,
});
const rollFilm = itemOf('film', id(4), '6 × 9 roll film back', {
  widthMm: 84,
  heightMm: 56,
  form: 'roll',
  framesPerRoll: 8,
  iso: 100,
  reciprocityExponent: 1.3,
  mount: SHEET_BACK,
});

const shiftWide = itemOf('lens', id(10), '24 mm shift wide', {
  weightG: 780,
  focalMm: 24,
  widestFNumber: 3.5,
  smallestFNumber: 22,
  stopStep: 'third',
  attachment: 'mount',
  mount: MIRRORLESS,
  flangeDistanceMm: 18,
  contacts: true,
  imageCircleMm: 67.2,
  imageCircleEvidence: 'measured',
  sharpCircles: [
    { fNumber: 3.5, diameterMm: 53, evidence: 'measured' },
    { fNumber: 5.6, diameterMm: 57, evidence: 'measured' },
    { fNumber: 8, diameterMm: 61, evidence: 'measured' },
    { fNumber: 11, diameterMm: 64, evidence: 'measured' },
    { fNumber: 16, diameterMm: 65.5, evidence: 'measured' },
  ],
  pupilRatio: 2.4,
  pupilDepthMm: 20,
  nearestM: 0.21,
  nearestMagnification: 0.34,
  filterThreadMm: 82,
  clearFrontMm: 74,
  lengthMm: 106,
  slides: 'rotating',
  travelMm: 12,
  rotation: 'clicks',
  clicksDeg: [-90, -60, -30, 0, 30, 60, 90],
  shiftStepMm: 1,
  tilts: 'both',
  tiltDeg: 8.5,
  tiltLock: 'free',
  tiltStepDeg: 1,
  pivotMm: 8,
});
const mediumWide = itemOf('lens', id(11), '55 mm medium-format wide', {
  weightG: 640,
  focalMm: 55,
  widestFNumber: 3.5,
  smallestFNumber: 22,
  stopStep: 'half',
  attachment: 'mount',
  mount: MEDIUM,
  flangeDistanceMm: 70,
  contacts: false,
  fieldDeg: 74,
  imageCircleEvidence: 'guessed',
  nearestM: 0.45,
  filterThreadMm: 67,
  clearFrontMm: 46,
  lengthMm: 68,
  barrelDepthMm: 6,
  ...still,
});
const mediumNormal = itemOf('lens', id(12), '80 mm medium-format normal', {
  weightG: 520,
  focalMm: 80,
  widestFNumber: 2.8,
  smallestFNumber: 22,
  stopStep: 'half',
  attachment: 'mount',
  mount: MEDIUM,
  flangeDistanceMm: 70,
  contacts: false,
  imageCircleMm: 86,
  imageCircleEvidence: 'guessed',
  sharpCircles: [
    { fNumber: 8, diameterMm: 78, evidence: 'measured' },
    { fNumber: 11, diameterMm: 82, evidence: 'measured' },
  ],
  nearestM: 0.7,
  nearestMagnification: 0.15,
  filterThreadMm: 58,
  clearFrontMm: 40,
  lengthMm: 56,
  barrelDepthMm: 4,
  barrelWidthMm: 44,
  flangeWidthMm: 68,
  ...still,
});
const reflexNormal = itemOf('lens', id(13), '50 mm reflex normal', {
  weightG: 210,
  focalMm: 50,
  widestFNumber: 1.8,
  smallestFNumber: 16,
  stopStep: 'half',
  attachment: 'mount',
  mount: REFLEX,
  flangeDistanceMm: 44.5,
  contacts: false,
  nearestM: 0.45,
  filterThreadMm: 52,
  lengthMm: 42,
  barrelDepthMm: 3,
  barrelWidthMm: 36,
  flangeWidthMm: 60,
  ...still,
});
const fieldWide = itemOf('lens', id(14), '90 mm field wide', {
  weightG: 430,
  focalMm: 90,
  widestFNumber: 6.8,
  smallestFNumber: 45,
  stopStep: 'half',
  attachment: 'board',
  shutterFastestPerS: 500,
  shutterSlowestS: 1,
  mount: 'shutter 0',
  flangeFocalMm: 98.5,
  contacts: false,
  imageCircleMm: 180,
  imageCircleEvidence: 'table',
  sharpCircles: [
    { fNumber: 8, diameterMm: 108, evidence: 'measured' },
    { fNumber: 11, diameterMm: 126, evidence: 'measured' },
    { fNumber: 16, diameterMm: 144, evidence: 'table' },
    { fNumber: 22, diameterMm: 172, evidence: 'table' },
  ],
  pupilRatio: 1,
  pupilDepthMm: 22,
  filterThreadMm: 67,
  clearFrontMm: 60,
  lengthMm: 36,
  ...still,
});
const fieldLong = itemOf('lens', id(15), '300 mm field long', {
  weightG: 350,
  focalMm: 300,
  widestFNumber: 9,
  smallestFNumber: 64,
  stopStep: 'half',
  attachment: 'board',
  shutterFastestPerS: 500,
  shutterSlowestS: 1,
  mount: 'shutter 1',
  flangeFocalMm: 285,
  contacts: false,
  imageCircleMm: 300,
  imageCircleEvidence: 'table',
  pupilRatio: 1,
  filterThreadMm: 52,
  clearFrontMm: 34,
  lengthMm: 30,
  ...still,
});
const railLens = itemOf('lens', id(16), '120 mm rail lens', {
  weightG: 260,
  focalMm: 120,
  widestFNumber: 5.6,
  smallestFNumber: 45,
  stopStep: 'half',
  attachment: 'board',
  shutterFastestPerS: 500,
  shutterSlowestS: 1,
  mount: 'shutter 0',
  flangeFocalMm: 116,
  contacts: false,
  imageCircleMm: 150,
  imageCircleEvidence: 'table',
  pupilRatio: 1,
  filterThreadMm: 40.5,
  clearFrontMm: 26,
  lengthMm: 24,
  ...still,
});

const shiftTilt = itemOf('adapter', id(20), 'Shift-tilt adapter, medium format', {
  weightG: 480,
  lensMount: MEDIUM,
  lensFlangeDistanceMm: 70,
  bodyMount: MIRRORLESS,
  bodyFlangeDistanceMm: 18,
  thicknessMm: 52,
  throatMm: 58,
  contacts: false,
  tripodFoot: 'lens',
  stitching: 'none',
  slides: 'rotating',
  travelMm: 15,
  rotation: 'free',
  shiftStepMm: 1,
  tilts: 'both',
  tiltDeg: 10,
  tiltLock: 'crossed',
  tiltStepDeg: 1,
});
const thickShift = itemOf('adapter', id(21), 'Shift mechanism, reflex', {
  weightG: 410,
  lensMount: REFLEX,
  lensFlangeDistanceMm: 44.5,
  bodyMount: MIRRORLESS,
  bodyFlangeDistanceMm: 18,
  thicknessMm: 32,
  throatMm: 46,
  contacts: false,
  tripodFoot: 'none',
  stitching: 'none',
  slides: 'rotating',
  travelMm: 11,
  rotation: 'free',
  tilts: 'none',
});
const slidingBack = itemOf('adapter', id(22), 'Sliding stitch back', {
  weightG: 540,
  lensMount: SHEET_BACK,
  bodyMount: BACK_PLATE,
  thicknessMm: 21,
  throatMm: 84,
  contacts: false,
  tripodFoot: 'none',
  stitching: 'sliding',
  stopsMm: [-20, 0, 20],
  ...still,
});
const quarterTurn = itemOf('adapter', id(23), 'Quarter-turn stitch plate', {
  weightG: 390,
  lensMount: MEDIUM,
  lensFlangeDistanceMm: 70,
  bodyMount: MIRRORLESS,
  bodyFlangeDistanceMm: 18,
  thicknessMm: 52,
  throatMm: 62,
  contacts: false,
  tripodFoot: 'lens',
  stitching: 'quarter',
  offsetXMm: 17,
  offsetYMm: 11,
  ...still,
});
const plainMedium = itemOf('adapter', id(24), 'Plain adapter, medium format', {
  lensMount: MEDIUM,
  lensFlangeDistanceMm: 70,
  bodyMount: MIRRORLESS,
  bodyFlangeDistanceMm: 18,
  throatMm: 58,
  contacts: false,
  tripodFoot: 'body',
  stitching: 'none',
  ...still,
});
const reducer = itemOf('converter', id(30), 'Reducer 0.71', {
  factor: 0.71,
  lensMount: MEDIUM,
  lensFlangeDistanceMm: 70,
  bodyMount: MIRRORLESS,
  bodyFlangeDistanceMm: 18,
  contacts: false,
});

interface BoardInput {
  readonly n: number;
  readonly name: string;
  readonly boardMount: string;
  readonly hole: string;
  readonly offsetMm: number;
}

const board = ({ n, name, boardMount, hole, offsetMm }: BoardInput) => itemOf('board', id(n), name, { boardMount, hole, offsetMm });
const flatBoard = board({ n: 40, name: 'Flat field board, shutter 0', boardMount: FIELD_BOARD, hole: 'shutter 0', offsetMm: 0 });
const recessedBoard = board({
  n: 41,
  name: 'Recessed field board 22 mm, shutter 0',
  boardMount: FIELD_BOARD,
  hole: 'shutter 0',
  offsetMm: -22,
});
const raisedBoard = board({ n: 42, name: 'Raised field board 40 mm, shutter 1', boardMount: FIELD_BOARD, hole: 'shutter 1', offsetMm: 40 });
const railFront = board({ n: 43, name: 'Rail board, shutter 0', boardMount: RAIL_BOARD, hole: 'shutter 0', offsetMm: 0 });

const fieldCamera = itemOf('camera', id(50), '4 × 5 in field camera', {
  weightG: 2300,
  boardMount: FIELD_BOARD,
  backMount: SHEET_BACK,
  bellowsMinMm: 72,
  bellowsMaxMm: 310,
  bagMinMm: 55,
  bagMaxMm: 160,
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
  boardAheadMm: 6,
  rearTiltAxis: 'base',
  rearBaseBelowMm: 95,
  backBehindMm: 0,
});
const rail = itemOf('camera', id(51), 'Bellows rail', {
  weightG: 1450,
  boardMount: RAIL_BOARD,
  backMount: MIRRORLESS,
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
  tiltAxis: 'base',
  baseBelowMm: 60,
  boardAheadMm: 0,
});

const filter82 = itemOf('filter', id(60), '82 mm ND filter, 6 stops', { threadMm: 82, clearMm: 78, heightMm: 6, stops: 6 });
const ring = itemOf('ring', id(61), 'Step-up ring 82 to 105 mm', { threadMm: 82, frontThreadMm: 105, heightMm: 3 });
const filter105 = itemOf('filter', id(62), '105 mm ND filter, 6 stops', { threadMm: 105, clearMm: 101, heightMm: 7, stops: 6 });
const hood = itemOf('hood', id(63), 'Screw hood 67 mm', { threadMm: 67, clearMm: 74, heightMm: 18 });

/** The kit that ships with the demo job. */
export const DEMO_ITEMS: readonly KitItem[] = [
  smallBody,
  digitalBack,
  sheetFilm,
  rollFilm,
  shiftWide,
  mediumWide,
  mediumNormal,
  reflexNormal,
  fieldWide,
  fieldLong,
  railLens,
  shiftTilt,
  thickShift,
  slidingBack,
  quarterTurn,
  plainMedium,
  reducer,
  flatBoard,
  recessedBoard,
  raisedBoard,
  railFront,
  fieldCamera,
  rail,
  filter82,
  ring,
  filter105,
  hood,
];

const rig = (n: number, name: string, plan: Partial<RigPlan>): KitRig => ({
  id: id(n),
  name,
  plan: { ...EMPTY_PLAN, betweenIds: [], frontIds: [], ...plan },
});

interface ViewInput {
  readonly backId: string;
  readonly cameraId: string;
  readonly boardId: string;
  readonly lensId: string;
  readonly betweenIds?: string[] | undefined;
}

const view = ({ backId, cameraId, boardId, lensId, betweenIds = [] }: ViewInput) => ({
  kind: 'view' as const,
  backId,
  cameraId,
  boardId,
  lensId,
  betweenIds,
});

/** The rigs that ship with it. */
export const DEMO_RIGS: readonly KitRig[] = [
  rig(100, 'Small body with 24 mm shift wide', { backId: smallBody.id, lensId: shiftWide.id }),
  rig(
    101,
    '44 × 33 back with 90 mm field wide',
    view({
      backId: digitalBack.id,
      cameraId: fieldCamera.id,
      boardId: recessedBoard.id,
      lensId: fieldWide.id,
      betweenIds: [slidingBack.id],
    }),
  ),
  rig(102, 'Small body, shift-tilt adapter, 55 mm medium-format wide', {
    backId: smallBody.id,
    betweenIds: [shiftTilt.id],
    lensId: mediumWide.id,
  }),
  rig(103, 'Small body, reducer, 80 mm medium-format normal', { backId: smallBody.id, betweenIds: [reducer.id], lensId: mediumNormal.id }),
  rig(
    104,
    '4 × 5 in sheet film with 300 mm field long',
    view({ backId: sheetFilm.id, cameraId: fieldCamera.id, boardId: raisedBoard.id, lensId: fieldLong.id }),
  ),
  rig(
    105,
    'Bellows rail with small body and 120 mm rail lens',
    view({ backId: smallBody.id, cameraId: rail.id, boardId: railFront.id, lensId: railLens.id }),
  ),
  rig(106, 'Quarter-turn plate with 80 mm medium-format normal', {
    backId: smallBody.id,
    betweenIds: [quarterTurn.id],
    lensId: mediumNormal.id,
  }),
  rig(107, '80 mm medium-format normal, held by hand', { kind: 'held', backId: smallBody.id, lensId: mediumNormal.id }),
  rig(
    108,
    '4 × 5 in sheet film with 90 mm field wide',
    view({ backId: sheetFilm.id, cameraId: fieldCamera.id, boardId: recessedBoard.id, lensId: fieldWide.id }),
  ),
];

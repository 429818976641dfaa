import type { JobPlace } from './job';
import { FIRST_ACCEPTED, PLAIN_SCENE } from '@gangway/core/scene/scene';
import { centredSetup } from '@gangway/core/planning/centred';
import { DEMO_ITEMS, DEMO_RIGS } from './demoKit';
import { builtRig } from './kit';
import type { Rig } from '@gangway/core/model/rig';
import type { Pin, PinRole } from '@gangway/core/model/pin';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';
import type { Scene } from '@gangway/core/model/scene';
import type { SetupSettings } from '@gangway/core/model/setup';

const items = new Map(DEMO_ITEMS.map((item) => [item.id, item]));

function demoRig(start: string): Rig {
  const found = DEMO_RIGS.find(({ name }) => name.startsWith(start));
  const rig = found && builtRig(found, items);
  if (!rig) throw new Error(`the demo has no finished rig “${start}”`);
  return rig;
}

/** Small format with a shift wide: one slide that rotates, circles measured at five apertures. */
export const SMALL_FORMAT_RIG: Rig = demoRig('Small body with 24 mm shift wide');

/** A 44 × 33 back behind a field wide: rise, fall and shift on slides of their own. */
export const FIELD_RIG: Rig = demoRig('44 × 33 back');

/** A small body on a bellows rail, for the table. */
export const RAIL_RIG: Rig = demoRig('Bellows rail');

/** A normal of a longer register held by hand before a small body. */
export const HELD_RIG: Rig = demoRig('80 mm medium-format normal, held');

/** 4 × 5 in sheet film behind the same field wide. */
export const SHEET_WIDE_RIG: Rig = demoRig('4 × 5 in sheet film with 90 mm');

/** The hydraulic tower, seen from across the lane. */
const TOWER: Scene = {
  subject: { kind: 'front', widthM: 8, heightM: 31, depthM: 8, storeys: 7, bays: 3, turnDeg: 0 },
  distanceM: 24,
  asideM: 0,
  cameraHeightM: 1.6,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
};

/** The ropewalk's front, 96 m long, seen obliquely from the quay; the quay's edge is behind the camera. */
const ROPEWALK: Scene = {
  ...TOWER,
  subject: { kind: 'front', widthM: 96, heightM: 11, depthM: 9, storeys: 2, bays: 32, turnDeg: 55 },
  distanceM: 75,
  roomM: 79,
};

/** The hemp loft with its high king-post roof; a post at the right, near the camera, is watched for its stretch. */
const LOFT: Scene = {
  ...TOWER,
  subject: { kind: 'interior', widthM: 10, depthM: 40, wallM: 3, ridgeM: 9.5, ridgeAsideM: 0, bays: 8 },
  distanceM: 24,
  cameraHeightM: 1.5,
  watched: [4.6, 1.5, -17.5],
  accepted: { ...FIRST_ACCEPTED, stretch: 1.15 },
};

/** The slipway at low water: ground from 1.2 m to the horizon. */
const SLIPWAY: Scene = {
  ...TOWER,
  subject: { kind: 'ground', everyM: 2.5, farM: 60, heightM: 0.6 },
  distanceM: 1.2,
  cameraHeightM: 0.8,
};

/** The tide gauge, a brass instrument lying on a bench, its label before it. */
const GAUGE: Scene = {
  ...TOWER,
  subject: { kind: 'table', tableM: 0.9, widthM: 0.11, heightM: 0.05, labelM: 0.05 },
  distanceM: 0.6,
  cameraHeightM: 1.25,
  pitchDeg: -28,
};

/** Three foremen in a row. */
const FOREMEN: Scene = {
  ...TOWER,
  subject: { kind: 'people', count: 3, spacingM: 0.8, heightM: 1.75 },
  distanceM: 6.6,
  cameraHeightM: 0.95,
};

/** The ledger sheet, 420 × 297 mm, on a wall, so near that it takes eight frames. */
const LEDGER: Scene = {
  ...TOWER,
  subject: { kind: 'sheet', widthM: 0.42, heightM: 0.297, baseM: 0.9 },
  distanceM: 0.44,
  cameraHeightM: 1.0485,
};

const pin = (n: number, name: string, thing: string, role: PinRole = 'sharp'): Pin => ({
  id: `00000000-0000-4000-8000-0000000001${String(n).padStart(2, '0')}`,
  name,
  role,
  weight: 1,
  place: { kind: 'thing', thing },
});

/** What counts as sharp where a file is looked at pixel by pixel. */
const twoPixels = (rig: Rig): SharpnessStandard => ({ school: 'pixels', pixels: 2, columnsPx: rig.back.columnsPx ?? 8000 });

export const DEMO_JOB_NAME = 'Larkmoor Ropeworks';

/** Where and when the demo job is photographed: the works are invented, so they lie at sea. */
export const DEMO_PLACE: JobPlace = { name: 'Larkmoor', latitudeDeg: 54.5, longitudeDeg: 1.5, heightM: 4, timeZone: 'UTC' };
export const DEMO_DAY = '2027-05-12';

/** The demo job: the hydraulic tower, 31 m high, from a lane 24 m wide, with two rigs; ropewalk front, hemp loft, slipway, tide gauge, three foremen and ledger sheet. */
export const DEMO_SETUPS: readonly { readonly name: string; readonly settings: SetupSettings }[] = [
  {
    name: 'Hydraulic tower, small format',
    settings: {
      ...centredSetup(SMALL_FORMAT_RIG, 'portrait'),
      movements: { riseMm: 11, shiftMm: 0 },
      fNumber: 8,
      focusM: 24,
      // Its front faces a little west of south: in the sun from the forenoon on.
      scene: { ...TOWER, compassDeg: 20 },
    },
  },
  {
    name: 'Hydraulic tower, 44 × 33 back',
    settings: { ...centredSetup(FIELD_RIG, 'portrait'), movements: { riseMm: 32, shiftMm: 3 }, fNumber: 11, focusM: 24 },
  },
  {
    name: 'Ropewalk front from the quay',
    settings: {
      ...centredSetup(SMALL_FORMAT_RIG),
      movements: { riseMm: 1, shiftMm: -6.5 },
      fNumber: 11,
      focusM: 75,
      scene: ROPEWALK,
      pins: [pin(1, 'the front', 'wall')],
      sharpness: twoPixels(SMALL_FORMAT_RIG),
    },
  },
  {
    name: 'Hemp loft',
    settings: { ...centredSetup(SMALL_FORMAT_RIG), movements: { riseMm: 5, shiftMm: 4 }, fNumber: 11, focusM: 24, scene: LOFT },
  },
  {
    name: 'Slipway at low water',
    settings: {
      ...centredSetup(SHEET_WIDE_RIG, 'portrait'),
      movements: { riseMm: -3, shiftMm: 0 },
      fNumber: 22,
      focusM: 3,
      scene: SLIPWAY,
      pins: [pin(1, 'the ground', 'ground'), pin(2, 'the first stake', 'stake')],
    },
  },
  {
    name: 'Tide gauge',
    settings: {
      ...centredSetup(RAIL_RIG),
      fNumber: 11,
      focusM: 0.7,
      scene: GAUGE,
      pins: [pin(1, 'the label', 'label'), pin(2, 'the bench under it', 'table'), pin(3, 'the brass', 'thing', 'best')],
      sharpness: twoPixels(RAIL_RIG),
    },
  },
  {
    name: 'Three foremen',
    settings: {
      ...centredSetup(HELD_RIG),
      fNumber: 2.8,
      focusM: 6.6,
      scene: FOREMEN,
      pins: [
        { ...pin(1, 'the middle face', ''), place: { kind: 'point', at: [0, 1.62, -0.1] } },
        pin(2, 'the one at the left', 'figure1', 'soft'),
        pin(3, 'the one at the right', 'figure3', 'soft'),
      ],
    },
  },
  {
    name: 'Ledger sheet',
    settings: {
      ...centredSetup(FIELD_RIG, 'portrait'),
      fNumber: 11,
      focusM: 0.44,
      scene: LEDGER,
      pins: [pin(1, 'the sheet', 'sheet')],
      sharpness: twoPixels(FIELD_RIG),
    },
  },
];

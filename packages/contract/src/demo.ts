import type { Rig } from '@gangway/core/rig/rig';
import type { Scene } from '@gangway/core/scene/scene';
import type { StandSettings } from '@gangway/core/stand/settings';
import { DEMO_ITEMS, DEMO_RIGS } from './demoKit';
import { builtRig } from './kit';

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

/** The hydraulic tower, seen from across the lane. */
const TOWER: Scene = {
  subject: { kind: 'front', widthM: 8, heightM: 31, depthM: 8, storeys: 7, bays: 3, turnDeg: 0 },
  distanceM: 24,
  asideM: 0,
  cameraHeightM: 1.6,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
};

export const DEMO_JOB_NAME = 'Larkmoor Ropeworks';

/** The demo job: the hydraulic tower, 31 m high, from a lane 24 m wide, with two rigs. */
export const DEMO_STANDS: readonly { readonly name: string; readonly settings: StandSettings }[] = [
  {
    name: 'Hydraulic tower, small format',
    settings: { rig: SMALL_FORMAT_RIG, orientation: 'portrait', movements: { riseMm: 11, shiftMm: 0 }, fNumber: 8, focusM: 24, scene: TOWER },
  },
  {
    name: 'Hydraulic tower, 44 × 33 back',
    settings: { rig: FIELD_RIG, orientation: 'portrait', movements: { riseMm: 32, shiftMm: 3 }, fNumber: 11, focusM: 24, scene: null },
  },
];

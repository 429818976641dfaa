import { locksText } from '@gangway/messages/core/locks';
import { setupText } from '@gangway/messages/core/setup';
import { CARD_FIELDS } from '../fields/card';
import { EXPOSURE_FIELDS } from '../fields/exposure';
import { choice, group, maybeGroup, maybeNumber, newestSince, number, own, type Field } from '../fields/field';
import { LIMIT_FIELDS } from '../fields/limits';
import { LOCK_FIELDS } from '../fields/locks';
import { MOSAIC_FIELDS } from '../fields/mosaic';
import { STANCE_FIELDS } from '../fields/scene';
import { STACK_FIELDS } from '../fields/stack';
import { DEFAULT_SHARPNESS } from '../focus/sharpness';
import { TYPICAL_SINCE } from '../kit/item';
import { ORIENTATION_LABELS } from '../words';
import { FOCUS_FARTHEST_M, MOVEMENT_MOST_MM } from './bounds';
import type { Mosaic } from '../model/mosaic';
import type { Plate } from '../model/plate';
import type { Pin } from '../model/pin';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';
import type { SharpnessStandard } from '../model/sharpness';

/** The most that a back or lens may be written down as turned, degrees. */
const TURN_MOST_DEG = 45;

const turn = (tilt: string, swing: string) => ({
  tiltDeg: number({ label: tilt, unit: '°', min: -TURN_MOST_DEG, max: TURN_MOST_DEG, first: 0 }),
  swingDeg: number({ label: swing, unit: '°', min: -TURN_MOST_DEG, max: TURN_MOST_DEG, first: 0 }),
});

/** What a setup has when nothing was said of it: everything but its rig, orientation, movements, aperture and focus, which every setup says. */
export const SETUP_FIELDS = {
  crop: maybeNumber({ label: setupText.theProportionOfACrop, unit: '', min: 1, max: 20 }),
  front: group({ label: setupText.lens, fields: turn(setupText.tilt, setupText.swing) }),
  composedAt: group({ label: setupText.composedAt, fields: turn(setupText.tilt, setupText.swing) }),
  rear: group({ label: setupText.back, fields: turn(setupText.rearTilt, setupText.rearSwing) }),
  pins: own<readonly Pin[]>({ label: setupText.pins, first: [] }),
  sharpness: own<SharpnessStandard>({ label: setupText.whatCountsAsSharp, first: DEFAULT_SHARPNESS }),
  limits: group({ label: setupText.limits, fields: LIMIT_FIELDS }),
  stack: { ...maybeGroup({ label: setupText.focusStack, fields: STACK_FIELDS }), since: 6 },
  mosaic: own<Mosaic | null>({ label: setupText.mosaic, first: null }),
  scene: own<Scene | null>({ label: setupText.scene, first: null }),
  plate: { ...own<Plate | null>({ label: setupText.plate, first: null }), since: 7 },
  exposure: group({ label: setupText.exposure, fields: EXPOSURE_FIELDS }),
  card: group({ label: setupText.card, fields: CARD_FIELDS }),
  locks: { ...group({ label: locksText.locks, fields: LOCK_FIELDS }), since: 5 },
} satisfies Partial<Record<keyof SetupSettings, Field>>;

const movement = (label: string) => number({ label, unit: 'mm', min: -MOVEMENT_MOST_MM, max: MOVEMENT_MOST_MM, first: 0 });

/** All that a setup says, field by field; a setting without its field here is a type error. */
export const ALL_SETUP_FIELDS: { readonly [K in keyof SetupSettings]: Field } = {
  rig: own<unknown>({ label: setupText.rig, first: null }),
  orientation: choice({ label: setupText.orientation, choices: ORIENTATION_LABELS, first: 'landscape' }),
  // Rise and shift need no heading.
  movements: group({ label: '', fields: { riseMm: movement(setupText.rise), shiftMm: movement(setupText.shift) } }),
  fNumber: number({ label: setupText.aperture, unit: '', min: 0.05, max: 5120, first: 8 }),
  focusM: maybeNumber({ label: setupText.focus, unit: 'm', min: -FOCUS_FARTHEST_M, max: FOCUS_FARTHEST_M }),
  ...SETUP_FIELDS,
};

/** Where the camera stands, and what stands before it. */
export const SCENE_FIELDS = { ...STANCE_FIELDS, subject: own<unknown>({ label: setupText.subject, first: null }) };

/** The version at which a photograph of the place gained others beside it; from 8 on it says where its lens pointed. */
const PLATE_OTHERS_SINCE = 9;

/** The version of a setup: that of the newest field of its groups, and at least that since which the items of its rig say what is typical. */
export const SETUP_VERSION = Math.max(
  TYPICAL_SINCE,
  PLATE_OTHERS_SINCE,
  newestSince(SETUP_FIELDS),
  newestSince(MOSAIC_FIELDS),
  newestSince(STANCE_FIELDS),
);

import { locksText } from '@gangway/messages/core/locks';
import { choice, type ChoiceField, type GroupValue } from './field';

/** Whether Settle may change something: at any time, when nothing else works, or never. */
const LOCK_CHOICES = { free: locksText.free, ifNeeded: locksText.ifNeeded, locked: locksText.locked } as const;
export type Lock = keyof typeof LOCK_CHOICES;

const free = (label: string): ChoiceField<Lock, false> => choice({ label, choices: LOCK_CHOICES, first: 'free' });
const lastResort = (label: string): ChoiceField<Lock, false> => choice({ label, choices: LOCK_CHOICES, first: 'ifNeeded' });

/** What Settle may change of a setup, in the order of the bench; to carry the tripod elsewhere, to shoot several frames, to crop or to take another rig is a last resort. */
export const LOCK_FIELDS = {
  orientation: free(locksText.orientation),
  movements: free(locksText.movements),
  aperture: free(locksText.aperture),
  focus: free(locksText.focus),
  tilt: free(locksText.tilt),
  turn: free(locksText.turn),
  time: free(locksText.time),
  shade: free(locksText.shade),
  distance: lastResort(locksText.distance),
  height: lastResort(locksText.height),
  mosaic: lastResort(locksText.mosaic),
  stack: { ...lastResort(locksText.stack), since: 6 },
  crop: { ...lastResort(locksText.crop), since: 6 },
  rig: lastResort(locksText.rig),
} as const;
export type Locks = GroupValue<typeof LOCK_FIELDS>;

/** What Settle may be allowed to change, as the hand knows it. */
export type ControlGroup = keyof typeof LOCK_FIELDS;

/** All of them, in that order. */
// The keys of a constant are those of its type.
export const CONTROL_GROUPS = Object.keys(LOCK_FIELDS) as readonly ControlGroup[];

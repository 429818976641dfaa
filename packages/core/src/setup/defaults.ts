import { CARD_FIELDS } from '../fields/card';
import { BRACKET_FIELDS, EXPOSURE_FIELDS } from '../fields/exposure';
import { firstOf } from '../fields/field';
import { LIMIT_FIELDS } from '../fields/limits';
import type { StandardTurn } from '../model/movements';
import type { SetupSettings } from '../model/setup';
import { SETUP_FIELDS } from './fields';

export const FIRST_CARD = firstOf(CARD_FIELDS);
export const NO_BRACKETS = firstOf(BRACKET_FIELDS);
export const FIRST_EXPOSURE = firstOf(EXPOSURE_FIELDS);
export const FIRST_FOCUS_LIMITS = firstOf(LIMIT_FIELDS);
export const UNTURNED: StandardTurn = { tiltDeg: 0, swingDeg: 0 };

/** What a setup has beyond rig, movements, aperture and focus when nothing was said. */
export const PLAIN_SETTINGS: Pick<SetupSettings, keyof typeof SETUP_FIELDS> = firstOf(SETUP_FIELDS);

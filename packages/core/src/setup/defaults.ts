import { DEFAULT_SHARPNESS } from '../focus/sharpness';
import type { CardSettings } from '../model/card';
import type { Brackets, Exposure } from '../model/exposure';
import type { StandardTurn } from '../model/movements';
import type { FocusLimits, SetupSettings } from '../model/setup';

export const FIRST_CARD: CardSettings = { order: [], own: [], left: [], ticked: [], notes: {} };

export const NO_BRACKETS: Brackets = { count: 1, stepStops: 1, order: 'middleFirst' };

export const FIRST_EXPOSURE: Exposure = {
  meter: null,
  throughLens: false,
  iso: 100,
  shutter: null,
  step: 'third',
  filters: [],
  centreFilterStops: null,
  favour: 'centre',
  compensationStops: 0,
  reciprocity: { kind: 'film' },
  brackets: NO_BRACKETS,
  moving: null,
  flash: false,
  release: 'cable',
  mirrorUp: false,
  filmLeft: null,
};

export const UNTURNED: StandardTurn = { tiltDeg: 0, swingDeg: 0 };

export const FIRST_FOCUS_LIMITS: FocusLimits = {
  smallestFNumber: null,
  mostTakes: 12,
  secondsPerTake: 4,
  somethingMoves: false,
  softTimes: 4,
};

/** What a stand has beyond rig, movements, aperture and focus when nothing was said. */
export const PLAIN_SETTINGS: Pick<
  SetupSettings,
  'crop' | 'front' | 'composedAt' | 'rear' | 'pins' | 'sharpness' | 'limits' | 'mosaic' | 'scene' | 'exposure' | 'card'
> = {
  crop: null,
  front: UNTURNED,
  composedAt: UNTURNED,
  rear: UNTURNED,
  pins: [],
  sharpness: DEFAULT_SHARPNESS,
  limits: FIRST_FOCUS_LIMITS,
  mosaic: null,
  scene: null,
  exposure: FIRST_EXPOSURE,
  card: FIRST_CARD,
};

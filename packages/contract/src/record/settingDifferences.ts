import { focusWords } from '@gangway/core/checks/wording';
import type { SetupSettings } from '@gangway/core/model/setup';
import { apertureWords, fixed, riseWords, shiftWords, turnWords } from '@gangway/core/words';
import equal from 'fast-deep-equal';

/** One setting that differs, in words on either side. */
export interface Difference {
  readonly ours: string;
  readonly theirs: string;
}

/** Describes one side of a setting, given the other to leave out what is the same. */
type Describe<K extends keyof SetupSettings> = (value: SetupSettings[K], other: SetupSettings[K]) => string;

const counted = (n: number, one: string, many: string): string => (n === 1 ? `1 ${one}` : `${n} ${many}`);

/** How each setting is spoken of where two states of a setup are compared. A setting without words here is a type error. */
const DESCRIBED: { readonly [K in keyof SetupSettings]: Describe<K> } = {
  rig: ({ name }) => `rig “${name}”`,
  orientation: (orientation) => orientation,
  crop: (crop) => (crop === null ? 'the whole frame' : `a crop of ${fixed(crop, 2)} to 1`),
  movements: ({ riseMm, shiftMm }, other) =>
    [riseMm === other.riseMm ? '' : riseWords(riseMm), shiftMm === other.shiftMm ? '' : shiftWords(shiftMm)].filter(Boolean).join(', '),
  front: turnWords,
  composedAt: (turn) => `composed with ${turnWords(turn)}`,
  rear: (turn) => `back with ${turnWords(turn)}`,
  fNumber: apertureWords,
  focusM: focusWords,
  pins: (pins) => counted(pins.length, 'pin', 'pins'),
  sharpness: ({ school }) => `sharpness by ${school}`,
  limits: ({ mostTakes }) => `limits for depth (at most ${mostTakes} takes)`,
  mosaic: (mosaic) => (mosaic === null ? 'a single picture' : `a mosaic of ${counted(mosaic.frames.length, 'frame', 'frames')}`),
  scene: (scene) => (scene === null ? 'no scene' : `a scene ${fixed(scene.distanceM, 2)} m away`),
  exposure: ({ iso }) => `exposure at ISO ${iso}`,
  card: ({ ticked }) => `a card with ${counted(ticked.length, 'step', 'steps')} ticked`,
};

const KEYS = Object.keys(DESCRIBED) as readonly (keyof SetupSettings)[];

function described<K extends keyof SetupSettings>(key: K, settings: Pick<SetupSettings, K>, other: Pick<SetupSettings, K>): string {
  return DESCRIBED[key](settings[key], other[key]);
}

function difference(key: keyof SetupSettings, ours: SetupSettings, theirs: SetupSettings): readonly Difference[] {
  if (equal(ours[key], theirs[key])) return [];
  const [here, there] = [described(key, ours, theirs), described(key, theirs, ours)];
  // What differs is never passed over because its short description does not show it.
  return [here === there ? { ours: here, theirs: `${there} (details differ)` } : { ours: here, theirs: there }];
}

/** Every setting in which two states of a setup differ; empty only when they are the same. */
export function settingDifferences(ours: SetupSettings, theirs: SetupSettings): readonly Difference[] {
  return KEYS.flatMap((key) => difference(key, ours, theirs));
}

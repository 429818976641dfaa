import { recordText } from '@gangway/messages/contract/record';
import { say } from '@gangway/messages/say';
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

/** How each setting is spoken of where two states of a setup are compared. A setting without words here is a type error. */
const DESCRIBED: { readonly [K in keyof SetupSettings]: Describe<K> } = {
  rig: ({ name }) => say(recordText.rig, { name }),
  orientation: (orientation) => recordText[orientation],
  crop: (crop) => (crop === null ? recordText.wholeFrame : say(recordText.crop, { ratio: fixed(crop, 2) })),
  movements: ({ riseMm, shiftMm }, other) =>
    [riseMm === other.riseMm ? '' : riseWords(riseMm), shiftMm === other.shiftMm ? '' : shiftWords(shiftMm)].filter(Boolean).join(', '),
  front: turnWords,
  composedAt: (turn) => say(recordText.composedWith, { turn: turnWords(turn) }),
  rear: (turn) => say(recordText.backWith, { turn: turnWords(turn) }),
  fNumber: apertureWords,
  focusM: focusWords,
  pins: (pins) => say(recordText.pins, { n: pins.length }),
  sharpness: ({ school }) => say(recordText.sharpnessBy, { school }),
  limits: ({ mostFrames }) => say(recordText.depthLimits, { n: mostFrames }),
  mosaic: (mosaic) => (mosaic === null ? recordText.singlePicture : say(recordText.mosaic, { n: mosaic.frames.length })),
  scene: (scene) => (scene === null ? recordText.noScene : say(recordText.scene, { distanceM: fixed(scene.distanceM, 2) })),
  exposure: ({ iso }) => say(recordText.exposure, { iso }),
  card: ({ ticked }) => say(recordText.card, { n: ticked.length }),
};

const KEYS = Object.keys(DESCRIBED) as readonly (keyof SetupSettings)[];

function described<K extends keyof SetupSettings>(key: K, settings: Pick<SetupSettings, K>, other: Pick<SetupSettings, K>): string {
  return DESCRIBED[key](settings[key], other[key]);
}

function difference(key: keyof SetupSettings, ours: SetupSettings, theirs: SetupSettings): readonly Difference[] {
  if (equal(ours[key], theirs[key])) return [];
  const [here, there] = [described(key, ours, theirs), described(key, theirs, ours)];
  // What differs is never passed over because its short description does not show it.
  return [here === there ? { ours: here, theirs: say(recordText.detailsDiffer, { same: there }) } : { ours: here, theirs: there }];
}

/** Every setting in which two states of a setup differ; empty only when they are the same. */
export function settingDifferences(ours: SetupSettings, theirs: SetupSettings): readonly Difference[] {
  return KEYS.flatMap((key) => difference(key, ours, theirs));
}

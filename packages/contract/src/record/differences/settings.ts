import { differencesText } from '@gangway/messages/contract/differences';
import { recordText } from '@gangway/messages/contract/record';
import { setupText } from '@gangway/messages/core/setup';
import { say } from '@gangway/messages/say';
import { MOSAIC_FIELDS } from '@gangway/core/fields/mosaic';
import type { Exposure } from '@gangway/core/model/exposure';
import type { Scene } from '@gangway/core/model/scene';
import type { SetupSettings } from '@gangway/core/model/setup';
import { ALL_SETUP_FIELDS, SCENE_FIELDS } from '@gangway/core/setup/fields';
import { apertureWords, fixed, metresWords } from '@gangway/core/words';
import { flashWords, meterWords, reciprocityWords, subjectWords } from './words';
import { compared, isRecord, merged, type Difference, type Leaf, type Side } from './difference';
import { fieldLeaves, plainWords, type SpecialWords } from './fieldLeaves';

/** A setup by its name and settings. */
export interface NamedSettings {
  readonly name: string;
  readonly settings: SetupSettings;
}

const nested = { mosaic: MOSAIC_FIELDS, scene: SCENE_FIELDS };

function namesOf(value: unknown): string {
  if (!Array.isArray(value) || value.length === 0) return differencesText.none;
  return value.map((each: unknown) => (isRecord(each) && typeof each.name === 'string' ? `“${each.name}”` : '?')).join(', ');
}

const asNumber = (words: (n: number) => string) => (value: unknown) => (typeof value === 'number' ? words(value) : plainWords(value));

/** Words that say more than a field does. */
const SPECIAL: SpecialWords = {
  rig: (rig) => (isRecord(rig) && typeof rig.name === 'string' ? `“${rig.name}”` : plainWords(rig)),
  crop: (crop) => (typeof crop === 'number' ? say(recordText.crop, { ratio: fixed(crop, 2) }) : recordText.wholeFrame),
  fNumber: asNumber(apertureWords),
  focusM: (m) => metresWords(typeof m === 'number' ? m : null),
  pins: namesOf,
  'exposure.filters': namesOf,
  // Only the schema of a setup lets a value in, so that its shape is known here.
  'exposure.meter': (meter) => meterWords(meter as Exposure['meter']),
  'exposure.flashLight': (light) => flashWords(light as Exposure['flashLight']),
  'exposure.reciprocity': (reciprocity) => reciprocityWords(reciprocity as Exposure['reciprocity']),
  'scene.subject': (subject) => subjectWords(subject as Scene['subject']),
  sharpness: (standard) => say(recordText.sharpnessBy, { school: isRecord(standard) ? String(standard.school) : '' }),
  mosaic: (mosaic) =>
    isRecord(mosaic) && Array.isArray(mosaic.frames) ? say(recordText.mosaic, { n: mosaic.frames.length }) : recordText.singlePicture,
  'mosaic.zones': namesOf,
  plate: (plate) => (isRecord(plate) && typeof plate.name === 'string' ? `“${plate.name}”` : differencesText.none),
  scene: (scene) =>
    isRecord(scene) && typeof scene.distanceM === 'number'
      ? say(recordText.scene, { distanceM: fixed(scene.distanceM, 2) })
      : recordText.noScene,
};

const NAME: Leaf = { path: ['name'], label: differencesText.name, words: plainWords };

/** Every value in which these states of a setup can differ. */
function leavesOf(sides: readonly NamedSettings[]): readonly Leaf[] {
  const settings = sides.map((side) => side.settings);
  const leaves = fieldLeaves(ALL_SETUP_FIELDS, settings, SPECIAL).flatMap((leaf): readonly Leaf[] => {
    const [key] = leaf.path;
    if (key !== 'mosaic' && key !== 'scene') return [leaf];
    const inside = settings.map((each) => each[key]);
    return inside.every((each) => each !== null)
      ? fieldLeaves(nested[key], inside, SPECIAL, { path: [key], label: key === 'scene' ? setupText.scene : setupText.mosaic })
      : [leaf];
  });
  return [NAME, ...leaves.map((leaf) => ({ ...leaf, path: ['settings', ...leaf.path] }))];
}

/** Everything in which two states of a setup differ; empty only when they are the same. */
export function setupDifferences(ours: NamedSettings, theirs: NamedSettings, was: NamedSettings | null): readonly Difference[] {
  return compared(leavesOf([ours, theirs, ...(was ? [was] : [])]), { ours, theirs, was });
}

/** Their setup with what was chosen from ours. */
export function mergedSetup(ours: NamedSettings, theirs: NamedSettings, picks: Readonly<Record<string, Side>>): NamedSettings {
  // Each value comes from one of two setups, at its own place.
  return merged(leavesOf([ours, theirs]), { ours, theirs, was: null }, picks) as NamedSettings;
}

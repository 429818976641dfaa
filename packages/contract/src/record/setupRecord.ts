import { recordText } from '@gangway/messages/contract/record';
import { PLAIN_SCENE } from '@gangway/core/scene/scene';
import { CARD_FIELDS } from '@gangway/core/fields/card';
import { EXPOSURE_FIELDS } from '@gangway/core/fields/exposure';
import { filledUp, type Group } from '@gangway/core/fields/field';
import { LIMIT_FIELDS } from '@gangway/core/fields/limits';
import { MOSAIC_FIELDS } from '@gangway/core/fields/mosaic';
import { ACCEPTED_FIELDS, STANCE_FIELDS } from '@gangway/core/fields/scene';
import { PLAIN_SETTINGS } from '@gangway/core/setup/defaults';
import { SETUP_FIELDS, SETUP_VERSION } from '@gangway/core/setup/fields';
import { dimensionsOf, SUBJECT_KINDS, UNSAID } from '@gangway/core/subjects/subject';
import { withEverySpec } from './everySpec';
import { settingsWithPresentNames } from './earlierNames';
import { eachTime, isJson, type Json, type Upgrade, type VersionedRecord } from './versions';

/** Every item of a rig, wherever it is in the chain. */
function partsWithEverySpec(parts: Json): Json {
  return Object.fromEntries(
    Object.entries(parts).map(([place, value]) => {
      if (Array.isArray(value)) return [place, value.map((each: unknown) => (isJson(each) ? withEverySpec(each) : each))];
      return [place, isJson(value) ? withEverySpec(value) : value];
    }),
  );
}

/** Before there was a kit a setup held its lens, back and slides itself: they become components of their own, known as far as they were. */
function withParts(rig: Json): Json {
  const { lens, back, mechanism } = rig;
  if (isJson(rig.parts) || !isJson(lens) || !isJson(back)) return rig;
  const { name: lensName, circle, ...lensSpecs } = lens;
  const { name: backName, ...backSpecs } = back;
  const { lightMm: imageCircleMm = null, definition = [] } = isJson(circle) ? circle : {};
  const rows = Array.isArray(definition) ? definition.map((row: unknown) => (isJson(row) ? { ...row, evidence: 'guessed' } : row)) : [];
  return {
    name: rig.name,
    rigId: null,
    parts: {
      kind: 'mounted',
      back: { id: crypto.randomUUID(), kind: 'body', name: backName, note: '', specs: backSpecs },
      between: [],
      lens: {
        id: crypto.randomUUID(),
        kind: 'lens',
        name: lensName,
        note: '',
        specs: { ...lensSpecs, imageCircleMm, sharpCircles: rows, ...(isJson(mechanism) && slidesOf(mechanism)) },
      },
      front: [],
    },
  };
}

function slidesOf({ kind, ...travel }: Json): Json {
  switch (kind) {
    case 'box':
      return { ...travel, slides: 'box', tilts: 'none' };
    case 'disc':
      return { slides: 'rotating', tilts: 'none', travelMm: travel.radiusMm };
    case 'line': {
      const ends = [travel.forwardMm, travel.backMm].filter((each) => typeof each === 'number');
      return { slides: 'line', tilts: 'none', slideDeg: travel.angleDeg, travelMm: Math.min(...ends) };
    }
    case 'fixed':
      return { slides: 'none', tilts: 'none' };
    default:
      return {};
  }
}

/** A group of settings with what it has gained since it was first stored; none counts as one in which nothing was said. */
const over = (fields: Group, stored: unknown): unknown => filledUp(fields, stored ?? {});

function withWholeScene(scene: unknown): unknown {
  if (!isJson(scene)) return scene ?? null;
  const { subject, accepted } = scene;
  const kind = isJson(subject) ? subject.kind : undefined;
  const whole = isJson(subject) && typeof kind === 'string' ? { ...unsaidOf(kind), ...subject } : subject;
  return { ...PLAIN_SCENE, ...scene, subject: whole, accepted: over(ACCEPTED_FIELDS, accepted) };
}

/** The dimensions that a kind of subject has gained since, as they are when nothing was said. */
function unsaidOf(kind: string): Json {
  const known = SUBJECT_KINDS.find((each) => each === kind);
  const gained = known ? dimensionsOf(known).flatMap(([key]) => (key in UNSAID ? [[key, UNSAID[key] ?? 0] as const] : [])) : [];
  return Object.fromEntries(gained);
}

/** A setup as it was stored before records had versions: whatever it lacks is as when nothing was said. */
function settingsSinceVersions(settings: Json): Json {
  const { rig, mosaic, exposure, card, limits } = settings;
  const built = isJson(rig) ? withParts(rig) : rig;
  return {
    ...PLAIN_SETTINGS,
    ...settings,
    rig: isJson(built) && isJson(built.parts) ? { rigId: null, ...built, parts: partsWithEverySpec(built.parts) } : built,
    scene: withWholeScene(settings.scene),
    limits: over(LIMIT_FIELDS, limits),
    exposure: over(EXPOSURE_FIELDS, exposure),
    card: over(CARD_FIELDS, card),
    mosaic: isJson(mosaic) ? over(MOSAIC_FIELDS, mosaic) : null,
  };
}

/** A setup of a version since: its groups have gained fields, which are as when nothing was said. */
function withEveryField(settings: Json): Json {
  const { mosaic, scene, plate } = settings;
  const filled = filledUp(SETUP_FIELDS, settings);
  return {
    ...(isJson(filled) ? filled : settings),
    mosaic: isJson(mosaic) ? filledUp(MOSAIC_FIELDS, mosaic) : (mosaic ?? null),
    scene: isJson(scene) ? filledUp(STANCE_FIELDS, scene) : (scene ?? null),
    plate: isJson(plate) ? { middlePx: null, others: [], ...plate } : (plate ?? null),
  };
}

/** The settings of a setup. Their catalogue says at which version a field came. */
export const SETUP_RECORD: VersionedRecord = {
  name: recordText.setupRecord,
  upgrades: [settingsSinceVersions, ...eachTime(SETUP_VERSION - 1, withEveryField)].map(
    (step): Upgrade =>
      (settings) =>
        step(settingsWithPresentNames(settings)),
  ),
};

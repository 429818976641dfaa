import { FIRST_MOSAIC } from '@gangway/core/mosaic/mosaic';
import { PLAIN_SCENE } from '@gangway/core/scene/scene';
import { FIRST_CARD, FIRST_EXPOSURE, FIRST_FOCUS_LIMITS, PLAIN_SETTINGS } from '@gangway/core/setup/defaults';
import { dimensionsOf, SUBJECT_KINDS, UNSAID } from '@gangway/core/subjects/subject';
import { withEveryFigure } from './everyFigure';
import { isJson, type Json, type VersionedRecord } from './versions';

/** Every item of a rig, wherever it is in the chain. */
function partsWithEveryFigure(parts: Json): Json {
  return Object.fromEntries(
    Object.entries(parts).map(([place, value]) => {
      if (Array.isArray(value)) return [place, value.map((each: unknown) => (isJson(each) ? withEveryFigure(each) : each))];
      return [place, isJson(value) ? withEveryFigure(value) : value];
    }),
  );
}

/** Before there was a kit a setup held its lens, back and slides itself: they become components of their own, known as far as they were. */
function withParts(rig: Json): Json {
  const { lens, back, mechanism } = rig;
  if (isJson(rig.parts) || !isJson(lens) || !isJson(back)) return rig;
  const { name: lensName, circle, ...lensFigures } = lens;
  const { name: backName, ...backFigures } = back;
  const { lightMm = null, definition = [] } = isJson(circle) ? circle : {};
  const rows = Array.isArray(definition) ? definition.map((row: unknown) => (isJson(row) ? { ...row, evidence: 'guessed' } : row)) : [];
  return {
    name: rig.name,
    rigId: null,
    parts: {
      kind: 'mounted',
      back: { id: crypto.randomUUID(), kind: 'body', name: backName, note: '', figures: backFigures },
      between: [],
      lens: {
        id: crypto.randomUUID(),
        kind: 'lens',
        name: lensName,
        note: '',
        figures: { ...lensFigures, lightMm, definition: rows, ...(isJson(mechanism) && slidesOf(mechanism)) },
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

/** Groups of settings that have gained members since they were first stored. */
function over(plain: Json, stored: unknown): unknown {
  return isJson(stored) ? { ...plain, ...stored } : (stored ?? null);
}

function withWholeScene(scene: unknown): unknown {
  if (!isJson(scene)) return scene ?? null;
  const { subject, accepted } = scene;
  const kind = isJson(subject) ? subject.kind : undefined;
  const whole = isJson(subject) && typeof kind === 'string' ? { ...unsaidOf(kind), ...subject } : subject;
  return { ...PLAIN_SCENE, ...scene, subject: whole, accepted: over({ ...PLAIN_SCENE.accepted }, accepted ?? {}) };
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
    rig: isJson(built) && isJson(built.parts) ? { rigId: null, ...built, parts: partsWithEveryFigure(built.parts) } : built,
    scene: withWholeScene(settings.scene),
    limits: over({ ...FIRST_FOCUS_LIMITS }, limits ?? {}),
    exposure: over({ ...FIRST_EXPOSURE }, exposure ?? {}),
    card: over({ ...FIRST_CARD }, card ?? {}),
    mosaic: isJson(mosaic) ? { ...FIRST_MOSAIC, ...mosaic, series: over({ ...FIRST_MOSAIC.series }, mosaic.series ?? {}) } : null,
  };
}

/** The settings of a setup. */
export const SETUP_RECORD: VersionedRecord = { name: 'setup', upgrades: [settingsSinceVersions] };

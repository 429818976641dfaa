import { isJson, type Json } from './versions';

// Version 3 of setups, shots and kit items gave their fields the terms that
// the rest of Gangway uses. Each function may meet a record that has the new
// names already, and then changes nothing.

const SPECS: Readonly<Record<string, string>> = {
  lightMm: 'imageCircleMm',
  lightEvidence: 'imageCircleEvidence',
  definition: 'sharpCircles',
  registerMm: 'flangeDistanceMm',
  lensRegisterMm: 'lensFlangeDistanceMm',
  bodyRegisterMm: 'bodyFlangeDistanceMm',
};
const SHOT: Readonly<Record<string, string>> = { stand: 'setup', standId: 'setupId', timeS: 'shutterSpeedS' };
const SERIES: Readonly<Record<string, string>> = { whiteCards: 'flatFields' };
const LIMITS: Readonly<Record<string, string>> = { mostTakes: 'mostFrames', secondsPerTake: 'secondsPerFrame' };

function renamed(record: Json, names: Readonly<Record<string, string>>): Json {
  return Object.fromEntries(Object.entries(record).map(([key, value]) => [names[key] ?? key, value]));
}

function within(record: Json, key: string, change: (inner: Json) => Json): Json {
  const inner = record[key];
  return isJson(inner) ? { ...record, [key]: change(inner) } : record;
}

/** A logged shot with its present names. */
export const shotWithPresentNames = (shot: Json): Json => renamed(shot, SHOT);

/** An item of the kit with its present names. */
export function itemWithPresentNames(item: Json): Json {
  return within(renamed(item, { figures: 'specs' }), 'specs', (specs) => renamed(specs, SPECS));
}

function partsWithPresentNames(parts: Json): Json {
  return Object.fromEntries(
    Object.entries(parts).map(([place, part]) => [place, isJson(part) ? itemWithPresentNames(part) : each(part, itemWithPresentNames)]),
  );
}

const peopleForFigures = (subject: Json): Json => (subject.kind === 'figures' ? { ...subject, kind: 'people' } : subject);

function each(value: unknown, change: (member: Json) => Json): unknown {
  return Array.isArray(value) ? value.map((member: unknown) => (isJson(member) ? change(member) : member)) : value;
}

const flatFieldRole = (frame: Json): Json => (frame.role === 'white' ? { ...frame, role: 'flatField' } : frame);
const flatFieldFalloff = (options: Json): Json => (options.falloff === 'cards' ? { ...options, falloff: 'flatField' } : options);

function setWithPresentNames(set: Json): Json {
  const named = renamed(set, { standId: 'setupId' });
  return {
    ...named,
    frames: each(named.frames, flatFieldRole),
    assemblies: each(named.assemblies, (assembly) => within(assembly, 'options', flatFieldFalloff)),
  };
}

/** The job of an archive with the present names of all but what its setups and shots hold. */
export function jobWithPresentNames(job: Json): Json {
  const named = renamed(job, { stands: 'setups', takes: 'shots' });
  return {
    ...named,
    attachments: each(named.attachments, (attachment) => renamed(attachment, { standId: 'setupId', takeId: 'shotId' })),
    sets: each(named.sets, setWithPresentNames),
  };
}

/** The settings of a setup with their present names. */
export function settingsWithPresentNames(settings: Json): Json {
  const withRig = within(settings, 'rig', (rig) => within(rig, 'parts', partsWithPresentNames));
  const withScene = within(withRig, 'scene', (scene) => within(scene, 'subject', peopleForFigures));
  const withLimits = within(withScene, 'limits', (limits) => renamed(limits, LIMITS));
  return within(withLimits, 'mosaic', (mosaic) => within(mosaic, 'series', (series) => renamed(series, SERIES)));
}

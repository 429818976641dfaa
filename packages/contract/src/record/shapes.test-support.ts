import shapes from './fixtures/shapes.json';
import version2 from './fixtures/version2.json';
import type { ShotField } from '@gangway/core/log/shotField';
import { SHOT_FIELDS } from '@gangway/core/log/shotFields';
import type { Json } from './versions';

/** Every shape of a record that any version of Gangway ever wrote, taken from its history: one of each, with the commit it first stood in. */
export const SHAPES = shapes;

/** The demo job as version 2 archived it, with a mosaic, a shot, a flat-field frame and an assembly added, and the kit of that version. */
export const VERSION_2 = version2;

/** The terms that fields have had since version 3, by their earlier names. */
const TERMS: Readonly<Record<string, string>> = {
  figures: 'specs',
  lightMm: 'imageCircleMm',
  lightEvidence: 'imageCircleEvidence',
  definition: 'sharpCircles',
  registerMm: 'flangeDistanceMm',
  lensRegisterMm: 'lensFlangeDistanceMm',
  bodyRegisterMm: 'bodyFlangeDistanceMm',
  stand: 'setup',
  standId: 'setupId',
  timeS: 'shutterSpeedS',
};

/** A record of an earlier version under the present terms. */
export const inPresentTerms = (record: object): Json =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [TERMS[key] ?? key, value]));

/** What a shot has gained since it was stored by a version, each as it is before anybody enters it. */
export const gainedByShotSince = (version: number): Json =>
  Object.fromEntries(
    Object.entries(SHOT_FIELDS).flatMap(([key, { since = 1, initial }]: [string, ShotField]) => (since > version ? [[key, initial]] : [])),
  );

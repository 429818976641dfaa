import type { Scene } from '@gangway/core/scene/scene';
import { dimensionsOf, SUBJECT_KINDS, type Subject, type SubjectKind } from '@gangway/core/scene/subject';
import { z } from 'zod';

const within = (what: string, min: number, max: number, unit: string) => {
  const allowed = `${what} must be a number from ${min} to ${max}${unit === '' ? '' : ` ${unit}`}.`;
  return z.number({ error: allowed }).min(min, allowed).max(max, allowed);
};

const schemaOf = (kind: SubjectKind) =>
  z.strictObject({
    kind: z.literal(kind),
    ...Object.fromEntries(dimensionsOf(kind).map(([key, { label, min, max, unit, whole }]) => [key, whole ? within(label, min, max, unit).int(`${label} must be a whole number.`) : within(label, min, max, unit)])),
  });

const options = SUBJECT_KINDS.map(schemaOf);

/** What stands before the camera. Built from the catalogue of subjects, from which its type is made as well. */
export const subjectSchema = z.discriminatedUnion('kind', options as [(typeof options)[number], ...typeof options]) as unknown as z.ZodType<Subject>;

/** The bounds of where a camera stands and how it is turned; the panel reads them too. */
export const POSE_FIGURES = {
  distanceM: { label: 'Distance', unit: 'm', min: 0.05, max: 100_000 },
  asideM: { label: 'To the right', unit: 'm', min: -10_000, max: 10_000 },
  cameraHeightM: { label: 'Lens height', unit: 'm', min: -100, max: 1000 },
  yawDeg: { label: 'Turned right', unit: '°', min: -180, max: 180 },
  pitchDeg: { label: 'Pitched up', unit: '°', min: -89, max: 89 },
  rollDeg: { label: 'Rolled clockwise', unit: '°', min: -90, max: 90 },
} as const;

const pose = (key: keyof typeof POSE_FIGURES) => {
  const { label, unit, min, max } = POSE_FIGURES[key];
  return within(label, min, max, unit);
};

export const sceneSchema = z.strictObject({
  subject: subjectSchema,
  distanceM: pose('distanceM'),
  asideM: pose('asideM'),
  cameraHeightM: pose('cameraHeightM'),
  yawDeg: pose('yawDeg'),
  pitchDeg: pose('pitchDeg'),
  rollDeg: pose('rollDeg'),
}) satisfies z.ZodType<Scene>;

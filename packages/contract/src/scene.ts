import { bounded, type Bounds } from './bounds';
import { FIRST_ACCEPTED } from '@gangway/core/scene/scene';
import { dimensionsOf, SUBJECT_KINDS, UNSAID, type Mesh, type Subject, type SubjectKind } from '@gangway/core/subjects/subject';
import { z } from 'zod';
import type { Scene } from '@gangway/core/model/scene';

/** The most that a massing model may have: a model of blocks, not of details. */
export const MODEL_MOST = { corners: 6000, triangles: 4000 } as const;

const CORNER_WORDS = 'A corner of the model must be three finite numbers.';

const meshSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'The model needs a name.').max(120, 'The name of the model may have at most 120 letters.'),
    vertices: z
      .array(z.number({ error: CORNER_WORDS }).min(-1e9, CORNER_WORDS).max(1e9, CORNER_WORDS))
      .min(9)
      .max(3 * MODEL_MOST.corners, `The model may have at most ${MODEL_MOST.corners} corners.`),
    triangles: z
      .array(z.number().int().nonnegative())
      .min(3, 'The model needs one face at least.')
      .max(3 * MODEL_MOST.triangles, `The model may have at most ${MODEL_MOST.triangles} triangles.`),
  })
  .refine(({ vertices, triangles }) => vertices.length % 3 === 0 && triangles.length % 3 === 0, 'Corners and triangles come in threes.')
  .refine(({ vertices, triangles }) => triangles.every((i) => 3 * i < vertices.length), {
    path: ['triangles'],
    error: 'A triangle of the model names a corner that is not there.',
  }) satisfies z.ZodType<Mesh>;

const schemaOf = (kind: SubjectKind) =>
  z.strictObject({
    kind: z.literal(kind),
    ...(kind === 'model' && { mesh: meshSchema }),
    ...Object.fromEntries(
      dimensionsOf(kind).map(([key, { label, min, max, unit, whole }]) => {
        const plain = bounded({ label, min, max, unit });
        const schema = whole ? plain.int(`${label} must be a whole number.`) : plain;
        const unsaid = UNSAID[key];
        return [key, unsaid === undefined ? schema : schema.default(unsaid)];
      }),
    ),
  });

const options = SUBJECT_KINDS.map(schemaOf);

/** What stands before the camera. Built from the catalogue of subjects, from which its type is made as well. */
export const subjectSchema = z.discriminatedUnion(
  'kind',
  options as [(typeof options)[number], ...typeof options],
) as unknown as z.ZodType<Subject>;

/** The bounds of where a camera stands and how it is turned; the panel reads them too. */
export const POSE_FIGURES = {
  distanceM: { label: 'Distance', unit: 'm', min: 0.05, max: 100_000 },
  asideM: { label: 'To the right', unit: 'm', min: -10_000, max: 10_000 },
  cameraHeightM: { label: 'Lens height', unit: 'm', min: -100, max: 1000 },
  yawDeg: { label: 'Turned right', unit: '°', min: -180, max: 180 },
  pitchDeg: { label: 'Pitched up', unit: '°', min: -89, max: 89 },
  rollDeg: { label: 'Rolled clockwise', unit: '°', min: -90, max: 90 },
} as const satisfies Readonly<Record<string, Bounds>>;

export const COMPASS_FIGURE = { label: 'Looks toward (from north)', unit: '°', min: 0, max: 360 } as const satisfies Bounds;

/** Where a light source stands. */
export const LIGHT_FIGURES = {
  bearingDeg: { label: 'Light, to the right', unit: '°', min: -180, max: 180 },
  heightDeg: { label: 'Light, up', unit: '°', min: -90, max: 90 },
} as const satisfies Readonly<Record<string, Bounds>>;

/** How the lens is turned on the camera. */
export const FRONT_FIGURES = { tiltDeg: 'Tilt', swingDeg: 'Swing' } as const;

/** How the back is turned on the camera. */
export const REAR_FIGURES = { tiltDeg: 'Rear tilt', swingDeg: 'Rear swing' } as const;

/** What the photographer lets pass. */
export const ACCEPTED_FIGURES = {
  stretch: { label: 'Stretch', unit: '×', min: 1.03, max: 5 },
  leanPrintMm: { label: 'Lean on the print', unit: 'mm', min: 0.01, max: 100 },
  printWidthMm: { label: 'Print width', unit: 'mm', min: 20, max: 20_000 },
  convergeDeg: { label: 'Converging by', unit: '°', min: -60, max: 60 },
} as const satisfies Readonly<Record<string, Bounds>>;

export const ROOM_FIGURE = { label: 'Obstacle behind, at', unit: 'm', min: 0.05, max: 100_000 } as const satisfies Bounds;

const coordinate = bounded({ label: 'A place in the scene', unit: 'm', min: -1e6, max: 1e6 });

export const sceneSchema = z.strictObject({
  subject: subjectSchema,
  distanceM: bounded(POSE_FIGURES.distanceM),
  asideM: bounded(POSE_FIGURES.asideM),
  cameraHeightM: bounded(POSE_FIGURES.cameraHeightM),
  yawDeg: bounded(POSE_FIGURES.yawDeg),
  pitchDeg: bounded(POSE_FIGURES.pitchDeg),
  rollDeg: bounded(POSE_FIGURES.rollDeg),
  roomM: bounded(ROOM_FIGURE).nullable().default(null),
  light: z
    .strictObject({ bearingDeg: bounded(LIGHT_FIGURES.bearingDeg), heightDeg: bounded(LIGHT_FIGURES.heightDeg), shaded: z.boolean() })
    .nullable()
    .default(null),
  compassDeg: bounded(COMPASS_FIGURE).nullable().default(null),
  watched: z.tuple([coordinate, coordinate, coordinate]).readonly().nullable().default(null),
  accepted: z
    .strictObject({
      stretch: bounded(ACCEPTED_FIGURES.stretch),
      leanPrintMm: bounded(ACCEPTED_FIGURES.leanPrintMm),
      printWidthMm: bounded(ACCEPTED_FIGURES.printWidthMm),
      convergeDeg: bounded(ACCEPTED_FIGURES.convergeDeg),
    })
    .default(FIRST_ACCEPTED),
}) satisfies z.ZodType<Scene>;

/** A scene without its subject, which may be large and need not be read again while the camera moves. */
export const stanceSchema = sceneSchema.omit({ subject: true });

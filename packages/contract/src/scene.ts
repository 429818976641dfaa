import { sceneText } from '@gangway/messages/contract/scene';
import { say } from '@gangway/messages/say';
import { bounded } from './bounds';
import { shapeOf } from './fieldSchema';
import { STANCE_FIELDS } from '@gangway/core/fields/scene';
import { FIRST_ACCEPTED } from '@gangway/core/scene/scene';
import { dimensionsOf, SUBJECT_KINDS, UNSAID, type Mesh, type Subject, type SubjectKind } from '@gangway/core/subjects/subject';
import { z } from 'zod';
import type { Scene } from '@gangway/core/model/scene';

/** The most that a massing model may have: a model of blocks, not of details. */
export const MODEL_MOST = { corners: 6000, triangles: 4000 } as const;

const CORNER_WORDS = sceneText.aCornerOfTheModel;

const meshSchema = z
  .strictObject({
    name: z.string().trim().min(1, sceneText.theModelNeedsAName).max(120, sceneText.theNameOfTheModel),
    vertices: z
      .array(z.number({ error: CORNER_WORDS }).min(-1e9, CORNER_WORDS).max(1e9, CORNER_WORDS))
      .min(9)
      .max(3 * MODEL_MOST.corners, say(sceneText.theModelMayHaveAt, { corners: MODEL_MOST.corners })),
    triangles: z
      .array(z.number().int().nonnegative())
      .min(3, sceneText.theModelNeedsOneFace)
      .max(3 * MODEL_MOST.triangles, say(sceneText.theModelMayHaveAtMost, { triangles: MODEL_MOST.triangles })),
  })
  .refine(({ vertices, triangles }) => vertices.length % 3 === 0 && triangles.length % 3 === 0, sceneText.cornersAndTrianglesComeIn)
  .refine(({ vertices, triangles }) => triangles.every((i) => 3 * i < vertices.length), {
    path: ['triangles'],
    error: sceneText.aTriangleOfTheModel,
  }) satisfies z.ZodType<Mesh>;

const schemaOf = (kind: SubjectKind) =>
  z.strictObject({
    kind: z.literal(kind),
    ...(kind === 'model' && { mesh: meshSchema }),
    ...Object.fromEntries(
      dimensionsOf(kind).map(([key, { label, min, max, unit, whole }]) => {
        const plain = bounded({ label, min, max, unit });
        const schema = whole ? plain.int(say(sceneText.mustBeAWholeNumber, { label })) : plain;
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
const { distanceM, asideM, cameraHeightM, yawDeg, pitchDeg, rollDeg } = STANCE_FIELDS;
export const POSE_FIGURES = { distanceM, asideM, cameraHeightM, yawDeg, pitchDeg, rollDeg };

const coordinate = bounded({ label: sceneText.aPlaceInTheScene, unit: 'm', min: -1e6, max: 1e6 });

const stance = shapeOf(STANCE_FIELDS, { watched: z.tuple([coordinate, coordinate, coordinate]).readonly().nullable() });

export const sceneSchema = z.strictObject({
  ...stance,
  subject: subjectSchema,
  roomM: stance.roomM.default(null),
  light: stance.light.default(null),
  compassDeg: stance.compassDeg.default(null),
  watched: stance.watched.default(null),
  accepted: stance.accepted.default(FIRST_ACCEPTED),
}) satisfies z.ZodType<Scene>;

/** A scene without its subject, which may be large and need not be read again while the camera moves. */
export const stanceSchema = sceneSchema.omit({ subject: true });

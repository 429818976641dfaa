import { setupText } from '@gangway/messages/contract/setup';
import { say } from '@gangway/messages/say';
import { bounded } from './bounds';
import { FOCUS_FARTHEST_M, MOVEMENT_MOST_MM } from '@gangway/core/setup/bounds';
import { assembled } from '@gangway/core/rig/assembled';
import { z } from 'zod';
import { cardSchema } from './card';
import { exposureSchema } from './exposure';
import { mosaicSchema } from './mosaic';
import { versionSchema } from './count';
import { nameSchema } from './name';
import { plateSchema } from './plate';
import { rigSchema } from './rig';
import { pinsSchema, sharpnessSchema } from './focus';
import { sceneSchema } from './scene';
import { shapeOf } from './fieldSchema';
import { SETUP_FIELDS } from '@gangway/core/setup/fields';
import type { StoredSettings, StoredSetup } from './storedSetup';
import { PLAIN_SETTINGS, UNTURNED } from '@gangway/core/setup/defaults';

const movementMm = (label: string) => bounded({ label, unit: 'mm', min: -MOVEMENT_MOST_MM, max: MOVEMENT_MOST_MM });

/** Rise up +, shift right +, of the lens relative to the back, mm. */
export const movementsSchema = z.strictObject({ riseMm: movementMm(setupText.rise), shiftMm: movementMm(setupText.shift) });

const fNumberWords = setupText.theFNumberMustBe;
const fNumberSchema = z.number({ error: fNumberWords }).min(0.05, fNumberWords).max(5120, fNumberWords);

const shape = shapeOf(SETUP_FIELDS, {
  exposure: exposureSchema,
  card: cardSchema,
  pins: pinsSchema,
  sharpness: sharpnessSchema,
  mosaic: mosaicSchema.nullable(),
  scene: sceneSchema.nullable(),
  plate: plateSchema.nullable(),
});

/** What the photographer sets at one camera position. */
export const setupSettingsSchema = z
  .strictObject({
    rig: rigSchema,
    orientation: z.enum(['landscape', 'portrait']),
    crop: shape.crop.default(null),
    movements: movementsSchema,
    front: shape.front.default(UNTURNED),
    composedAt: shape.composedAt.default(UNTURNED),
    rear: shape.rear.default(UNTURNED),
    fNumber: fNumberSchema,
    focusM: z
      .number({ error: setupText.theFocusDistanceMustBe })
      .min(-FOCUS_FARTHEST_M, say(setupText.theFocusDistanceMustBeAt, { focusFarthestM: FOCUS_FARTHEST_M }))
      .refine((m) => m !== 0, setupText.theFocusDistanceMustNot)
      .max(FOCUS_FARTHEST_M, say(setupText.theFocusDistanceMustBeAtMost, { focusFarthestM: FOCUS_FARTHEST_M }))
      .nullable(),
    pins: shape.pins.default([]),
    sharpness: shape.sharpness.default(PLAIN_SETTINGS.sharpness),
    limits: shape.limits.default(PLAIN_SETTINGS.limits),
    stack: shape.stack.default(null),
    mosaic: shape.mosaic.default(null),
    scene: shape.scene.default(null),
    plate: shape.plate.default(null),
    exposure: shape.exposure.default(PLAIN_SETTINGS.exposure),
    card: shape.card.default(PLAIN_SETTINGS.card),
    locks: shape.locks.default(PLAIN_SETTINGS.locks),
  })
  .superRefine(({ focusM, rig, front, rear, stack }, ctx) => {
    const built = assembled(rig);
    if (!built.known) return;
    const { focalMm } = built.value.lens;
    // Only a lens that leans to its back may have the plane of focus cross its axis behind it.
    const leans = [front, rear].some(({ tiltDeg, swingDeg }) => tiltDeg !== 0 || swingDeg !== 0);
    if (focusM !== null && focusM * 1000 <= focalMm && !(focusM < 0 && leans)) {
      ctx.addIssue({
        code: 'custom',
        path: ['focusM'],
        message: say(setupText.theFocusDistanceIsM, { focusM, focalMm, focalMm2: focalMm / 1000 }),
      });
    }
    const lastM = stack?.lastFocusM ?? null;
    if (lastM !== null && lastM * 1000 <= focalMm)
      ctx.addIssue({
        code: 'custom',
        path: ['stack', 'lastFocusM'],
        message: say(setupText.theLastFocusIsM, { focusM: lastM, focalMm, focalMm2: focalMm / 1000 }),
      });
  }) satisfies z.ZodType<StoredSettings>;

const idSchema = z.uuid(setupText.thisIsNotTheId);
const timeSchema = z.iso.datetime();

/** A setup as the server keeps it. The version grows by one with every write. */
export const setupSchema = z.strictObject({
  id: idSchema,
  jobId: idSchema,
  name: nameSchema,
  settings: setupSettingsSchema,
  version: z.number().int().positive(),
  lastWriteId: idSchema.nullable(),
  updatedAt: timeSchema,
  deletedAt: timeSchema.nullable(),
}) satisfies z.ZodType<StoredSetup>;
/** A new setup; with an id of the sender’s own, sent again it is the same setup. */
export const newSetupSchema = z.strictObject({ id: idSchema.optional(), name: nameSchema, settings: setupSettingsSchema });
export type NewSetup = z.infer<typeof newSetupSchema>;

/** A write says which version it changes, and carries an id of its own so that a repeated one is known for what it is. */
export const setupWriteSchema = z.strictObject({
  version: z.number({ error: setupText.sayWhichVersionThisChanges }).pipe(versionSchema),
  writeId: idSchema,
  name: nameSchema,
  settings: setupSettingsSchema,
});
export type SetupWrite = z.infer<typeof setupWriteSchema>;

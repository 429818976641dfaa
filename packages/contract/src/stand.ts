import { bounded } from './bounds';
import { FOCUS_FARTHEST_M, MOVEMENT_MOST_MM } from '@gangway/core/setup/bounds';
import { assembled, storedRig, type StoredRig } from '@gangway/core/rig/assembled';
import { z } from 'zod';
import { cardSchema } from './card';
import { exposureSchema } from './exposure';
import { mosaicSchema } from './mosaic';
import { nameSchema } from './name';
import { rigSchema } from './rig';
import { pinsSchema, sharpnessSchema } from './focus';
import { sceneSchema } from './scene';
import { shapeOf } from './fieldSchema';
import { SETUP_FIELDS } from '@gangway/core/setup/fields';
import type { SetupSettings } from '@gangway/core/model/setup';
import { PLAIN_SETTINGS, UNTURNED } from '@gangway/core/setup/defaults';

const movementMm = (label: string) => bounded({ label, unit: 'mm', min: -MOVEMENT_MOST_MM, max: MOVEMENT_MOST_MM });

/** Rise up +, shift right +, of the lens relative to the back, mm. */
export const movementsSchema = z.strictObject({ riseMm: movementMm('Rise'), shiftMm: movementMm('Shift') });

/** What is stored of a setup: what the photographer set, and the components of the rig with the figures they had. What follows from them is not. */
export type StoredSettings = Omit<SetupSettings, 'rig'> & { readonly rig: StoredRig };

/** What is stored of settings. */
export function storedSettings(settings: SetupSettings): StoredSettings {
  return { ...settings, rig: storedRig(settings.rig) };
}

/** Stored settings with their rig put together again. Throws when the rig lacks what no setup can do without, which the schema refuses. */
export function openedSettings(stored: StoredSettings): SetupSettings {
  const rig = assembled(stored.rig);
  if (!rig.known) throw new Error(`the rig of a setup lacks ${rig.asks.map(({ label }) => label).join(', ')}`);
  return { ...stored, rig: rig.value };
}

const fNumberWords = 'The f-number must be a number from 0.05 to 5120.';
const fNumberSchema = z.number({ error: fNumberWords }).min(0.05, fNumberWords).max(5120, fNumberWords);

const shape = shapeOf(SETUP_FIELDS, {
  exposure: exposureSchema,
  card: cardSchema,
  pins: pinsSchema,
  sharpness: sharpnessSchema,
  mosaic: mosaicSchema.nullable(),
  scene: sceneSchema.nullable(),
});

/** What the photographer sets at one camera position. */
export const standSettingsSchema = z
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
      .number({ error: 'The focus distance must be a number of metres, or null for infinity.' })
      .min(-FOCUS_FARTHEST_M, `The focus distance must be at least −${FOCUS_FARTHEST_M} m; farther off is infinity.`)
      .refine((m) => m !== 0, 'The focus distance must not be 0 m.')
      .max(FOCUS_FARTHEST_M, `The focus distance must be at most ${FOCUS_FARTHEST_M} m; farther off is infinity.`)
      .nullable(),
    pins: shape.pins.default([]),
    sharpness: shape.sharpness.default(PLAIN_SETTINGS.sharpness),
    limits: shape.limits.default(PLAIN_SETTINGS.limits),
    mosaic: shape.mosaic.default(null),
    scene: shape.scene.default(null),
    exposure: shape.exposure.default(PLAIN_SETTINGS.exposure),
    card: shape.card.default(PLAIN_SETTINGS.card),
  })
  .superRefine(({ focusM, rig, front, rear }, ctx) => {
    const built = assembled(rig);
    if (!built.known) return;
    const { focalMm } = built.value.lens;
    // Only a lens that leans to its back may have the plane of focus cross its axis behind it.
    const leans = [front, rear].some(({ tiltDeg, swingDeg }) => tiltDeg !== 0 || swingDeg !== 0);
    if (focusM !== null && focusM * 1000 <= focalMm && !(focusM < 0 && leans)) {
      ctx.addIssue({
        code: 'custom',
        path: ['focusM'],
        message: `The focus distance is ${focusM} m; a lens of ${focalMm} mm focuses only on what is farther off than ${focalMm / 1000} m.`,
      });
    }
  }) satisfies z.ZodType<StoredSettings>;

const idSchema = z.uuid('This is not the id of anything in Gangway.');
const timeSchema = z.iso.datetime();

/** A setup as the server keeps it. The version grows by one with every write. */
export const standSchema = z.strictObject({
  id: idSchema,
  jobId: idSchema,
  name: nameSchema,
  settings: standSettingsSchema,
  version: z.number().int().positive(),
  lastWriteId: idSchema.nullable(),
  updatedAt: timeSchema,
  deletedAt: timeSchema.nullable(),
});
export type StoredStand = z.infer<typeof standSchema>;

/** A setup with its rig put together, as the pages work with it. */
export type Stand = Omit<StoredStand, 'settings'> & { readonly settings: SetupSettings };

export function openedStand(stand: StoredStand): Stand {
  return { ...stand, settings: openedSettings(stand.settings) };
}

export const newStandSchema = z.strictObject({ name: nameSchema, settings: standSettingsSchema });
export type NewStand = z.infer<typeof newStandSchema>;

/** A write says which version it changes, and carries an id of its own so that a repeated one is known for what it is. */
export const standWriteSchema = z.strictObject({
  version: z.number({ error: 'Say which version this changes.' }).int().positive(),
  writeId: idSchema,
  name: nameSchema,
  settings: standSettingsSchema,
});
export type StandWrite = z.infer<typeof standWriteSchema>;

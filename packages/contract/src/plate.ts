import { plateText } from '@gangway/messages/contract/plate';
import { z } from 'zod';
import type { Plate } from '@gangway/core/model/plate';
import { STANCE_FIELDS } from '@gangway/core/fields/scene';
import { bounded } from './bounds';

/** The bounds of what is said of a photograph of the place; the page reads them too. */
export const PLATE_BOUNDS = {
  equivalentMm: { label: plateText.equivalent, unit: 'mm', min: 5, max: 1000 },
  cameraHeightM: { label: plateText.cameraHeight, unit: 'm', min: 0.05, max: 300 },
  cameraHeightDoubtM: { label: plateText.cameraHeightDoubt, unit: 'm', min: 0, max: 10 },
  pitchDeg: { label: plateText.pitch, unit: '°', min: -85, max: 85 },
  rollDeg: { label: plateText.roll, unit: '°', min: -90, max: 90 },
  apartM: { label: plateText.apart, unit: 'm', min: 0.05, max: 1000 },
  apartDoubtM: { label: plateText.apartDoubt, unit: 'm', min: 0, max: 100 },
} as const;

/** The most lines of each kind that are kept, the most measurements, the most photographs beside the first, and the most places that each shares with it. */
export const PLATE_MOST = { lines: 60, measured: 60, others: 8, matches: 80 } as const;

/** A place may lie outside the picture: lines are drawn past its edge. */
const px = z.number({ error: plateText.aPlace }).min(-1e6, plateText.aPlace).max(1e6, plateText.aPlace);
const pixel = z.tuple([px, px]).readonly();
const line = z.tuple([px, px, px, px]).readonly();
const side = z.number().int().min(16, plateText.aSide).max(100_000, plateText.aSide);
const name = z.string().trim().min(1, plateText.aName).max(80, plateText.aName);
const { asideM, distanceM } = STANCE_FIELDS;

export const plateSchema = z
  .strictObject({
    pictureId: z.uuid(),
    name: z.string().max(255),
    kind: z.enum(['flat', 'sphere']),
    widthPx: side,
    heightPx: side,
    equivalentMm: bounded(PLATE_BOUNDS.equivalentMm).nullable(),
    cropped: z.boolean(),
    middlePx: pixel.nullable(),
    uprights: z.array(line).max(PLATE_MOST.lines),
    levels: z.array(line).max(PLATE_MOST.lines),
    doubtful: z.boolean(),
    horizon: line.nullable(),
    typed: z.strictObject({ pitchDeg: bounded(PLATE_BOUNDS.pitchDeg), rollDeg: bounded(PLATE_BOUNDS.rollDeg) }).nullable(),
    headingDeg: z.number().min(-180).max(180),
    cameraHeightM: bounded(PLATE_BOUNDS.cameraHeightM),
    cameraHeightDoubtM: bounded(PLATE_BOUNDS.cameraHeightDoubtM),
    outline: z.strictObject({ leftFootPx: pixel, rightFootPx: pixel, leftTopPx: pixel }).nullable(),
    measured: z
      .array(z.strictObject({ name, of: z.enum(['height', 'length']), fromPx: pixel, toPx: pixel }))
      .max(PLATE_MOST.measured, plateText.tooManyMeasured),
    from: z
      .strictObject({ asideM: bounded(asideM), distanceM: bounded(distanceM), cameraHeightM: bounded(PLATE_BOUNDS.cameraHeightM) })
      .nullable(),
    others: z
      .array(
        z.strictObject({
          pictureId: z.uuid(),
          name: z.string().max(255),
          widthPx: side,
          heightPx: side,
          equivalentMm: bounded(PLATE_BOUNDS.equivalentMm).nullable(),
          matches: z.array(line).max(PLATE_MOST.matches).nullable(),
          apart: z.strictObject({ byM: bounded(PLATE_BOUNDS.apartM).nullable(), doubtM: bounded(PLATE_BOUNDS.apartDoubtM) }).nullable(),
        }),
      )
      .max(PLATE_MOST.others, plateText.tooManyOthers),
  })
  .refine(({ kind, widthPx, heightPx }) => kind === 'flat' || widthPx === 2 * heightPx, {
    path: ['kind'],
    error: plateText.sphereTwoToOne,
  }) satisfies z.ZodType<Plate>;

/** What the server reads from an attached photograph of the place. */
export const plateReadingSchema = z.strictObject({
  widthPx: side,
  heightPx: side,
  equivalentMm: z.number().nullable(),
  cropped: z.boolean(),
  panorama: z.enum(['sphere', 'other']).nullable(),
  /** Straight edges, longest first, px. */
  lines: z.array(line),
});
export type PlateReading = z.infer<typeof plateReadingSchema>;

/** Places that a frame that was taken and the photograph of the place both show, as the server found them. */
export const takenReadingSchema = z.strictObject({
  /** Of the frame, upright. */
  widthPx: side,
  heightPx: side,
  /** In the photograph, then in the frame, px. */
  matches: z.array(line),
});
export type TakenReading = z.infer<typeof takenReadingSchema>;

/** Places that two photographs both show, as the server found them: px in the first, then in the other. */
export const besideReadingSchema = z.strictObject({ matches: z.array(line).max(PLATE_MOST.matches) });
export type BesideReading = z.infer<typeof besideReadingSchema>;

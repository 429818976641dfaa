import type { LogTake } from '@gangway/core/log/take';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { MOVEMENT_MOST_MM, FOCUS_FARTHEST_M } from './stand';

/** The most takes that one job may hold, and one request may carry. */
export const TAKES_MOST = 50_000;
export const CHANGES_MOST = 5000;

/** The figures of a take, with their bounds; table, CSV and schema read them. */
export const TAKE_FIGURES = {
  focalMm: { label: 'Focal length', unit: 'mm', min: 1, max: 5000 },
  riseMm: { label: 'Rise', unit: 'mm', min: -MOVEMENT_MOST_MM, max: MOVEMENT_MOST_MM },
  shiftMm: { label: 'Shift', unit: 'mm', min: -MOVEMENT_MOST_MM, max: MOVEMENT_MOST_MM },
  tiltDeg: { label: 'Tilt', unit: '°', min: -90, max: 90 },
  swingDeg: { label: 'Swing', unit: '°', min: -90, max: 90 },
  rearTiltDeg: { label: 'Rear tilt', unit: '°', min: -90, max: 90 },
  rearSwingDeg: { label: 'Rear swing', unit: '°', min: -90, max: 90 },
  focusM: { label: 'Focus', unit: 'm', min: -FOCUS_FARTHEST_M, max: FOCUS_FARTHEST_M },
  fNumber: { label: 'Aperture, f/', unit: '', min: 0.05, max: 5120 },
  timeS: { label: 'Time', unit: 's', min: 0.00001, max: 360_000 },
  iso: { label: 'ISO', unit: '', min: 0.1, max: 1_000_000 },
  frame: { label: 'Frame of the mosaic', unit: '', min: 1, max: 1000 },
  frames: { label: 'Frames of the mosaic', unit: '', min: 1, max: 1000 },
  bracket: { label: 'Exposure of the bracket', unit: '', min: 1, max: 50 },
  brackets: { label: 'Exposures of the bracket', unit: '', min: 1, max: 50 },
  bracketStops: { label: 'Off the metered', unit: 'stops', min: -20, max: 20 },
  filmFrame: { label: 'Film frame', unit: '', min: 1, max: 1000 },
  filmFrames: { label: 'Film frames there', unit: '', min: 1, max: 1000 },
  rating: { label: 'Rating', unit: '', min: 0, max: 5 },
} as const satisfies Readonly<Record<string, Bounds>>;
const F = TAKE_FIGURES;

/** The texts of a take, and how long each may be. */
export const TAKE_TEXTS = {
  stand: { label: 'Stand', most: 120 },
  rig: { label: 'Rig', most: 120 },
  lens: { label: 'Lens', most: 120 },
  back: { label: 'Body, back or film', most: 120 },
  shutter: { label: 'Shutter', most: 80 },
  filters: { label: 'Filters', most: 400 },
  holder: { label: 'Holder or roll', most: 80 },
  remarks: { label: 'Remarks', most: 2000 },
  file: { label: 'File', most: 255 },
} as const;

// eslint-disable-next-line no-control-regex -- what no XML may hold, and nobody types
const CONTROL =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/u;

const text = ({ label, most }: { readonly label: string; readonly most: number }) =>
  z
    .string({ error: `${label} must be a text.` })
    .max(most, `${label} may have at most ${most} characters.`)
    .refine((value) => !CONTROL.test(value), `${label} holds a control character that no file can carry.`);

const counted = (bounds: Bounds) => bounded(bounds).int(`${bounds.label} must be a whole number.`);

const file = text(TAKE_TEXTS.file).refine(
  (name) => !/[/\\]/u.test(name) && name !== '.' && name !== '..',
  'File must be a name alone, without folders.',
);

export const takeFiguresSchema = z.strictObject({
  stand: text(TAKE_TEXTS.stand),
  rig: text(TAKE_TEXTS.rig),
  lens: text(TAKE_TEXTS.lens),
  back: text(TAKE_TEXTS.back),
  focalMm: bounded(F.focalMm),
  orientation: z.enum(['landscape', 'portrait'], { error: 'Orientation must be landscape or portrait.' }),
  riseMm: bounded(F.riseMm),
  shiftMm: bounded(F.shiftMm),
  tiltDeg: bounded(F.tiltDeg),
  swingDeg: bounded(F.swingDeg),
  rearTiltDeg: bounded(F.rearTiltDeg),
  rearSwingDeg: bounded(F.rearSwingDeg),
  focusM: bounded(F.focusM).nullable(),
  fNumber: bounded(F.fNumber),
  timeS: bounded(F.timeS).nullable(),
  iso: bounded(F.iso).nullable(),
  shutter: text(TAKE_TEXTS.shutter),
  filters: text(TAKE_TEXTS.filters),
  frame: counted(F.frame).nullable(),
  frames: counted(F.frames).nullable(),
  bracket: counted(F.bracket).nullable(),
  brackets: counted(F.brackets).nullable(),
  bracketStops: bounded(F.bracketStops).nullable(),
  holder: text(TAKE_TEXTS.holder),
  filmFrame: counted(F.filmFrame).nullable(),
  filmFrames: counted(F.filmFrames).nullable(),
  remarks: text(TAKE_TEXTS.remarks),
  rating: counted(F.rating),
  file,
  contacts: z.boolean({ error: 'Contacts must be true or false.' }),
});

const AT_WORDS = 'Time must be a moment such as 2026-11-25T10:30:00Z, with its offset from UTC.';

export const logTakeSchema = takeFiguresSchema.extend({
  id: z.uuid('A take needs an id of its own.'),
  standId: z.uuid('A take needs a stand: say which of the job’s stands it was made at.'),
  at: z.iso.datetime({ offset: true, error: AT_WORDS }).transform((said) => new Date(said).toISOString()),
}) satisfies z.ZodType<LogTake>;

/** A change of a log: takes written as they are to be, and takes taken away. Said again it changes nothing. */
export const logChangeSchema = z.strictObject({
  put: z.array(logTakeSchema).max(CHANGES_MOST, `At most ${CHANGES_MOST} takes can be changed at once.`),
  remove: z.array(z.uuid()).max(CHANGES_MOST, `At most ${CHANGES_MOST} takes can be removed at once.`),
});
export type LogChange = z.infer<typeof logChangeSchema>;

/** A photograph of a ground glass or of notes, kept with a stand or one of its takes. */
export const attachmentSchema = z.strictObject({
  id: z.uuid(),
  standId: z.uuid(),
  takeId: z.uuid().nullable(),
  name: z.string(),
  mime: z.string(),
  bytes: z.number(),
  sha256: z.string(),
  width: z.number(),
  height: z.number(),
  at: z.iso.datetime(),
});
export type Attachment = z.infer<typeof attachmentSchema>;

export const logSchema = z.strictObject({ takes: z.array(logTakeSchema), attachments: z.array(attachmentSchema) });
export interface Log {
  readonly takes: readonly LogTake[];
  readonly attachments: readonly Attachment[];
}

import { proofText } from '@gangway/messages/contract/proof';
import { GRID_ORDERS, type AssemblyPlan } from '@gangway/core/assembly/plan';
import { z } from 'zod';
import { bounded } from './bounds';
import { nameSchema } from './name';

const idSchema = z.uuid(proofText.thisIsNotTheId);
const timeSchema = z.iso.datetime();

/** Where the frames of a series come from. */
export const ORIGINS = { back: proofText.simulatedBack, files: proofText.files } as const;
export type Origin = keyof typeof ORIGINS;

/** What a frame is in its series. */
export const ROLES = { frame: proofText.frame, flatField: proofText.flatFieldFrame } as const;
export type Role = keyof typeof ROLES;

export const OUTPUTS = { tiff: 'TIFF', png: 'PNG', jpeg: 'JPEG' } as const;
export const FALLOFFS = {
  none: proofText.leftAsItIs,
  law: proofText.byTheCosLaw,
  fitted: proofText.fittedToTheOverlaps,
  flatField: proofText.byTheFlatFieldFrames,
} as const;
export const PLACINGS = { part: proofText.toTheFractionOfA, whole: proofText.toWholePixelsNothingResampled } as const;

/** What the frames of a series are, and so how they are put together. */
export const METHODS = { mosaic: proofText.mosaic, bracket: proofText.bracket, light: proofText.light, stack: proofText.stack } as const;
export type Method = keyof typeof METHODS;

const keys = <T extends Readonly<Record<string, string>>>(of: T) => z.enum(Object.keys(of) as [keyof T & string, ...(keyof T & string)[]]);

export const COUNT_BOUNDS = {
  columns: { label: proofText.columns, unit: '', min: 1, max: 24 },
  rows: { label: proofText.rows, unit: '', min: 1, max: 24 },
  exposures: { label: proofText.exposuresEach, unit: '', min: 1, max: 9 },
} as const;

/** How frames are put together. */
export const assemblyOptionsSchema = z.strictObject({
  // Assemblies made when there were only mosaics do not say so.
  method: keys(METHODS).default('mosaic'),
  /** How many exposures of a mosaic were taken at each position, one after the other. */
  exposures: bounded(COUNT_BOUNDS.exposures).int(proofText.exposuresMustBeAWhole).default(1),
  output: keys(OUTPUTS),
  falloff: keys(FALLOFFS),
  evenLight: z.boolean(),
  placing: keys(PLACINGS),
  /** Rows and columns for frames without a plan; with one they are not looked at. */
  columns: bounded(COUNT_BOUNDS.columns).int(proofText.columnsMustBeAWhole),
  rows: bounded(COUNT_BOUNDS.rows).int(proofText.rowsMustBeAWhole),
  order: keys(GRID_ORDERS),
});
export type AssemblyOptions = z.infer<typeof assemblyOptionsSchema>;

export const FIRST_OPTIONS: AssemblyOptions = {
  method: 'mosaic',
  exposures: 1,
  output: 'tiff',
  falloff: 'none',
  evenLight: true,
  placing: 'part',
  columns: 2,
  rows: 1,
  order: 'rows',
};

export const newSetSchema = z.strictObject({
  name: nameSchema,
  origin: keys(ORIGINS),
  /** Whether the frames follow the setup's mosaic. */ planned: z.boolean(),
});
export type NewSet = z.infer<typeof newSetSchema>;

export const setChangeSchema = z.strictObject({
  name: nameSchema.optional(),
  /** The frames in their order; `null` for a place that is empty. */ order: z.array(idSchema.nullable()).max(400).optional(),
});

export const frameSchema = z.strictObject({
  id: idSchema,
  name: z.string(),
  role: keys(ROLES),
  bytes: z.number(),
  width: z.number().int(),
  height: z.number().int(),
  bits: z.union([z.literal(8), z.literal(16)]),
  format: z.string(),
  takenAt: timeSchema.nullable(),
  /** What the file itself says of the camera; `null` where it says nothing. */
  wrote: z.strictObject({ fNumber: z.number().nullable(), focalMm: z.number().nullable(), exposureS: z.number().nullable() }),
  /** What is odd about it, in words. */
  remarks: z.array(z.string()),
});
export type Frame = z.infer<typeof frameSchema>;

export const ASSEMBLY_STATES = ['waiting', 'running', 'done', 'failed', 'cancelled'] as const;
export type AssemblyState = (typeof ASSEMBLY_STATES)[number];

const pxSchema = z.strictObject({ x: z.number(), y: z.number() });

/** What was found of one seam. */
export const seamSchema = z.strictObject({
  a: z.number().int(),
  b: z.number().int(),
  state: z.enum(['fits', 'parallax', 'motion', 'nothing', 'disagrees']),
  /** Where `b` was found from where the plan has it, px; `null` without evidence. */
  offset: pxSchema.nullable(),
  looked: z.number().int(),
  detailed: z.number().int(),
  agreeing: z.number().int(),
  scatterPx: z.number(),
  farthestPx: z.number(),
  /** How far the pair lies from where all frames together were put, px, and whether it was left out as wrong. */
  bentPx: z.number(),
  leftOut: z.boolean(),
  /** Where it is worst, px of the assembled picture; `null` when nowhere. */
  worstAt: pxSchema.nullable(),
  words: z.string(),
});
export type Seam = z.infer<typeof seamSchema>;

export const reportSchema = z.strictObject({
  width: z.number().int(),
  height: z.number().int(),
  /** 32 are floating-point. */
  bits: z.union([z.literal(8), z.literal(16), z.literal(32)]),
  planned: z.boolean(),
  frames: z.array(
    z.strictObject({
      id: idSchema,
      name: z.string(),
      /** Its place in the order, from 0; seams name frames by it. */ place: z.number().int(),
      left: z.number(),
      top: z.number(),
      width: z.number(),
      height: z.number(),
      gain: z.number(),
      held: z.boolean(),
      fromPlan: pxSchema,
      // Assemblies made before frames could be turned have none of these.
      turnedDeg: z.number().default(0),
      scale: z.number().default(1),
      /** Of an exposure: by how many stops it is longer than the reference. */
      stops: z.number().nullable().default(null),
      /** Of a focus stack: the share of the picture that comes from this frame. */
      share: z.number().nullable().default(null),
      /** How far what is left of a frame that was drawn anew begins inside it, px. */
      inset: pxSchema.default({ x: 0, y: 0 }),
    }),
  ),
  distortion: z.number().default(0),
  seams: z.array(seamSchema),
  remarks: z.array(z.string()),
  seconds: z.number(),
});
export type Report = z.infer<typeof reportSchema>;

export const assemblySchema = z.strictObject({
  id: idSchema,
  setId: idSchema,
  state: z.enum(ASSEMBLY_STATES),
  /** 0 to 1, and what is being done. */
  share: z.number(),
  step: z.string(),
  options: assemblyOptionsSchema,
  report: reportSchema.nullable(),
  bytes: z.number().nullable(),
  error: z.string().nullable(),
  createdAt: timeSchema,
});
export type Assembly = z.infer<typeof assemblySchema>;

/** A number that a plan may have: whatever is laid out is far within it. */
const planNumber = z.number().min(-1e9).max(1e9);
const planPx = z.number().min(0).max(1e6);

/** Where the frames of a series belong, as a setup was when it was begun. */
export const planSchema: z.ZodType<AssemblyPlan> = z.strictObject({
  frames: z
    .array(
      z.strictObject({
        left: planNumber,
        top: planNumber,
        width: planPx,
        height: planPx,
        footX: planNumber,
        footY: planNumber,
      }),
    )
    .max(400),
  zones: z.array(z.strictObject({ left: planNumber, top: planNumber, right: planNumber, bottom: planNumber })).max(1000),
  distancePx: planNumber,
  axis: z.tuple([planNumber, planNumber, planNumber]),
  slidePx: planNumber,
});

export const setSchema = z.strictObject({
  id: idSchema,
  setupId: idSchema,
  name: nameSchema,
  origin: keys(ORIGINS),
  plan: z.custom<AssemblyPlan>().nullable(),
  /** In their order; `null` where a place of the plan has no frame. */
  frames: z.array(frameSchema.nullable()),
  flatFields: z.array(frameSchema),
  assemblies: z.array(assemblySchema),
  createdAt: timeSchema,
});
export type FrameSet = z.infer<typeof setSchema>;
export const setsSchema = z.strictObject({ sets: z.array(setSchema) });

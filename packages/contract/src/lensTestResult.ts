import { z } from 'zod';

// What a test of a lens found, as it goes into files: the shapes of the core’s
// `LightResult` and `ChartResult`. Lengths are in mm, light in stops, sharpness
// in cycles per mm on the sensor (lp/mm); a doubt is one standard deviation.

const number = z.number();
const list = z.array(number).max(1000);
const pair = z.tuple([number, number]);
const names = z.array(z.string().max(300)).max(1000);

const edgeSchema = z.strictObject({
  radiusMm: number.positive(),
  doubtMm: number,
  middleMm: pair,
  middleDoubtMm: number,
  sectors: z.number().int(),
});

const lightSchema = z.strictObject({
  apertures: z
    .array(
      z.strictObject({
        fNumber: number.positive(),
        heightsMm: list,
        lost: list,
        doubt: list,
        redder: list,
        bluer: list,
        edge: edgeSchema.nullable(),
        unevenStops: number,
      }),
    )
    .max(100),
  circle: edgeSchema.nullable(),
  clearsFrom: number.nullable(),
  problems: z
    .array(
      z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.enum(['noAperture', 'clipped', 'dark']), frames: names }),
        z.strictObject({ kind: z.literal('odd'), fNumber: number, frames: names }),
        z.strictObject({ kind: z.literal('notFlat'), fNumber: number, scatterStops: number }),
        z.strictObject({ kind: z.literal('gap'), fNumber: number, fromMm: number, toMm: number }),
        z.strictObject({ kind: z.literal('order'), fNumbers: pair }),
        z.strictObject({ kind: z.literal('edgeNotReached'), reachedMm: number }),
      ]),
    )
    .max(1000),
  specs: z
    .strictObject({
      imageCircleMm: number.nullable(),
      heightsMm: list,
      falloffWideStops: list,
      falloffStoppedStops: list.nullable(),
      falloffStoppedFNumber: number.nullable(),
    })
    .nullable(),
});

const sharpnessAtSchema = z.strictObject({ cyMm: number.positive(), doubtCyMm: number }).nullable();
const measuredSchema = z.strictObject({ mm: number, doubtMm: number });
const sagSchema = measuredSchema.extend({ terms: pair });
const colourSchema = z.strictObject({ terms: pair, doubtMm: number, wholeMm: pair });
const tiltSchema = z.strictObject({ slope: number, doubt: number });

const sharpSchema = z.strictObject({
  sharpness: z.strictObject({
    apertures: z
      .array(
        z.strictObject({
          fNumber: number.positive(),
          heightsMm: list,
          tangential: z.array(sharpnessAtSchema).max(1000),
          sagittal: z.array(sharpnessAtSchema).max(1000),
          idealCyMm: number,
          edges: z.number().int(),
        }),
      )
      .max(100),
    magnification: number.nullable(),
    pixelMm: number.positive().nullable(),
    problems: z
      .array(
        z.discriminatedUnion('kind', [
          z.strictObject({ kind: z.enum(['noAperture', 'noChart', 'clipped', 'noEdges']), frames: names }),
          z.strictObject({ kind: z.literal('blurred'), fNumber: number, frames: names }),
          z.strictObject({ kind: z.literal('dip'), fNumber: number }),
          z.strictObject({ kind: z.literal('tooSharp'), fNumber: number, cyMm: number, idealCyMm: number }),
        ]),
      )
      .max(1000),
  }),
  fields: z
    .array(
      z.strictObject({
        fNumber: number.positive(),
        centre: measuredSchema,
        heightMm: number,
        tangentialSag: sagSchema,
        sagittalSag: sagSchema,
        tilt: z.tuple([tiltSchema, tiltSchema]),
        softerToward: z.strictObject({ deg: number, doubtDeg: number }).nullable(),
        edges: z.number().int(),
      }),
    )
    .max(100),
  focusShift: z.strictObject({ fNumbers: list, shift: z.array(measuredSchema).max(100) }).nullable(),
  distortion: z.strictObject({ lastMm: number, terms: pair, doubt: number, residualPx: number, frames: z.number().int() }).nullable(),
  lateralColour: z
    .strictObject({ lastMm: number, red: colourSchema, blue: colourSchema, edges: z.number().int() })
    .nullable()
    .default(null),
  flare: z
    .array(
      z.strictObject({
        fNumber: number.positive(),
        veil: number,
        doubt: number,
        worst: z.strictObject({ veil: number, at: pair }),
        edges: z.number().int(),
      }),
    )
    .max(100)
    .default([]),
});

const shareSchema = z.strictObject({ share: number, doubt: number }).nullable();
const textureSchema = z.strictObject({
  apertures: z
    .array(
      z.strictObject({
        fNumber: number.positive(),
        heightsMm: list,
        tangential: z.array(shareSchema).max(1000),
        sagittal: z.array(shareSchema).max(1000),
        places: z
          .array(z.strictObject({ xMm: number, yMm: number, heightMm: number, tangential: number.nullable(), sagittal: number.nullable() }))
          .max(100_000),
      }),
    )
    .max(100),
  focus: z.strictObject({ mm: number, doubtMm: number, fNumber: number }).nullable(),
  problems: z
    .array(
      z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.enum(['noAperture', 'clipped', 'plain']), frames: names }),
        z.strictObject({ kind: z.literal('moved'), frames: names, share: number }),
      ]),
    )
    .max(1000),
});

/** What was measured: the light of a lens on a wall, its sharpness on the test chart, or aperture against aperture on a textured subject. */
export const lensTestResultSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('wall'), light: lightSchema }),
  z.strictObject({ kind: z.literal('chart'), sharp: sharpSchema }),
  z.strictObject({ kind: z.literal('texture'), texture: textureSchema }),
]);

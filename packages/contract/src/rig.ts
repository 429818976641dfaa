import { STOP_STEPS } from '@gangway/core/coverage/apertures';
import { checkCircleFigures, type CircleFigures } from '@gangway/core/coverage/circle';
import { CoreError } from '@gangway/core/errors';
import type { Mechanism } from '@gangway/core/rig/mechanism';
import type { Rig } from '@gangway/core/rig/rig';
import { z } from 'zod';
import { nameSchema } from './name';

/** A number within bounds, with a sentence that names what is allowed. */
function between(what: string, min: number, max: number, unit: string) {
  const allowed = `${what} must be a number from ${min} to ${max}${unit === '' ? '' : ` ${unit}`}.`;
  return z.number({ error: allowed }).min(min, allowed).max(max, allowed);
}

const sizeMm = (what: string) => between(what, 1, 1500, 'mm');
const travelMm = (what: string) => between(what, 0, 500, 'mm');
const pixels = (what: string) =>
  between(what, 1, 200_000, 'px').int(`${what} must be a whole number of pixels.`).nullable();

/** A marked f-number. */
export const fNumberSchema = between('The f-number', 0.5, 512, '');

/** Image circles at infinity: light circle and circles of good definition by f-number, diameters in mm; `null` or empty is *not known*. */
export const circleSchema = z
  .strictObject({
    lightMm: sizeMm('The light circle').nullable(),
    definition: z
      .array(z.strictObject({ fNumber: fNumberSchema, diameterMm: sizeMm('The circle of good definition') }))
      .max(40, 'Give at most 40 circles of good definition.')
      .readonly(),
  })
  .superRefine((figures, ctx) => {
    try {
      checkCircleFigures(figures);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      ctx.addIssue({ code: 'custom', path: [...error.path], message: error.message });
    }
  }) satisfies z.ZodType<CircleFigures>;

export const mechanismSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('box'),
    riseMm: travelMm('The rise'),
    fallMm: travelMm('The fall'),
    leftMm: travelMm('The travel to the left'),
    rightMm: travelMm('The travel to the right'),
  }),
  z.strictObject({ kind: z.literal('disc'), radiusMm: travelMm('The travel of the rotating slide') }),
  z.strictObject({
    kind: z.literal('line'),
    angleDeg: between('The angle of the slide', 0, 180, '°'),
    forwardMm: travelMm('The travel forward'),
    backMm: travelMm('The travel back'),
  }),
  z.strictObject({ kind: z.literal('fixed') }),
  z.strictObject({ kind: z.literal('unknown') }),
]) satisfies z.ZodType<Mechanism>;

export const lensSchema = z
  .strictObject({
    name: nameSchema,
    focalMm: between('The focal length', 1, 5000, 'mm'),
    widestFNumber: fNumberSchema,
    smallestFNumber: fNumberSchema,
    stopStep: z.enum(STOP_STEPS),
    circle: circleSchema,
  })
  .refine((lens) => lens.widestFNumber <= lens.smallestFNumber, {
    path: ['smallestFNumber'],
    message: 'The smallest aperture must have an f-number at least as large as the widest.',
  });

export const backSchema = z.strictObject({
  name: nameSchema,
  widthMm: sizeMm('The frame width'),
  heightMm: sizeMm('The frame height'),
  columnsPx: pixels('The pixels across'),
  rowsPx: pixels('The pixels down'),
});

/** The chain from lens to back, its components written inline. */
export const rigSchema = z.strictObject({
  name: nameSchema,
  lens: lensSchema,
  back: backSchema,
  mechanism: mechanismSchema,
}) satisfies z.ZodType<Rig>;

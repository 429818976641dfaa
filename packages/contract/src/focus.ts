import { focusText } from '@gangway/messages/contract/focus';
import { say } from '@gangway/messages/say';
import { LIMIT_FIELDS } from '@gangway/core/fields/limits';
import { STACK_FIELDS } from '@gangway/core/fields/stack';
import { PIN_ROLES } from '@gangway/core/focus/pin';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { groupSchema } from './fieldSchema';
import { nameSchema } from './name';
import type { Pin, PinRole } from '@gangway/core/model/pin';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';

/** The most pins that a setup may have. */
export const PINS_MOST = 60;

export const WEIGHT_FIGURE = { label: focusText.weight, unit: '', min: 0.1, max: 10 } as const satisfies Bounds;

const coordinate = bounded({ label: focusText.aPlaceOfAPin, unit: 'm', min: -1e6, max: 1e6 });

/** A place in the scene that a pin may be typed to; the panel reads it too. */
export const PIN_PLACE_SCHEMA = z.tuple([coordinate, coordinate, coordinate]).readonly();

const roles = Object.keys(PIN_ROLES) as [PinRole, ...PinRole[]];

export const pinSchema = z.strictObject({
  id: z.uuid(),
  name: nameSchema,
  role: z.enum(roles),
  weight: bounded(WEIGHT_FIGURE),
  place: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('point'), at: PIN_PLACE_SCHEMA }),
    z.strictObject({ kind: z.literal('thing'), thing: z.string().min(1).max(40) }),
  ]),
}) satisfies z.ZodType<Pin>;

export const pinsSchema = z
  .array(pinSchema)
  .max(PINS_MOST, say(focusText.aSetupMayHaveAt, { pinsMost: PINS_MOST }))
  .refine((pins) => new Set(pins.map(({ id }) => id)).size === pins.length, focusText.twoPinsHaveTheSame)
  .readonly();

/** The numbers of the schools of sharpness. */
export const SHARPNESS_FIGURES = {
  divisor: { label: focusText.diagonalOver, unit: '', min: 300, max: 10_000 },
  pixels: { label: focusText.pixels, unit: 'px', min: 0.5, max: 20 },
  columnsPx: { label: focusText.pixelsAcross, unit: 'px', min: 1, max: 200_000 },
  printWidthMm: { label: focusText.printWidth, unit: 'mm', min: 20, max: 20_000 },
  viewingDistanceMm: { label: focusText.viewingDistance, unit: 'mm', min: 50, max: 50_000 },
  eyeArcMinutes: { label: focusText.theEyeResolves, unit: '′', min: 0.2, max: 10 },
} as const satisfies Readonly<Record<string, Bounds>>;

export const sharpnessSchema = z.discriminatedUnion('school', [
  z.strictObject({ school: z.literal('diagonal'), divisor: bounded(SHARPNESS_FIGURES.divisor) }),
  z.strictObject({
    school: z.literal('pixels'),
    pixels: bounded(SHARPNESS_FIGURES.pixels),
    columnsPx: bounded(SHARPNESS_FIGURES.columnsPx),
  }),
  z.strictObject({
    school: z.literal('print'),
    printWidthMm: bounded(SHARPNESS_FIGURES.printWidthMm),
    viewingDistanceMm: bounded(SHARPNESS_FIGURES.viewingDistanceMm),
    eyeArcMinutes: bounded(SHARPNESS_FIGURES.eyeArcMinutes),
  }),
]) satisfies z.ZodType<SharpnessStandard>;

/** What the photographer is willing to do for depth. */
export const limitsSchema = groupSchema(LIMIT_FIELDS, {});

/** A focus stack, apart from the lens that shoots it. */
export const stackSchema = groupSchema(STACK_FIELDS, {});

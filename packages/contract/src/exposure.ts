import { STOP_STEPS } from '@gangway/core/coverage/apertures';
import { BRACKET_ORDERS } from '@gangway/core/exposure/brackets';
import { FAVOURS, RELEASES, SHUTTERS } from '@gangway/core/exposure/choices';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { nameSchema } from './name';
import type { BracketOrder, Exposure, Favour, Release, ShutterKind } from '@gangway/core/model/exposure';

/** The most rows of a film's table, and filters held before a lens. */
export const ROWS_MOST = 12;
export const LOOSE_FILTERS_MOST = 6;

export const EXPOSURE_FIGURES = {
  fNumber: { label: 'Reading at f/', unit: '', min: 0.5, max: 512 },
  timeS: { label: 'Reading time', unit: 's', min: 0.00001, max: 36_000 },
  ev: { label: 'Reading EV', unit: '', min: -10, max: 30 },
  meterIso: { label: 'Meter set to ISO', unit: '', min: 0.1, max: 1_000_000 },
  iso: { label: 'ISO', unit: '', min: 0.1, max: 1_000_000 },
  filterStops: { label: 'Takes', unit: 'stops', min: 0, max: 30 },
  centreFilterStops: { label: 'Centre filter', unit: 'stops', min: 0, max: 5 },
  compensationStops: { label: 'By choice', unit: 'stops', min: -10, max: 10 },
  exponent: { label: 'Exponent', unit: '', min: 1, max: 3 },
  meteredS: { label: 'Metered', unit: 's', min: 0.0001, max: 100_000 },
  neededS: { label: 'Needed', unit: 's', min: 0.0001, max: 1_000_000 },
  brackets: { label: 'Exposures', unit: '', min: 1, max: 15 },
  stepStops: { label: 'Apart', unit: 'stops', min: 0.1, max: 5 },
  speedMs: { label: 'Goes', unit: 'm/s', min: 0, max: 100 },
  distanceM: { label: 'Off', unit: 'm', min: 0.05, max: 100_000 },
  filmLeft: { label: 'Frames of film left', unit: '', min: 0, max: 10_000 },
  wantedS: { label: 'Wanted time', unit: 's', min: 0.0001, max: 36_000 },
} as const satisfies Readonly<Record<string, Bounds>>;

const F = EXPOSURE_FIGURES;
const keys = <K extends string>(of: Readonly<Record<K, unknown>>): [K, ...K[]] => Object.keys(of) as [K, ...K[]];

const rowsSchema = z
  .array(z.strictObject({ meteredS: bounded(F.meteredS), neededS: bounded(F.neededS) }))
  .min(1, 'The table of a film needs one row at least.')
  .max(ROWS_MOST, `The table of a film may have at most ${ROWS_MOST} rows.`)
  .superRefine((rows, ctx) => {
    rows.forEach(({ meteredS, neededS }, i) => {
      const before = rows[i - 1];
      if (neededS < meteredS)
        ctx.addIssue({
          code: 'custom',
          path: [i, 'neededS'],
          message: `Needed, row ${i + 1}, is ${neededS} s; film never needs less than the ${meteredS} s metered.`,
        });
      if (before && (before.meteredS >= meteredS || before.neededS > neededS))
        ctx.addIssue({
          code: 'custom',
          path: [i, 'meteredS'],
          message: `Row ${i + 1} of the film’s table must have longer times than row ${i}.`,
        });
    });
  })
  .readonly();

export const exposureSchema = z.strictObject({
  meter: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('pair'), fNumber: bounded(F.fNumber), timeS: bounded(F.timeS), iso: bounded(F.meterIso) }),
      z.strictObject({ kind: z.literal('ev'), ev: bounded(F.ev), iso: bounded(F.meterIso) }),
    ])
    .nullable(),
  throughLens: z.boolean(),
  iso: bounded(F.iso),
  shutter: z.enum(keys<ShutterKind>(SHUTTERS)).nullable(),
  step: z.enum(STOP_STEPS),
  filters: z
    .array(z.strictObject({ name: nameSchema, stops: bounded(F.filterStops) }))
    .max(LOOSE_FILTERS_MOST, `At most ${LOOSE_FILTERS_MOST} filters can be held before a lens.`)
    .readonly(),
  centreFilterStops: bounded(F.centreFilterStops).nullable(),
  favour: z.enum(keys<Favour>(FAVOURS)),
  compensationStops: bounded(F.compensationStops),
  reciprocity: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('film') }),
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('exponent'), exponent: bounded(F.exponent) }),
    z.strictObject({ kind: z.literal('table'), rows: rowsSchema }),
  ]),
  brackets: z.strictObject({
    count: bounded(F.brackets).int('Exposures must be a whole number.'),
    stepStops: bounded(F.stepStops),
    order: z.enum(keys<BracketOrder>(BRACKET_ORDERS)),
  }),
  moving: z.strictObject({ speedMs: bounded(F.speedMs), distanceM: bounded(F.distanceM) }).nullable(),
  flash: z.boolean(),
  release: z.enum(keys<Release>(RELEASES)),
  mirrorUp: z.boolean(),
  filmLeft: bounded(F.filmLeft).int('Frames of film left must be a whole number.').nullable(),
}) satisfies z.ZodType<Exposure>;

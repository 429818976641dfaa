import { EXPOSURE_FIELDS } from '@gangway/core/fields/exposure';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { groupSchema } from './fieldSchema';
import { nameSchema } from './name';

/** The most rows of a film's table, and filters held before a lens. */
export const ROWS_MOST = 12;
export const LOOSE_FILTERS_MOST = 6;

const { brackets, moving, ...plain } = EXPOSURE_FIELDS;

export const EXPOSURE_FIGURES = {
  fNumber: { label: 'Reading at f/', unit: '', min: 0.5, max: 512 },
  timeS: { label: 'Reading time', unit: 's', min: 0.00001, max: 36_000 },
  ev: { label: 'Reading EV', unit: '', min: -10, max: 30 },
  meterIso: { label: 'Meter set to ISO', unit: '', min: 0.1, max: 1_000_000 },
  iso: plain.iso,
  filterStops: { label: 'Takes', unit: 'stops', min: 0, max: 30 },
  centreFilterStops: plain.centreFilterStops,
  compensationStops: plain.compensationStops,
  exponent: { label: 'Exponent', unit: '', min: 1, max: 3 },
  meteredS: { label: 'Metered', unit: 's', min: 0.0001, max: 100_000 },
  neededS: { label: 'Needed', unit: 's', min: 0.0001, max: 1_000_000 },
  brackets: brackets.fields.count,
  stepStops: brackets.fields.stepStops,
  speedMs: moving.fields.speedMs,
  distanceM: moving.fields.distanceM,
  filmLeft: plain.filmLeft,
  wantedS: { label: 'Wanted time', unit: 's', min: 0.0001, max: 36_000 },
} as const satisfies Readonly<Record<string, Bounds>>;

const F = EXPOSURE_FIGURES;

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

export const exposureSchema = groupSchema(EXPOSURE_FIELDS, {
  meter: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('pair'), fNumber: bounded(F.fNumber), timeS: bounded(F.timeS), iso: bounded(F.meterIso) }),
      z.strictObject({ kind: z.literal('ev'), ev: bounded(F.ev), iso: bounded(F.meterIso) }),
    ])
    .nullable(),
  filters: z
    .array(z.strictObject({ name: nameSchema, stops: bounded(F.filterStops) }))
    .max(LOOSE_FILTERS_MOST, `At most ${LOOSE_FILTERS_MOST} filters can be held before a lens.`)
    .readonly(),
  reciprocity: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('film') }),
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('exponent'), exponent: bounded(F.exponent) }),
    z.strictObject({ kind: z.literal('table'), rows: rowsSchema }),
  ]),
});

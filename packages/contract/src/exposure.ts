import { exposureText } from '@gangway/messages/contract/exposure';
import { say } from '@gangway/messages/say';
import { MOST_POPS } from '@gangway/core/exposure/flash';
import { EXPOSURE_FIELDS } from '@gangway/core/fields/exposure';
import { z } from 'zod';
import { bounded, type Bounds } from './bounds';
import { groupSchema, numberSchema } from './fieldSchema';
import { nameSchema } from './name';

/** The most rows of a film's table, and filters held before a lens. */
export const ROWS_MOST = 12;
export const LOOSE_FILTERS_MOST = 6;

const { brackets, moving, ...plain } = EXPOSURE_FIELDS;

export const EXPOSURE_FIGURES = {
  fNumber: { label: exposureText.readingAtF, unit: '', min: 0.5, max: 512 },
  shutterSpeedS: { label: exposureText.readingTime, unit: 's', min: 0.00001, max: 36_000 },
  ev: { label: exposureText.readingEv, unit: '', min: -10, max: 30 },
  meterIso: { label: exposureText.meterSetToIso, unit: '', min: 0.1, max: 1_000_000 },
  iso: plain.iso,
  filterStops: { label: exposureText.filterFactor, unit: 'stops', min: 0, max: 30 },
  centreFilterStops: plain.centreFilterStops,
  compensationStops: plain.compensationStops,
  exponent: { label: exposureText.exponent, unit: '', min: 1, max: 3 },
  meteredS: { label: exposureText.metered, unit: 's', min: 0.0001, max: 100_000 },
  neededS: { label: exposureText.needed, unit: 's', min: 0.0001, max: 1_000_000 },
  brackets: brackets.fields.count,
  stepStops: brackets.fields.stepStops,
  speedMs: moving.fields.speedMs,
  distanceM: moving.fields.distanceM,
  filmLeft: plain.filmLeft,
  flashFNumber: { label: exposureText.flashReadingF, unit: '', min: 0.5, max: 512 },
  flashIso: { label: exposureText.flashReadingIso, unit: '', min: 0.1, max: 1_000_000 },
  guideNumberM: { label: exposureText.guideNumber, unit: 'm', min: 0.1, max: 2000 },
  flashDistanceM: { label: exposureText.flashToSubject, unit: 'm', min: 0.05, max: 1000 },
  pops: { label: exposureText.pops, unit: '', min: 1, max: MOST_POPS },
  flashShutterS: { label: exposureText.shutterSpeedWithFlash, unit: 's', min: 0.00001, max: 36_000 },
  recycleS: { label: exposureText.recycleTime, unit: 's', min: 0, max: 3600 },
  wantedS: { label: exposureText.wantedTime, unit: 's', min: 0.0001, max: 36_000 },
} as const satisfies Readonly<Record<string, Bounds>>;

const F = EXPOSURE_FIGURES;

const rowsSchema = z
  .array(z.strictObject({ meteredS: bounded(F.meteredS), neededS: bounded(F.neededS) }))
  .min(1, exposureText.theTableOfAFilm)
  .max(ROWS_MOST, say(exposureText.theTableOfAFilmMay, { rowsMost: ROWS_MOST }))
  .superRefine((rows, ctx) => {
    rows.forEach(({ meteredS, neededS }, i) => {
      const before = rows[i - 1];
      if (neededS < meteredS)
        ctx.addIssue({
          code: 'custom',
          path: [i, 'neededS'],
          message: say(exposureText.neededRowIsSFilm, { i: i + 1, neededS, meteredS }),
        });
      if (before && (before.meteredS >= meteredS || before.neededS > neededS))
        ctx.addIssue({
          code: 'custom',
          path: [i, 'meteredS'],
          message: say(exposureText.rowOfTheFilmsTable, { i: i + 1, i2: i }),
        });
    });
  })
  .readonly();

export const exposureSchema = groupSchema(EXPOSURE_FIELDS, {
  meter: z
    .discriminatedUnion('kind', [
      z.strictObject({
        kind: z.literal('pair'),
        fNumber: bounded(F.fNumber),
        shutterSpeedS: bounded(F.shutterSpeedS),
        iso: bounded(F.meterIso),
      }),
      z.strictObject({ kind: z.literal('ev'), ev: bounded(F.ev), iso: bounded(F.meterIso) }),
    ])
    .nullable(),
  filters: z
    .array(z.strictObject({ name: nameSchema, stops: bounded(F.filterStops) }))
    .max(LOOSE_FILTERS_MOST, say(exposureText.atMostFiltersCanBe, { looseFiltersMost: LOOSE_FILTERS_MOST }))
    .readonly(),
  flashLight: z
    .strictObject({
      reading: z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('meter'), fNumber: bounded(F.flashFNumber), iso: bounded(F.flashIso) }),
        z.strictObject({
          kind: z.literal('guide'),
          guideNumberM: bounded(F.guideNumberM),
          distanceM: bounded(F.flashDistanceM),
          iso: bounded(F.flashIso),
        }),
      ]),
      pops: numberSchema({ ...F.pops, whole: true }),
      opening: z.enum(['one', 'each']),
      shutterSpeedS: bounded(F.flashShutterS),
      recycleS: bounded(F.recycleS).nullable(),
    })
    .nullable(),
  reciprocity: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('film') }),
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('exponent'), exponent: bounded(F.exponent) }),
    z.strictObject({ kind: z.literal('table'), rows: rowsSchema }),
  ]),
});

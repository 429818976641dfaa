import { CARD_FIELDS } from '@gangway/core/fields/card';
import { EXPOSURE_FIELDS } from '@gangway/core/fields/exposure';
import { filledUp, firstOf, flag, group, maybeNumber, newestSince, number, type Group } from '@gangway/core/fields/field';
import { LIMIT_FIELDS } from '@gangway/core/fields/limits';
import { SETUP_FIELDS } from '@gangway/core/setup/fields';
import fc from 'fast-check';
import { cardSchema } from './card';
import { exposureSchema } from './exposure';
import { groupSchema } from './fieldSchema';
import { limitsSchema } from './focus';

const STAKES = {
  apartM: number({ label: 'Stake spacing', unit: 'm', min: 0.1, max: 100, first: 2.5 }),
  count: maybeNumber({ label: 'Stakes', unit: '', min: 1, max: 50, whole: true, since: 4 }),
  light: group({ label: 'Light', fields: { shaded: flag({ label: 'Shaded', first: false, since: 7 }) } }),
};

describe('a group of settings', () => {
  test.each([
    ['limits', LIMIT_FIELDS, limitsSchema],
    ['exposure', EXPOSURE_FIELDS, exposureSchema],
    ['card', CARD_FIELDS, cardSchema],
  ] as const)('%s is at first what its schema allows', (_, fields, schema) => {
    expect(schema.parse(firstOf(fields as Group))).toEqual(firstOf(fields as Group));
  });

  test('has the schema that its catalogue says, and names field and bounds in what it refuses', () => {
    const schema = groupSchema(STAKES, {});
    expect(schema.parse({ apartM: 3, count: null, light: { shaded: true } })).toEqual({ apartM: 3, count: null, light: { shaded: true } });
    expect(schema.safeParse({ apartM: 300, count: null, light: { shaded: true } }).error?.issues[0]).toMatchObject({
      path: ['apartM'],
      message: 'Stake spacing must be a number from 0.1 to 100 m.',
    });
    expect(schema.safeParse({ apartM: 3, count: 1.5, light: { shaded: true } }).error?.issues[0]?.message).toBe(
      'Stakes must be a whole number.',
    );
    expect(schema.safeParse({ apartM: 3, count: null, light: { shaded: true }, colour: 1 }).success).toBe(false);
  });

  test('of an older version gains what came since and keeps what it has, whatever it is too small by', () => {
    const whole = firstOf(EXPOSURE_FIELDS);
    fc.assert(
      fc.property(fc.subarray(Object.keys(whole)), fc.double({ min: 1, max: 1000, noNaN: true }), (kept, iso) => {
        const stored = Object.fromEntries(Object.entries({ ...whole, iso }).filter(([key]) => kept.includes(key)));
        expect(filledUp(EXPOSURE_FIELDS, stored)).toEqual({ ...whole, ...stored });
      }),
    );
    expect(filledUp(STAKES, { apartM: 1, light: {} })).toEqual({ apartM: 1, count: null, light: { shaded: false } });
    expect(filledUp(STAKES, null)).toBeNull();
  });

  test('counts the newest of its fields as its version, inner groups too', () => {
    expect(newestSince(STAKES)).toBe(7);
    expect(newestSince(SETUP_FIELDS)).toBeGreaterThanOrEqual(1);
  });
});

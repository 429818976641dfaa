import { SETUP_RECORD } from './record/setupRecord';
import { upgraded } from './record/versions';
import fc from 'fast-check';
import { firstIssue } from './apiError';
import { DEMO_SETUPS, FIELD_RIG } from './demo';
import { copyName, NAME_LONGEST } from './freeName';
import { nameSchema } from './name';
import { rigSchema } from './rig';
import { newSetupSchema, setupSettingsSchema } from './setup';
import { openedSettings, storedSettings } from './storedSetup';
import { centredSetup } from '@gangway/core/planning/centred';

const refusal = (schema: { safeParse: (value: unknown) => { success: boolean; error?: unknown } }, value: unknown) => {
  const parsed = schema.safeParse(value);
  if (parsed.success) throw new Error('was not refused');
  return firstIssue(parsed.error as Parameters<typeof firstIssue>[0]);
};
const good = storedSettings(centredSetup(FIELD_RIG));
const { parts } = FIELD_RIG;
const withLens = (specs: object) => ({
  ...good,
  rig: { ...good.rig, parts: { ...parts, lens: { ...parts.lens, specs: { ...parts.lens.specs, ...specs } } } },
});
const withBack = (specs: object) => ({
  ...good,
  rig: { ...good.rig, parts: { ...parts, back: { ...parts.back, specs: { ...parts.back.specs, ...specs } } } },
});

describe('what crosses the border', () => {
  test('the demo setups are valid, and what is stored of them opens to the same', () => {
    for (const { name, settings } of DEMO_SETUPS) {
      const stored = { name, settings: storedSettings(settings) };
      expect(newSetupSchema.parse(stored)).toEqual(stored);
      expect(openedSettings(stored.settings)).toEqual(settings);
    }
  });

  test('a setup stored before a value existed opens with that value unknown', () => {
    const stored = structuredClone(good);
    delete (stored.rig.parts.lens.specs as { pupilRatio?: unknown }).pupilRatio;
    const upgradedSettings = setupSettingsSchema.parse(upgraded(SETUP_RECORD, stored, 1));
    expect(openedSettings(upgradedSettings).rig.parts.lens.specs.pupilRatio).toBeNull();
  });

  test.each([
    ['an unknown key', { ...good, colour: 'red' }, 'unknown_key', ['colour']],
    ['NaN', { ...good, fNumber: Number.NaN }, 'invalid', ['fNumber']],
    ['a negative size', withBack({ widthMm: -4 }), 'invalid', ['rig', 'parts', 'back', 'specs', 'widthMm']],
    ['a movement that is text', { ...good, movements: { riseMm: '4', shiftMm: 0 } }, 'invalid', ['movements', 'riseMm']],
    ['a focus inside the focal length', { ...good, focusM: 0.05 }, 'invalid', ['focusM']],
    [
      'a sharp circle beyond the image circle',
      withLens({ imageCircleMm: 90, sharpCircles: [{ fNumber: 8, diameterMm: 108 }] }),
      'invalid',
      ['rig', 'parts', 'lens', 'specs', 'sharpCircles', 0, 'diameterMm'],
    ],
    [
      'apertures the wrong way round',
      withLens({ widestFNumber: 45, smallestFNumber: 8 }),
      'invalid',
      ['rig', 'parts', 'lens', 'specs', 'smallestFNumber'],
    ],
    ['a rig without a focal length', withLens({ focalMm: null }), 'invalid', ['rig', 'parts']],
  ])('%s is refused with its path and a sentence', (_name, value, code, path) => {
    const error = refusal(setupSettingsSchema, value);
    expect(error.code).toBe(code);
    expect(error.path).toEqual(path);
    expect(error.message).toMatch(/\.$/);
  });

  test('the sentence names what is allowed', () => {
    expect(refusal(rigSchema, withBack({ heightMm: 0 }).rig).message).toMatch(
      /heightMm: Frame height must be a number from 1 to 1500 mm\.$/,
    );
  });

  test('a name of a million characters is refused and not repeated', () => {
    const error = refusal(nameSchema, 'x'.repeat(1_000_000));
    expect(error.message).toBe('The name can have at most 120 characters.');
    expect(refusal(setupSettingsSchema, { ['k'.repeat(1_000_000)]: 1, ...good }).message.length).toBeLessThan(100);
  });

  test.each([
    ['what was sent whole', null, 'What was sent must be an object with named fields.'],
    ['a field that is an object', { ...good, rig: 3 }, 'rig must be an object with named fields.'],
    ['a list', { ...good, pins: 'none' }, 'pins must be a list.'],
    [
      'a number of our own words',
      { ...good, movements: { riseMm: 'up', shiftMm: 0 } },
      'movements.riseMm: Rise must be a number from −500 to 500 mm.',
    ],
  ])('of the wrong kind, %s, is refused in a sentence that names it', (_what, value, words) => {
    expect(refusal(setupSettingsSchema, value).message).toBe(words);
  });

  test('any JSON is a setup or is refused by field; nothing is thrown', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const parsed = setupSettingsSchema.safeParse(value);
        if (parsed.success) return false;
        return /[.”]$/u.test(firstIssue(parsed.error).message);
      }),
    );
  });

  test('copies of copies get numbers, never the same name twice, and stay within the limit', () => {
    expect(copyName('Tower', [])).toBe('Tower (copy)');
    expect(copyName('Tower (copy)', ['Tower', 'Tower (copy)'])).toBe('Tower (copy 2)');
    expect(copyName('x'.repeat(NAME_LONGEST), []).length).toBe(NAME_LONGEST);
  });
});

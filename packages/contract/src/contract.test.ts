import fc from 'fast-check';
import { firstIssue } from './apiError';
import { centredStand, DEMO_STANDS, FIELD_RIG, STARTER_RIGS } from './demo';
import { copyName, NAME_LONGEST, nameSchema } from './name';
import { rigSchema } from './rig';
import { newStandSchema, standSettingsSchema } from './stand';

const refusal = (schema: { safeParse: (value: unknown) => { success: boolean; error?: unknown } }, value: unknown) => {
  const parsed = schema.safeParse(value);
  if (parsed.success) throw new Error('was not refused');
  return firstIssue(parsed.error as Parameters<typeof firstIssue>[0]);
};
const good = centredStand(FIELD_RIG);

describe('what crosses the border', () => {
  test('the demo and the starter rigs are valid as they stand', () => {
    for (const stand of DEMO_STANDS) expect(newStandSchema.parse(stand)).toEqual(stand);
    for (const rig of STARTER_RIGS) expect(standSettingsSchema.parse(centredStand(rig)).rig).toEqual(rig);
  });

  test.each([
    ['an unknown key', { ...good, colour: 'red' }, 'unknown_key', ['colour']],
    ['NaN', { ...good, fNumber: Number.NaN }, 'invalid', ['fNumber']],
    ['a negative size', { ...good, rig: { ...FIELD_RIG, back: { ...FIELD_RIG.back, widthMm: -4 } } }, 'invalid', ['rig', 'back', 'widthMm']],
    ['a movement that is text', { ...good, movements: { riseMm: '4', shiftMm: 0 } }, 'invalid', ['movements', 'riseMm']],
    ['a focus inside the focal length', { ...good, focusM: 0.05 }, 'invalid', ['focusM']],
    ['a sharp circle beyond the light circle', { ...good, rig: { ...FIELD_RIG, lens: { ...FIELD_RIG.lens, circle: { lightMm: 90, definition: [{ fNumber: 8, diameterMm: 108 }] } } } }, 'invalid', ['rig', 'lens', 'circle', 'definition', 0, 'diameterMm']],
    ['apertures the wrong way round', { ...good, rig: { ...FIELD_RIG, lens: { ...FIELD_RIG.lens, widestFNumber: 45, smallestFNumber: 8 } } }, 'invalid', ['rig', 'lens', 'smallestFNumber']],
  ])('%s is refused with its path and a sentence', (_name, value, code, path) => {
    const error = refusal(standSettingsSchema, value);
    expect(error.code).toBe(code);
    expect(error.path).toEqual(path);
    expect(error.message).toMatch(/\.$/);
  });

  test('the sentence names what is allowed', () => {
    expect(refusal(rigSchema, { ...FIELD_RIG, back: { ...FIELD_RIG.back, heightMm: 0 } }).message).toBe(
      'back.heightMm: The frame height must be a number from 1 to 1500 mm.',
    );
  });

  test('a name of a million characters is refused and not repeated', () => {
    const error = refusal(nameSchema, 'x'.repeat(1_000_000));
    expect(error.message).toBe('The name can have at most 120 characters.');
    expect(refusal(standSettingsSchema, { ['k'.repeat(1_000_000)]: 1, ...good }).message.length).toBeLessThan(100);
  });

  test('any JSON is either a stand or refused by name, never a throw', () => {
    fc.assert(fc.property(fc.jsonValue(), (value) => {
      const parsed = standSettingsSchema.safeParse(value);
      if (parsed.success) return false;
      return firstIssue(parsed.error).message.length > 0;
    }));
  });

  test('copies of copies get numbers, never the same name twice, and stay within the limit', () => {
    expect(copyName('Tower', [])).toBe('Tower (copy)');
    expect(copyName('Tower (copy)', ['Tower', 'Tower (copy)'])).toBe('Tower (copy 2)');
    expect(copyName('x'.repeat(NAME_LONGEST), []).length).toBe(NAME_LONGEST);
  });
});

import { readFileSync } from 'node:fs';
import { colourProfile, lightCurve, SRGB } from './profile';
import { profileOf } from './profile.test-support';
import { lightOf } from './refine';

// The profile that the PDF package brings along: sRGB IEC61966-2.1.
const srgb = readFileSync('node_modules/pdfkit/js/data/sRGB_IEC61966_2_1.icc');

test('the profile of sRGB says what the standard says', () => {
  const profile = colourProfile(srgb);
  if (!profile) throw new Error('the profile was not understood');
  expect(profile.toSrgb).toBeNull();
  // Its table has 1024 entries of 16 bits.
  for (const encoded of [0, 0.02, 0.1, 0.3, 0.5, 0.8, 1]) expect(Math.abs(profile.light(encoded) - lightOf(encoded))).toBeLessThan(2e-4);
});

// ICC.1:2010, 10.15 and the examples of its parametric curves; sRGB as a formula of the third form.
test.each([
  ['a power', { curve: { power: 1.8 } }, (x: number) => x ** 1.8],
  ['a straight line', { curve: {} }, (x: number) => x],
  [
    'a table',
    { curve: { table: [0, 0.1, 0.4, 1] } },
    (x: number) => [0, 0.1, 0.4, 1].reduce((sum, v, i) => sum + v * Math.max(0, 1 - Math.abs(3 * x - i)), 0),
  ],
  ['a formula of form 0', { curve: { form: 0, numbers: [2.2] } }, (x: number) => x ** 2.2],
  ['a formula of form 3', { curve: { form: 3, numbers: [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045] } }, lightOf],
  ['a formula of form 1', { curve: { form: 1, numbers: [2, 1.25, -0.25] } }, (x: number) => Math.max(0, 1.25 * x - 0.25) ** 2],
] as const)('light is encoded by %s', (_, made, truth) => {
  const profile = colourProfile(profileOf(made));
  if (!profile) throw new Error('the profile was not understood');
  for (let x = 0; x <= 1; x += 0.0625) expect(Math.abs(profile.light(x) - truth(x))).toBeLessThan(1e-3);
});

test('white of any profile is white of sRGB, and a wide red lies outside sRGB', () => {
  const wide = colourProfile(profileOf({ curve: { power: 1.8 } }));
  const m = wide?.toSrgb ?? [];
  for (const row of [0, 1, 2]) expect((m[3 * row] ?? NaN) + (m[3 * row + 1] ?? NaN) + (m[3 * row + 2] ?? NaN)).toBeCloseTo(1, 2);
  // Red of ROMM RGB in linear sRGB, by Lindbloom's matrices (from memory).
  expect(m[0]).toBeCloseTo(2.034, 1);
  expect(m[3]).toBeCloseTo(-0.229, 1);
});

test('a profile by tables, of grey, or damaged, is not understood', () => {
  expect(colourProfile(profileOf({ curve: { power: 2.2 }, more: ['A2B0'] }))).toBeNull();
  expect(colourProfile(profileOf({ curve: { power: 2.2 }, space: 'GRAY' }))).toBeNull();
  expect(colourProfile(srgb.subarray(0, 300))).toBeNull();
  expect(colourProfile(profileOf({ curve: { form: 9, numbers: [] } }))).toBeNull();
});

test('a curve has a light for each value of a sample', () => {
  const curve = lightCurve(SRGB, 16);
  expect(curve).toHaveLength(65_536);
  expect(curve[65_535]).toBe(1);
  expect(curve[32_768]).toBeCloseTo(lightOf(0.5), 4);
});

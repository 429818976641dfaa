import fc from 'fast-check';
import { contrastLeft, simulatedTexture, type TextureShot } from './simulatedTexture';
import { sharpnessByLaw, simulatedSharpCopy, type SharpnessLaw } from './simulatedChart';
import { measuredTexture, textureBest, textureShareAt, type TextureFrame } from './texture';
import { readTexture, TEXTURE_BANDS, TEXTURE_WAYS } from './textureFrame';
import type { PixelValues } from './flatFrame';

// Weathered boards by invented lenses whose contrast is known in closed form.

jest.setTimeout(300_000);

const FRAME = { widthMm: 36, heightMm: 24, widthPx: 1056, heightPx: 704 };
const PIXEL_MM = FRAME.widthMm / FRAME.widthPx;
const NOMINAL = { focalMm: 50, imageCircleMm: 64, widestFNumber: 4 };
/** A soft lens: its detail is larger than the pixels. */
const LAW: SharpnessLaw = {
  ...simulatedSharpCopy(NOMINAL, 4),
  tilt: [0, 0],
  decentred: null,
  centreCyMm: 24,
  edgeTangentialCyMm: 4,
  edgeSagittalCyMm: 7,
};

const shot = (over: Partial<TextureShot>): TextureShot => ({
  fNumber: 8,
  riseMm: 0,
  shiftMm: 0,
  focusMm: 0,
  exposure: 0.35,
  noise: 0.01,
  seed: 1,
  ...over,
});
const taken = (law: SharpnessLaw, over: Partial<TextureShot>): PixelValues => simulatedTexture(sharpnessByLaw(law), shot(over), FRAME);
const frameOf = (picture: PixelValues, over: Partial<TextureFrame> = {}): TextureFrame => ({
  name: 'frame',
  fNumber: 8,
  riseMm: 0,
  shiftMm: 0,
  focusMm: 0,
  frame: FRAME,
  widthPx: FRAME.widthPx,
  heightPx: FRAME.heightPx,
  ...readTexture(picture),
  ...over,
});
const APERTURES = [4, 8, 16];
const series = APERTURES.map((fNumber, i) => frameOf(taken(LAW, { fNumber, seed: i + 1 }), { name: `${i + 1}.tif`, fNumber }));

/** What a band keeps of its contrast: the subject has less of what is finer. */
function kept(fNumber: number, heightMm: number, way: 'tangential' | 'sagittal', [from, to]: readonly [number, number]): number {
  const square = sharpnessByLaw(LAW).blur([heightMm, 0], { fNumber, focusMm: 0, magnification: 0 })[way];
  const steps = Array.from({ length: 40 }, (_, i) => from + ((to - from) * (i + 0.5)) / 40);
  return Math.sqrt(steps.reduce((sum, f) => sum + contrastLeft(square, f / PIXEL_MM, PIXEL_MM) ** 2 / f, 0));
}

/** What an aperture reaches of the best of all, as the bands are put together. */
function truth(fNumber: number, heightMm: number, way: 'tangential' | 'sagittal'): number {
  const shareOf = (each: number) =>
    TEXTURE_BANDS.reduce(
      (sum, band) => sum + kept(each, heightMm, way, band) / Math.max(...APERTURES.map((f) => kept(f, heightMm, way, band))),
      0,
    );
  return shareOf(fNumber) / Math.max(...APERTURES.map(shareOf));
}

test('the contrast of each aperture against the best is what the invented lens leaves, in both directions, in spite of noise', () => {
  const { apertures, problems } = measuredTexture(series);
  expect(problems).toEqual([]);
  expect(apertures.map(({ fNumber }) => fNumber)).toEqual(APERTURES);
  const off: number[] = [];
  for (const at of apertures)
    for (const way of ['tangential', 'sagittal'] as const)
      for (const [i, mm] of at.heightsMm.entries()) {
        const found = at[way][i];
        if (!found) continue;
        off.push(found.share - truth(at.fNumber, mm, way));
      }
  expect(off.length).toBeGreaterThan(25);
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.06);
  // There is something to tell apart.
  expect(truth(4, 18, 'tangential')).toBeLessThan(0.9);
});

test('noise does not make a frame sharper', () => {
  const clean = frameOf(taken(LAW, { fNumber: 8, noise: 0.005 }), { name: 'clean', fNumber: 8 });
  const noisy = frameOf(taken(LAW, { fNumber: 8, noise: 0.04, seed: 9 }), { name: 'noisy', fNumber: 8.1 });
  const [first, second] = measuredTexture([clean, noisy]).apertures;
  if (!first || !second) throw new Error('nothing was measured');
  for (const mm of [3, 12]) {
    expect(textureShareAt(first, mm)?.share).toBeGreaterThan(0.94);
    expect(textureShareAt(second, mm)?.share).toBeGreaterThan(0.94);
  }
});

test('at which aperture a place is best, and what the others reach', () => {
  const { apertures } = measuredTexture(series);
  const best = textureBest(apertures, 18);
  if (!best) throw new Error('nothing was measured');
  const sharpest = APERTURES.reduce((a, b) => (truth(b, 18, 'tangential') > truth(a, 18, 'tangential') ? b : a));
  expect(best.asGood).toContain(sharpest);
  expect(textureBest(apertures, 90)).toBeNull();
});

describe('what cannot be told on a textured subject is said', () => {
  const kinds = (frames: readonly TextureFrame[]) => measuredTexture(frames).problems.map(({ kind }) => kind);

  test('a plain wall, a clipped frame, no aperture, and one aperture alone', () => {
    const wall = frameOf(
      { widthPx: 1056, heightPx: 704, values: new Float32Array(3 * 1056 * 704).fill(0.4), light: null },
      { name: 'wall' },
    );
    const burnt = frameOf(taken(LAW, { exposure: 0.95 }), { name: 'burnt' });
    const [first] = series;
    if (!first) throw new Error('no frame');
    const { problems, apertures } = measuredTexture([wall, burnt, { ...first, name: 'unknown', fNumber: null }]);
    expect(problems).toEqual([
      { kind: 'noAperture', frames: ['unknown'] },
      { kind: 'clipped', frames: ['burnt'] },
      { kind: 'plain', frames: ['wall'] },
    ]);
    expect(apertures).toEqual([]);
    // A frame compared with itself says nothing.
    expect(measuredTexture([first]).apertures).toEqual([]);
  });

  test('leaves that moved are left out and told of; the rest is measured as before', () => {
    const blown = frameOf(moved(taken(LAW, { fNumber: 8, seed: 2 })), { name: 'blown', fNumber: 8 });
    const [wide, , small] = series;
    if (!wide || !small) throw new Error('no frame');
    const result = measuredTexture([wide, blown, small]);
    expect(result.problems).toMatchObject([{ kind: 'moved', frames: ['blown'] }]);
    const eight = result.apertures.find(({ fNumber }) => fNumber === 8);
    const before = measuredTexture(series).apertures.find(({ fNumber }) => fNumber === 8);
    // Cells that stayed are there, those that moved are not.
    expect(eight?.places.length).toBeLessThan(before?.places.length ?? 0);
    expect(eight?.places.every(({ xMm }) => xMm < 7)).toBe(true);
    expect(Math.abs((eight && textureShareAt(eight, 3)?.share) ?? NaN)).toBeCloseTo((before && textureShareAt(before, 3)?.share) ?? NaN, 1);
    expect(kinds(series)).toEqual([]);
  });
});

/** The right third of a picture as the wind left it: its parts somewhere else. */
function moved(picture: PixelValues): PixelValues {
  const { widthPx, heightPx, values } = picture;
  const from = Math.round((2 * widthPx) / 3);
  const other = Float32Array.from(values);
  for (let y = 0; y < heightPx; y++)
    for (let x = from; x < widthPx; x++)
      for (let c = 0; c < 3; c++)
        other[3 * (y * widthPx + x) + c] =
          values[3 * (((y + 137) % heightPx) * widthPx + from + ((x - from + 61) % (widthPx - from))) + c] ?? 0;
  return { ...picture, values: other };
}

test('positions of the back tell where the middle is sharpest, and by that how far the infinity stop is off', () => {
  const flat: SharpnessLaw = { ...LAW, tangentialSagMm: 0, sagittalSagMm: 0 };
  const step = 0.1;
  for (const stopMm of [0.06, -0.09]) {
    const frames = [-3, -2, -1, 0, 1, 2, 3].map((k) =>
      // Where the stop says 0 the back is this far from where it should be.
      frameOf(taken(flat, { fNumber: 4, focusMm: k * step - stopMm, seed: k + 10 }), { fNumber: 4, focusMm: k * step, name: `${k}` }),
    );
    const { focus } = measuredTexture(frames);
    if (!focus) throw new Error('no focus was found');
    expect(Math.abs(focus.mm - stopMm)).toBeLessThan(Math.max(0.01, 2.5 * focus.doubtMm));
    expect(focus.doubtMm).toBeLessThan(0.03);
  }
  expect(measuredTexture(series).focus).toBeNull();
});

test('twice the light shows the same contrast, and a direction is told from the one across it', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 0.45, noNaN: true }), fc.integer({ min: 0, max: TEXTURE_WAYS - 1 }), (level, way) => {
      const [side, f] = [64 * 11, 0.16];
      const turn = (way * Math.PI) / TEXTURE_WAYS;
      const wave = (by: number): PixelValues => {
        const values = new Float32Array(3 * side * side);
        for (let y = 0; y < side; y++)
          for (let x = 0; x < side; x++)
            values.fill(
              by * (1 + 0.3 * Math.cos(2 * Math.PI * f * (x * Math.cos(turn) - y * Math.sin(turn)))),
              3 * (y * side + x),
              3 * (y * side + x) + 3,
            );
        return { widthPx: side, heightPx: side, values, light: null };
      };
      const [once, twice] = [readTexture(wave(level)), readTexture(wave(2 * level))];
      const cell = once.cells[0];
      const powers = cell?.powers ?? [];
      powers.forEach((power, i) => expect(twice.cells[0]?.powers[i]).toBeCloseTo(power, 3));
      // The second band, its strongest direction.
      const band = powers.slice(TEXTURE_WAYS, 2 * TEXTURE_WAYS);
      expect(band.indexOf(Math.max(...band))).toBe(way);
    }),
    { numRuns: 4 },
  );
});

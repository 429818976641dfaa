import fc from 'fast-check';
import { blender, falloffAt, lanczos, tablesFor, type Source } from './blend';
import { splinePicture } from './picture.test-support';
import { encodedOf, lightOf } from './refine';
import { seamsBetween, sharesOf, type Canvas, type Laid } from './seams';

const CELL = 16;

/** Frames of a known picture in 16 bit, with an exposure each, put together. */
function assembled(
  canvas: Canvas,
  laid: readonly Laid[],
  {
    exposure = laid.map(() => 1),
    evened = true,
    unlike,
    zones,
    picture = splinePicture(4),
    tint = [1, 1, 1],
  }: {
    readonly exposure?: readonly number[];
    readonly evened?: boolean;
    readonly unlike?: Float32Array;
    readonly zones?: Parameters<typeof seamsBetween>[0]['zones'];
    readonly picture?: (x: number, y: number) => number;
    /** The share of the light in red, green and blue. */
    readonly tint?: readonly [number, number, number];
  } = {},
) {
  const cells = seamsBetween({
    frames: laid,
    canvas,
    cellPx: CELL,
    unlike: unlike ?? new Float32Array(Math.ceil(canvas.width / CELL) * Math.ceil(canvas.height / CELL)),
    zones,
  });
  const shares = sharesOf(laid, canvas, cells, 1);
  const tables = tablesFor(16);
  const files = laid.map(({ left, top, width, height }, f) => {
    const samples = new Uint16Array(3 * width * height);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        for (const [c, share] of tint.entries())
          samples[3 * (y * width + x) + c] = Math.round(
            65_535 * encodedOf(Math.min(1, lightOf(picture(x + left, y + top)) * share * (exposure[f] ?? 1))),
          );
      }
    }
    return samples;
  });
  const sources = laid.map((each, f): Source => ({
    laid: each,
    share: shares[f] ?? { column: 0, row: 0, columns: 0, rows: 0, weight: new Float32Array(0) },
    development: { gain: evened ? 1 / (exposure[f] ?? 1) : 1, falloff: null },
  }));
  const { needs, band } = blender(canvas, CELL, sources, tables);
  const out = new Uint16Array(3 * canvas.width * canvas.height);
  for (let y = 0; y < canvas.height; y += 40) {
    const end = Math.min(canvas.height, y + 40);
    band(out.subarray(3 * canvas.width * y, 3 * canvas.width * end), y, end, (f) => {
      const need = needs(f, y, end);
      const width = laid[f]?.width ?? 0;
      return (
        need && {
          first: need.first,
          rows: (files[f] ?? new Uint16Array(0)).subarray(3 * width * need.first, 3 * width * (need.first + need.count)),
        }
      );
    });
  }
  const worst = (left = 4, top = 4, right = canvas.width - 4, bottom = canvas.height - 4) => {
    let [sum, most] = [0, 0];
    for (let y = top; y < bottom; y++) {
      for (let x = left; x < right; x++) {
        const off = Math.abs((out[3 * (y * canvas.width + x)] ?? 0) / 65_535 - picture(x, y));
        sum += off;
        most = Math.max(most, off);
      }
    }
    return { mean: sum / ((right - left) * (bottom - top)), most };
  };
  return { out, cells, shares, worst };
}

const GRID: readonly Laid[] = [
  { left: 0, top: 0, width: 240, height: 200 },
  { left: 180.37, top: 0.61, width: 240, height: 200 },
  { left: 0.25, top: 150.5, width: 240, height: 200 },
  { left: 179.8, top: 149.75, width: 240, height: 200 },
];
const CANVAS: Canvas = { width: 419, height: 349 };

test('frames cut at fractions of a pixel give the picture back, at the seams as well as inside', () => {
  const { worst } = assembled(CANVAS, GRID);
  const whole = worst();
  expect(whole.mean).toBeLessThan(0.002);
  // The seams lie within the overlaps; far from them is the interior.
  const interior = worst(10, 10, 160, 140);
  const seams = worst(184, 10, 236, 330);
  expect(seams.mean).toBeLessThan(Math.max(interior.mean * 1.5, 0.002));
});

test('each colour is put together by itself, at the seams as well as inside', () => {
  const tint = [1, 0.5, 0.2] as const;
  const { out } = assembled(CANVAS, GRID, { tint });
  const picture = splinePicture(4);
  for (const [c, share] of tint.entries()) {
    let most = 0;
    for (let y = 4; y < CANVAS.height - 4; y++)
      for (let x = 4; x < CANVAS.width - 4; x++)
        most = Math.max(most, Math.abs((out[3 * (y * CANVAS.width + x) + c] ?? 0) / 65_535 - encodedOf(lightOf(picture(x, y)) * share)));
    expect(most).toBeLessThan(0.03);
  }
});

test('drifted exposures are evened, and without it the step is there to see', () => {
  const exposure = [1, 1.2, 0.85, 1.1];
  expect(assembled(CANVAS, GRID, { exposure }).worst().most).toBeLessThan(0.03);
  expect(assembled(CANVAS, GRID, { exposure, evened: false }).worst().mean).toBeGreaterThan(0.02);
});

test('a single frame at a whole place goes through unchanged, sample by sample', () => {
  const laid = [{ left: 0, top: 0, width: 100, height: 80 }];
  const { out } = assembled({ width: 100, height: 80 }, laid);
  const picture = splinePicture(4);
  for (let i = 0; i < 8000; i++) expect(out[3 * i]).toBe(Math.round(65_535 * encodedOf(lightOf(picture(i % 100, Math.floor(i / 100))))));
});

test('shares are together 1 wherever any frame is, and nothing outside a frame', () => {
  const side = fc.double({ min: 0, max: 120, noNaN: true });
  fc.assert(
    fc.property(fc.array(fc.tuple(side, side), { minLength: 1, maxLength: 5 }), (places) => {
      const laid = places.map(([left, top]) => ({ left, top, width: 180, height: 140 }));
      const canvas = { width: 300, height: 260 };
      const [columns, rows] = [Math.ceil(300 / CELL), Math.ceil(260 / CELL)];
      const cells = seamsBetween({ frames: laid, canvas, cellPx: CELL, unlike: new Float32Array(columns * rows) });
      const sum = new Float32Array(columns * rows);
      for (const share of sharesOf(laid, canvas, cells, 1)) {
        for (let y = 0; y < share.rows; y++)
          for (let x = 0; x < share.columns; x++)
            sum[(share.row + y) * columns + share.column + x] =
              (sum[(share.row + y) * columns + share.column + x] ?? 0) + (share.weight[y * share.columns + x] ?? 0);
      }
      for (let i = 0; i < sum.length; i++) {
        const [x, y] = [((i % columns) + 0.5) * CELL, (Math.floor(i / columns) + 0.5) * CELL];
        const covered = laid.some(({ left, top, width, height }) => x >= left && x <= left + width && y >= top && y <= top + height);
        if (x < 300 && y < 260) expect((cells.owner[i] ?? -1) >= 0).toBe(covered);
        expect(sum[i] === 0 || Math.abs((sum[i] ?? 0) - 1) < 1e-5).toBe(true);
      }
    }),
  );
});

test('what a flat-field frame takes back is met at the middle of each cell, straight between them and the same beyond', () => {
  const [columns, rows, width, height] = [4, 3, 80, 90];
  const multiply = Float32Array.from({ length: columns * rows }, (_, i) => 1 + 0.1 * (i % columns) + 0.25 * Math.floor(i / columns));
  const field = { kind: 'card', columns, rows, multiply, width, height } as const;
  const middle = (i: number, count: number, length: number): number => ((i + 0.5) * length) / count - 0.5;
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++)
      expect(falloffAt(field, middle(i, columns, width), middle(j, rows, height))).toBeCloseTo(1 + 0.1 * i + 0.25 * j, 6);
  expect(falloffAt(field, middle(1.5, columns, width), middle(0.5, rows, height))).toBeCloseTo(1 + 0.15 + 0.125, 6);
  expect(falloffAt(field, 0, 0)).toBeCloseTo(1, 6);
  expect(falloffAt(field, width - 1, height - 1)).toBeCloseTo(1 + 0.3 + 0.5, 6);
});

describe('seams', () => {
  const two: readonly Laid[] = [
    { left: 0, top: 0, width: 400, height: 320 },
    { left: 200, top: 0, width: 400, height: 320 },
  ];
  const canvas = { width: 600, height: 320 };
  const columns = Math.ceil(600 / CELL);
  const rows = Math.ceil(320 / CELL);
  const boundary = (owner: Int16Array, row: number): number =>
    Array.from({ length: columns }, (_, x) => owner[row * columns + x] ?? -1).findIndex((by) => by === 1);

  test('run in the middle where frames agree everywhere', () => {
    const { owner } = seamsBetween({ frames: two, canvas, cellPx: CELL, unlike: new Float32Array(columns * rows).fill(0.01) });
    for (let row = 0; row < rows; row++) expect(Math.abs(boundary(owner, row) * CELL - 300)).toBeLessThanOrEqual(2 * CELL);
  });

  test('go around what is unlike', () => {
    // Frames disagree over the middle and the right part of the overlap: only its left is alike.
    const unlike = new Float32Array(columns * rows).fill(0.01);
    for (let y = 0; y < rows; y++) for (let x = 17; x < 25; x++) unlike[y * columns + x] = 0.5;
    const { owner } = seamsBetween({ frames: two, canvas, cellPx: CELL, unlike });
    for (let row = 0; row < rows; row++) expect(boundary(owner, row)).toBeLessThan(18);
  });

  test('keep away from a zone that one frame has whole', () => {
    const zone = { left: 280, top: 100, right: 360, bottom: 200 };
    const { owner } = seamsBetween({
      frames: two,
      canvas,
      cellPx: CELL,
      unlike: new Float32Array(columns * rows).fill(0.01),
      zones: [zone],
    });
    const inZone = new Set<number>();
    for (let y = Math.floor(100 / CELL); y <= Math.floor(200 / CELL); y++)
      for (let x = Math.floor(280 / CELL); x <= Math.floor(360 / CELL); x++) inZone.add(owner[y * columns + x] ?? -1);
    expect(inZone.size).toBe(1);
  });
});

test('the kernel keeps light, and at whole pixels changes nothing', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (t) => expect(lanczos(t).reduce((sum, tap) => sum + tap, 0)).toBeCloseTo(1, 5)),
  );
  Array.from(lanczos(0)).forEach((tap, k) => expect(tap).toBeCloseTo(k === 2 ? 1 : 0, 6));
});

test('falloff is made up for by the fourth power of the cosine, or by what a flat-field frame says', () => {
  const law = { kind: 'cos4', footX: 0, footY: 0, distancePx: 1000, axis: [0, 0, 1] } as const;
  // 45 degrees off: a quarter of the light.
  expect(falloffAt(law, 1000, 0)).toBeCloseTo(4, 6);
  expect(falloffAt(law, 0, 0)).toBe(1);
  // Tilted forward (the axis drops), the light is strongest below the foot.
  const leaning = { ...law, axis: [0, -Math.SQRT1_2, Math.SQRT1_2] } as const;
  expect(falloffAt(leaning, 0, 1000)).toBeCloseTo(1, 6);
  const card = { kind: 'card', columns: 2, rows: 2, multiply: Float32Array.from([1, 2, 1, 2]), width: 100, height: 100 } as const;
  expect(falloffAt(card, 0, 50)).toBeCloseTo(1, 2);
  expect(falloffAt(card, 49.5, 50)).toBeCloseTo(1.5, 2);
});

test.each([
  ['sRGB', undefined],
  ['a power of 1.8', (encoded: number) => encoded ** 1.8],
  ['a straight line', (encoded: number) => encoded],
] as const)('light by the curve of %s comes back as the samples that it was', (_, light) => {
  for (const bits of [8, 16] as const) {
    const tables = tablesFor(bits, light);
    const most = 2 ** bits - 1;
    for (let i = 1; i <= 16; i++) {
      const sample = Math.round((most * i) / 16);
      const at = Math.sqrt(tables.light[sample] ?? NaN) * (tables.back.length - 2);
      const [p, q] = [tables.back[Math.floor(at)] ?? NaN, tables.back[Math.floor(at) + 1] ?? NaN];
      expect(Math.abs(p + (q - p) * (at - Math.floor(at)) - sample) / most).toBeLessThan(2e-5);
    }
  }
});

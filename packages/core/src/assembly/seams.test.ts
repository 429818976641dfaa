import fc from 'fast-check';
import { blurred, seamsBetween, sharesOf, type Cells, type Laid } from './seams';

const CELL = 8;

/** Cells of a canvas, all alike unless said otherwise. */
function cellsOf(
  frames: readonly Laid[],
  [width, height]: readonly [number, number],
  {
    unlike = () => 0,
    zones,
  }: {
    readonly unlike?: (column: number, row: number) => number;
    readonly zones?: readonly { left: number; top: number; right: number; bottom: number }[];
  } = {},
): Cells {
  const [columns, rows] = [Math.ceil(width / CELL), Math.ceil(height / CELL)];
  const values = Float32Array.from({ length: columns * rows }, (_, i) => unlike(i % columns, Math.floor(i / columns)));
  return seamsBetween({ frames, canvas: { width, height }, cellPx: CELL, unlike: values, zones });
}

/** Owners, row by row. */
const rowsOf = ({ columns, rows, owner }: Cells): readonly (readonly number[])[] =>
  Array.from({ length: rows }, (_, y) => [...owner.slice(y * columns, (y + 1) * columns)]);

/** Two frames 160 px wide, side by side, 80 px over each other: cells 10 to 19 of 30. */
const PAIR: readonly Laid[] = [
  { left: 0, top: 0, width: 160, height: 96 },
  { left: 80, top: 0, width: 160, height: 96 },
];
const PAIR_CANVAS = [240, 96] as const;
/** The first cell of each row that belongs to the second frame. */
const seamOf = (cells: Cells): readonly number[] => rowsOf(cells).map((row) => row.indexOf(1));

describe('the seam between two frames', () => {
  test('runs in the middle of the overlap where they agree everywhere', () => {
    const cells = cellsOf(PAIR, PAIR_CANVAS);
    for (const row of rowsOf(cells)) {
      // Left of the seam is the one frame, right of it the other, and nothing else.
      const seam = row.indexOf(1);
      expect(Math.abs(seam - 15)).toBeLessThanOrEqual(1);
      expect(row).toEqual(row.map((_, x) => (x < seam ? 0 : 1)));
    }
  });

  test('follows where they agree best, wherever in the overlap that is', () => {
    // Unlike everywhere but along a line that runs from cell 12 at the top to cell 17 at the foot.
    const along = (y: number): number => 12 + Math.round((5 * y) / 11);
    const cells = cellsOf(PAIR, PAIR_CANVAS, { unlike: (x, y) => (x < 10 || x > 19 || Math.abs(x - along(y)) <= 1 ? 0.001 : 1) });
    seamOf(cells).forEach((seam, y) => expect(Math.abs(seam - along(y))).toBeLessThanOrEqual(2));
  });

  test('goes round what moves: all of it is shown by the frame that has most of it', () => {
    // In the overlap, across its middle; the first frame ends at 160 px and so lacks the right end of it.
    const zone = { left: 104, top: 32, right: 172, bottom: 56 };
    const owners = rowsOf(cellsOf(PAIR, PAIR_CANVAS, { zones: [zone] }));
    for (let y = 4; y <= 6; y++) for (let x = 13; x <= 21; x++) expect(owners[y]?.[x]).toBe(1);
    // Away from it the seam is where it would be anyway.
    expect(Math.abs((owners[0] ?? []).indexOf(1) - 15)).toBeLessThanOrEqual(1);
  });

  test('of two frames that have all of what moves, that one shows it in whose middle it lies', () => {
    const near = { left: 96, top: 40, right: 112, bottom: 48 };
    const far = { left: 130, top: 40, right: 144, bottom: 48 };
    expect(rowsOf(cellsOf(PAIR, PAIR_CANVAS, { zones: [near] }))[5]?.[13]).toBe(0);
    expect(rowsOf(cellsOf(PAIR, PAIR_CANVAS, { zones: [far] }))[5]?.[17]).toBe(1);
  });

  test('a frame that is nowhere alone has its place all the same, about its middle', () => {
    const between: Laid = { left: 60, top: 0, width: 120, height: 96 };
    const owners = rowsOf(cellsOf([...PAIR, between], PAIR_CANVAS));
    expect(owners[6]?.[15]).toBe(2);
    expect(owners[6]?.[0]).toBe(0);
    expect(owners[6]?.[29]).toBe(1);
  });

  test('where there is no frame no frame shows', () => {
    const apart: readonly Laid[] = [
      { left: 0, top: 0, width: 80, height: 96 },
      { left: 160, top: 0, width: 80, height: 96 },
    ];
    for (const row of rowsOf(cellsOf(apart, PAIR_CANVAS)))
      expect(row).toEqual([...Array(10).fill(0), ...Array(10).fill(-1), ...Array(10).fill(1)]);
  });
});

/** Two to four frames on a canvas of 240 × 160 px. */
const someFrames = fc.array(
  fc.record({
    left: fc.integer({ min: 0, max: 120 }),
    top: fc.integer({ min: 0, max: 60 }),
    width: fc.integer({ min: 60, max: 120 }),
    height: fc.integer({ min: 60, max: 100 }),
  }),
  { minLength: 2, maxLength: 4 },
);
const CANVAS = { width: 240, height: 160 };

/** Whether the middle of a cell lies in a frame. */
function isIn({ left, top, width, height }: Laid, column: number, row: number): boolean {
  const [x, y] = [(column + 0.5) * CELL, (row + 0.5) * CELL];
  return x >= left && x <= left + width && y >= top && y <= top + height;
}

describe('any frames', () => {
  test('each cell in a frame is shown by one that has it, and no other by any', () => {
    fc.assert(
      fc.property(someFrames, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (frames, noise) => {
        const cells = cellsOf(frames, [CANVAS.width, CANVAS.height], { unlike: () => Number(noise.next().value) });
        const wrong = rowsOf(cells).flatMap((row, y) =>
          row.filter((owner, x) => {
            const those = frames.flatMap((frame, f) => (isIn(frame, x, y) ? [f] : []));
            return those.length === 0 ? owner !== -1 : !those.includes(owner);
          }),
        );
        expect(wrong).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('what they give to a cell adds up to all of it, and a frame gives nothing where it is not', () => {
    fc.assert(
      fc.property(someFrames, fc.integer({ min: 1, max: 4 }), (frames, reach) => {
        const cells = cellsOf(frames, [CANVAS.width, CANVAS.height]);
        const sum = new Float64Array(cells.columns * cells.rows);
        const wrong: string[] = [];
        sharesOf(frames, CANVAS, cells, reach).forEach((share, f) => {
          for (let y = 0; y < share.rows; y++)
            for (let x = 0; x < share.columns; x++) {
              const weight = share.weight[y * share.columns + x] ?? NaN;
              const [column, row] = [share.column + x, share.row + y];
              const frame = frames[f];
              if (!(weight >= 0 && weight <= 1 + 1e-6)) wrong.push(`${weight} of ${f} at ${column}, ${row}`);
              if (frame && !isIn(frame, column, row) && weight !== 0) wrong.push(`${f} is not at ${column}, ${row}`);
              sum[row * cells.columns + column] = (sum[row * cells.columns + column] ?? 0) + weight;
            }
        });
        cells.owner.forEach((owner, i) => {
          if (Math.abs((sum[i] ?? NaN) - (owner < 0 ? 0 : 1)) > 1e-5) wrong.push(`${sum[i]} in all at cell ${i}`);
        });
        expect(wrong).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });
});

describe('a soft seam', () => {
  const cells = cellsOf(PAIR, PAIR_CANVAS);
  const [left, right] = sharesOf(PAIR, { width: 240, height: 96 }, cells, 2);
  const seam = seamOf(cells)[6] ?? -1;
  const given = (share: typeof left, column: number): number => share?.weight[6 * share.columns + (column - share.column)] ?? NaN;

  test('gives half of each beside it, ends after so many cells, and leaves the rest whole', () => {
    // Of five cells about the last one of its own three belong to the first frame, about the next one two.
    expect(given(left, seam - 1)).toBeCloseTo(3 / 5, 5);
    expect(given(left, seam)).toBeCloseTo(2 / 5, 5);
    expect(given(right, seam)).toBeCloseTo(3 / 5, 5);
    expect(given(left, seam + 1)).toBeCloseTo(1 / 5, 5);
    expect(given(left, seam + 2)).toBe(0);
    expect(given(left, seam - 3)).toBe(1);
    expect(given(left, 0)).toBe(1);
    expect(given(right, 29)).toBe(1);
  });
});

describe('the mean of the cells around', () => {
  test('spreads a point evenly, and over fewer cells at the rim', () => {
    const point = (at: number): Float32Array => Float32Array.from({ length: 30 }, (_, i) => (i === at ? 1 : 0));
    // Six columns, five rows; the point in the third column of the third row.
    const spread = blurred(point(14), 6, 5, 1);
    for (let y = 0; y < 5; y++)
      for (let x = 0; x < 6; x++) expect(spread[6 * y + x]).toBeCloseTo(Math.abs(x - 2) <= 1 && Math.abs(y - 2) <= 1 ? 1 / 9 : 0, 6);
    // In the corner each cell is the mean of four, six or nine.
    const corner = blurred(point(0), 6, 5, 1);
    expect(corner[0]).toBeCloseTo(1 / 4, 6);
    expect(corner[1]).toBeCloseTo(1 / 6, 6);
    expect(corner[6]).toBeCloseTo(1 / 6, 6);
    expect(corner[7]).toBeCloseTo(1 / 9, 6);
    expect(corner[2]).toBe(0);
  });

  test('leaves an even field as it is', () => {
    expect(blurred(new Float32Array(35).fill(0.25), 7, 5, 3).every((value) => Math.abs(value - 0.25) < 1e-6)).toBe(true);
  });
});

import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import polygonClipping from 'polygon-clipping';
import { evenly } from '../evenly.test-support';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { setup } from '../setup/fixtures.test-support';
import { assemblyPlan, gridPlace, GRID_ORDERS, neighboursOf, scaledPlan, wholeOf, type GridOrder } from './plan';
import type { Mosaic } from '../model/mosaic';

const places = fc.array(fc.record({ riseMm: evenly(-15, 15), shiftMm: evenly(-15, 15), turned: fc.boolean() }), {
  minLength: 1,
  maxLength: 6,
});
const planOf = (mosaic: Pick<Mosaic, 'frames'> & Partial<Mosaic>, focusM: number | null) => {
  const settings = setup({ focusM, mosaic: { ...FIRST_MOSAIC, ...mosaic } });
  const plan = assemblyPlan(geometryOf(settings));
  if (!plan) throw new Error('no plan');
  return { settings, plan };
};

describe('the plan of frames that belong together', () => {
  const PITCH = 36 / 8256;

  test('has the foot of the lens where it stood for each frame, which moves less than the pictures part', () => {
    const { plan } = planOf({ frames: [0, 10].map((shiftMm) => ({ shiftMm, riseMm: 4, turned: false })), mover: 'lens' }, 0.12);
    const [first, second] = plan.frames;
    const m = 24 / (120 - 24);
    expect(((first?.footX ?? NaN) - (second?.footX ?? NaN)) * PITCH).toBeCloseTo(10, 6);
    expect((first?.footX ?? NaN) * PITCH).toBeCloseTo(18, 6);
    expect((first?.footY ?? NaN) * PITCH).toBeCloseTo(16, 6);
    expect(((second?.left ?? NaN) - (first?.left ?? NaN)) * PITCH).toBeCloseTo(10 * (1 + m), 6);
  });

  test('puts what is focused on in one place, whichever frame took it and whether back or lens moved', () => {
    // By hand: a point X, Y mm aside at u is drawn v·X/u from the foot of the lens; a lens that moved by s sees it at X − s.
    fc.assert(
      fc.property(
        places,
        evenly(0.3, 50),
        fc.constantFrom('back' as const, 'lens' as const, 'counter' as const),
        evenly(-100, 100),
        evenly(-100, 100),
        (frames, focusM, mover, x, y) => {
          const { plan } = planOf({ frames, mover }, focusM);
          const [f, u] = [24, focusM * 1000];
          const v = (f * u) / (u - f);
          const found = frames.map(({ riseMm, shiftMm, turned }, i) => {
            const [sx, sy] = mover === 'lens' ? [shiftMm, riseMm] : [0, 0];
            const [w, h] = turned ? [24, 36] : [36, 24];
            // From the top left of this frame, px.
            const column = ((v * (x - sx)) / u - shiftMm + w / 2) / PITCH;
            const row = (h / 2 - ((v * (y - sy)) / u - riseMm)) / PITCH;
            return [(plan.frames[i]?.left ?? NaN) + column, (plan.frames[i]?.top ?? NaN) + row] as const;
          });
          return found.every(
            ([column, row]) => Math.abs(column - (found[0]?.[0] ?? NaN)) < 1e-6 && Math.abs(row - (found[0]?.[1] ?? NaN)) < 1e-6,
          );
        },
      ),
    );
  });

  test('begins at the top left, counts whole pixels of each frame, and knows where the lens stood over it', () => {
    fc.assert(
      fc.property(places, (frames) => {
        const { plan } = planOf({ frames, mover: 'back' }, null);
        expect(Math.min(...plan.frames.map(({ left }) => left))).toBeCloseTo(0, 6);
        expect(Math.min(...plan.frames.map(({ top }) => top))).toBeCloseTo(0, 6);
        plan.frames.forEach(({ width, height, footX, footY }, i) => {
          const { riseMm, shiftMm, turned } = frames[i] ?? { riseMm: NaN, shiftMm: NaN, turned: false };
          expect([width, height]).toEqual(turned ? [5504, 8256] : [8256, 5504]);
          expect(footX).toBeCloseTo(width / 2 - shiftMm / PITCH, 6);
          expect(footY).toBeCloseTo(height / 2 + riseMm / PITCH, 6);
        });
        expect(plan.distancePx * PITCH).toBeCloseTo(24, 9);
        [0, 0, 1].forEach((each, k) => expect(plan.axis[k]).toBeCloseTo(each, 12));
      }),
    );
  });

  test('a zone where something moves lies in the joined picture where it lay on the back', () => {
    const zone = { name: 'crane', left: -4, right: 3, lower: -2, upper: 5, speedMs: 1, distanceM: 20 };
    const { plan } = planOf(
      { frames: [-9, 9].map((shiftMm) => ({ riseMm: 1, shiftMm, turned: false })), mover: 'back', zones: [zone] },
      null,
    );
    // The box begins 9 + 18 mm to the left of the foot and ends 12 + 1 mm above it.
    expect(plan.zones[0]?.left).toBeCloseTo((27 - 4) / PITCH, 6);
    expect(plan.zones[0]?.right).toBeCloseTo((27 + 3) / PITCH, 6);
    expect(plan.zones[0]?.top).toBeCloseTo((13 - 5) / PITCH, 6);
    expect(plan.zones[0]?.bottom).toBeCloseTo((13 + 2) / PITCH, 6);
  });

  test('a single picture is a plan of one frame, and a back that counts no pixels has none', () => {
    const single = assemblyPlan(geometryOf(setup({ movements: { riseMm: 6, shiftMm: -2 } })));
    expect(single?.frames).toEqual([expect.objectContaining({ left: 0, top: 0, width: 8256, height: 5504 })]);
    expect(single?.frames[0]?.footY).toBeCloseTo(2752 + 6 / PITCH, 6);
    const { rig } = setup();
    expect(assemblyPlan(geometryOf(setup({ rig: { ...rig, back: { ...rig.back, columnsPx: null, rowsPx: null } } })))).toBeNull();
  });

  test('binning makes every size smaller by its factor', () => {
    const zone = { name: 'crane', left: -4, right: 3, lower: -2, upper: 5, speedMs: 1, distanceM: 20 };
    const { plan } = planOf({ frames: [-9, 9].map((shiftMm) => ({ riseMm: 1, shiftMm, turned: false })), zones: [zone] }, 2);
    const half = scaledPlan(plan, 0.5);
    expect(half.frames.map(({ width, height }) => [width, height])).toEqual([
      [4128, 2752],
      [4128, 2752],
    ]);
    plan.frames.forEach((frame, i) => {
      for (const key of ['left', 'top', 'footX', 'footY'] as const) expect(half.frames[i]?.[key]).toBeCloseTo(frame[key] / 2, 6);
    });
    for (const key of ['left', 'right', 'top', 'bottom'] as const)
      expect(half.zones[0]?.[key]).toBeCloseTo((plan.zones[0]?.[key] ?? NaN) / 2, 6);
    expect([half.distancePx, half.slidePx]).toEqual([plan.distancePx / 2, plan.slidePx / 2]);
    expect(half.axis).toEqual(plan.axis);
  });
});

describe('frames without a plan', () => {
  const size = fc.integer({ min: 1, max: 7 });

  test('each has a place of its own in every order', () => {
    fc.assert(
      fc.property(size, size, fc.constantFrom(...(Object.keys(GRID_ORDERS) as GridOrder[])), (columns, rows, order) => {
        const all = Array.from({ length: columns * rows }, (_, i) => gridPlace(i, columns, rows, order));
        expect(new Set(all.map(({ column, row }) => `${column} ${row}`)).size).toBe(columns * rows);
        expect(all.every(({ column, row }) => column >= 0 && column < columns && row >= 0 && row < rows)).toBe(true);
        expect(all[0]).toEqual({ column: 0, row: 0 });
      }),
    );
  });

  test('back and forth, each frame stands beside the one before it', () => {
    fc.assert(
      fc.property(size, size, (columns, rows) => {
        const all = Array.from({ length: columns * rows }, (_, i) => gridPlace(i, columns, rows, 'serpentine'));
        return all.every((at, i) => {
          const before = all[i - 1];
          return before === undefined || Math.abs(at.column - before.column) + Math.abs(at.row - before.row) === 1;
        });
      }),
    );
  });

  test('written out for three columns and two rows', () => {
    const order = (by: GridOrder) =>
      Array.from({ length: 6 }, (_, i) => gridPlace(i, 3, 2, by))
        .map(({ column, row }) => `${column}${row}`)
        .join(' ');
    expect(order('rows')).toBe('00 10 20 01 11 21');
    expect(order('serpentine')).toBe('00 10 20 21 11 01');
    expect(order('columns')).toBe('00 01 10 11 20 21');
  });
});

describe('where frames lie together', () => {
  const box = fc.record({
    left: fc.integer({ min: 0, max: 60 }),
    top: fc.integer({ min: 0, max: 60 }),
    width: fc.integer({ min: 5, max: 50 }),
    height: fc.integer({ min: 5, max: 50 }),
  });
  const boxes = fc.array(box, { minLength: 1, maxLength: 6 });
  type Box = { left: number; top: number; width: number; height: number };
  const ring = ({ left, top, width, height }: Box): [number, number][] => [
    [left, top],
    [left + width, top],
    [left + width, top + height],
    [left, top + height],
    [left, top],
  ];
  const areaOf = (shapes: ReturnType<typeof polygonClipping.union>): number =>
    shapes.reduce(
      (all, rings) =>
        all +
        rings.reduce(
          (sum, points, k) =>
            sum +
            (k === 0 ? 1 : -1) *
              Math.abs(
                points.reduce(
                  (a, [x, y], i) => a + x * (points[(i + 1) % points.length]?.[1] ?? 0) - (points[(i + 1) % points.length]?.[0] ?? 0) * y,
                  0,
                ) / 2,
              ),
          0,
        ),
      0,
    );

  test('the whole rectangle is covered all over, by what a general polygon package says, and no wider one at its place is', () => {
    fc.assert(
      fc.property(boxes, (frames) => {
        const whole = wholeOf(frames);
        if (!whole) return false;
        const [first, ...rest] = frames.map((each) => [ring(each)]);
        if (!first) return false;
        const union = polygonClipping.union(first, ...rest);
        const uncovered = (rect: Box) => areaOf(polygonClipping.difference([ring(rect)], union));
        const wider = [
          { ...whole, left: whole.left - 1, width: whole.width + 1 },
          { ...whole, width: whole.width + 1 },
          { ...whole, top: whole.top - 1, height: whole.height + 1 },
          { ...whole, height: whole.height + 1 },
        ];
        return uncovered(whole) < 1e-9 && wider.every((each) => uncovered(each) > 0.5);
      }),
    );
  });

  test('neighbours are those that overlap, with the way from one to the other', () => {
    fc.assert(
      fc.property(boxes, (frames) => {
        const found = neighboursOf(frames);
        return found.every(({ a, b, along }) => {
          const [p, q] = [frames[a], frames[b]];
          if (!p || !q || a === b) return false;
          const meets = p.left < q.left + q.width && q.left < p.left + p.width && p.top < q.top + q.height && q.top < p.top + p.height;
          return meets && along.x === q.left - p.left && along.y === q.top - p.top;
        });
      }),
    );
    expect(
      neighboursOf([
        { left: 0, top: 0, width: 10, height: 10 },
        { left: 8, top: 1, width: 10, height: 10 },
        { left: 30, top: 0, width: 10, height: 10 },
      ]),
    ).toEqual([{ a: 0, b: 1, along: { x: 8, y: 1 } }]);
  });

  test('of no frames there is no rectangle', () => {
    expect(wholeOf([])).toBeNull();
  });
});

import { adapter, mounted } from '../rig/parts.test-support';
import type { MosaicFrame } from '../model/mosaic';
import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { assemblyPlan } from '../assembly/plan';
import { lightOf } from '../assembly/refine';
import { seriesOf } from '../log/shot';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { setup as setupWith } from '../setup/fixtures.test-support';
import { developedTile, dimmed, FULL_ELECTRONS, READ_ELECTRONS } from './develop';
import { FIRST_BACK, numbersFrom, rectOfShot, shotsFor } from './shots';
import { evenly } from '../evenly.test-support';

const mosaicked = {
  ...setupWith(),
  mosaic: { ...FIRST_MOSAIC, mover: 'back' as const, frames: [-10, 0, 10].map((shiftMm) => ({ riseMm: 2, shiftMm, turned: false })) },
};

test('light falls off by the fourth power of the cosine, and outside the circle there is none', () => {
  const sensor = { imageMm: 50, axis: [0, 0, 1] as const, lightAngle: Math.PI / 4 };
  expect(dimmed(sensor, 0, 0)).toBe(1);
  // 45 degrees off, without a circle: a quarter. The angle 30 degrees: (√3/2)⁴ = 9/16.
  expect(dimmed({ ...sensor, lightAngle: null }, 50, 0)).toBeCloseTo(0.25, 9);
  expect(dimmed(sensor, 0, 50 * Math.tan(Math.PI / 6))).toBeCloseTo(9 / 16, 9);
  expect(dimmed(sensor, 60, 0)).toBeLessThan(1e-6);
  // Where the falloff of the lens was measured it takes the place of the law: a stop at 30° here.
  expect(dimmed({ ...sensor, lightAngle: null, measured: (offAxisDeg) => offAxisDeg / 30 }, 50 * Math.tan(Math.PI / 6), 0)).toBeCloseTo(
    0.5,
    9,
  );
  expect(dimmed(sensor, 50, 0)).toBeCloseTo(0.125, 3);
});

test('noise is that of light and of reading', () => {
  const [columns, rows, level] = [120, 120, 0.25];
  const light = new Float32Array(4 * columns * rows).fill(level);
  const sensor = {
    bits: 16 as const,
    gain: 1,
    leftMm: 0,
    topMm: 0,
    pitchMm: 1e-9,
    imageMm: 50,
    axis: [0, 0, 1] as const,
    lightAngle: null,
    random: numbersFrom(3),
  };
  const values = Array.from(developedTile({ light, columns, rows, left: 0, top: 0, sensor }), (sample) => lightOf(sample / 65_535));
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
  expect(mean).toBeCloseTo(level, 3);
  // Poisson statistics: the root of the electrons, with the reading's own beside it.
  expect(deviation / (Math.sqrt(level * FULL_ELECTRONS + READ_ELECTRONS ** 2) / FULL_ELECTRONS)).toBeGreaterThan(0.95);
  expect(deviation / (Math.sqrt(level * FULL_ELECTRONS + READ_ELECTRONS ** 2) / FULL_ELECTRONS)).toBeLessThan(1.05);
});

test('pixels are darker by where their middles are: four about the foot of the lens are equally bright', () => {
  const sensor = {
    bits: 16,
    gain: 1,
    leftMm: -20,
    topMm: 20,
    pitchMm: 20,
    imageMm: 50,
    axis: [0, 0, 1],
    lightAngle: null,
    random: null,
  } as const;
  const [a, ...others] = developedTile({ light: new Float32Array(16).fill(0.8), columns: 2, rows: 2, left: 0, top: 0, sensor });
  // 10 mm aside and 10 mm up: (50 / √(2500 + 200))⁴ of the light.
  expect(lightOf((a ?? 0) / 65_535)).toBeCloseTo(0.8 * (50 / Math.hypot(50, 10, 10)) ** 4, 4);
  for (const each of others) expect(each).toBe(a);
});

test('a series takes each frame of the plan, at its time, where the plan has it when nothing errs', () => {
  const exact = { ...FIRST_BACK, slideErrorMm: 0, driftStops: 0 };
  const shots = shotsFor(geometryOf(mosaicked), exact);
  const plan = assemblyPlan(geometryOf(mosaicked));
  expect(shots.length).toBe(3);
  const first = shots[0];
  if (!first || !plan) throw new Error('nothing taken');
  const pitch = mosaicked.rig.back.widthMm / (mosaicked.rig.back.columnsPx ?? 1);
  shots.forEach((shot, i) => {
    expect((rectOfShot(shot).left - rectOfShot(first).left) / pitch).toBeCloseTo(plan.frames[i]?.left ?? NaN, 6);
    expect(shot.columns).toBe(Math.round((plan.frames[i]?.width ?? 0) / exact.binning));
    expect(shot.atS).toBeCloseTo(i * (FIRST_MOSAIC.series.moveS + FIRST_MOSAIC.series.settleS + FIRST_MOSAIC.series.exposureS), 9);
    expect(shot.gain).toBe(1);
  });
});

test('errors are as large as asked for, and the same again for the same number', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), evenly(0.01, 0.5), (seed, slideErrorMm) => {
      const options = { ...FIRST_BACK, seed, slideErrorMm };
      const shots = shotsFor(geometryOf(mosaicked), options);
      expect(shotsFor(geometryOf(mosaicked), options).map(({ settings }) => settings.movements)).toEqual(
        shots.map(({ settings }) => settings.movements),
      );
      shots.forEach(({ settings }, i) =>
        expect(Math.abs(settings.movements.shiftMm - (mosaicked.mosaic.frames[i]?.shiftMm ?? 0))).toBeLessThan(6 * slideErrorMm),
      );
    }),
    { numRuns: 30 },
  );
  expect(shotsFor(geometryOf(mosaicked), { ...FIRST_BACK, driftStops: 1 }).map(({ gain }) => gain)).toEqual([1, Math.SQRT2, 2]);
});

test('what moves goes across its zone at its speed', () => {
  const zone = { name: 'boat', left: -6, right: 6, lower: -3, upper: 3, speedMs: 0.1, distanceM: 10 };
  const shots = shotsFor(geometryOf({ ...mosaicked, mosaic: { ...mosaicked.mosaic, zones: [zone] } }), FIRST_BACK);
  const left = (i: number): number => shots[i]?.boards[0]?.corners[0]?.[0] ?? NaN;
  // 10.5 s at 0.1 m/s.
  expect(left(1) - left(0)).toBeCloseTo(1.05, 6);
  expect(
    shotsFor(geometryOf({ ...mosaicked, mosaic: { ...mosaicked.mosaic, zones: [zone] } }), { ...FIRST_BACK, moving: false })[0]?.boards,
  ).toEqual([]);
});

describe('brackets on the simulated back', () => {
  const bracketed = (bracketsInside: boolean) => ({
    ...mosaicked,
    exposure: { ...mosaicked.exposure, brackets: { count: 3, stepStops: 2, order: 'darkFirst' as const } },
    mosaic: { ...mosaicked.mosaic, series: { ...mosaicked.mosaic.series, brackets: 3, bracketsInside } },
  });
  const exact = { ...FIRST_BACK, driftStops: 0 };

  test('two stops darker is a quarter of the light, and the metered one is what is taken when nothing is said', () => {
    expect([0, 1, 2, null].map((exposure) => shotsFor(geometryOf(bracketed(true)), { ...exact, exposure })[0]?.gain)).toEqual([
      1 / 4,
      1,
      4,
      1,
    ]);
    expect([0, 1, 2, null].map((exposure) => shotsFor(geometryOf(bracketed(true)), { ...exact, exposure })[0]?.bracket)).toEqual([
      0, 1, 2, 1,
    ]);
    expect(shotsFor(geometryOf(mosaicked), exact)[0]?.bracket).toBeNull();
    // A bracket that has become shorter since has no such exposure.
    expect(shotsFor(geometryOf(bracketed(true)), { ...exact, exposure: 7 })[0]?.gain).toBe(1);
    // Its time goes with its light.
    const times = [0, 1, 2].map((exposure) => shotsFor(geometryOf(bracketed(true)), { ...exact, exposure })[0]?.exposureS ?? NaN);
    expect((times[1] ?? 0) / (times[0] ?? 1)).toBeCloseTo(4, 9);
    expect((times[2] ?? 0) / (times[1] ?? 1)).toBeCloseTo(4, 9);
  });

  test('every exposure of the series has a moment of its own, in the order in which the series is made', () => {
    for (const inside of [true, false]) {
      const all = [0, 1, 2].flatMap((exposure) =>
        shotsFor(geometryOf(bracketed(inside)), { ...exact, exposure }).map(({ atS, number, bracket }) => ({
          atS,
          place: [number - 1, bracket],
        })),
      );
      const inTime = [...all].sort((a, b) => a.atS - b.atS);
      expect(inTime.map(({ place }) => place)).toEqual(
        seriesOf(geometryOf(bracketed(inside))).map(({ frame, bracket }) => [frame, bracket]),
      );
      expect(new Set(all.map(({ atS }) => atS)).size).toBe(9);
    }
  });

  test('the camera stands still between the exposures of one place', () => {
    const places = [0, 2].map((exposure) =>
      shotsFor(geometryOf(bracketed(true)), { ...exact, slideErrorMm: 0.3, exposure }).map(({ settings }) => settings.movements),
    );
    expect(places[0]).toEqual(places[1]);
  });
});

describe('a lens that moves from frame to frame', () => {
  const exact = { ...FIRST_BACK, slideErrorMm: 0, driftStops: 0 };
  const at = (shiftMm: number, riseMm = 0, turned = false) => ({ shiftMm, riseMm, turned });
  const moved = (adapterSpecs: Parameters<typeof adapter>[0], frames: readonly MosaicFrame[]) => {
    const base = setupWith();
    const rig = { ...base.rig, parts: mounted({ between: [adapter(adapterSpecs)] }) };
    return shotsFor(geometryOf({ ...base, rig, mosaic: { ...FIRST_MOSAIC, mover: 'lens', frames } }), exact).map(({ movedMm }) => movedMm);
  };

  test('is moved by its slides, not by the stops of a stitch back', () => {
    expect(moved({ stitching: 'sliding', stopsMm: [-20, 0, 20] }, [at(0), at(20), at(24, 3)])).toEqual([
      { right: 0, up: 0 },
      { right: 0, up: 0 },
      { right: 4, up: 3 },
    ]);
    expect(moved({}, [at(0), at(8, -2)])).toEqual([
      { right: 0, up: 0 },
      { right: 8, up: -2 },
    ]);
  });

  test('stands still while a plate turns the back about it', () => {
    expect(moved({ stitching: 'quarter', offsetXMm: 8, offsetYMm: 6 }, [at(8, 6), at(-6, 8, true)])).toEqual([
      { right: 0, up: 0 },
      { right: 0, up: 0 },
    ]);
  });
});

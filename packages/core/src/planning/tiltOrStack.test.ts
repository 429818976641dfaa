import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { blurAt } from '../focus/blur';
import type { Vec3 } from '../space/vector';
import { camera, view } from '../rig/parts.test-support';
import { assembled } from '../rig/assembled';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { pinStates } from '../geometry/pins';
import { PLAIN_SETTINGS } from '../setup/defaults';
import { patched } from '../setup/patch';
import { DEPTH_WAYS, tiltOrStack, type DepthOption } from './tiltOrStack';
import type { Pin } from '../model/pin';
import type { SetupSettings } from '../model/setup';

/** Evenly, in centimetres. */
const metres = (min: number, max: number) => fc.integer({ min: min * 100, max: max * 100 }).map((cm) => cm / 100);
const built = assembled({
  name: 'rig',
  rigId: null,
  parts: view({ camera: camera({ rearTiltDeg: 15, rearSwingDeg: 12, tiltAxis: 'axis' }) }),
});
if (!built.known) throw new Error('unknown');
const rig = built.value;
const scene = frontScene(10, 1.5);
const point = (n: number, at: Vec3): Pin => ({ id: `p${n}`, name: `pin ${n}`, role: 'sharp', weight: 1, place: { kind: 'point', at } });
const places = fc.array(fc.tuple(metres(-3, 3), metres(0, 4), metres(-8, 30)), { minLength: 2, maxLength: 6 });
const setups = fc.record({ places, fNumber: fc.constantFrom(6.8, 8, 11, 16, 22) }).map(({ places: at, fNumber }): SetupSettings =>
  setup({
    rig,
    scene,
    pins: at.map((p, i) => point(i, p)),
    fNumber,
    focusM: 10,
    sharpness: { school: 'pixels', pixels: 2, columnsPx: 20_000 },
  }),
);
const of = (settings: SetupSettings, way: DepthOption['way']): DepthOption | undefined =>
  tiltOrStack(geometryOf(settings))?.options.find((each) => each.way === way);

/** By hand: the lens set at every step of the stack, and each pin looked for in the shot that shows it best; in permissible blurs. */
function worstOfStack(settings: SetupSettings, { shots, railMm, stepMm, fromM }: DepthOption): number {
  const f = settings.rig.lens.focalMm;
  const first = fromM === null ? f : (f * fromM * 1000) / (fromM * 1000 - f);
  const { cocMm } = geometryOf(settings).blurAllowed;
  expect(stepMm * (shots - 1)).toBeCloseTo(railMm, 9);
  return Math.max(
    ...geometryOf(settings)
      .placedPins.flatMap(({ points }) => points)
      .map((p) =>
        Math.min(
          ...Array.from(
            { length: shots },
            (_, i) =>
              blurAt({ focalMm: f, imageMm: first - i * stepMm, tiltDeg: 0, swingDeg: 0, fNumber: settings.fNumber, pointM: p }) / cocMm,
          ),
        ),
      ),
  );
}

describe('tilt or stack', () => {
  test('a stack holds every pin in one of its shots: each set by hand, rays through the rim', () => {
    let stacks = 0;
    fc.assert(
      fc.property(setups, (settings) => {
        const option = of(settings, 'stack');
        if (!option || option.shots < 2 || option.shots > 400) return true;
        stacks++;
        return worstOfStack(settings, option) <= 1.02;
      }),
      { numRuns: 120 },
    );
    expect(stacks).toBeGreaterThan(60);
  });

  test('one shot fewer, over the same way on the rail, would share too little', () => {
    fc.assert(
      fc.property(setups, (settings) => {
        const option = of(settings, 'stack');
        if (!option || option.shots < 3 || option.shots > 400) return true;
        const { cocMm } = geometryOf(settings).blurAllowed;
        const e = (settings.fNumber * cocMm) / settings.rig.lens.focalMm;
        // The last shot holds least, from v/(1 + e) to v/(1 − e): a twentieth of that at least is shared with the one before it.
        const f = settings.rig.lens.focalMm;
        const last = option.toM === null ? f : (f * option.toM * 1000) / (option.toM * 1000 - f);
        const depth = last / (1 - e) - last / (1 + e);
        if (option.railMm / (option.shots - 2) > 0.95 * depth * (1 - 1e-6)) return true;
        // Or fewer than the formula for shots that follow each other by a fixed ratio, from the nearest point to the farthest.
        const first = option.fromM === null ? f : (f * option.fromM * 1000) / (option.fromM * 1000 - f);
        const formula = Math.log(first / (1 - e) / (last / (1 + e))) / (0.8 * Math.log((1 + e) / (1 - e)));
        return option.shots - 1 < formula;
      }),
    );
  });

  test('what is offered to be set holds every pin when it is set, at the aperture it says', () => {
    fc.assert(
      fc.property(setups, (settings) => {
        const { cocMm } = geometryOf(settings).blurAllowed;
        return (tiltOrStack(geometryOf(settings))?.options ?? []).every(({ patch, marked, shots, way }) => {
          if (!patch || marked === null || shots > 200) return true;
          const next = patched(settings, { ...patch, fNumber: way === 'tiltAndStack' || way === 'stack' ? settings.fNumber : marked });
          return pinStates(geometryOf(next)).every(({ blurMm }) => blurMm !== null && blurMm <= cocMm * 1.25);
        });
      }),
      { numRuns: 80 },
    );
  });

  test('tilted takes no smaller an aperture than straight, and two shots take none smaller than one', () => {
    fc.assert(
      fc.property(setups, (settings) => {
        const [none, tilt, two] = (['none', 'tilt', 'twoShots'] as const).map((way) => of(settings, way)?.fNumber ?? null);
        const most = Math.min(none ?? Infinity, tilt ?? Infinity);
        return (none == null || tilt == null || tilt <= none * (1 + 1e-6)) && (two == null || two <= most * (1 + 1e-3));
      }),
      { numRuns: 60 },
    );
  });

  test('what is preferred keeps every limit, and nothing with fewer shots does', () => {
    fc.assert(
      fc.property(
        setups,
        fc.integer({ min: 1, max: 20 }),
        fc.option(fc.constantFrom(8, 16, 32)),
        fc.boolean(),
        (settings, mostFrames, smallestFNumber, somethingMoves) => {
          const found = tiltOrStack(
            geometryOf({ ...settings, limits: { ...settings.limits, mostFrames, smallestFNumber, somethingMoves } }),
          );
          if (!found) return false;
          const keeping = found.options.filter(({ breaks }) => breaks.length === 0);
          const preferred = found.options.find(({ way }) => way === found.preferred);
          if (!preferred) return keeping.length === 0;
          return (
            preferred.breaks.length === 0 &&
            keeping.every(({ shots }) => shots >= preferred.shots) &&
            (!somethingMoves || preferred.shots === 1) &&
            preferred.shots <= mostFrames
          );
        },
      ),
    );
  });

  test('every option has its name, and its time is its shots times the time of one', () => {
    const found = tiltOrStack(
      geometryOf(
        setup({
          rig,
          scene,
          pins: [point(1, [0, 0, -8]), point(2, [0, 3, 30])],
          fNumber: 11,
          focusM: 10,
          limits: { ...PLAIN_SETTINGS.limits, mostFrames: 99, secondsPerFrame: 7 },
        }),
      ),
    );
    for (const { way, shots, seconds } of found?.options ?? []) {
      expect(DEPTH_WAYS[way]).toMatch(/^[A-Z]/);
      expect(seconds).toBe(shots * 7);
    }
    expect(found?.options.length).toBeGreaterThan(2);
  });
});

import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { assembled } from '../rig/assembled';
import { adapter, body, film, lens, mounted, view } from '../rig/parts.test-support';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { setup } from '../setup/fixtures.test-support';
import { depthRange, mosaicGiven, mosaicParallax, printMm, secondsOf, zoneStates } from './metrics';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { joinedSetup } from '../geometry/laidMosaic';
import { mosaicPlan } from './plan';
import { evenly } from '../evenly.test-support';
import type { RigParts, Rig } from '../model/rig';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';
import type { Mosaic } from '../model/mosaic';

const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
const shifting = rigOf(
  mounted({
    back: body({ widthMm: 36, heightMm: 24, columnsPx: 8256, rowsPx: 5504 }),
    lens: lens({ focalMm: 24, imageCircleMm: 90, slides: 'box', riseMm: 20, fallMm: 20, leftMm: 20, rightMm: 20 }),
  }),
);
const row = (places: readonly number[], more: Partial<Mosaic> = {}): Mosaic => ({
  ...FIRST_MOSAIC,
  frames: places.map((shiftMm) => ({ shiftMm, riseMm: 0, turned: false })),
  ...more,
});
const laid = (mosaic: Mosaic, more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ rig: shifting, orientation: 'portrait', mosaic, ...more });

describe('what a mosaic gives', () => {
  test('three upright frames by 12 mm of shift make 48 × 36 mm at the pitch of the sensor', () => {
    const given = mosaicGiven(geometryOf(laid(row([-12, 0, 12]))));
    expect(given).toMatchObject({ widthMm: 48, heightMm: 36, leastOverlap: 0.5, shots: 3, pixels: { columns: 11_008, rows: 8256 } });
    // The diagonal is 60 mm on a frame of 43.27.
    expect(given?.formatTimes).toBeCloseTo(60 / Math.hypot(36, 24), 9);
    expect(given?.equalFocalMm).toBeCloseTo((24 * Math.hypot(36, 24)) / 60, 9);
    // 3000 pixels at 300 to the inch are ten inches.
    expect(printMm({ columns: 3000, rows: 1500 }, 300)).toEqual({ width: 254, height: 127 });
    expect(given?.fieldDeg.width).toBeCloseTo(90, 9);
    // The corner lies 30 mm off an axis of 24 mm: cos⁴ leaves (24² / (24² + 30²))² of the light.
    expect(given?.falloffStops).toBeCloseTo(-Math.log2((576 / 1476) ** 2), 9);
  });

  test('the setup of the joined picture has its size, its place and its pixels', () => {
    fc.assert(
      fc.property(evenly(-15, 15), evenly(-8, 8), (first, rise) => {
        const settings = laid({
          ...row([first, first + 9]),
          frames: [
            { shiftMm: first, riseMm: rise, turned: false },
            { shiftMm: first + 9, riseMm: rise, turned: false },
          ],
        });
        const joined = joinedSetup(geometryOf(settings));
        return (
          joined !== null &&
          Math.abs(joined.movements.shiftMm - first - 4.5) < 1e-9 &&
          Math.abs(joined.movements.riseMm - rise) < 1e-9 &&
          Math.abs(joined.rig.back.widthMm - 33) < 1e-9 &&
          joined.rig.back.heightMm === 36 &&
          joined.orientation === 'portrait'
        );
      }),
    );
  });

  test('parallax is what two points show when they are projected from the two places of the lens', () => {
    fc.assert(
      fc.property(evenly(-15, 0), evenly(0.5, 15), evenly(0.5, 20), evenly(1.01, 50), evenly(-0.3, 0.3), (a, way, nearM, times, aside) => {
        const farM = nearM * times;
        const settings = laid(row([a, a + way], { nearestM: nearM, farthestM: farM, parallaxPx: 1 }));
        const v = geometryOf(settings).imageMm;
        // The camera stands; the lens centre goes `way` to the right. A point at x is then pictured, on the camera, at its centre less v·(x − centre)/z.
        const on = (centreMm: number, zM: number): number => centreMm - (v * (aside * zM * 1000 - centreMm)) / (zM * 1000);
        const parted = Math.abs(on(a + way, nearM) - on(a, nearM) - (on(a + way, farM) - on(a, farM)));
        const found = mosaicParallax(geometryOf(settings));
        const pitch = 36 / 8256;
        if (!found || Math.abs(found.px * pitch - parted) > 1e-9 * Math.max(1, parted)) return false;
        // Nothing nearer than what is said parts by more than what passes.
        const edge = mosaicParallax(geometryOf(laid(row([a, a + way], { nearestM: found.nearestM, farthestM: farM, parallaxPx: 1 }))));
        return edge !== null && Math.abs(edge.px - 1) < 1e-6;
      }),
    );
  });

  test('slid the other way, held by its foot, or by the stops of a stitch back, the lens stands still', () => {
    for (const mover of ['counter', 'back'] as const)
      expect(mosaicParallax(geometryOf(laid(row([-12, 0, 12], { mover, nearestM: 1 }))))?.px).toBe(0);
    const given = mosaicGiven(geometryOf(laid(row([-12, 0, 12], { mover: 'counter' }))));
    expect(given?.each.map(({ slideMm }) => slideMm.left)).toEqual([0, 12, 24]);
    const sliding = rigOf(
      mounted({
        between: [
          adapter(
            { stitching: 'sliding', stopsMm: [-15, 0, 15], lensFlangeDistanceMm: 18, thicknessMm: 0.1, lensMount: 'short' },
            'stitch back',
          ),
        ],
        lens: lens({ slides: 'none' }),
        back: body(),
      }),
    );
    expect(
      mosaicParallax(geometryOf(setup({ rig: sliding, orientation: 'portrait', mosaic: row([-15, 0, 15], { nearestM: 0.5 }) })))?.px,
    ).toBe(0);
    // Nobody said how near the nearest thing is, and there is no subject.
    expect(mosaicParallax(geometryOf(laid(row([-12, 0, 12]))))).toBeNull();
  });

  test('near and far are looked for in each overlap: a wall alone has no parallax, the ground before it has', () => {
    const sheet: Scene = {
      ...PLAIN_SCENE,
      subject: { kind: 'sheet', widthM: 4, heightM: 3, baseM: 0.2 },
      distanceM: 2,
      asideM: 0,
      cameraHeightM: 1.5,
      yawDeg: 0,
      pitchDeg: 0,
      rollDeg: 0,
    };
    expect(mosaicParallax(geometryOf(laid(row([-12, 0, 12]), { scene: sheet })))?.px).toBeCloseTo(0, 9);
    expect(depthRange(geometryOf(laid(row([-12, 0, 12]), { scene: sheet })))).toMatchObject({
      nearM: expect.closeTo(2, 9) as number,
      farM: expect.closeTo(2, 9) as number,
    });
    // Straight ahead over level ground the lower edge, 18 mm under the axis of 24 mm, shows it 1.5 · 24/18 = 2 m off; rays stand up to 24/14 mm apart.
    const ground: Scene = { ...sheet, subject: FIRST_SUBJECTS.ground };
    const near = depthRange(geometryOf(laid(row([-12, 0, 12]), { scene: ground })))?.nearM ?? NaN;
    expect(near).toBeGreaterThan((1.5 * 24) / (18 + 24 / 14) - 1e-9);
    expect(near).toBeLessThanOrEqual(2 + 1e-9);
    // Up in the sky there is nothing that could part.
    const sky = laid(
      { ...row([]), frames: [-12, 12].map((shiftMm) => ({ shiftMm: shiftMm / 2, riseMm: 19.9, turned: false })) },
      { scene: ground },
    );
    expect(mosaicParallax(geometryOf(sky))).toMatchObject({ px: 0 });
  });

  test('time is exposures, settling and moving, and series by series moves more', () => {
    const series = { brackets: 3, bracketsInside: true, flatFields: false, exposureS: 1, settleS: 2, moveS: 10 };
    expect(secondsOf(row([0, 1, 2, 3], { series }))).toBe(12 * 3 + 3 * 10);
    expect(secondsOf(row([0, 1, 2, 3], { series: { ...series, bracketsInside: false } }))).toBe(12 * 3 + 11 * 10);
    // One position needs no move between its exposures.
    expect(secondsOf(row([0], { series: { ...series, bracketsInside: false } }))).toBe(3 * 3);
  });

  test('what moves in one frame needs no seam; across a seam it goes as far as the time between the shots', () => {
    const zone = { name: 'boat', left: -2, right: 2, lower: -3, upper: 3, speedMs: 2, distanceM: 40 };
    expect(zoneStates(geometryOf(laid(row([-12, 0, 12], { zones: [zone] }))))[0]).toMatchObject({ within: 2, px: 0 });
    const wide = laid(row([-12, 12], { zones: [{ ...zone, left: -6, right: 6 }] }));
    const stepS = 8 + 0.5 + 2;
    expect(zoneStates(geometryOf(wide))[0]).toMatchObject({ within: null, between: [1, 2] });
    // 1.2 mm a second on the sensor: a pixel in 3.6 ms, its twelve millimetres in ten seconds.
    expect(zoneStates(geometryOf(wide))[0]?.frozenS).toBeCloseTo(36 / 8256 / 1.2, 9);
    expect(zoneStates(geometryOf(wide))[0]?.smoothS).toBeCloseTo(10, 9);
    expect(zoneStates(geometryOf(wide))[0]?.px).toBeCloseTo((2 * stepS * 24) / 40 / (36 / 8256), 6);
  });

  test('film is counted in holders and has no pixels', () => {
    const sheets = rigOf(view({ back: film({ form: 'sheet', sheetsPerHolder: 2 }) }));
    expect(mosaicGiven(geometryOf(setup({ rig: sheets, mosaic: row([-50, 0, 50]) })))).toMatchObject({
      pixels: null,
      bytes: null,
      film: { frames: 3, packs: 2, of: 'holder' },
    });
  });

  test('the plan counts pixels from the upper left and overlap from what is set', () => {
    const plan = mosaicPlan(geometryOf(laid(row([-12, 0, 12]))));
    expect(plan?.frames.map(({ leftPx, topPx, overlap }) => [leftPx, topPx, overlap])).toEqual([
      [0, 0, null],
      [2752, 0, 0.5],
      [5504, 0, 0.5],
    ]);
    expect(plan).toMatchObject({ widthPx: 11_008, frameWidthMm: 24, frameHeightMm: 36 });
    expect(mosaicPlan(geometryOf(setup()))).toBeNull();
    expect(geometryOf(setup()).laid).toBeNull();
  });
});

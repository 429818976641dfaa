import { checkSentence, evaluate } from '../checks/evaluate';
import { takenUp } from '../framing/inFrame';
import { idealPlace } from '../aberrations/warp';
import { drawnAt } from '../geometry/aberrations';
import { setupFalloff } from '../exposure/losses';
import { geometryOf } from '../geometry/geometry';
import { pinStates, statesOfPins } from '../geometry/pins';
import { pictured, railOf } from '../geometry/standards';
import { contradictionsIn } from '../kit/item';
import { sectionOf, wedgeAt } from '../planning/section';
import { frontScene, setup } from '../setup/fixtures.test-support';
import type { SetupSettings } from '../model/setup';
import { rigAberrations, breathingOf } from './aberrations';
import { assembled } from './assembled';
import { body, lens, mounted, reducer } from './parts.test-support';

type LensSpecs = Parameters<typeof lens>[0];
const rigOf = (specs: LensSpecs, back: Parameters<typeof body>[0] = {}) => {
  const parts = mounted({
    back: body({ columnsPx: 8256, rowsPx: 5504, ...back }),
    lens: lens({ focalMm: 50, widestFNumber: 2, smallestFNumber: 16, imageCircleMm: 90, ...specs }),
  });
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('not known');
  return rig.value;
};
const CURVED = { heightsMm: [10, 20], sagittalSagMm: [0.02, 0.08], tangentialSagMm: [0.05, 0.2] };
/** A pin straight ahead and one at 20 mm of image height, both as far away as the lens is focused. */
const pinned = (specs: LensSpecs, more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({
    rig: rigOf(specs),
    scene: frontScene(10, 1.6),
    focusM: 10,
    fNumber: 2,
    pins: [
      { id: 'a', name: 'middle', role: 'sharp', weight: 1, place: { kind: 'point', at: [0, 1.6, 0] } },
      { id: 'b', name: 'side', role: 'sharp', weight: 1, place: { kind: 'point', at: [4, 1.6, 0] } },
    ],
    ...more,
  });
const blurs = (settings: SetupSettings, fNumber?: number) => pinStates(geometryOf(settings), fNumber).map(({ blurMm }) => blurMm ?? NaN);

describe('the aberrations of a rig', () => {
  test('are unknown until something is entered', () => {
    expect(rigAberrations(rigOf({}).parts)).toBeNull();
    // A list that does not fit its heights is not guessed at.
    expect(rigAberrations(rigOf({ heightsMm: [10, 20], distortionPercent: [1] }).parts)).toBeNull();
    expect(rigAberrations(rigOf({ madeForGlassMm: 0 }).parts)).toBeNull();
    expect(rigAberrations(rigOf({ madeForGlassMm: 0 }, { coverGlassMm: 2 }).parts)?.extraGlassMm).toBe(2);
  });

  test('a converter makes heights larger by its factor and depths by its square', () => {
    const parts = mounted({
      between: [reducer(2)],
      lens: lens({ focalMm: 50, widestFNumber: 2, smallestFNumber: 16, ...CURVED, distortionPercent: [-1, -2] }),
    });
    expect(rigAberrations(parts)).toMatchObject({ heightsMm: [20, 40], tangentialSagMm: [0.2, 0.8], distortion: [-0.01, -0.02] });
  });

  test('a table whose lists do not fit is refused with both counts', () => {
    const found = contradictionsIn('lens', lens({ heightsMm: [10, 5], distortionPercent: [1] }).specs);
    expect(found.map(({ path }) => path[0])).toEqual(['heightsMm', 'distortionPercent']);
    expect(contradictionsIn('lens', lens({ widestFNumber: 4, falloffStoppedFNumber: 2.8 }).specs)[0]?.path).toEqual([
      'falloffStoppedFNumber',
    ]);
    expect(found[1]?.message).toBe('Distortion has 1 value; it needs one for each of “Image heights”, which has 2.');
  });
});

describe('field curvature and focus shift', () => {
  test('a flat wall in focus is soft at its side by the sag over the f-number, the softer of two directions of lines', () => {
    const [middle, side] = blurs(pinned(CURVED));
    expect(middle).toBeCloseTo(0, 9);
    // 20 mm of height at infinity is 4 m aside at 10 m; 0.2 mm of sag close up by (1 + m)², over N = 2 at 50.25 mm.
    const m = 50 / 9950;
    expect(side).toBeCloseTo((0.2 * (1 + m) ** 2 * 25) / (50 * (1 + m)), 3);
    expect(blurs(pinned({}))[1]).toBeCloseTo(0, 9);
  });

  test('what stands before the wall at the side is sharper than the wall, and softer with a flat field', () => {
    // The tangential focus 0.2 mm toward the lens: what is 5.6 m away, at the same angle.
    const nearer = { id: 'c', name: 'nearer', role: 'sharp', weight: 1, place: { kind: 'point', at: [2.24, 1.6, -4.4] } } as const;
    const [, side, before] = blurs(pinned(CURVED, { pins: [...pinned(CURVED).pins, nearer] }));
    expect(before).toBeLessThan(0.7 * (side ?? NaN));
    const [, flatSide, flatBefore] = blurs(pinned({}, { pins: [...pinned(CURVED).pins, nearer] }));
    expect(flatBefore).toBeGreaterThan(0.05 + (flatSide ?? NaN));
  });

  test('of a thing with many points the softest counts, though its two directions err to either side', () => {
    const astigmatic = { heightsMm: [10, 20], sagittalSagMm: [0.3, 0.02], tangentialSagMm: [-0.3, 0.02] };
    const geometry = geometryOf(pinned(astigmatic));
    const pin = { id: 't', name: 'row', role: 'sharp', weight: 1, place: { kind: 'point', at: [0, 1.6, 0] } } as const;
    const points = Array.from({ length: 21 }, (_, i): readonly [number, number, number] => [i / 5, 0, 10]);
    const [state] = statesOfPins([{ pin, points, world: points }], geometry.focus, 2);
    // 2 m aside at 10 m is 10 mm of image height: 0.3 mm of sag over N = 2.
    expect(state?.blurMm).toBeCloseTo((0.3 * 25) / 50, 2);
    expect(state?.worst[0]).toBeCloseTo(2, 9);
  });

  test('focus shift is nothing at the widest aperture and softens the middle when stopped down, and moves the plane', () => {
    const shifting = pinned({ focusShiftFNumbers: [2, 4, 8], focusShiftMm: [0, 0.1, 0.1] });
    expect(blurs(shifting, 2)[0]).toBeCloseTo(0, 9);
    expect(blurs(shifting, 4)[0]).toBeCloseTo((0.1 * 12.5) / 50.25, 4);
    expect(blurs(shifting, 8)[0]).toBeCloseTo((0.1 * 6.25) / 50.25, 4);
    // The focus behind the sensor: what is sharp on it is farther than 10 m. v − 0.1 = 50.151 mm is 16.6 m.
    const plane = sectionOf(
      geometryOf(pinned({ focusShiftFNumbers: [2, 4, 8], focusShiftMm: [0, 0.1, 0.1] }, { fNumber: 4 })),
      'side',
    ).plane;
    const v = 50 / (1 - 0.005) - 0.1;
    expect((plane?.at ?? NaN) / (plane?.z ?? NaN)).toBeCloseTo((50 * v) / (v - 50) / 1000, 3);
  });
});

describe('the wedge of a lens with a curved field', () => {
  test('ends beside the axis where the sag softens it, and is all of the width with a flat field', () => {
    const at = (specs: LensSpecs) => wedgeAt(geometryOf(pinned(specs, { fNumber: 4 })), 'plan', 10);
    expect(at({})).toEqual([-Infinity, Infinity]);
    const [low, high] = at(CURVED) ?? [NaN, NaN];
    expect(low).toBeCloseTo(-high, 3);
    // 0.0288 mm at f/4 are 0.115 mm of sag: between 10 mm (0.05) and 20 mm (0.2) of height at 14.3 mm, 2.87 m aside.
    expect(high).toBeGreaterThan(2.7);
    expect(high).toBeLessThan(3);
    // Where the axis itself is out of focus nothing is told.
    expect(wedgeAt(geometryOf(pinned(CURVED, { fNumber: 4 })), 'plan', 3)).toBeNull();
  });
});

describe('distortion', () => {
  test('moves what is drawn toward the lens axis, and the outline of the subject with it', () => {
    const barrel = { heightsMm: [10, 20], distortionPercent: [-1, -4] };
    const [plain, drawn] = [pinned({}), pinned(barrel)].map(geometryOf);
    if (!plain || !drawn) throw new Error('missing');
    const [x0, x1] = [plain, drawn].map((geometry) => pictured(geometry, [4, 1.6, 0])?.[0] ?? NaN);
    expect((x1 ?? NaN) / (x0 ?? NaN)).toBeCloseTo(0.96, 6);
    // What is drawn comes from where the shaders say that it comes from, about a tilted axis as well.
    const tilted = geometryOf(pinned(barrel, { front: { tiltDeg: 5, swingDeg: -3 } }));
    const { aberrations, focalMm } = tilted.focus;
    if (!aberrations) throw new Error('none');
    const lens3 = { focalMm, pupilRatio: 1, magnification: tilted.magnification };
    for (const place of [
      [3, -4],
      [-15, 9],
    ] as const) {
      const at = drawnAt(tilted, place);
      const [x, y] = idealPlace(aberrations, { imageMm: tilted.imageMm, axis: tilted.axis, lens: lens3, fNumber: 8 }, at, [0, 0]);
      // The one takes the height where it comes from, the other where it is drawn: 4 % of it apart at the most.
      expect(Math.hypot(x - place[0], y - place[1])).toBeLessThan(0.05);
    }
    const [wide, drawnIn] = [takenUp(plain), takenUp(drawn)];
    expect(drawnIn?.right).toBeLessThan(wide?.right ?? NaN);
  });
});

describe('breathing', () => {
  const breathing = { breathingPercent: -10, nearestMagnification: 0.1 };

  test('scales the picture by the magnification, and leaves focus and rail as they are', () => {
    expect(breathingOf(rigOf(breathing).parts, 0)).toBe(1);
    expect(breathingOf(rigOf(breathing).parts, 0.1)).toBeCloseTo(0.9, 12);
    expect(breathingOf(rigOf(breathing).parts, 0.05)).toBeCloseTo(0.95, 12);
    expect(breathingOf(rigOf({ breathingPercent: -10 }).parts, 0.1)).toBe(1);
    const [plain, narrow] = [pinned({}, { focusM: 1 }), pinned(breathing, { focusM: 1 })].map(geometryOf);
    if (!plain || !narrow) throw new Error('missing');
    const m = 50 / 950;
    expect(narrow.imageMm / plain.imageMm).toBeCloseTo(1 - 0.1 * (m / 0.1), 9);
    expect(narrow.focus).toEqual(plain.focus);
    expect(railOf(narrow)).toBe(railOf(plain));
    expect((pictured(narrow, [1, 1.6, 0])?.[0] ?? NaN) / (pictured(plain, [1, 1.6, 0])?.[0] ?? NaN)).toBeCloseTo(
      narrow.imageMm / plain.imageMm,
      9,
    );
  });
});

describe('light', () => {
  test('measured falloff replaces cos⁴, at the aperture set', () => {
    const specs = { heightsMm: [10, 22], falloffWideStops: [0.6, 2.5], falloffStoppedStops: [0.2, 1], falloffStoppedFNumber: 8 };
    const at = (fNumber: number, more: LensSpecs = specs) => setupFalloff(geometryOf(setup({ rig: rigOf(more), fNumber })));
    // The corner of 36 × 24 mm is at 21.6 mm.
    expect(at(2)).toMatchObject({ measured: true, stops: expect.closeTo(0.6 + (1.9 * 11.633) / 12, 2) as number });
    expect(at(8).stops).toBeCloseTo(0.2 + (0.8 * 11.633) / 12, 2);
    expect(at(8, {})).toMatchObject({ measured: false });
    // Measured at the widest aperture alone, it is by cos⁴ at others.
    expect(at(8, { heightsMm: [10, 22], falloffWideStops: [0.6, 2.5] })).toMatchObject({ measured: false });
  });

  test('light that meets the sensor too obliquely is told against the limit of the body, and unknown without the pupil ratio', () => {
    const rayAngle = (specs: LensSpecs, more: Partial<SetupSettings> = {}, mostRayDeg: number | null = 35) =>
      evaluate('rayAngle', geometryOf(setup({ rig: rigOf(specs, { mostRayDeg }), focusM: null, ...more })));
    expect(rayAngle({ pupilRatio: 1 }, {}, null)).toBeNull();
    expect(rayAngle({})?.state).toBe('unknown');
    const centred = rayAngle({ pupilRatio: 1 });
    // atan(21.63 / 50) = 23.4°.
    expect(centred && checkSentence(centred)).toBe('Light meets the sensor at up to 23.4° in the corners; its limit is 35.0°.');
    const shifted = rayAngle({ pupilRatio: 1 }, { movements: { riseMm: 0, shiftMm: 20 } });
    // atan(√(38² + 12²) / 50) = 38.5°.
    expect(shifted?.state).toBe('fails');
    expect(shifted && checkSentence(shifted)).toContain('up to 38.6°');
    // With a tilt whose pivot is not entered the lens may stand a few millimetres aside: 35° is then in doubt, 60° is not.
    const tilted = { front: { tiltDeg: 8, swingDeg: 0 }, movements: { riseMm: 15, shiftMm: 0 } };
    const lensSpecs = { pupilRatio: 1, tilts: 'both', tiltDeg: 8.5, tiltLock: 'free' } as const;
    const limits = Array.from({ length: 30 }, (_, i) => 20 + i);
    const doubtful = limits.filter((limit) => rayAngle({ ...lensSpecs, pivotMm: null }, tilted, limit)?.doubt);
    expect(doubtful.length).toBeGreaterThan(0);
    for (const limit of doubtful) {
      const states = [0, 40].map((pivotMm) => rayAngle({ ...lensSpecs, pivotMm }, tilted, limit)?.state === 'fails');
      expect(states[0]).not.toBe(states[1]);
    }
    expect(rayAngle({ ...lensSpecs, pivotMm: null }, tilted, 60)?.state).toBe('passes');
    // A retrofocus lens has its exit pupil farther away.
    expect(rayAngle({ pupilRatio: 2 }, { movements: { riseMm: 0, shiftMm: 20 } })?.state).toBe('passes');
  });
});

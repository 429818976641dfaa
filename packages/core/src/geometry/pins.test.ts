import { geometryOf } from './geometry';
import fc from 'fast-check';
import type { Vec3 } from '../space/vector';
import { evenly } from '../evenly.test-support';
import { FIRST_SUBJECTS, type Subject } from '../subjects/subject';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { blurOf, defocus, lostPins, pinStates } from './pins';
import { seenFrom } from '../space/pose';
import type { Pin } from '../model/pin';

const scene = frontScene(12, 1.5);
const on = (thing: string, role: Pin['role'] = 'sharp'): Pin => ({
  id: thing,
  name: thing,
  role,
  weight: 1,
  place: { kind: 'thing', thing },
});
const at = (point: Vec3, id = 'p'): Pin => ({ id, name: id, role: 'sharp', weight: 1, place: { kind: 'point', at: point } });

/** A model of many points in front of the camera. */
const cloud = fc.array(fc.tuple(evenly(-3, 3), evenly(0, 4), evenly(0, 9)), { minLength: 14, maxLength: 40 }).map((points): Subject => ({
  kind: 'model',
  mesh: { name: 'cloud', vertices: points.flat(), triangles: points.slice(2).flatMap((_, i) => [i, i + 1, i + 2]) },
  metresPerUnit: 1,
  turnDeg: 0,
}));

describe('how sharp a pin is', () => {
  test('a thing of many points is as soft as its softest, by the rays of each of them, though only a few are looked at', () => {
    let many = 0;
    fc.assert(
      fc.property(
        cloud,
        evenly(-6, 6),
        evenly(-4, 4),
        evenly(3, 30),
        fc.constantFrom(4, 8, 16),
        (subject, tiltDeg, swingDeg, focusM, fNumber) => {
          const settings = setup({ scene: { ...scene, subject }, pins: [on('model')], front: { tiltDeg, swingDeg }, focusM, fNumber });
          const [state] = pinStates(geometryOf(settings));
          if (!state) throw new Error('the model is pinned');
          if (state.points.length > 12) many++;
          const all = state.points.map((point) => blurOf(geometryOf(settings).focus, fNumber, point));
          if (all.some((blur) => blur === null)) return true;
          const most = Math.max(...all.map((blur) => blur ?? 0));
          return state.blurMm !== null && state.blurMm <= most * (1 + 1e-9) && state.blurMm >= most * 0.97;
        },
      ),
      { numRuns: 200 },
    );
    expect(many).toBeGreaterThan(150);
  });

  test('it lies nearer or farther than the plane by the sign of its defocus, and in it where the plane was laid through it', () => {
    fc.assert(
      fc.property(evenly(-10, 60), evenly(2, 40), (z, focusM) => {
        const settings = setup({ scene, pins: [at([0, 1.5, z])], focusM });
        const [state] = pinStates(geometryOf(settings));
        const u = z + 12;
        if (!state || u <= 0.05) return true;
        return state.side === (u < focusM ? 'nearer' : 'farther') || Math.abs(u - focusM) < 1e-6;
      }),
    );
    expect(pinStates(geometryOf(setup({ scene, pins: [at([0, 1.5, 0])], focusM: 12 })))[0]).toMatchObject({ side: 'inFocus' });
  });

  test('a plane that runs through a thing leaves some of it sharp', () => {
    const settings = setup({ scene: { ...scene, subject: { ...FIRST_SUBJECTS.front, turnDeg: 40 } }, pins: [on('wall')], focusM: 12 });
    expect(pinStates(geometryOf(settings))[0]).toMatchObject({ leastBlurMm: 0 });
    const before = pinStates(geometryOf({ ...settings, focusM: 2 }))[0];
    expect(before?.leastBlurMm).toBeGreaterThan(0);
    expect(before?.leastBlurMm ?? 1).toBeLessThan(before?.blurMm ?? 0);
    expect(before?.side).toBe('farther');
  });

  test('untilted, the defocus is by how much the distance differs from the one focused on', () => {
    // v/f = u₀/(u₀ − f), so that g = 1 − u₀(u − f)/((u₀ − f)u) = 1 − (1 − f/u)/(1 − f/u₀).
    fc.assert(
      fc.property(evenly(0.5, 60), evenly(0.5, 60), (u0, u) => {
        const settings = setup({ focusM: u0 });
        const f = 0.024;
        return Math.abs(defocus(geometryOf(settings).focus, [0, 0, u]) - (1 - (1 - f / u) / (1 - f / u0))) < 1e-9;
      }),
    );
  });

  test('a pin whose thing the subject no longer has is lost, and said to be, not counted as sharp', () => {
    const settings = setup({ scene, pins: [on('wall'), on('label')] });
    expect(geometryOf(settings).placedPins.map(({ pin }) => pin.id)).toEqual(['wall']);
    expect(lostPins(geometryOf(settings)).map(({ id }) => id)).toEqual(['label']);
    expect(pinStates(geometryOf({ ...settings, scene: null }))).toEqual([]);
  });

  test('what cannot be focused at all has no blur to tell', () => {
    const settings = setup({ scene, pins: [at([0, 1.5, -20])] });
    const back = geometryOf(settings).back;
    expect(back && seenFrom(back, [0, 1.5, -20])[2]).toBeLessThan(0);
    expect(pinStates(geometryOf(settings))[0]?.blurMm).toBeNull();
  });

  test('the standard in pixels counts those of the frame that is kept; film has none', () => {
    const settings = setup({ sharpness: { school: 'pixels', pixels: 2, columnsPx: 1 } });
    expect(geometryOf(settings).blurAllowed.cocMm).toBeCloseTo((2 * 36) / 8256, 9);
    // A square out of the middle is of the same pixels.
    expect(geometryOf({ ...settings, crop: 1 }).blurAllowed.cocMm).toBeCloseTo((2 * 36) / 8256, 4);
    expect(geometryOf(settings).pixelMm).toBeCloseTo(36 / 8256, 9);
    expect(
      geometryOf(setup({ rig: { ...settings.rig, back: { ...settings.rig.back, columnsPx: null, rowsPx: null } } })).pixelMm,
    ).toBeNull();
  });
});

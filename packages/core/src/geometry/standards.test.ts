import { geometryOf } from './geometry';
import fc from 'fast-check';
import { finderMatrix, throughMatrix } from '../perspective/finderMatrix';
import { turnIn } from '../perspective/turnIn';
import { levelOf, pictured } from './standards';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { keepingCentre } from '../planning/keepCentre';
import { seenFrom } from '../space/pose';
import { patched } from '../setup/patch';
import { evenly } from '../evenly.test-support';

const scene = frontScene(20, 1.6);

describe('a back turned on its camera', () => {
  test('with the head pitched and the back turned upright again it stands level, and the lens looks up', () => {
    const settings = setup({ scene: { ...scene, pitchDeg: 15 }, rear: { tiltDeg: 15, swingDeg: 0 } });
    const back = geometryOf(settings).back;
    expect(back && levelOf(back).pitchDeg).toBeCloseTo(0, 9);
    // In the frame of the back the lens is tilted backward: its axis rises.
    expect(geometryOf(settings).lens.tiltDeg).toBeCloseTo(-15, 9);
    // As far out along its own axis as its scale says: along the normal less by the cosine.
    expect(geometryOf(settings).imageMm).toBeCloseTo(24 * Math.cos(Math.PI / 12), 9);
  });

  test('the Finder’s matrix for it agrees, and what lies in its tilted plane of focus lands alike from the rim of the aperture', () => {
    const settings = setup({ scene, rear: { tiltDeg: 10, swingDeg: 0 }, focusM: 3 });
    const back = geometryOf(settings).back;
    if (!back) throw new Error('no back');
    const camera = {
      focalMm: 24,
      imageMm: geometryOf(settings).imageMm,
      movements: geometryOf(settings).lens,
      frame: { widthMm: 36, heightMm: 24 },
      nearM: 0.1,
      farM: 100,
    };
    // 3 m along the axis of the lens, which stands level: straight ahead of the camera.
    const seen = seenFrom(back, [0, 1.6, -17]);
    const [middle, rim] = [throughMatrix(finderMatrix(camera), seen), throughMatrix(finderMatrix(camera, [0, 3]), seen)];
    expect(rim?.[1]).toBeCloseTo(middle?.[1] ?? NaN, 9);
    const at = pictured(geometryOf(settings), [0, 1.6, -17]);
    expect((middle?.[1] ?? 0) * 12).toBeCloseTo(at?.[1] ?? NaN, 9);
  });
});

describe('turning with the centre kept', () => {
  test('level and without rise it is the counter-shift of the calculator', () => {
    fc.assert(
      fc.property(evenly(-12, 12), evenly(-20, 20), (shiftMm, yawDeg) => {
        const settings = setup({ scene, movements: { riseMm: 0, shiftMm } });
        const kept = keepingCentre(geometryOf(settings), { yawDeg });
        const { shiftMm: wanted } = turnIn(24, shiftMm, 3, yawDeg);
        return kept !== null && Math.abs(kept.shiftMm - wanted) < 1e-9 && Math.abs(kept.riseMm) < 1e-9;
      }),
    );
  });

  test('however it is turned, the same point of the world stays in the centre', () => {
    fc.assert(
      fc.property(
        evenly(-10, 10),
        evenly(-10, 10),
        evenly(-15, 15),
        evenly(-15, 15),
        evenly(-5, 5),
        (riseMm, shiftMm, yawDeg, pitchDeg, tiltDeg) => {
          const settings = setup({ scene, movements: { riseMm, shiftMm }, rear: { tiltDeg, swingDeg: 2 } });
          const back = geometryOf(settings).back;
          const placing = { yawDeg, pitchDeg };
          const kept = keepingCentre(geometryOf(settings), placing);
          if (!back || !kept) return false;
          // A point on the ray of the centre, 10 m off.
          const v = geometryOf(settings).imageMm;
          const { riseMm: above, shiftMm: aside } = geometryOf(settings).position;
          const { right, up, forward } = back.axes;
          const point = [0, 1, 2].map(
            (i) => (back.at[i] ?? 0) + 10 * ((right[i] ?? 0) * (aside / v) + (up[i] ?? 0) * (above / v) + (forward[i] ?? 0)),
          ) as unknown as [number, number, number];
          const at = pictured(geometryOf(patched(settings, { placing, movements: kept })), point);
          return at !== null && Math.abs(at[0]) < 1e-6 && Math.abs(at[1]) < 1e-6;
        },
      ),
    );
  });

  test('turned until its centre would be behind the camera there is no movement that keeps it', () => {
    const settings = setup({ scene, movements: { riseMm: 0, shiftMm: 5 } });
    expect(keepingCentre(geometryOf(settings), { yawDeg: 60 })).not.toBeNull();
    expect(keepingCentre(geometryOf(settings), { yawDeg: 110 })).toBeNull();
    expect(keepingCentre(geometryOf(setup()), { yawDeg: 5 })).toBeNull();
  });
});

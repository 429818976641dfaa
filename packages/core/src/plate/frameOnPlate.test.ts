import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { frameOnPlate } from './frameOnPlate';
import { plateToRig } from './throughRig';
import type { PlateProjection } from './pixel';

const FLAT: PlateProjection = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2912 };
const SPHERE: PlateProjection = { kind: 'sphere', widthPx: 4096, heightPx: 2048 };

describe('the frame of a rig on a photograph', () => {
  test('is seen through the rig as the border of its frame, all round', () => {
    fc.assert(
      fc.property(fc.constantFrom(FLAT, SPHERE), evenly(-20, 20), evenly(-10, 20), evenly(-8, 8), (plate, yawDeg, pitchDeg, riseMm) => {
        const held = { yawDeg: 0, pitchDeg: 5, rollDeg: -2 };
        const rig = { turned: { yawDeg, pitchDeg, rollDeg: 1 }, imageMm: 35, riseMm, shiftMm: 3 };
        const outline = frameOnPlate(plate, held, rig, { widthMm: 36, heightMm: 24 });
        expect(outline).toHaveLength(48);
        for (const pixel of outline) {
          const [x, y] = plateToRig(plate, held, rig, pixel) ?? [NaN, NaN];
          // On the border: at the left or right edge, or at the upper or lower one, and never outside.
          expect(Math.max(Math.abs(x) / 18, Math.abs(y) / 12)).toBeCloseTo(1, 6);
        }
      }),
    );
  });

  test('leaves out what a flat photograph does not look toward', () => {
    const away = { turned: { yawDeg: 180, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm: 0, shiftMm: 0 };
    expect(frameOnPlate(FLAT, { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, away, { widthMm: 36, heightMm: 24 })).toEqual([]);
  });
});

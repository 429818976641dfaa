import fc from 'fast-check';
import { levelOffset } from './levelOffset';
import { radians } from '../angles';
import { autoLevel } from './autoLevel';
import type { FlatPlate } from './pixel';
import { cameraAxes } from '../space/pose';
import { dot, type Vec3 } from '../space/vector';

const angle = fc.double({ min: -2, max: 2, noNaN: true });

test('a level that is off by so much is found, whatever the uprights lean; a level that is right reads nothing', () => {
  fc.assert(
    fc.property(angle, angle, angle, angle, (pitchDeg, rollDeg, away, right) => {
      const seen = (turned: 1 | -1) => ({
        pitchDeg: pitchDeg + turned * away,
        rollDeg: rollDeg - turned * right,
        uncertaintyDeg: 0.1,
      });
      const found = levelOffset(seen(1), seen(-1));
      expect(found.pitchDeg).toBeCloseTo(pitchDeg, 9);
      expect(found.rollDeg).toBeCloseTo(rollDeg, 9);
      expect(found.leansAwayDeg).toBeCloseTo(away, 9);
      expect(found.leansRightDeg).toBeCloseTo(right, 9);
      expect(found.doubtDeg).toBeCloseTo(0.1 / Math.SQRT2, 9);
    }),
  );
});

/** Where leaning uprights about a place are drawn by a camera that is pitched and rolled; the world is right, up, ahead. */
function drawn(plate: FlatPlate, pitchDeg: number, rollDeg: number, lean: Vec3) {
  const { right, up, forward } = cameraAxes({ yawDeg: 0, pitchDeg, rollDeg });
  return Array.from({ length: 14 }, (_, i) => {
    const foot: Vec3 = [-4.5 + 0.7 * i, -1.6, 9 + (i % 3)];
    const top: Vec3 = [foot[0] + 4 * lean[0], foot[1] + 4 * lean[1], foot[2] + 4 * lean[2]];
    const at = (point: Vec3) => {
      const deep = dot(point, forward);
      return [
        plate.widthPx / 2 + (plate.focalPx * dot(point, right)) / deep,
        plate.heightPx / 2 - (plate.focalPx * dot(point, up)) / deep,
      ] as const;
    };
    return [...at(foot), ...at(top)] as const;
  });
}

test('the signs are those of photographs: boards that lean 1° to the right and 0.5° away, a level that is off by 0.4° and −0.3°', () => {
  const plate: FlatPlate = { kind: 'flat', widthPx: 3000, heightPx: 2000, focalPx: 2200 };
  const [across, away] = [Math.tan(radians(1)), Math.tan(radians(0.5))];
  const of = (turned: 1 | -1) => {
    const found = autoLevel(plate, drawn(plate, 0.4, -0.3, [turned * across, 1, turned * away]));
    if (!found) throw new Error('no level was found');
    return { pitchDeg: found.pitchDeg, rollDeg: found.rollDeg, uncertaintyDeg: 0.01 };
  };
  const offset = levelOffset(of(1), of(-1));
  expect(offset.pitchDeg).toBeCloseTo(0.4, 1);
  expect(offset.rollDeg).toBeCloseTo(-0.3, 1);
  expect(offset.leansRightDeg).toBeCloseTo(1, 1);
  expect(offset.leansAwayDeg).toBeCloseTo(0.5, 1);
});

import fc from 'fast-check';
import { Euler, Matrix4, Vector3 } from 'three';
import { anglesOf, cameraAxes, inCamera } from './pose';
import { evenly } from '../evenly.test-support';

const rad = (deg: number) => (deg * Math.PI) / 180;

describe('where the camera looks', () => {
  test('agrees with the turns of a 3D package, which looks along −z and turns to the left', () => {
    fc.assert(
      fc.property(
        evenly(-180, 180),
        evenly(-80, 80),
        evenly(-45, 45),
        fc.tuple(evenly(-9, 9), evenly(-9, 9), evenly(-9, 9)),
        (yawDeg, pitchDeg, rollDeg, [x, y, z]) => {
          const [a, b, c] = inCamera({ xM: 1, heightM: 1.6, zM: -12, yawDeg, pitchDeg, rollDeg }, [x, y, z]);
          const matrix = new Matrix4().makeRotationFromEuler(new Euler(rad(pitchDeg), rad(-yawDeg), rad(-rollDeg), 'YXZ'));
          const theirs = new Vector3(x - 1, y - 1.6, -(z + 12)).applyMatrix4(matrix.invert());
          return Math.hypot(theirs.x - a, theirs.y - b, -theirs.z - c) < 1e-9;
        },
      ),
    );
  });

  test('turned right, pitched up and rolled clockwise are what they say', () => {
    expect(cameraAxes({ yawDeg: 90, pitchDeg: 0, rollDeg: 0 }).forward[0]).toBeCloseTo(1, 9);
    expect(cameraAxes({ yawDeg: 0, pitchDeg: 30, rollDeg: 0 }).forward[1]).toBeCloseTo(0.5, 9);
    expect(cameraAxes({ yawDeg: 0, pitchDeg: 0, rollDeg: 10 }).right[1]).toBeLessThan(0);
  });

  test('its angles come back from its directions', () => {
    fc.assert(
      fc.property(evenly(-180, 180), evenly(-89, 89), evenly(-179, 179), (yawDeg, pitchDeg, rollDeg) => {
        const found = anglesOf(cameraAxes({ yawDeg, pitchDeg, rollDeg }));
        expect(found.pitchDeg).toBeCloseTo(pitchDeg, 6);
        expect(found.rollDeg).toBeCloseTo(rollDeg, 6);
        expect(Math.cos(((found.yawDeg - yawDeg) * Math.PI) / 180)).toBeCloseTo(1, 9);
      }),
    );
    // Straight up yaw and roll are one.
    expect(anglesOf(cameraAxes({ yawDeg: 30, pitchDeg: 90, rollDeg: 20 }))).toMatchObject({ pitchDeg: 90, rollDeg: 0 });
  });
});

import fc from 'fast-check';
import { farAndNear } from './farAndNear';
import { focusPlane } from './plane';
import { dot, scaled, type Vec3 } from '../space/vector';
import { evenly } from '../evenly.test-support';

describe('far and near', () => {
  test('settles on the tilt whose plane goes through both pins', () => {
    fc.assert(
      fc.property(fc.constantFrom(50, 90, 150), evenly(1.5, 4), evenly(6, 60), evenly(-1.2, -0.3), (f, near, far, below) => {
        const [farPin, nearPin]: [Vec3, Vec3] = [
          [0, below, far],
          [0, below, near],
        ];
        const { turns, settled } = farAndNear({
          focalMm: f,
          farM: farPin,
          nearM: nearPin,
          angleDeg: 0,
          mostDeg: 30,
          withinMm: 1e-6,
          mostTurns: 60,
        });
        fc.pre(settled);
        const last = turns[turns.length - 1];
        if (!last) return false;
        const plane = focusPlane(f, f + last.extensionMm, last.turnDeg, 0);
        return [farPin, nearPin].every((pin) => Math.abs(dot(plane.normal, scaled(pin, 1000)) - plane.offsetMm) < 2e-3 * plane.offsetMm);
      }),
    );
  });

  test('ground under the lens: the hinge rule gives the tilt it settles on, J = f/sin α', () => {
    // Two pins on level ground 1.5 m under the lens: the plane is the ground, hinged 1.5 m below.
    const { turns, settled } = farAndNear({
      focalMm: 150,
      farM: [0, -1.5, 40],
      nearM: [0, -1.5, 2.2],
      angleDeg: 0,
      mostDeg: 20,
      withinMm: 0.001,
      mostTurns: 40,
    });
    expect(settled).toBe(true);
    expect(turns[turns.length - 1]?.turnDeg).toBeCloseTo((Math.asin(0.15 / 1.5) * 180) / Math.PI, 1);
    // Each round leaves less to do than the one before.
    const rest = turns.filter(({ does }) => does === 'focusFar').map(({ otherMm }) => Math.abs(otherMm));
    rest.forEach((mm, i) => i > 0 && expect(mm).toBeLessThan(rest[i - 1] ?? 0));
  });

  test('says when the mechanism ends it, and refuses pins that cannot be focused', () => {
    const stopped = farAndNear({ focalMm: 150, farM: [0, -1.5, 40], nearM: [0, -1.5, 2.2], angleDeg: 0, mostDeg: 2, withinMm: 0.001 });
    expect(stopped).toMatchObject({ ended: true, settled: false });
    expect(stopped.turns[stopped.turns.length - 1]?.turnDeg).toBeLessThanOrEqual(2);
    expect(() => farAndNear({ focalMm: 150, farM: [0, 0, 5], nearM: [0, 0, -1], angleDeg: 0, mostDeg: 8, withinMm: 0.01 })).toThrow(
      /behind the camera/,
    );
  });
});

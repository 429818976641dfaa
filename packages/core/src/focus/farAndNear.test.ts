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

  const GROUND = { focalMm: 150, farM: [0, -1.5, 40], nearM: [0, -1.5, 2.2], angleDeg: 0, mostDeg: 20 } as const;

  test('takes as many turns as are allowed, and no round more', () => {
    for (const [mostTurns, taken] of [
      [1, 1],
      [2, 3],
      [3, 3],
      [4, 5],
      [5, 5],
    ] as const)
      expect(farAndNear({ ...GROUND, withinMm: 1e-9, mostTurns }).turns).toHaveLength(taken);
  });

  test('ends with the first turn that leaves as little as is asked for', () => {
    const withinMm = 0.05;
    const { turns, settled } = farAndNear({ ...GROUND, withinMm });
    expect(settled).toBe(true);
    expect(turns.slice(0, -1).every(({ otherMm }) => Math.abs(otherMm) > withinMm)).toBe(true);
    expect(Math.abs(turns[turns.length - 1]?.otherMm ?? Infinity)).toBeLessThanOrEqual(withinMm);
    // Two pins at one distance need no tilt: the first focus is the last turn.
    const level = farAndNear({ ...GROUND, farM: [0, 1, 5], nearM: [0, -1, 5], withinMm: 0.01 });
    expect(level).toMatchObject({ settled: true, turns: [{ does: 'focusFar', turnDeg: 0 }] });
    expect(level.turns).toHaveLength(1);
  });
});

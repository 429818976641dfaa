import fc from 'fast-check';
import { Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { lensAxis } from '../space/axis';
import { lockedAxis, nearestTilt, requireTilt, type TiltMechanism } from './tiltMechanism';

const ends = fc.tuple(evenly(-20, 0), evenly(0, 20)).map(([from, to]) => [from, to] as const);
const anyMechanism: fc.Arbitrary<TiltMechanism> = fc.oneof(
  fc.constant({ kind: 'free' as const }),
  fc.record({ kind: fc.constant('cone' as const), maxDeg: evenly(0, 20) }),
  fc.record({ kind: fc.constant('box' as const), tiltDeg: ends, swingDeg: ends }),
  fc.record({ kind: fc.constant('line' as const), angleDeg: evenly(-180, 180), rangeDeg: ends }),
);
const setting = fc.record({ tiltDeg: evenly(-40, 40), swingDeg: evenly(-40, 40) });
const apart = (a: { tiltDeg: number; swingDeg: number }, b: { tiltDeg: number; swingDeg: number }): number =>
  (new Vector3(...lensAxis(a.tiltDeg, a.swingDeg)).angleTo(new Vector3(...lensAxis(b.tiltDeg, b.swingDeg))) * 180) / Math.PI;

describe('the nearest that a tilt mechanism can be set to', () => {
  test('is tilt and swing and nothing else, since just that is kept', () => {
    fc.assert(
      fc.property(
        anyMechanism,
        setting,
        (mechanism, wanted) => Object.keys(nearestTilt(mechanism, wanted)).sort().join() === 'swingDeg,tiltDeg',
      ),
    );
  });

  test('can be set: set again it stays', () => {
    fc.assert(
      fc.property(anyMechanism, setting, (mechanism, wanted) => {
        const near = nearestTilt(mechanism, wanted);
        expect(apart(nearestTilt(mechanism, near), near)).toBeLessThan(1e-5);
        expect(() => requireTilt(mechanism, near)).not.toThrow();
      }),
    );
  });

  test('of a cone or a locked tilt nothing that can be set is nearer, by the angle between the axes', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.record({ kind: fc.constant('cone' as const), maxDeg: evenly(0.5, 20) }),
          fc.record({ kind: fc.constant('line' as const), angleDeg: evenly(-180, 180), rangeDeg: ends }),
        ),
        setting,
        evenly(0, 1),
        evenly(0, 360),
        (mechanism, wanted, share, around) => {
          const near = nearestTilt(mechanism, wanted);
          // Any axis the mechanism has: in the cone, or on the line.
          const axis =
            mechanism.kind === 'cone'
              ? lockedAxis(around, mechanism.maxDeg * share)
              : lockedAxis(mechanism.angleDeg, mechanism.rangeDeg[0] + (mechanism.rangeDeg[1] - mechanism.rangeDeg[0]) * share);
          const other = (new Vector3(...lensAxis(wanted.tiltDeg, wanted.swingDeg)).angleTo(new Vector3(...axis)) * 180) / Math.PI;
          return apart(near, wanted) <= other + 1e-5;
        },
      ),
      { numRuns: 600 },
    );
  });

  test('of two hinges each goes as far as it can', () => {
    const oneWay: TiltMechanism = { kind: 'box', tiltDeg: [0, 8], swingDeg: [-3, 3] };
    expect(nearestTilt(oneWay, { tiltDeg: -2, swingDeg: 1 })).toEqual({ tiltDeg: 0, swingDeg: 1 });
    expect(nearestTilt(oneWay, { tiltDeg: 12, swingDeg: -9 })).toEqual({ tiltDeg: 8, swingDeg: -3 });
  });

  test('what cannot be set is refused with what can', () => {
    expect(() => requireTilt({ kind: 'cone', maxDeg: 8 }, { tiltDeg: 10, swingDeg: 0 })).toThrow(
      'This needs tilt 10.00° and swing 0.00°, which the mechanism cannot reach; the closest available is tilt 8.00° and swing 0.00°.',
    );
    expect(() => requireTilt({ kind: 'line', angleDeg: 90, rangeDeg: [-8, 8] }, { tiltDeg: 3, swingDeg: 0 })).toThrow(
      /the closest available is tilt 0\.00° and swing 0\.00°/,
    );
  });
});

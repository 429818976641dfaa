import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { focusPlane } from '../focus/plane';
import { geometryOf } from '../geometry/geometry';
import { blurOf } from '../geometry/pins';
import { railOf } from '../geometry/standards';
import { standardAxes } from '../geometry/viewCamera';
import { setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { turnedToCamera } from '../space/pose';
import type { PivotLengths } from '../model/movements';
import { focusMoved, refocused, turnedByHand } from './turnByHand';

const CENTRED: PivotLengths = { frontBaseMm: 0, frontAheadMm: 0, rearBaseMm: 0, rearBehindMm: 0 };
const withPivots = (triedPivots: PivotLengths, changes: Parameters<typeof setup>[0] = {}) =>
  setup({ rig: { ...setup().rig, triedPivots }, ...changes });
const turn = fc.record({ tiltDeg: evenly(-12, 12), swingDeg: evenly(-8, 8) });
const pivots = fc.record({
  frontBaseMm: evenly(0, 100),
  frontAheadMm: evenly(-30, 40),
  rearBaseMm: evenly(0, 100),
  rearBehindMm: evenly(-10, 40),
});

describe('a standard turned by hand', () => {
  test('leaves the rail where it is, whatever it turns about, and turned back the focus is what it was', () => {
    let seen = 0;
    fc.assert(
      fc.property(pivots, turn, turn, evenly(0.5, 40), evenly(-8, 8), (tried, front, rear, focusM, riseMm) => {
        const before = geometryOf(withPivots(tried, { focusM, movements: { riseMm, shiftMm: 3 } }));
        const patch = turnedByHand(before, { front, rear });
        // The lens would stand behind the back: nothing was turned there.
        if (patch.focusM === focusM) return true;
        seen++;
        const after = geometryOf(patched(before.settings, patch));
        const again = turnedByHand(after, { front: before.settings.front, rear: before.settings.rear });
        return Math.abs(railOf(after) - railOf(before)) < 1e-6 && again.focusM != null && Math.abs(again.focusM - focusM) < 1e-5 * focusM;
      }),
    );
    expect(seen).toBeGreaterThan(50);
  });

  // Rays: a lens turned about its centre before a back at its focal length (worked in closed form: l − z has half the angle).
  test('at infinity, turned about the lens centre, the plane drops by half the tilt', () => {
    fc.assert(
      fc.property(evenly(0.5, 12), (tiltDeg) => {
        const before = geometryOf(withPivots(CENTRED, { focusM: null }));
        const after = geometryOf(patched(before.settings, turnedByHand(before, { front: { tiltDeg, swingDeg: 0 } })));
        expect(after.imageMm).toBeCloseTo(24, 9);
        const { normal } = focusPlane(24, after.imageMm, tiltDeg, 0);
        // The normal leans back by as much as the plane drops away from the camera.
        const dropDeg = (Math.atan(normal[2] / normal[1]) * 180) / Math.PI;
        return Math.abs(Math.abs(dropDeg) - tiltDeg / 2) < 1e-6;
      }),
    );
  });

  test('refocusing makes what was sharp in the middle of the picture sharp again, by rays', () => {
    fc.assert(
      fc.property(pivots, turn, turn, evenly(1, 40), (tried, front, rear, focusM) => {
        const before = geometryOf(withPivots(tried, { focusM }));
        const turned = patched(before.settings, turnedByHand(before, { front, rear }));
        const after = geometryOf({ ...turned, focusM: refocused(before, geometryOf(turned)) });
        // Straight ahead of a straight camera, at its focus.
        const point = turnedToCamera(standardAxes(rear), [0, 0, focusM]);
        const blur = blurOf(after.focus, 4, point);
        return blur !== null && blur < 1e-6;
      }),
    );
  });

  test('that the focus has moved is said of a turn by hand, not of a solution that sets the focus too', () => {
    const before = geometryOf(withPivots(CENTRED, { focusM: 3 }));
    const front = { tiltDeg: 5, swingDeg: 0 };
    expect(focusMoved(before, geometryOf(patched(before.settings, turnedByHand(before, { front }))))).toBe(true);
    expect(focusMoved(before, geometryOf(patched(before.settings, { front, focusM: 2 })))).toBe(false);
    expect(focusMoved(before, geometryOf(patched(before.settings, { focusM: 2 })))).toBe(false);
  });
});

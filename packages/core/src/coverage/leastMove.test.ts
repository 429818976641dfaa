import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import type { ShiftPosition } from '../model/movements';
import type { Cone } from './cone';
import { leastMoveInCircle, leastMoveInCone } from './leastMove';

const FRAME = { widthMm: 36, heightMm: 24 };
const DIRECTIONS = Array.from({ length: 180 }, (_, i) => (2 * Math.PI * i) / 180);

/** Whether every corner's ray is within the half-angle of the axis: each ray by itself, no section of the cone. */
function isInside({ axis, halfAngle, imageMm }: Cone, { shiftMm, riseMm }: ShiftPosition): boolean {
  return [-18, 18].every((right) =>
    [-12, 12].every((up) => {
      const [x, y] = [shiftMm + right, riseMm + up];
      return Math.acos((x * axis[0] + y * axis[1] + imageMm * axis[2]) / Math.hypot(x, y, imageMm)) <= halfAngle;
    }),
  );
}

const moved = ({ shiftMm, riseMm }: ShiftPosition, mm: number, turn: number): ShiftPosition => ({
  shiftMm: shiftMm + mm * Math.cos(turn),
  riseMm: riseMm + mm * Math.sin(turn),
});

const cones = fc.record({ lean: evenly(0, 0.6), way: evenly(0, 2 * Math.PI), halfAngle: evenly(0.5, 0.8), imageMm: evenly(30, 90) });
const coneOf = ({ lean, way, halfAngle, imageMm }: { lean: number; way: number; halfAngle: number; imageMm: number }): Cone => ({
  axis: [Math.sin(lean) * Math.cos(way), Math.sin(lean) * Math.sin(way), Math.cos(lean)],
  halfAngle,
  imageMm,
});

test('by less than the margin the frame may go in any direction, by more in not every one', () => {
  let inside = 0;
  fc.assert(
    fc.property(cones, evenly(-30, 30), evenly(-30, 30), (values, shiftMm, riseMm) => {
      const cone = coneOf(values);
      const at = { shiftMm, riseMm };
      const margin = leastMoveInCone(FRAME, cone, at);
      if (margin === null || margin < 0) return;
      inside++;
      expect(isInside(cone, at)).toBe(true);
      for (const turn of DIRECTIONS) expect(isInside(cone, moved(at, margin * 0.9999 - 1e-9, turn))).toBe(true);
      expect(DIRECTIONS.some((turn) => !isInside(cone, moved(at, margin * 1.01 + 0.01, turn)))).toBe(true);
    }),
    { numRuns: 150 },
  );
  expect(inside).toBeGreaterThan(20);
});

test('a corner is outside exactly where the margin is below zero, and the way back is that long', () => {
  let outside = 0;
  fc.assert(
    fc.property(cones, evenly(-60, 60), evenly(-60, 60), (values, shiftMm, riseMm) => {
      const cone = coneOf(values);
      const at = { shiftMm, riseMm };
      const margin = leastMoveInCone(FRAME, cone, at);
      if (margin === null) return;
      expect(margin >= 0).toBe(isInside(cone, at));
      if (margin >= 0) return;
      outside++;
      for (const turn of DIRECTIONS) expect(isInside(cone, moved(at, -margin * 0.999, turn))).toBe(false);
    }),
    { numRuns: 150 },
  );
  expect(outside).toBeGreaterThan(20);
});

test('without tilt the cone is a circle on the back', () => {
  fc.assert(
    fc.property(evenly(24, 60), evenly(0.65, 1), evenly(-12, 12), evenly(-12, 12), (imageMm, halfAngle, shiftMm, riseMm) => {
      const circleMm = 2 * imageMm * Math.tan(halfAngle);
      const expected = leastMoveInCircle(FRAME, circleMm, { shiftMm, riseMm });
      const found = leastMoveInCone(FRAME, { axis: [0, 0, 1], halfAngle, imageMm }, { shiftMm, riseMm });
      if (expected === null) expect(found).toBeNull();
      else expect(found).toBeCloseTo(expected, 5);
    }),
  );
});

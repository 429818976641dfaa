import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { setupMargin } from '../geometry/circles';
import { freshGeometry, geometryOf } from '../geometry/geometry';
import { setup } from '../setup/fixtures.test-support';
import { movementIntoCircle } from './movementFix';
import { TIGHT_BELOW_MM } from './tight';

test('a frame that follows the circle of a tilted lens gets room in every direction, wherever two more millimetres give it', () => {
  let seen = 0;
  fc.assert(
    fc.property(evenly(3, 12), evenly(-6, 6), evenly(44, 60), (tiltDeg, swingDeg, circleMm) => {
      const { rig } = setup();
      const lens = { ...rig.lens, circle: { imageCircleMm: null, sharpCircles: [{ fNumber: 8, diameterMm: circleMm }] } };
      const settings = setup({ rig: { ...rig, lens }, front: { tiltDeg, swingDeg } });
      const to = movementIntoCircle(geometryOf(settings));
      if (to === null) return true;
      const key = to.riseMm === undefined ? 'shiftMm' : 'riseMm';
      const mm = to[key] ?? NaN;
      const left = (at: number): number => {
        const geometry = freshGeometry({ ...settings, movements: { ...settings.movements, [key]: at } });
        return geometry.sharpCircle ? setupMargin(geometry, geometry.sharpCircle).valueMm : NaN;
      };
      const beyond = Array.from({ length: 20 }, (_, i) => left(mm + 0.1 * i * Math.sign(mm)));
      if (Math.max(...beyond) >= TIGHT_BELOW_MM) seen++;
      return left(mm) >= TIGHT_BELOW_MM || Math.max(...beyond) < TIGHT_BELOW_MM;
    }),
    { numRuns: 200 },
  );
  expect(seen).toBeGreaterThan(20);
});

import { rig } from '../examples.test-support';
import { texturePlanOfRig } from './texturePlan';
import { wallApertures } from './wallPlan';

test('a texture series covers every aperture at every position, with focus unchanged', () => {
  const { shots, leastM, focusStepMm } = texturePlanOfRig(rig, 'texture');
  const apertures = wallApertures(rig.lens);
  const positions = new Set(shots.map(({ riseMm, shiftMm }) => `${riseMm} ${shiftMm}`));
  expect(shots).toHaveLength(positions.size * apertures.length);
  expect(positions.size).toBeGreaterThan(1);
  expect(shots.every(({ focusMm }) => focusMm === 0)).toBe(true);
  expect([leastM, focusStepMm]).toEqual([null, null]);
});

test('a series for the infinity stop moves the back alone, about the stop, and asks for a subject that is as good as at infinity', () => {
  const { shots, leastM, focusStepMm } = texturePlanOfRig(rig, 'infinity');
  expect(new Set(shots.map(({ fNumber }) => fNumber))).toEqual(new Set([rig.lens.widestFNumber]));
  expect(shots.map(({ focusMm }) => focusMm)).toContain(0);
  expect(shots.reduce((sum, { focusMm }) => sum + focusMm, 0)).toBeCloseTo(0, 9);
  // From the thin-lens equation: at that distance focus lies a tenth of a step behind infinity.
  const [f, d] = [rig.lens.focalMm, 1000 * (leastM ?? NaN)];
  expect(1 / (1 / f - 1 / d) - f).toBeCloseTo(0.1 * (focusStepMm ?? NaN), 4);
});

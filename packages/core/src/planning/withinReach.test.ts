import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { railForFocus } from '../geometry/standards';
import type { SetupSettings } from '../model/setup';
import { assembled } from '../rig/assembled';
import { camera, view } from '../rig/parts.test-support';
import { railReach } from '../rig/reach';
import { setup } from '../setup/fixtures.test-support';
import { focusWithinReach } from './withinReach';

const made = assembled({ name: 'rig', rigId: null, parts: view({ camera: camera({ rearTiltDeg: 15, rearSwingDeg: 12 }) }) });
if (!made.known) throw new Error('the rig is not known');
const rig = made.value;
const { leastMm, mostMm } = railReach(rig.parts);

/** How far the rail stands out beyond infinity, mm. */
const outMm = (settings: SetupSettings, focusM: number | null): number => railForFocus(settings, focusM) - rig.lens.focalMm;

test('the rail of the example has both ends', () => {
  expect(leastMm).not.toBeNull();
  expect(mostMm).toBeGreaterThan(0);
});

test('what is offered is on the rail, however the lens is turned', () => {
  let offered = 0;
  fc.assert(
    fc.property(evenly(-12, 12), evenly(-10, 10), evenly(-1, 3), (tiltDeg, swingDeg, power) => {
      const settings = { ...setup({ rig }), focusM: 0.3 * Math.exp(power), front: { tiltDeg, swingDeg } };
      const found = focusWithinReach(settings, settings.front);
      const out = outMm(settings, settings.focusM);
      const reached = out >= (leastMm ?? Number.NaN) && out <= (mostMm ?? Number.NaN);
      expect(found.length > 0).toBe(!reached);
      offered += found.length;
      for (const focusM of found) {
        expect(outMm(settings, focusM)).toBeGreaterThan((leastMm ?? Number.NaN) + 0.02);
        expect(outMm(settings, focusM)).toBeLessThan((mostMm ?? Number.NaN) - 0.02);
      }
    }),
  );
  expect(offered).toBeGreaterThan(20);
});

test('what is offered lies 3 % inside each end, the nearest first, and only at ends that are known', () => {
  const [least, most] = [leastMm ?? Number.NaN, mostMm ?? Number.NaN];
  const near = { ...setup({ rig }), focusM: 0.001 + 1.01 * (rig.lens.focalMm / 1000) };
  const found = focusWithinReach(near, near.front);
  expect(outMm(near, near.focusM)).toBeGreaterThan(most);
  expect(outMm(near, found[0] ?? null)).toBeCloseTo(most * 0.97, 6);
  expect(found.slice(1).map((focusM) => outMm(near, focusM))).toEqual(
    found.slice(1).map(() => expect.closeTo(least + Math.max(0.05, Math.abs(least) * 0.03), 6) as number),
  );
});

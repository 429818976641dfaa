import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { takenUp } from '../framing/inFrame';
import { PLAIN_SCENE } from '../scene/scene';
import { setup } from '../setup/fixtures.test-support';
import { EDGE_MARGIN_MM, nearerM, riseToGetIn, standOffOf } from './getIn';
import { patched } from '../setup/patch';
import { evenly } from '../evenly.test-support';
import type { Scene } from '../model/scene';

const scene = (heightM: number, turnDeg: number, distanceM: number): Scene => ({
  subject: { kind: 'front', widthM: 20, heightM, depthM: 5, storeys: 2, bays: 4, turnDeg },
  distanceM,
  asideM: 0,
  cameraHeightM: 1.6,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
});

describe('getting a subject in', () => {
  test('the rise that is found puts the highest corner just under the edge, by projecting the scene, square on or oblique', () => {
    fc.assert(
      fc.property(evenly(4, 40), evenly(-60, 60), evenly(15, 80), (heightM, turnDeg, distanceM) => {
        const settings = setup({ scene: scene(heightM, turnDeg, distanceM), focusM: null });
        const found = riseToGetIn(geometryOf(settings));
        if (!found) return true;
        const box = takenUp(geometryOf(settings));
        // The found rise focuses on the nearest part; here the lens is at infinity: the picture is smaller by 1 + m.
        const m = 24 / ((distanceM - nearerM(scene(heightM, turnDeg, distanceM))) * 1000 - 24);
        return box !== null && box !== undefined && Math.abs((found.riseForTopMm + 12 - EDGE_MARGIN_MM) / (1 + m) - box.upper) < 1e-6;
      }),
    );
  });

  test('from the distance that is found, with all the rise there is, the top is in, and from nearer it is not', () => {
    fc.assert(
      fc.property(evenly(12, 40), evenly(-60, 60), (heightM, turnDeg) => {
        const settings = setup({ scene: scene(heightM, turnDeg, 30), movements: { riseMm: 12, shiftMm: 0 } });
        const off = standOffOf(geometryOf(setup({ scene: scene(heightM, turnDeg, 30) })));
        if (!off || off.forTopM < 12) return true;
        const upper = (distanceM: number) => {
          const box = takenUp(
            geometryOf({ ...patched(settings, { distanceM }), focusM: distanceM - nearerM(scene(heightM, turnDeg, 30)) }),
          );
          return box ? box.upper - 12 - geometryOf(settings).frame.heightMm / 2 + EDGE_MARGIN_MM : NaN;
        };
        return Math.abs(upper(off.forTopM)) < 1e-6 && upper(off.forTopM * 0.98) > 0;
      }),
    );
  });

  test('open ground, no scene, and slides that are unknown have no answer', () => {
    expect(riseToGetIn(geometryOf(setup()))).toBeNull();
    const base = setup({ scene: scene(9, 0, 20) });
    expect(standOffOf(geometryOf({ ...base, rig: { ...base.rig, mechanism: { kind: 'unknown' } } }))).toBeNull();
    expect(
      riseToGetIn(geometryOf(setup({ scene: { ...scene(9, 0, 20), subject: { kind: 'ground', everyM: 3, farM: 50, heightM: 1 } } }))),
    ).toBeNull();
  });
});

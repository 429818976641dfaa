import fc from 'fast-check';
import loadHighs from 'highs';
import { evaluate } from '../checks/evaluate';
import { evenly } from '../evenly.test-support';
import { freshGeometry } from '../geometry/geometry';
import type { SetupSettings } from '../model/setup';
import { anySetup, frontScene, setup } from '../setup/fixtures.test-support';
import { middleOf, nearestSettings, regionOf, REGION_KINDS, stretchAlong } from './region';

const NOTHING: ReadonlySet<string> = new Set();

/** Whether every check that ends the movement passes, or passes with little to spare. */
function stands(settings: SetupSettings): boolean {
  const geometry = freshGeometry(settings);
  return REGION_KINDS.every((kind) => {
    const facts = evaluate(kind, geometry);
    return facts === null || facts.state === 'passes' || facts.state === 'tight' || facts.state === 'unknown';
  });
}

/** Setups before the front, some with the lens turned. */
const before = fc
  .record({
    any: anySetup,
    distanceM: evenly(20, 90),
    heightM: evenly(2, 12),
    widthM: evenly(1, 8),
    tiltDeg: fc.constantFrom(0, 0, 3, -5),
    swingDeg: fc.constantFrom(0, 0, 4),
  })
  .map(({ any, distanceM, heightM, widthM, tiltDeg, swingDeg }): SetupSettings => {
    const scene = frontScene(distanceM, 1.6);
    return {
      ...any,
      front: { tiltDeg, swingDeg },
      focusM: distanceM,
      scene: { ...scene, subject: { kind: 'front', widthM, heightM, depthM: 0, storeys: 2, bays: 2, turnDeg: 0 } },
    };
  });

describe('what is allowed to the slides', () => {
  test('whatever is offered passes the checks that end the movement, with room where room was asked for', () => {
    let offered = 0;
    fc.assert(
      fc.property(before, fc.constantFrom(0.5, 0.005), (settings, spareMm) => {
        const geometry = freshGeometry(settings);
        const region = regionOf({ geometry, fNumber: settings.fNumber, spareMm, without: NOTHING });
        if (!region) return;
        for (const [moving, movements] of nearestSettings(region, settings.movements)) {
          offered++;
          expect({ moving, stands: stands({ ...settings, movements }) }).toEqual({ moving, stands: true });
          const middle = middleOf(region, moving === 'none' ? 'rise' : moving, movements);
          if (region.lockedTo === null && !region.fixed) expect(stands({ ...settings, movements: middle })).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
    expect(offered).toBeGreaterThan(100);
  });

  test('a subject larger than the frame, or partly behind the camera, allows nothing but where the frame is let go', () => {
    const at = (distanceM: number, widthM: number): SetupSettings => {
      const scene = frontScene(distanceM, 1.6);
      return setup({
        scene: { ...scene, subject: { kind: 'front', widthM, heightM: 4, depthM: 0, storeys: 2, bays: 2, turnDeg: 0 } },
      });
    };
    const region = (settings: SetupSettings, without: ReadonlySet<string>) =>
      regionOf({ geometry: freshGeometry(settings), fNumber: settings.fNumber, spareMm: 0, without });
    const wide = at(20, 200);
    // Turned until a side of it lies behind the camera.
    const behind = { ...wide, scene: wide.scene && { ...wide.scene, yawDeg: 60 } };
    for (const settings of [wide, behind]) {
      expect(region(settings, NOTHING)).toBeNull();
      const left = region(settings, new Set(['inFrame']));
      expect(left?.limits.has('inFrame')).toBe(false);
      expect(left?.limits.has('imageCircle')).toBe(true);
    }
    expect(region(at(40, 8), NOTHING)?.limits.has('inFrame')).toBe(true);
  });

  test('where nothing is offered no mark of the scales does, and nothing nearer than what is offered does', () => {
    let [none, nearer] = [0, 0];
    fc.assert(
      fc.property(before, evenly(-12, 12), evenly(-12, 12), (settings, rise, shift) => {
        const geometry = freshGeometry(settings);
        const { kind } = settings.rig.mechanism;
        if (kind === 'line' || kind === 'unknown') return;
        const region = regionOf({ geometry, fNumber: settings.fNumber, spareMm: 0, without: NOTHING });
        const offered = region ? [...nearestSettings(region, settings.movements).values()] : [];
        const at = { riseMm: Math.round(rise * 10) / 10 + 0, shiftMm: Math.round(shift * 10) / 10 + 0 };
        const away = (to: typeof at): number => Math.hypot(to.riseMm - settings.movements.riseMm, to.shiftMm - settings.movements.shiftMm);
        if (!stands({ ...settings, movements: at })) return;
        expect(offered.length).toBeGreaterThan(0);
        nearer++;
        expect(Math.min(...offered.map(away))).toBeLessThanOrEqual(away(at) + 0.05);
        if (offered.length === 0) none++;
      }),
      { numRuns: 600 },
    );
    expect(none).toBe(0);
    expect(nearer).toBeGreaterThan(20);
  });

  test('however thin what is left is, a mark inside it is found', () => {
    let thin = 0;
    fc.assert(
      fc.property(before, (settings) => {
        const { kind } = settings.rig.mechanism;
        if (kind !== 'disc' && kind !== 'box') return;
        const geometry = freshGeometry(settings);
        const marksIn = (spareMm: number): number => {
          const region = regionOf({ geometry, fNumber: settings.fNumber, spareMm, without: NOTHING });
          if (region === null) return 0;
          let marks = 0;
          for (let rise = Math.ceil(region.rises.fromMm * 10 - 1e-6); rise <= region.rises.toMm * 10 + 1e-6; rise++) {
            const { fromMm, toMm } = stretchAlong(region, { riseMm: rise / 10, shiftMm: 0 }, 1, 0);
            marks += Math.max(0, Math.floor(toMm * 10 + 1e-6) - Math.ceil(fromMm * 10 - 1e-6) + 1);
          }
          return marks;
        };
        // The most that can be asked to be left, so that hardly a mark remains.
        let [some, none] = [0, 20];
        if (marksIn(some) === 0) return;
        for (let round = 0; round < 12; round++) {
          const middle = (some + none) / 2;
          if (marksIn(middle) > 0) some = middle;
          else none = middle;
        }
        if (marksIn(some) < 30) thin++;
        const region = regionOf({ geometry, fNumber: settings.fNumber, spareMm: some, without: NOTHING });
        expect(region && nearestSettings(region, { riseMm: 40, shiftMm: 40 }).size).toBeGreaterThan(0);
        const empty = regionOf({ geometry, fNumber: settings.fNumber, spareMm: none, without: NOTHING });
        expect(empty === null ? 0 : nearestSettings(empty, { riseMm: 40, shiftMm: 40 }).size).toBe(0);
      }),
      { numRuns: 250 },
    );
    expect(thin).toBeGreaterThan(20);
  });

  test('frame and slides alone are linear: the least movement is what HiGHS finds', async () => {
    const highs = await loadHighs();
    let solved = 0;
    for (const [heightM, distanceM, rise, shift, asideM] of [
      [20, 24, 0, 0, 0],
      [22, 18, 3, -4, 2],
      [12, 15, -6, 8, -3],
      [26, 30, 10, 0, 4],
      [31, 40, 2, 2, 1],
    ] as const) {
      const base = setup({ orientation: 'portrait', movements: { riseMm: rise, shiftMm: shift }, focusM: distanceM });
      const settings: SetupSettings = {
        ...base,
        rig: { ...base.rig, mechanism: { kind: 'box', riseMm: 15, fallMm: 10, leftMm: 9, rightMm: 11 } },
        scene: {
          ...frontScene(distanceM, 1.6),
          asideM,
          subject: { kind: 'front', widthM: 6, heightM, depthM: 0, storeys: 2, bays: 2, turnDeg: 0 },
        },
      };
      const geometry = freshGeometry(settings);
      const without = new Set(['imageCircle', 'sharpCircle', 'rayAngle']);
      const region = regionOf({ geometry, fNumber: 8, spareMm: 0, without });
      const found = region ? [...nearestSettings(region, settings.movements).values()] : [];
      // Level and square on: the subject in the frame is four lines, the ends of the slides four more.
      const [v, w, h] = [geometry.imageMm, 24, 36];
      const x = (m: number): number => (v * (m - asideM)) / distanceM;
      const y = (m: number): number => (v * (m - 1.6)) / distanceM;
      const program = `Minimize
 obj: rp + rm + sp + sm
Subject To
 top: r >= ${y(heightM) - h / 2}
 foot: r <= ${y(0) + h / 2}
 right: s >= ${x(3) - w / 2}
 left: s <= ${x(-3) + w / 2}
 dr: r - rp + rm = ${rise}
 ds: s - sp + sm = ${shift}
Bounds
 -10 <= r <= 15
 -9 <= s <= 11
End`;
      const solution = highs.solve(program);
      if (solution.Status !== 'Optimal') {
        expect(found).toEqual([]);
        continue;
      }
      solved++;
      const least = Math.min(...found.map(({ riseMm, shiftMm }) => Math.abs(riseMm - rise) + Math.abs(shiftMm - shift)));
      // Scales are set in tenths.
      expect(least).toBeGreaterThanOrEqual(solution.ObjectiveValue - 1e-6);
      expect(least).toBeLessThanOrEqual(solution.ObjectiveValue + 0.2 + 1e-6);
    }
    expect(solved).toBeGreaterThan(2);
  });
});

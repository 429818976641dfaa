import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { evaluate } from '../checks/evaluate';
import { blurAt } from '../focus/blur';
import type { Vec3 } from '../space/vector';
import { camera, lens, mounted, view } from '../rig/parts.test-support';
import { assembled } from '../rig/assembled';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { setup } from '../setup/fixtures.test-support';
import { apparentScale, isolate, miniature, turnedOn } from './isolate';
import { blurOf } from '../geometry/pins';
import { patched } from '../setup/patch';
import { evenly } from '../evenly.test-support';
import type { Pin, PinRole } from '../model/pin';
import type { RigParts, Rig } from '../model/rig';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';

const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
const FIELD = rigOf(view({ camera: camera({ rearTiltDeg: 15, rearSwingDeg: 12, tiltAxis: 'axis' }) }));
const FIXED = rigOf(mounted({ lens: lens({ focalMm: 50, tilts: 'none' }) }));
const row: Scene = {
  subject: { kind: 'people', count: 3, spacingM: 0.8, heightM: 1.75 },
  distanceM: 6,
  asideM: 0,
  cameraHeightM: 1.5,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
};
const pin = (id: string, role: PinRole, place: Pin['place']): Pin => ({ id, name: id, role, weight: 1, place });
const thing = (id: string, role: PinRole, key: string): Pin => pin(id, role, { kind: 'thing', thing: key });
const foremen = (own: Pin = thing('own', 'sharp', 'figure2'), more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({
    rig: FIELD,
    scene: row,
    pins: [own, thing('left', 'soft', 'figure1'), thing('right', 'soft', 'figure3')],
    fNumber: 5.6,
    focusM: 6,
    ...more,
  });
const face = pin('own', 'sharp', { kind: 'point', at: [0, 1.65, -0.12] });

test('isolating by one movement leaves the other as it is', () => {
  const settings = foremen(face, { front: { tiltDeg: 2, swingDeg: 3 } });
  expect(isolate(geometryOf(settings), 'own', 'swing', 0.05)?.patch.front?.tiltDeg).toBe(2);
  expect(isolate(geometryOf(settings), 'own', 'tilt', 0.05)?.patch.front?.swingDeg).toBe(3);
});

describe('isolating one of a row of whole things', () => {
  test('nowhere in a neighbour is it sharper than is said: rays through places all over it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('swing' as const, 'tilt' as const),
        evenly(0.02, 0.6),
        fc.constantFrom(2.8, 5.6, 11),
        fc.array(fc.array(evenly(0, 1), { minLength: 4, maxLength: 4 }), { minLength: 20, maxLength: 20 }),
        (movement, wantedMm, fNumber, shares) => {
          const settings = foremen(face, { fNumber });
          const found = isolate(geometryOf(settings), 'own', movement, wantedMm);
          if (!found) return false;
          const setting = geometryOf(patched(settings, found.patch)).focus;
          return geometryOf(settings)
            .placedPins.filter(({ pin: { role } }) => role === 'soft')
            .every(({ pin: { name }, points }) => {
              const said = found.neighbours.find((each) => each.name === name)?.blurMm ?? Infinity;
              return shares.every((weights) => {
                const sum = weights.reduce((a, b) => a + b, 0);
                if (sum < 1e-6) return true;
                const at = [0, 1, 2].map((k) =>
                  points.reduce((all, p, i) => all + ((weights[i] ?? 0) / sum) * (p[k] ?? 0), 0),
                ) as unknown as Vec3;
                // The rays of the exact rim against those of the bounding points, whose blur has curvature: a hundredth of it.
                return (
                  blurAt({
                    focalMm: setting.focalMm,
                    imageMm: setting.imageMm,
                    tiltDeg: setting.tiltDeg,
                    swingDeg: setting.swingDeg,
                    fNumber,
                    pointM: at,
                  }) >=
                  said * 0.99 - 1e-9
                );
              });
            });
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a tilt about the level axis cannot: the plane through one face runs through the faces beside it', () => {
    const found = isolate(geometryOf(foremen(face)), 'own', 'tilt', 0.1);
    expect(found?.enough).toBe(false);
    expect(isolate(geometryOf(foremen(face)), 'own', 'swing', 0.1)?.enough).toBe(true);
  });

  test('what is said to be enough makes the check hold when it is set, and a tenth less would not be enough', () => {
    fc.assert(
      fc.property(evenly(1.5, 9), fc.constantFrom(2.8, 5.6, 8), (times, fNumber) => {
        const settings = foremen(face, { fNumber, limits: { ...foremen().limits, softTimes: times } });
        const wantedMm = geometryOf(settings).blurAllowed.cocMm * times;
        const found = isolate(geometryOf(settings), 'own', 'swing', wantedMm);
        if (!found?.enough) return found !== null;
        const check = evaluate('soft', geometryOf(patched(settings, found.patch)));
        if (!check || check.state === 'fails' || check.state === 'unknown') return false;
        // By hand to both sides, a tenth nearer to straight.
        return [1, -1].every((side) => {
          const turn = { tiltDeg: 0, swingDeg: side * (Math.abs(found.turnDeg) - 0.1) };
          const own = geometryOf(settings).placedPins[0]?.points[0];
          const patch = own && turnedOn(geometryOf(settings), turn, own);
          if (!patch || found.turnDeg === 0) return found.turnDeg === 0;
          return (evaluate('soft', geometryOf(patched(settings, patch)))?.spareStops ?? Infinity) < 0;
        });
      }),
      { numRuns: 40 },
    );
  });

  test('without pins, or with a lens that does not turn, no solution is given', () => {
    expect(isolate(geometryOf(foremen()), 'gone', 'swing', 0.1)).toBeNull();
    expect(isolate(geometryOf(foremen(face, { pins: [face] })), 'own', 'swing', 0.1)).toBeNull();
    expect(isolate(geometryOf(foremen(face, { rig: FIXED })), 'own', 'swing', 0.1)?.enough).toBe(false);
  });
});

describe('the lens turned about a place', () => {
  test('keeps it sharp, whatever the turn', () => {
    fc.assert(
      fc.property(evenly(-12, 12), evenly(-12, 12), evenly(-2, 2), evenly(-1, 3), evenly(2, 30), (tiltDeg, swingDeg, x, y, z) => {
        const settings = foremen();
        const patch = turnedOn(geometryOf(settings), { tiltDeg, swingDeg }, [x, y, z]);
        if (!patch) return true;
        return (blurOf(geometryOf(patched(settings, patch)).focus, 5.6, [x, y, z]) ?? 1) < 1e-6;
      }),
    );
  });

  test('a place behind the camera, or nearer than the focal length, cannot be held', () => {
    expect(turnedOn(geometryOf(foremen()), { tiltDeg: 2, swingDeg: 0 }, [0, 0, -3])).toBeNull();
    expect(turnedOn(geometryOf(foremen()), { tiltDeg: 2, swingDeg: 0 }, [0, 0, 0.05])).toBeNull();
  });
});

describe('miniature look', () => {
  const ground = setup({
    rig: FIELD,
    scene: { ...row, subject: FIRST_SUBJECTS.ground, cameraHeightM: 12, distanceM: 30 },
    fNumber: 5.6,
    focusM: 60,
  });
  const [near, far]: readonly [Vec3, Vec3] = [
    [0, -12, 40],
    [0, -8, 120],
  ];

  test('is reached by the least reverse tilt: a tenth less suggests a smaller scale than wanted', () => {
    fc.assert(
      fc.property(evenly(5, 120), (wanted) => {
        const found = miniature(geometryOf(ground), near, far, wanted);
        if (!found) return false;
        // The most that the mechanism has falls short honestly.
        if (found.apparentScale < wanted) return Math.abs(found.tiltDeg) > 10;
        if (Math.abs(found.tiltDeg) < 0.15) return true;
        const turn = { tiltDeg: found.tiltDeg - Math.sign(found.tiltDeg) * 0.1, swingDeg: 0 };
        const patch = turnedOn(geometryOf(ground), turn, near);
        const blur = patch && blurOf(geometryOf(patched(ground, patch)).focus, 5.6, far);
        return (
          blur !== null &&
          apparentScale({ focalMm: ground.rig.lens.focalMm, fNumber: 5.6, focusedM: near[2], otherM: far[2], blurMm: blur }) < wanted
        );
      }),
      { numRuns: 30 },
    );
  });

  test('a lens that does not tilt has none', () => {
    expect(miniature(geometryOf(setup({ rig: FIXED, scene: row, focusM: 6 })), near, far, 50)).toBeNull();
  });
});

import fc from 'fast-check';
import { Plane, Ray, Vector3 } from 'three';
import { evaluate } from '../checks/evaluate';
import { evenly } from '../evenly.test-support';
import { blurAt } from '../focus/blur';
import { depthOfField } from '../focus/depthOfField';
import { stackFrames } from '../focus/stack';
import { freshGeometry, geometryOf } from '../geometry/geometry';
import { lensAxis } from '../space/axis';
import type { Vec3 } from '../space/vector';
import type { Pin } from '../model/pin';
import type { SetupSettings } from '../model/setup';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { apertureChoice } from './apertureChoice';
import { solveFocus } from './solveFocus';
import { tiltOrStack } from './tiltOrStack';

const pin = (n: number, at: Vec3): Pin => ({ id: `p${n}`, name: `pin ${n}`, role: 'sharp', weight: 1, place: { kind: 'point', at } });
const places = fc.array(fc.tuple(evenly(-2, 2), evenly(0, 3), evenly(-3, 12)), { minLength: 2, maxLength: 7 });

/** A lens with a pupil ratio, before pins about its subject. */
function pinned(at: readonly Vec3[], ratio: number | null, focalMm: number): SetupSettings {
  const base = setup();
  const { parts } = base.rig;
  const lens = {
    ...parts.lens,
    specs: { ...parts.lens.specs, pupilRatio: ratio, tilts: 'both' as const, tiltDeg: 12, tiltLock: 'free' as const },
  };
  return {
    ...base,
    scene: frontScene(4, 1.5),
    focusM: 4,
    pins: at.map((each, i) => pin(i, each)),
    rig: { ...base.rig, parts: { ...parts, lens }, lens: { ...base.rig.lens, focalMm, widestFNumber: 2, smallestFNumber: 64 } },
  };
}

describe('what is offered', () => {
  test('passes: at the marked aperture of a solution every pin is sharp enough, by rays, whatever the pupil ratio', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        places,
        fc.constantFrom(null, 0.5, 1, 1.6, 2.5),
        fc.constantFrom(24, 90, 180),
        fc.constantFrom('front', 'none'),
        (at, ratio, focalMm, by) => {
          const geometry = geometryOf(pinned(at, ratio, focalMm));
          const solved = solveFocus(geometry, by);
          if (!solved.ok || solved.solution.marked === null) return true;
          seen++;
          const { marked, fNumber, patch } = solved.solution;
          const found = evaluate('pins', freshGeometry(patched({ ...geometry.settings, fNumber: marked }, patch)));
          const justBefore = evaluate('pins', freshGeometry(patched({ ...geometry.settings, fNumber: fNumber * 0.98 }, patch)));
          return found !== null && found.state !== 'fails' && (fNumber < 0.5 || justBefore?.state === 'fails');
        },
      ),
      { numRuns: 200 },
    );
    expect(seen).toBeGreaterThan(80);
  });

  test('passes: the aperture that is said to hold all pins does', () => {
    let seen = 0;
    fc.assert(
      fc.property(places, fc.constantFrom(0.6, 1, 2), evenly(-8, 8), (at, ratio, tiltDeg) => {
        const settings = { ...pinned(at, ratio, 90), front: { tiltDeg, swingDeg: 0 } };
        const { holdsFrom } = apertureChoice(geometryOf(settings));
        if (holdsFrom !== null) seen++;
        return holdsFrom === null || evaluate('pins', freshGeometry({ ...settings, fNumber: holdsFrom }))?.state !== 'fails';
      }),
      { numRuns: 90 },
    );
    expect(seen).toBeGreaterThan(20);
  });
});

/** The widest spread on the back of rays from the rim of the exit pupil through the image of a point. */
function byRays(f: number, v: number, ratio: number, fNumber: number, tiltDeg: number, point: Vec3): number {
  const l = new Vector3(...lensAxis(tiltDeg, 0));
  const p = new Vector3(...point).multiplyScalar(1000);
  const image = p.clone().multiplyScalar(-f / (p.dot(l) - f));
  const exit = l.clone().multiplyScalar(f * (ratio - 1));
  const across = new Vector3(1, 0, 0);
  const up = new Vector3().crossVectors(l, across).normalize();
  const back = new Plane(new Vector3(0, 0, 1), v);
  const radius = (ratio * f) / (2 * fNumber);
  const landed = Array.from({ length: 240 }, (_, i) => {
    const phi = (2 * Math.PI * i) / 240;
    const rim = exit
      .clone()
      .addScaledVector(across, radius * Math.cos(phi))
      .addScaledVector(up, radius * Math.sin(phi));
    const direction = image.clone().sub(rim).normalize();
    if (direction.z > 0) direction.negate();
    return new Ray(rim.clone().addScaledVector(direction, -1e5), direction).intersectPlane(back, new Vector3()) ?? new Vector3(NaN);
  });
  let most = 0;
  for (const a of landed) for (const b of landed) most = Math.max(most, a.distanceTo(b));
  return most;
}

describe('the pupil ratio', () => {
  test('spreads a point as rays from the rim of the exit pupil do', () => {
    fc.assert(
      fc.property(evenly(0.4, 3), evenly(-10, 10), evenly(-0.3, 0.3), evenly(0.4, 5), evenly(103, 140), (ratio, tiltDeg, y, z, v) => {
        const point: Vec3 = [0.05, y, z];
        const ours = blurAt({ focalMm: 100, imageMm: v, tiltDeg, swingDeg: 0, fNumber: 11, pointM: point, pupilRatio: ratio });
        const theirs = byRays(100, v, ratio, 11, tiltDeg, point);
        return Math.abs(ours - theirs) <= 2e-4 * Math.max(0.05, theirs);
      }),
      { numRuns: 60 },
    );
  });

  test('pins agree with depth of field, which has it in closed form (Jacobson et al., The Manual of Photography)', () => {
    fc.assert(
      fc.property(evenly(0.4, 3), evenly(0.3, 3), evenly(4, 32), (pupilRatio, distanceM, fNumber) => {
        const { nearM, farM } = depthOfField({ focalMm: 90, fNumber, cocMm: 0.03, distanceM, pupilRatio });
        const v = (90 * distanceM * 1000) / (distanceM * 1000 - 90);
        const blur = (z: number) => blurAt({ focalMm: 90, imageMm: v, tiltDeg: 0, swingDeg: 0, fNumber, pointM: [0, 0, z], pupilRatio });
        return Math.abs(blur(nearM) - 0.03) < 1e-9 && (farM === null || Math.abs(blur(farM) - 0.03) < 1e-9);
      }),
    );
  });

  test('a stack has no gap: each shot reaches the next, by depth of field', () => {
    fc.assert(
      fc.property(evenly(0.4, 3), evenly(0.35, 1), evenly(1.05, 2), evenly(4, 22), (pupilRatio, nearM, times, fNumber) => {
        const [farM, focalMm, cocMm] = [nearM * times, 90, 0.03];
        const frames = stackFrames({ focalMm, fNumber, cocMm, nearM, farM, pupilRatio });
        // Shot after shot, each focused so that it just reaches what the one before left.
        let [from, count] = [nearM, 0];
        while (from < farM * (1 - 1e-9) && count < 1000) {
          let [low, high] = [from, from * 4];
          for (let i = 0; i < 60; i++) {
            const at = (low + high) / 2;
            if (depthOfField({ focalMm, fNumber, cocMm, distanceM: at, pupilRatio }).nearM > from) high = at;
            else low = at;
          }
          from = depthOfField({ focalMm, fNumber, cocMm, distanceM: low, pupilRatio }).farM ?? Infinity;
          count++;
        }
        return frames === count;
      }),
      { numRuns: 60 },
    );
  });

  test('a stack of a setup has as many shots, over as much rail, as depth of field says', () => {
    const at: readonly Vec3[] = [
      [0, 1.5, -3.2],
      [0, 1.5, -1],
    ];
    for (const ratio of [0.5, 1, 2]) {
      const settings = pinned(at, ratio, 180);
      const geometry = geometryOf(settings);
      const stack = tiltOrStack(geometry)?.options.find(({ way }) => way === 'stack');
      const depth = { focalMm: 180, fNumber: settings.fNumber, cocMm: geometry.blurAllowed.cocMm, pupilRatio: ratio };
      expect(stack?.shots).toBe(stackFrames({ ...depth, nearM: 0.8, farM: 3, overlap: 0.2 }));
      // The first shot just reaches the near end, the last one the far end, with a third of a stop to spare.
      const ends = { ...depth, fNumber: settings.fNumber * 0.88 };
      const focusedOn = (reaches: (distanceM: number) => boolean, from: number, to: number): number => {
        let [low, high] = [from, to];
        for (let i = 0; i < 60; i++) {
          const middle = (low + high) / 2;
          if (reaches(middle)) low = middle;
          else high = middle;
        }
        return low;
      };
      const first = focusedOn((distanceM) => depthOfField({ ...ends, distanceM }).nearM <= 0.8, 0.8, 3);
      const last = focusedOn((distanceM) => (depthOfField({ ...ends, distanceM }).farM ?? Infinity) < 3, 0.8, 3);
      const v = (distanceM: number) => (180 * distanceM * 1000) / (distanceM * 1000 - 180);
      expect(stack?.railMm).toBeCloseTo(v(first) - v(last), 6);
    }
  });
});

import fc from 'fast-check';
import { Euler, PerspectiveCamera, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { normals } from '../normals.test-support';
import { placed } from '../space/pose';
import type { Vec3 } from '../space/vector';
import type { PlacedPlate, PlacedRig } from './elsewhere';
import { foundCamera, type CameraUnknown, type MatchedPoint } from './foundCamera';
import type { Turned } from './throughRig';

const RAD = Math.PI / 180;
const FLAT = { kind: 'flat', widthPx: 4032, heightPx: 3024, focalPx: 2400 } as const;

/** Where a camera of a 3D package sees a place of the scene: right, up and ahead, m. */
function seenBy([x, y, z]: Vec3, { yawDeg, pitchDeg, rollDeg }: Turned, point: Vec3): Vec3 {
  const camera = new PerspectiveCamera();
  camera.position.set(x, y, -z);
  camera.setRotationFromEuler(new Euler(pitchDeg * RAD, -yawDeg * RAD, -rollDeg * RAD, 'YXZ'));
  camera.updateMatrixWorld();
  const seen = new Vector3(point[0], point[1], -point[2]).applyMatrix4(camera.matrixWorld.clone().invert());
  return [seen.x, seen.y, -seen.z];
}

const FRONT = { widthM: 24, heightM: 14, turnDeg: 18 };
const PLATE_AT: Vec3 = [-1.5, 1.6, -22];
const HELD = { yawDeg: 2, pitchDeg: 9, rollDeg: -1.5 };
const PHOTOGRAPH: PlacedPlate = { plate: FLAT, held: HELD, place: { plateAt: PLATE_AT, front: FRONT, ground: true } };
const PLAN: PlacedRig = {
  from: placed({ xM: -1.5, heightM: 1.6, zM: -22, yawDeg: 3, pitchDeg: 0, rollDeg: 0 }),
  imageMm: 24,
  riseMm: 6,
  shiftMm: 2,
};

interface Real {
  readonly asideM: number;
  readonly upM: number;
  readonly aheadM: number;
  readonly yawDeg: number;
  readonly pitchDeg: number;
  readonly rollDeg: number;
}
const real: fc.Arbitrary<Real> = fc.record({
  asideM: evenly(-1, 1),
  upM: evenly(-0.4, 0.4),
  aheadM: evenly(-1.5, 1.5),
  yawDeg: evenly(-4, 4),
  pitchDeg: evenly(-2, 2),
  rollDeg: evenly(-2, 2),
});
const NAMES = ['asideM', 'upM', 'aheadM', 'yawDeg', 'pitchDeg', 'rollDeg'] as const satisfies readonly CameraUnknown[];

/** Points of the front as both pictures show them by a 3D package, with errors of measuring; some are wrong altogether. */
function matchesOf(
  off: Real,
  seed: number,
  {
    noiseMm,
    wrong,
    upM,
  }: { readonly noiseMm: number; readonly wrong: number; /** All at this height; at any where it is not said. */ readonly upM?: number },
): readonly MatchedPoint[] {
  const normal = normals(seed);
  const [c, s] = [Math.cos(FRONT.turnDeg * RAD), Math.sin(FRONT.turnDeg * RAD)];
  const matches: MatchedPoint[] = [];
  for (let i = 0; matches.length < 120; i++) {
    const [along, up] = [(((i * 0.618034) % 1) - 0.5) * FRONT.widthM, upM ?? ((i * 0.754878) % 1) * FRONT.heightM];
    const point: Vec3 = [along * c, up, along * s];
    const [u, v, ahead] = seenBy(PLATE_AT, HELD, point);
    const [x, y, z] = PLAN.from.at;
    const how = { yawDeg: 3 + off.yawDeg, pitchDeg: off.pitchDeg, rollDeg: off.rollDeg };
    const [fx, fy, fz] = seenBy([x + off.asideM, y + off.upM, z + off.aheadM], how, point);
    const onBack = [(24 * fx) / fz - 2 + noiseMm * normal(), (24 * fy) / fz - 6 + noiseMm * normal()] as const;
    const platePx = [2016 + (2400 * u) / ahead, 1512 - (2400 * v) / ahead] as const;
    matches.push({ platePx, onBack: i % 100 < wrong * 100 ? [onBack[0] + 3 + 2 * normal(), onBack[1] - 2 + 2 * normal()] : onBack });
  }
  return matches;
}

describe('how a frame was really taken', () => {
  test('is found from the points of a front as a 3D package draws them, exactly where they are exact', () => {
    fc.assert(
      fc.property(real, (off) => {
        const found = foundCamera(PHOTOGRAPH, PLAN, matchesOf(off, 1, { noiseMm: 0, wrong: 0 }), 0);
        for (const name of NAMES) expect(found?.differences[name].by).toBeCloseTo(off[name], 2);
        expect(found?.rmsMm).toBeLessThan(1e-3);
      }),
      { numRuns: 60 },
    );
  });

  test('says how far it may be off: with errors and a tenth of wrong matches it stays within five standard deviations', () => {
    let [beyondTwo, all] = [0, 0];
    fc.assert(
      fc.property(real, fc.integer({ min: 1, max: 1e6 }), (off, seed) => {
        const found = foundCamera(PHOTOGRAPH, PLAN, matchesOf(off, seed, { noiseMm: 0.006, wrong: 0.1 }), 0);
        if (!found) throw new Error('nothing found');
        for (const name of NAMES) {
          const { by, doubt } = found.differences[name];
          const sigmas = Math.abs(by - off[name]) / (doubt ?? NaN);
          expect(sigmas).toBeLessThan(5);
          all++;
          if (sigmas > 2) beyondTwo++;
        }
        expect(found.differences.rollDeg.doubt).toBeLessThan(0.1);
        expect(found.differences.aheadM.doubt).toBeLessThan(0.5);
        expect(found.used).toBeGreaterThan(90);
      }),
      { numRuns: 60 },
    );
    // Of normal errors one in twenty-two.
    expect(beyondTwo / all).toBeLessThan(0.1);
  });

  test('a wrong rise is told from a pitch by the verticals, as far as the slide is believed', () => {
    const risen = matchesOf({ asideM: 0, upM: 0, aheadM: 0, yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, 1, { noiseMm: 0, wrong: 0 }).map(
      ({ platePx, onBack: [x, y] }) => ({ platePx, onBack: [x, y - 0.5] as const }),
    );
    const found = foundCamera(PHOTOGRAPH, PLAN, risen, 0);
    expect(found?.differences.riseMm.by).toBeCloseTo(0.5, 1);
    expect(Math.abs(found?.differences.pitchDeg.by ?? 1)).toBeLessThan(0.15);
  });

  test('warns where the frame does not fit the shift that is assumed', () => {
    const off = { asideM: 0.1, upM: 0, aheadM: 0.2, yawDeg: 0.3, pitchDeg: 0, rollDeg: 0 };
    const matches = matchesOf(off, 3, { noiseMm: 0.006, wrong: 0.05 });
    expect(foundCamera(PHOTOGRAPH, PLAN, matches, 0)?.strained).toBe(false);
    // The lens was shifted 4 mm farther than the plan says.
    const shifted = matches.map(({ platePx, onBack: [x, y] }) => ({ platePx, onBack: [x - 4, y] as const }));
    expect(foundCamera(PHOTOGRAPH, PLAN, shifted, 0)?.strained).toBe(true);
  });

  test('warns where the tripod would have to stand more than a metre aside or up: another shift or rise looks the same', () => {
    const strained = (asideM: number, upM: number) =>
      foundCamera(
        PHOTOGRAPH,
        PLAN,
        matchesOf({ asideM, upM, aheadM: 0, yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, 5, { noiseMm: 0, wrong: 0 }),
        0,
      )?.strained;
    expect([strained(0.8, 0), strained(0, -0.8)]).toEqual([false, false]);
    expect([strained(1.3, 0), strained(-1.3, 0), strained(0, 1.3)]).toEqual([true, true, true]);
  });

  test('without a front the place is that of the photograph, and the rest is found', () => {
    const sphere = { kind: 'sphere', widthPx: 8000, heightPx: 4000 } as const;
    const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const matches = Array.from({ length: 40 }, (_, i): MatchedPoint => {
      const [longitude, latitude] = [((i % 8) - 3.5) * 6, (Math.floor(i / 8) - 1) * 8];
      const [a, b] = [longitude * RAD, latitude * RAD];
      const [x, y, z] = seenBy([0, 0, 0], { yawDeg: 4, pitchDeg: 0.6, rollDeg: -0.4 }, [
        Math.cos(b) * Math.sin(a),
        Math.sin(b),
        Math.cos(b) * Math.cos(a),
      ]);
      return { platePx: [8000 * (longitude / 360 + 0.5), 4000 * (0.5 - latitude / 180)], onBack: [(24 * x) / z - 2, (24 * y) / z - 6] };
    });
    const found = foundCamera({ plate: sphere, held, place: { plateAt: PLATE_AT, front: null, ground: true } }, PLAN, matches, 0);
    expect(found?.placed).toBe(false);
    expect(found?.differences.yawDeg.by).toBeCloseTo(1, 3);
    expect(found?.differences.pitchDeg.by).toBeCloseTo(0.6, 3);
    expect(found?.differences.rollDeg.by).toBeCloseTo(-0.4, 3);
    expect(found?.differences.aheadM).toEqual({ by: 0, doubt: 0 });
  });

  test('is told no better than the photograph was levelled', () => {
    const off = { asideM: 0, upM: 0, aheadM: 0, yawDeg: 1, pitchDeg: 0, rollDeg: 0 };
    const matches = matchesOf(off, 1, { noiseMm: 0.002, wrong: 0 });
    const [sure, unsure] = [foundCamera(PHOTOGRAPH, PLAN, matches, 0), foundCamera(PHOTOGRAPH, PLAN, matches, 0.3)];
    expect(unsure?.differences.rollDeg.doubt).toBeCloseTo(Math.hypot(sure?.differences.rollDeg.doubt ?? NaN, 0.3), 9);
    expect(unsure?.differences.aheadM).toEqual(sure?.differences.aheadM);
    expect(unsure?.differences.yawDeg.by).toBe(sure?.differences.yawDeg.by);
    // Of a level that nobody knows how well it is known, the uncertainty is unknown, not nothing.
    const unknown = foundCamera(PHOTOGRAPH, PLAN, matches, null)?.differences;
    expect([unknown?.yawDeg.doubt, unknown?.pitchDeg.doubt, unknown?.rollDeg.doubt]).toEqual([null, null, null]);
    expect(unknown?.aheadM).toEqual(sure?.differences.aheadM);
  });

  test('too few points, or none on the front, say nothing', () => {
    const off = { asideM: 0, upM: 0, aheadM: 0, yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    expect(foundCamera(PHOTOGRAPH, PLAN, matchesOf(off, 1, { noiseMm: 0, wrong: 0 }).slice(0, 7), 0)).toBeNull();
    // All in one place, or all on one line of the front.
    const exact = matchesOf(off, 1, { noiseMm: 0, wrong: 0 });
    const [first] = exact;
    if (!first) throw new Error('no points');
    expect(
      foundCamera(
        PHOTOGRAPH,
        PLAN,
        Array.from({ length: 20 }, () => first),
        0,
      ),
    ).toBeNull();
    const line = matchesOf(off, 1, { noiseMm: 0, wrong: 0, upM: 5 });
    expect(foundCamera(PHOTOGRAPH, PLAN, line, 0)).toBeNull();
    const sky = matchesOf(off, 1, { noiseMm: 0, wrong: 0 }).map(({ onBack }) => ({ platePx: [2000, 5] as const, onBack }));
    expect(foundCamera(PHOTOGRAPH, PLAN, sky, 0)).toBeNull();
  });
});

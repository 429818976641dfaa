import { geometryOf, type Geometry } from '../geometry/geometry';
import { assembled } from '../rig/assembled';
import { board, body, camera, fieldLens, film, lens, mounted, view } from '../rig/parts.test-support';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { rigPivots } from '../rig/pivots';
import { solveFocus } from '../planning/solveFocus';
import { patched } from '../setup/patch';
import type { SetupPatch } from '../model/setup';
import type { Rig, RigParts } from '../model/rig';
import { withPivotDoubt } from './pivotDoubt';
import { checkNamed } from './registry';
import { checkNote, checkSentence, evaluate, evaluateAll, evaluateWithFixes, marginOf, missingValue } from './evaluate';

const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
/** A 24 mm lens that tilts, its circle as large as given, its pivot known or not. */
const tilting = (pivotMm: number | null, circleMm: number): Rig =>
  rigOf(
    mounted({
      lens: lens({
        focalMm: 24,
        widestFNumber: 3.5,
        smallestFNumber: 22,
        slides: 'rotating',
        travelMm: 12,
        tilts: 'both',
        tiltDeg: 8.5,
        tiltLock: 'free',
        pivotMm,
        imageCircleMm: circleMm,
      }),
    }),
  );
const tilted = (rig: Rig) =>
  geometryOf(
    setup({ rig, scene: frontScene(20, 1.6), focusM: 20, front: { tiltDeg: 8, swingDeg: 0 }, movements: { riseMm: -6, shiftMm: 0 } }),
  );

describe('a pivot that is not known', () => {
  test('leaves a check unknown where the answer changes within what it may be, and asks for it with how to measure it', () => {
    // Somewhere between a circle that always holds and one that never does the pivot decides.
    const sizes = Array.from({ length: 60 }, (_, i) => 42 + i / 5);
    const decided = sizes.filter((circleMm) => {
      const at = (pivotMm: number) => evaluate('imageCircle', tilted(tilting(pivotMm, circleMm)))?.state;
      return (at(0) === 'fails') !== (at(40) === 'fails');
    });
    expect(decided.length).toBeGreaterThan(3);
    for (const circleMm of decided) {
      const geometry = tilted(tilting(null, circleMm));
      const found = evaluate('imageCircle', geometry);
      if (!found) throw new Error('no check');
      expect(found.state).toBe('unknown');
      expect(marginOf(found)).toBeNull();
      expect(checkSentence(found)).toMatch(
        /^Whether the corners are in the image circle is unknown; it depends on how far the lens centre is ahead of its tilt axis \(0 to 40 mm\): from [\d.]+ mm short to [\d.]+ mm to spare\.$/,
      );
      expect(checkNote(found)).toMatch(/^Tilt by a known angle/);
      expect(missingValue(found, geometry.settings.rig.parts)?.spec).toBe('pivotMm');
    }
    // Entered, it is answered.
    expect(evaluate('imageCircle', tilted(tilting(10, decided[0] ?? 0)))?.state).not.toBe('unknown');
  });

  test('changes nothing where the answer is the same all the way: then the least margin counts', () => {
    const open = evaluate('imageCircle', tilted(tilting(null, 120)));
    const ends = [0, 40].map((pivotMm) => evaluate('imageCircle', tilted(tilting(pivotMm, 120))));
    expect(open?.state).toBe('passes');
    const least = Math.min(...ends.map((each) => (each && marginOf(each)?.value) ?? NaN));
    expect(open && marginOf(open)?.value).toBeCloseTo(least, 6);
  });

  test('is not asked for while nothing is turned', () => {
    const level = setup({ rig: tilting(null, 67), scene: frontScene(20, 1.6), focusM: 20 });
    expect(evaluateAll(geometryOf(level)).filter(({ doubt }) => doubt)).toEqual([]);
  });

  test('of a view camera is asked for by name, while the range that is told is that of the lens centre itself', () => {
    const rig = rigOf(view({ back: film(), camera: camera({ tiltAxis: 'axis' }), lens: fieldLens({ imageCircleMm: 166 }) }));
    const found = [2, 5, 8, 11, 14].flatMap((tiltDeg) =>
      evaluateAll(geometryOf(setup({ rig, focusM: 30, front: { tiltDeg, swingDeg: 0 }, fNumber: 22 }))).filter(({ doubt }) => doubt),
    );
    expect(found.length).toBeGreaterThan(0);
    for (const each of found) {
      expect(each.doubt?.asks.map(({ spec }) => spec)).toEqual(['boardAheadMm']);
      // 90 mm with 98 mm to its seat: 8 mm behind a board that is −10 to 20 mm ahead of the axis.
      expect(checkSentence(each)).toContain('how far the lens centre is ahead of its tilt axis (−18 to 12 mm)');
    }
  });

  test('base or axis is asked for first, and both open lengths are told', () => {
    const rig = rigOf(view({ back: film(), camera: camera(), lens: fieldLens({ imageCircleMm: 166 }) }));
    const found = [8, 11, 14].flatMap((tiltDeg) =>
      evaluateAll(geometryOf(setup({ rig, focusM: 30, front: { tiltDeg, swingDeg: 0 }, fNumber: 22 }))).filter(({ doubt }) => doubt),
    );
    expect(found.length).toBeGreaterThan(0);
    expect(found[0]?.doubt?.asks.map(({ spec }) => spec)).toEqual(['tiltAxis', 'boardAheadMm']);
    expect(found[0] && checkSentence(found[0])).toMatch(/tilts \(0 to 200 mm\) and how far the lens centre/);
  });

  test('leaves unknown by how much the tilt has moved the picture, instead of telling one of the amounts', () => {
    const moved = (pivotMm: number | null) => evaluate('composed', tilted(tilting(pivotMm, 120)));
    expect(moved(null)?.state).toBe('unknown');
    // So does one that has moved it for certain, by somewhere between 4 and 8 mm: a board recessed by 40 mm.
    const recessed = rigOf(view({ camera: camera({ tiltAxis: 'axis' }), board: board(-40), lens: fieldLens() }));
    const certain = evaluate('composed', geometryOf(setup({ rig: recessed, focusM: 30, front: { tiltDeg: 8, swingDeg: 0 } })));
    expect(certain?.doubt?.most?.value).toBeLessThan(-3);
    expect(certain?.state).toBe('unknown');
    const twenty = moved(20);
    expect(twenty && checkSentence(twenty)).toContain('Tilting moved the lens 2.8 mm down');
  });

  test('is open as well where it is not known whether the lens tilts at all', () => {
    const rig = rigOf(mounted({ lens: lens({ focalMm: 24, tilts: null, imageCircleMm: 47 }) }));
    expect(rigPivots(rig.parts).frontAheadMm.asks.map(({ spec }) => spec)).toEqual(['pivotMm']);
    expect(rigPivots(mounted({ lens: lens({ tilts: 'none' }) })).frontAheadMm).toEqual({ mm: 0, range: [0, 0], asks: [] });
  });

  test('no fix of any check is offered that puts in doubt a check which passed', () => {
    let offered = 0;
    for (let circleMm = 43; circleMm <= 52; circleMm += 1) {
      for (const focusM of [2, 20]) {
        const rig = tilting(null, circleMm);
        const settings = setup({
          rig,
          scene: frontScene(20, 1.6),
          focusM,
          movements: { riseMm: -11, shiftMm: 8 },
          front: { tiltDeg: 4, swingDeg: 0 },
          composedAt: { tiltDeg: 4, swingDeg: 0 },
        });
        const before = evaluateWithFixes(geometryOf(settings));
        // What fails is no worse off in doubt.
        const open = new Set(before.flatMap(({ kind, doubt, state }) => (doubt || state === 'fails' ? [kind] : [])));
        for (const { fixes } of before)
          for (const { patch } of fixes) {
            offered++;
            const after = evaluateAll(geometryOf(patched(settings, patch)));
            expect(after.filter(({ kind, doubt }) => doubt && !open.has(kind) && kind !== 'composed').map(({ kind }) => kind)).toEqual([]);
          }
      }
    }
    expect(offered).toBeGreaterThan(10);
  });

  test('a tilt is not offered where it would put in doubt a circle that passed', () => {
    let doubtful = 0;
    for (let circleMm = 43; circleMm <= 60; circleMm += 0.5) {
      const settings = setup({
        rig: tilting(null, circleMm),
        // Low over the ground, so that it takes much tilt.
        scene: frontScene(10, 0.2),
        focusM: 10,
        fNumber: 4,
        movements: { riseMm: 4, shiftMm: 0 },
        pins: [
          { id: 'a', name: 'near', role: 'sharp', weight: 1, place: { kind: 'point', at: [0, 0, -8.5] } },
          { id: 'b', name: 'far', role: 'sharp', weight: 1, place: { kind: 'point', at: [0, 0, 30] } },
        ],
      });
      const geometry = geometryOf(settings);
      if (evaluate('imageCircle', geometry)?.state !== 'passes') continue;
      const solved = solveFocus(geometry, 'front');
      if (!solved.ok) throw new Error('not solved');
      const doubt = (patch: SetupPatch) => evaluate('imageCircle', geometryOf(patched(settings, patch)))?.doubt !== undefined;
      if (doubt(solved.solution.patch)) doubtful++;
      for (const { fixes } of evaluateWithFixes(geometry)) for (const { patch } of fixes) expect(doubt(patch)).toBe(false);
    }
    expect(doubtful).toBeGreaterThan(2);
  });

  test('the film of a body on a rail is behind its axis by the body’s flange distance as well', () => {
    const parts = view({ camera: camera({ backBehindMm: 5 }), back: body({ flangeDistanceMm: 18 }) });
    expect(rigPivots(parts).rearBehindMm).toMatchObject({ mm: 23, asks: [] });
    expect(rigPivots(view({ camera: camera({ backBehindMm: 5 }), back: film() })).rearBehindMm).toMatchObject({ mm: 5, asks: [] });
  });
});

test('where a check cannot answer at one end of what a pivot may be, it does not answer at all', () => {
  const geometry = tilted(tilting(null, 60));
  const tries: number[] = [];
  // A check that knows the answer for every pivot but one that lies far from the lens.
  const definition = {
    ...checkNamed('imageCircle'),
    evaluate: (each: Geometry) => {
      const pivot = each.settings.rig.triedPivots?.frontAheadMm ?? 0;
      tries.push(Math.abs(pivot));
      return { state: Math.abs(pivot) > 1 ? ('unknown' as const) : ('passes' as const), at: pivot };
    },
    margin: () => ({ value: 1, unit: 'mm' as const }),
  };
  const found = withPivotDoubt(definition, geometry);
  expect(Math.max(...tries)).toBeGreaterThan(1);
  expect(found?.state).toBe('unknown');
  expect(found?.doubt).toBeUndefined();
});

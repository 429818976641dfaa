import fc from 'fast-check';
import { quayPlate } from '../examples.test-support';
import type { OtherPhotograph } from '../model/plate';
import type { Vec3 } from '../space/vector';
import { turnedBeside } from './beside';
import { knownPlate } from './known';
import { FLAT, matchesOf, spread, turned } from './twoPhotographs.test-support';

const HERE: Vec3 = [0, 1.6, 0];
const ROOM: readonly Vec3[] = Array.from({ length: 300 }, (_, i) => [
  30 * spread(i, 0.618034),
  12 * spread(i, 0.754878),
  14 + 12 * spread(i, 0.569841),
]);

describe('another photograph from the same place', () => {
  test('was held as a 3D package has it that drew both, whatever stands there', () => {
    fc.assert(
      fc.property(turned(20, 12, 4), turned(15, 15, 6), (held, by) => {
        const real = { yawDeg: held.yawDeg + by.yawDeg, pitchDeg: held.pitchDeg + by.pitchDeg, rollDeg: by.rollDeg };
        const matches = matchesOf(
          [
            [HERE, held],
            [HERE, real],
          ],
          ROOM,
        );
        const found = turnedBeside({ plate: FLAT, held }, FLAT, matches);
        expect(found?.fits).toBe(true);
        expect(found?.offDeg).toBeLessThan(1e-6);
        for (const angle of ['yawDeg', 'pitchDeg', 'rollDeg'] as const) expect(found?.held[angle]).toBeCloseTo(real[angle], 6);
      }),
      { numRuns: 60 },
    );
  });

  test('is found beside a fifth of wrong matches, and errors of two pixels hardly turn it', () => {
    fc.assert(
      fc.property(turned(10, 10, 6), (real) => {
        const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
        const found = turnedBeside(
          { plate: FLAT, held },
          FLAT,
          matchesOf(
            [
              [HERE, held],
              [HERE, real],
            ],
            ROOM,
            { errorPx: 2, wrong: 0.2 },
          ),
        );
        expect(found?.fits).toBe(true);
        for (const angle of ['yawDeg', 'pitchDeg', 'rollDeg'] as const)
          expect(Math.abs((found?.held[angle] ?? NaN) - real[angle])).toBeLessThan(0.05);
      }),
      { numRuns: 40 },
    );
  });

  test('does not fit from another place: near and far part', () => {
    const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const moved = matchesOf(
      [
        [HERE, held],
        [[0.6, 1.6, 0], held],
      ],
      ROOM,
    );
    expect(turnedBeside({ plate: FLAT, held }, FLAT, moved)?.fits).toBe(false);
  });

  test('too few matches, or all in one direction, say nothing', () => {
    const held = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    const matches = matchesOf(
      [
        [HERE, held],
        [HERE, held],
      ],
      ROOM,
    );
    expect(turnedBeside({ plate: FLAT, held }, FLAT, matches.slice(0, 7))).toBeNull();
    const [first] = matches;
    if (!first) throw new Error('nothing is shown by both');
    expect(
      turnedBeside(
        { plate: FLAT, held },
        FLAT,
        Array.from({ length: 30 }, () => first),
      ),
    ).toBeNull();
  });

  test('of a stored one the turn follows the level of the first', () => {
    const matches = matchesOf(
      [
        [HERE, { yawDeg: 0, pitchDeg: 5, rollDeg: 0 }],
        [HERE, { yawDeg: 10, pitchDeg: 20, rollDeg: 0 }],
      ],
      ROOM,
    );
    const other: OtherPhotograph = { pictureId: '', name: '', widthPx: 4032, heightPx: 3024, equivalentMm: 26, matches, apart: null };
    const heldAt = (pitchDeg: number, more: Partial<OtherPhotograph> = {}) =>
      knownPlate({ ...quayPlate, widthPx: 4032, heightPx: 3024, typed: { pitchDeg, rollDeg: 0 }, others: [{ ...other, ...more }] })
        .others[0];
    expect(heldAt(5)?.turned?.held.pitchDeg).toBeCloseTo(20, 6);
    expect(heldAt(6)?.turned?.held.pitchDeg).toBeCloseTo(21, 1);
    for (const more of [{ matches: null }, { equivalentMm: null }, { apart: { byM: 2, doubtM: 0 } }])
      expect(heldAt(5, more)?.turned).toBeNull();
  });
});

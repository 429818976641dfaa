import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import type { Mechanism } from '../model/movements';
import { reaches } from '../rig/mechanism';
import { measuredLight } from './light';
import { randomLight, wallFrame } from './walls.test-support';
import { wallPlan } from './wallPlan';

const FRAME = { widthMm: 36, heightMm: 24 };
const travel = evenly(0, 25);
const mechanisms: fc.Arbitrary<Mechanism> = fc.oneof(
  travel.map((radiusMm): Mechanism => ({ kind: 'disc', radiusMm })),
  fc
    .tuple(travel, travel, travel, travel)
    .map(([riseMm, fallMm, leftMm, rightMm]): Mechanism => ({ kind: 'box', riseMm, fallMm, leftMm, rightMm })),
  fc
    .tuple(travel, travel, evenly(0, 179))
    .map(([forwardMm, backMm, angleDeg]): Mechanism => ({ kind: 'line', forwardMm, backMm, angleDeg })),
  fc.constant<Mechanism>({ kind: 'fixed' }),
);
const planned = (input: Parameters<typeof wallPlan>[0]) => {
  const plan = wallPlan(input);
  if (!plan) throw new Error('no plan');
  return plan;
};

describe('a series of frames of an evenly lit wall', () => {
  test('goes where the slides go, to each place once, and changes one thing at a time', () => {
    fc.assert(
      fc.property(
        mechanisms,
        fc.option(evenly(30, 90)),
        fc.constantFrom([8], [4, 8], [4, 5.6, 8, 11, 16]),
        (mechanism, circleMm, fNumbers) => {
          const { shots, moves, apertureChanges } = planned({ frame: FRAME, mechanism, circleMm, fNumbers });
          for (const shot of shots) expect(reaches(mechanism, shot)).toBe(true);
          const places = new Set(shots.map(({ riseMm, shiftMm }) => `${riseMm} ${shiftMm}`));
          expect(places.size * fNumbers.length).toBe(shots.length);
          expect(new Set(shots.map((shot) => JSON.stringify(shot))).size).toBe(shots.length);
          const changes = shots.slice(1).map((shot, i) => {
            const before = shots[i] ?? shot;
            return [shot.riseMm !== before.riseMm || shot.shiftMm !== before.shiftMm, shot.fNumber !== before.fNumber] as const;
          });
          expect(changes.every(([moved, turned]) => moved !== turned)).toBe(true);
          expect(changes.filter(([moved]) => moved)).toHaveLength(moves);
          expect(changes.filter(([, turned]) => turned)).toHaveLength(apertureChanges);
        },
      ),
    );
  });

  test('goes to the corners of a rectangular travel where its diagonals are too short', () => {
    const box: Mechanism = { kind: 'box', riseMm: 40, fallMm: 25, leftMm: 20, rightMm: 20 };
    const { shots } = planned({ frame: { widthMm: 44, heightMm: 33 }, mechanism: box, circleMm: 180, fNumbers: [8] });
    const at = shots.map(({ riseMm, shiftMm }) => [shiftMm, riseMm]);
    expect(at).toHaveLength(9);
    for (const corner of [
      [20, 40],
      [-20, 40],
      [-20, -25],
      [20, -25],
    ])
      expect(at).toContainEqual(corner);
    // A circle that the diagonals reach is gone to by them.
    const small = planned({ frame: { widthMm: 44, heightMm: 33 }, mechanism: box, circleMm: 70, fNumbers: [8] }).shots;
    for (const { riseMm, shiftMm } of small) expect([0, Math.abs(shiftMm)].includes(Math.abs(riseMm)) || shiftMm === 0).toBe(true);
  });

  test('begins in the middle, and carries a corner just past the edge where the slides allow it', () => {
    const { shots, edgeSeen } = planned({ frame: FRAME, mechanism: { kind: 'disc', radiusMm: 20 }, circleMm: 60, fNumbers: [8] });
    expect(shots[0]).toEqual({ fNumber: 8, riseMm: 0, shiftMm: 0 });
    expect(shots).toHaveLength(9);
    // In each quarter corners pass the edge from 0 to 67°; straight up and down the long side of the frame stays inside.
    expect(edgeSeen).toBe(12);
    for (const { riseMm, shiftMm } of shots.slice(1)) {
      const far = Math.hypot(18 + Math.abs(shiftMm), 12 + Math.abs(riseMm));
      expect(far).toBeGreaterThan(31.5);
      expect(far).toBeLessThan(33.1);
    }
  });

  test('says whether the circle will be measured, and that this is unknown without a circle', () => {
    const of = (mechanism: Mechanism, circleMm: number | null) => planned({ frame: FRAME, fNumbers: [8], mechanism, circleMm });
    expect(of({ kind: 'disc', radiusMm: 5 }, 60)).toMatchObject({ edgeSeen: 0, measuresCircle: false });
    // Rise alone shows it at the two upper corners, which is not enough.
    const rising = of({ kind: 'box', riseMm: 12, fallMm: 0, leftMm: 0, rightMm: 0 }, 56);
    expect(rising).toMatchObject({ moves: 1, measuresCircle: false });
    expect(rising.edgeSeen).toBeGreaterThan(1);
    expect(of({ kind: 'disc', radiusMm: 12 }, null)).toMatchObject({ edgeSeen: null, measuresCircle: null });
    expect(of({ kind: 'fixed' }, 60).shots).toHaveLength(1);
    expect(wallPlan({ frame: FRAME, fNumbers: [8], mechanism: { kind: 'unknown' }, circleMm: 60 })).toBeNull();
  });

  test('takes the centred frame alone where its corners are past the edge already', () => {
    const plan = planned({ frame: FRAME, mechanism: { kind: 'disc', radiusMm: 12 }, circleMm: 30, fNumbers: [8] });
    expect(plan.shots).toEqual([{ fNumber: 8, riseMm: 0, shiftMm: 0 }]);
    expect(plan.measuresCircle).toBe(true);
  });

  test('tells the circle and the falloff of a lens when it is taken as planned', () => {
    const lens = randomLight(7);
    const { shots } = planned({ frame: FRAME, mechanism: { kind: 'disc', radiusMm: 20 }, circleMm: lens.imageCircleMm, fNumbers: [4, 8] });
    const { circle, problems } = measuredLight(
      shots.map((shot, i) => wallFrame(lens, { ...shot, seed: i + 1 })),
      0,
    );
    expect(problems).toEqual([]);
    expect(Math.abs((circle?.radiusMm ?? NaN) / (lens.imageCircleMm / 2) - 1)).toBeLessThan(0.01);
  });
});

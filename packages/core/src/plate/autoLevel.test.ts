import fc from 'fast-check';
import { Euler, Matrix4, Quaternion, Vector3 } from 'three';
import { randomFrom } from '../assembly/picture.test-support';
import { autoLevel } from './autoLevel';
import type { PlateLine } from './level';

const RAD = Math.PI / 180;
const PLATE = { kind: 'flat', widthPx: 1600, heightPx: 1200, focalPx: 1300 } as const;

interface Held {
  readonly pitchDeg: number;
  readonly rollDeg: number;
}

/** What a camera at the origin, held so, draws of a stretch of the world, by a 3D package, each end off by some noise; `null` where it does not see both. */
function drawn(a: Vector3, b: Vector3, { pitchDeg, rollDeg }: Held, noise: () => number): PlateLine | null {
  const turned = new Quaternion().setFromEuler(new Euler(pitchDeg * RAD, 0, -rollDeg * RAD, 'YXZ'));
  const view = new Matrix4().makeRotationFromQuaternion(turned).invert();
  const [u1, v1, u2, v2] = [a, b].flatMap((each) => {
    const seen = new Vector3(each.x, each.y, -each.z).applyMatrix4(view);
    if (seen.z > -0.5) return [];
    return [800 + (PLATE.focalPx * seen.x) / -seen.z + noise(), 600 - (PLATE.focalPx * seen.y) / -seen.z + noise()];
  });
  return u1 === undefined || v1 === undefined || u2 === undefined || v2 === undefined ? null : [u1, v1, u2, v2];
}

/** A front with windows, seen from a street with things that lean. */
function street(seed: number, held: Held, awayDeg: number): readonly PlateLine[] {
  const random = randomFrom(seed);
  const between = (least: number, most: number): number => least + random() * (most - least);
  const noise = (): number => (random() + random() + random() - 1.5) * 0.4;
  const lines: (PlateLine | null)[] = [];
  const along = (across: number, up: number): Vector3 =>
    new Vector3(across * Math.cos(awayDeg * RAD), up, 22 + across * Math.sin(awayDeg * RAD));
  for (let i = 0; i < 30; i++) {
    const [across, up] = [between(-9, 9), between(-1.5, 9)];
    lines.push(drawn(along(across, up), along(across, up + between(1.2, 2.4)), held, noise));
    lines.push(drawn(along(across, up), along(across + between(1, 2), up), held, noise));
  }
  // A pole and trees that lean, wires, and edges of nothing in particular.
  for (let i = 0; i < 4; i++) {
    const [x, z, lean] = [between(-6, 6), between(8, 18), between(-0.12, 0.12)];
    lines.push(drawn(new Vector3(x, -1.6, z), new Vector3(x + 5 * lean, 3.4, z), held, noise));
  }
  for (let i = 0; i < 2; i++)
    lines.push(drawn(new Vector3(-8, between(2, 6), between(8, 20)), new Vector3(8, between(2, 6), between(8, 20)), held, noise));
  for (let i = 0; i < 25; i++) {
    const [u, v, turn, long] = [between(100, 1500), between(100, 1100), between(0, Math.PI), between(20, 90)];
    lines.push([u, v, u + long * Math.cos(turn), v + long * Math.sin(turn)]);
  }
  const length = ([u1, v1, u2, v2]: PlateLine): number => Math.hypot(u2 - u1, v2 - v1);
  return lines.flatMap((line) => (line === null ? [] : [line])).sort((a, b) => length(b) - length(a));
}

// Hundreds of votes; a busy machine takes its time.
jest.setTimeout(120_000);

describe('level from lines of a picture', () => {
  test('is that of the camera among things that lean; where it says that it is sure it is right', () => {
    let [sure, all, near, fronts] = [0, 0, 0, 0];
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: -80, max: 200 }),
        fc.integer({ min: -50, max: 50 }),
        fc.integer({ min: -40, max: 40 }),
        (seed, pitch, roll, awayDeg) => {
          const held = { pitchDeg: pitch / 10, rollDeg: roll / 10 };
          const found = autoLevel(PLATE, street(seed, held, awayDeg));
          all++;
          if (!found) return;
          const off = Math.max(Math.abs(found.pitchDeg - held.pitchDeg), Math.abs(found.rollDeg - held.rollDeg));
          if (off < 0.3) near++;
          if (!found.sure) return;
          sure++;
          expect(off).toBeLessThan(0.5);
          if (found.turnedAwayDeg === null) return;
          fronts++;
          expect(Math.abs(found.turnedAwayDeg - awayDeg)).toBeLessThan(1.5);
        },
      ),
      { numRuns: 30 },
    );
    expect(near / all).toBeGreaterThan(0.9);
    expect(sure / all).toBeGreaterThan(0.6);
    expect(fronts / sure).toBeGreaterThan(0.8);
  });

  test('is not sure of lines that go anywhere', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const random = randomFrom(seed);
      const lines = Array.from({ length: 120 }, (): PlateLine => {
        const [u, v, turn, long] = [1600 * random(), 1200 * random(), Math.PI * random(), 30 + 150 * random()];
        return [u, v, u + long * Math.cos(turn), v + long * Math.sin(turn)];
      });
      expect(autoLevel(PLATE, lines)?.sure ?? false).toBe(false);
    }
  });

  test('is not sure of verticals that do not agree, and says by how much they do not', () => {
    const random = randomFrom(3);
    // Old posts, each off plumb by up to 0.4°, and nothing level.
    const posts = Array.from({ length: 16 }, (_, i) => {
      const [x, lean] = [-9 + (18 * i) / 15, 2 * (random() - 0.5) * Math.tan(0.4 * RAD)];
      return drawn(new Vector3(x, -1.5, 20), new Vector3(x + 5 * lean, 3.5, 20), { pitchDeg: 2, rollDeg: 1 }, () => 0);
    });
    const found = autoLevel(
      PLATE,
      posts.flatMap((line) => (line ? [line] : [])),
    );
    expect(found?.uncertaintyDeg).toBeGreaterThan(0.25);
    expect(found?.sure).toBe(false);
  });

  test('is not sure of a camera pitched steeply: lines on the ground may pass for verticals', () => {
    const lines = (pitchDeg: number) =>
      [-3, -2, -1, 0, 1, 2, 3].flatMap((x) =>
        [-6, -4, 4, 6].flatMap((y) => {
          // A wall before the lens, as far up or down as it looks.
          const up = y + 12 * Math.tan(pitchDeg * RAD);
          const line = drawn(new Vector3(x, up, 12), new Vector3(x, up + 1.5, 12), { pitchDeg, rollDeg: 0.4 }, () => 0);
          return line ? [line] : [];
        }),
      );
    const [level, steep] = [20, 46].map((pitchDeg) => autoLevel(PLATE, lines(pitchDeg)));
    expect(level?.pitchDeg).toBeCloseTo(20, 1);
    expect(level?.sure).toBe(true);
    expect(steep?.pitchDeg).toBeCloseTo(46, 1);
    expect(steep?.sure).toBe(false);
  });

  test('says nothing of no lines, of one, and of lines that are points', () => {
    expect(autoLevel(PLATE, [])).toBeNull();
    expect(autoLevel(PLATE, [[100, 100, 102, 700]])).toBeNull();
    expect(
      autoLevel(PLATE, [
        [100, 100, 100, 100],
        [200, 5, 200, 5],
      ]),
    ).toBeNull();
  });

  test('does not know how certain it is of what one part of the picture alone says', () => {
    // One tower at the left, nothing else that is straight: no other part can confirm it.
    const held = { pitchDeg: 3, rollDeg: -1 };
    const tower = [-9, -8.6, -8.2, -7.8].flatMap((x) =>
      [0, 2.5, 5].map((y) => drawn(new Vector3(x, y, 22), new Vector3(x, y + 2, 22), held, () => 0)),
    );
    const found = autoLevel(
      PLATE,
      tower.flatMap((line) => (line ? [line] : [])),
    );
    expect(found?.pitchDeg).toBeCloseTo(3, 1);
    expect(found).toMatchObject({ uncertaintyDeg: null, sure: false });
  });

  test('pieces of one long line count as one: a pole behind leaves does not outvote the front', () => {
    const noise = (): number => 0;
    const held = { pitchDeg: 4, rollDeg: 1 };
    const pole = Array.from({ length: 12 }, (_, i) =>
      drawn(new Vector3(-4 + 0.02 * i, -1.5 + 0.5 * i, 9), new Vector3(-4 + 0.02 * (i + 0.6), -1.2 + 0.5 * i, 9), held, noise),
    );
    const front = [-6, -3, 0, 3, 6].flatMap((x) =>
      [0, 3, 6].map((y) => drawn(new Vector3(x, y, 22), new Vector3(x, y + 1.5, 22), held, noise)),
    );
    const lines = [...pole, ...front].flatMap((line) => (line ? [line] : []));
    const found = autoLevel(PLATE, lines);
    expect(found?.pitchDeg).toBeCloseTo(4, 1);
    expect(found?.rollDeg).toBeCloseTo(1, 1);
  });
});

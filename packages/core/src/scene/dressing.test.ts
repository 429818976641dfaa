import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { cross, dot, length, minus, type Vec3 } from '../space/vector';
import { FIRST_SUBJECTS, type SubjectOf } from '../subjects/subject';
import { dressedFaces, PERSON_M } from './dressing';
import { facesOf, type Face } from './faces';

const fronts: fc.Arbitrary<SubjectOf<'front'>> = fc.record({
  kind: fc.constant('front' as const),
  widthM: evenly(2, 90),
  heightM: evenly(3, 40),
  depthM: evenly(0.5, 30),
  storeys: fc.integer({ min: 1, max: 6 }),
  bays: fc.integer({ min: 1, max: 9 }),
  turnDeg: fc.constant(0),
});

/** The area of a flat convex polygon. */
const areaOf = ({ corners }: Face): number =>
  corners.slice(2).reduce((sum, corner, i) => {
    const [a = corner, b = corner] = [corners[0], corners[i + 1]];
    return sum + length(cross(minus(b, a), minus(corner, a))) / 2;
  }, 0);

test('people are seen from outside: the faces of a body are drawn in one sense', () => {
  const people = dressedFaces({ ...FIRST_SUBJECTS.front, widthM: 40 }).filter(({ surface }) => surface === 'cloth' || surface === 'skin');
  expect(people.length).toBeGreaterThan(20);
  const bodies = new Map<string, Face[]>();
  // Faces that share a corner are of one body.
  const keyOf = (corner: Vec3): string => corner.map((each) => each.toFixed(6)).join();
  for (const face of people) {
    const shared = face.corners.map(keyOf).find((key) => bodies.has(key));
    const body = (shared !== undefined && bodies.get(shared)) || [];
    body.push(face);
    for (const corner of face.corners) bodies.set(keyOf(corner), body);
  }
  let outward = 0;
  let all = 0;
  for (const body of new Set(bodies.values())) {
    const corners = body.flatMap((face) => face.corners);
    const middle = [0, 1, 2].map((k) => corners.reduce((sum, corner) => sum + (corner[k] ?? 0), 0) / corners.length) as unknown as Vec3;
    for (const { corners: own } of body) {
      const [a, b, c] = own;
      if (!a || !b || !c) continue;
      all++;
      // Faces are drawn counterclockwise as seen from outside, or all the other way round.
      if (dot(cross(minus(b, a), minus(c, a)), minus(a, middle)) > 0) outward++;
    }
  }
  expect(all).toBeGreaterThan(20);
  // But for where one body goes on into the next.
  expect(Math.max(outward, all - outward) / all).toBeGreaterThan(0.9);
});

test('a front is closed: its bricks and what is set into it cover it once, and nothing goes beyond its outline', () => {
  fc.assert(
    fc.property(fronts, (subject) => {
      const { widthM: w, heightM: h, depthM } = subject;
      const faces = dressedFaces(subject);
      const people = faces.filter(({ surface }) => surface === 'cloth' || surface === 'skin');
      const building = faces.slice(1).filter((face) => !people.includes(face));
      const beyond = building
        .flatMap(({ corners }) => corners)
        .filter(([x, y, z]) => Math.abs(x) > w / 2 + 1e-9 || y < 0 || y > h + 1e-9 || z < -0.36 || z > depthM + 1e-9);
      expect(beyond).toEqual([]);
      const inWall = building.filter(({ surface, corners }) => surface === 'brick' && corners.every(([, , z]) => z === 0));
      const glass = building.filter(({ surface }) => surface === 'glass');
      const doors = subject.storeys * subject.bays - glass.length;
      expect(doors === 0 || doors === 1).toBe(true);
      const opening = (w / subject.bays) * 0.48 * (h / subject.storeys) * 0.6;
      expect(inWall.reduce((sum, face) => sum + areaOf(face), 0) + subject.storeys * subject.bays * opening).toBeCloseTo(w * h, 6);
      expect(glass.every((each) => Math.abs(areaOf(each) - opening) < 1e-6)).toBe(true);
    }),
    { numRuns: 40 },
  );
});

test('every face is flat to a millimetre', () => {
  for (const subject of Object.values(FIRST_SUBJECTS))
    for (const { corners } of dressedFaces(subject)) {
      const [a, b, c] = corners as readonly [Vec3, Vec3, Vec3];
      const normal = cross(minus(b, a), minus(c, a));
      const size = length(normal) || 1;
      expect(corners.every((corner) => Math.abs(dot(minus(corner, a), normal)) / size < 0.001)).toBe(true);
    }
});

test('people stand on the ground, as tall as is said and as wide as the figures that calculations go by', () => {
  const row = FIRST_SUBJECTS.people;
  const corners = dressedFaces(row)
    .slice(1)
    .flatMap((face) => face.corners);
  const plain = facesOf(row)
    .slice(1)
    .flatMap((face) => face.corners);
  const range = (points: readonly Vec3[], axis: 0 | 1 | 2) => [
    Math.min(...points.map((p) => p[axis])),
    Math.max(...points.map((p) => p[axis])),
  ];
  expect(range(corners, 1)).toEqual([0, row.heightM]);
  for (const axis of [0, 2] as const) {
    const [low = 0, high = 0] = range(corners, axis);
    const [least = 0, most = 0] = range(plain, axis);
    expect(low).toBeGreaterThanOrEqual(least - 1e-9);
    expect(high).toBeLessThanOrEqual(most + 1e-9);
  }
  const beside = dressedFaces(FIRST_SUBJECTS.front).filter(({ surface }) => surface === 'skin');
  expect(Math.max(...beside.flatMap((face) => face.corners.map(([, y]) => y)))).toBeCloseTo(PERSON_M, 9);
});

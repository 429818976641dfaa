import fc from 'fast-check';
import { dot, type Vec3 } from '../space/vector';
import { facesOf } from './faces';
import { PLAIN_SCENE } from './scene';
import { FIRST_SUBJECTS, type Subject } from '../subjects/subject';
import { thingsOf, wantedPlanes } from './things';
import { evenly } from '../evenly.test-support';
import type { Scene } from '../model/scene';

const before = (subject: Subject, distanceM = 12, asideM = 0): Scene => ({
  subject,
  distanceM,
  asideM,
  cameraHeightM: 1.5,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
});
const subjects: fc.Arbitrary<Subject> = fc
  .constantFrom(...(Object.keys(FIRST_SUBJECTS) as (keyof typeof FIRST_SUBJECTS)[]))
  .map((kind) => FIRST_SUBJECTS[kind]);
const turned: fc.Arbitrary<Subject> = evenly(-70, 70).map((turnDeg) => ({ ...FIRST_SUBJECTS.front, turnDeg }));

/** The box that holds some points: least and greatest of each direction, m. */
function boxOf(points: readonly Vec3[]): readonly (readonly [number, number])[] {
  return [0, 1, 2].map((k) => [Math.min(...points.map((p) => p[k] ?? 0)), Math.max(...points.map((p) => p[k] ?? 0))] as const);
}

describe('the whole things of a subject', () => {
  test('each has a key of its own, a name, and points that are places', () => {
    fc.assert(
      fc.property(fc.oneof(subjects, turned), evenly(1, 60), evenly(-10, 10), (subject, distanceM, asideM) => {
        const things = thingsOf(before(subject, distanceM, asideM));
        expect(things.length).toBeGreaterThan(0);
        expect(new Set(things.map(({ key }) => key)).size).toBe(things.length);
        for (const { name, points } of things) {
          expect(name.trim()).not.toBe('');
          expect(points.length).toBeGreaterThan(1);
          expect(points.flat().every(Number.isFinite)).toBe(true);
        }
      }),
    );
  });

  test('a building’s whole holds every corner that is drawn of it, however it is turned', () => {
    fc.assert(
      fc.property(turned, (subject) => {
        const whole = thingsOf(before(subject)).find(({ key }) => key === 'whole')?.points ?? [];
        const box = boxOf(whole);
        return facesOf(subject)
          .slice(1)
          .flatMap(({ corners }) => corners)
          .every((corner) => box.every(([least, most], k) => (corner[k] ?? 0) >= least - 0.02 && (corner[k] ?? 0) <= most + 0.02));
      }),
    );
  });

  test('what lies in a plane that one wants sharp lies in it to the millimetre', () => {
    const pairs = new Set<string>();
    fc.assert(
      fc.property(fc.oneof(subjects, turned), evenly(2, 40), (subject, distanceM) => {
        const scene = before(subject, distanceM);
        const things = thingsOf(scene);
        for (const plane of wantedPlanes(scene)) {
          expect(Math.hypot(...plane.normal)).toBeCloseTo(1, 9);
          const there = things.filter(({ key }) => key === plane.key || (plane.key === 'table' && key === 'label'));
          for (const { key, points } of there) {
            pairs.add(key);
            for (const point of points) expect(dot(plane.normal, point)).toBeCloseTo(plane.offsetM, 6);
          }
        }
      }),
    );
    expect([...pairs].sort()).toEqual(expect.arrayContaining(['ground', 'label', 'sheet', 'table', 'wall']));
  });

  test('the floor of a hall begins before the camera’s feet and ends at its far wall', () => {
    fc.assert(
      fc.property(evenly(2, 30), (distanceM) => {
        const subject = FIRST_SUBJECTS.interior;
        const floor = thingsOf(before(subject, distanceM)).find(({ key }) => key === 'floor')?.points ?? [];
        const [near, far] = boxOf(floor)[2] ?? [NaN, NaN];
        return far === 0 && near <= 0 && near >= -subject.depthM && near >= -distanceM;
      }),
    );
  });

  test('the people of a row stand beside each other by their spacing', () => {
    const subject: Subject = { ...FIRST_SUBJECTS.people, count: 5, spacingM: 0.7 };
    const middles = thingsOf(before(subject)).map(({ points }) => points.reduce((sum, p) => sum + p[0], 0) / points.length);
    expect(middles).toHaveLength(5);
    middles.slice(1).forEach((x, i) => expect(x - (middles[i] ?? NaN)).toBeCloseTo(0.7, 9));
  });

  test('are made once for a scene', () => {
    const scene = before(FIRST_SUBJECTS.ground);
    expect(thingsOf(scene)).toBe(thingsOf(scene));
  });
});

import fc from 'fast-check';
import { Plane, Vector3 } from 'three';
import { projected } from '../perspective/rise';
import { inCamera } from '../stand/pose';
import { seenFaces } from './edges';
import { facesOf } from './faces';
import { poseOf, topAndFoot, type Scene } from './scene';
import { dimensionsOf, extentOf, FIRST_SUBJECTS, SUBJECT_KINDS, type Subject } from './subject';

const tower: Subject = { kind: 'front', widthM: 9, heightM: 31, depthM: 9, storeys: 7, bays: 3, turnDeg: 0 };
const scene: Scene = { subject: tower, distanceM: 24, asideM: 0, cameraHeightM: 1.6, yawDeg: 0, pitchDeg: 0, rollDeg: 0 };

/** A subject of a kind with any dimensions that it may have. */
const anySubject = fc.constantFrom(...SUBJECT_KINDS).chain((kind) =>
  fc.record(Object.fromEntries(dimensionsOf(kind).map(([key, { min, max, whole }]) => [key, whole ? fc.integer({ min, max: Math.min(max, 8) }) : fc.double({ min, max, noNaN: true })])))
    .map((sizes) => ({ kind, ...sizes }) as unknown as Subject),
);

describe('a subject', () => {
  test('is made of flat faces of numbers, whatever its dimensions', () => {
    fc.assert(
      fc.property(anySubject, (subject) =>
        facesOf(subject).every(({ corners, tone }) => {
          if (!(tone >= 0 && tone <= 1) || corners.some((corner) => corner.some((n) => !Number.isFinite(n)))) return false;
          const [a, b, c, ...rest] = corners.map(([x, y, z]) => new Vector3(x, y, z));
          if (!a || !b || !c) return false;
          const plane = new Plane().setFromCoplanarPoints(a, b, c);
          return rest.every((point) => Math.abs(plane.distanceToPoint(point)) < 1e-6 * (1 + point.length()));
        }),
      ),
    );
  });

  test('reaches as high and as low as its extent says', () => {
    for (const kind of SUBJECT_KINDS) {
      const subject = FIRST_SUBJECTS[kind];
      const ys = facesOf(subject).flatMap(({ corners }) => corners.map(([, y]) => y));
      expect(Math.max(...ys)).toBeCloseTo(extentOf(subject).topM, 9);
    }
  });

  test('turned away on the right, its right side is farther off', () => {
    const wall = facesOf({ ...tower, turnDeg: 30 })[1];
    const right = wall?.corners.reduce((a, b) => (b[0] > a[0] ? b : a));
    expect(right?.[2]).toBeCloseTo(4.5 * Math.sin(Math.PI / 6), 9);
  });
});

describe('a scene as the camera sees it', () => {
  const camera = { focalMm: 24, imageMm: 24.024, movements: { riseMm: 11, shiftMm: 0, tiltDeg: 0, swingDeg: 0 }, frame: { widthMm: 24, heightMm: 36 }, nearM: 0.1, farM: 5000 };

  test('the drawing puts the top where the projection of the rise puts it', () => {
    const { top } = topAndFoot(scene);
    const [, y] = projected(24.024, 11, 0, inCamera(poseOf(scene), top));
    const drawn = seenFaces(facesOf(tower).slice(1, 2), camera, poseOf(scene))[0];
    expect(Math.max(...(drawn?.points.map((p) => p[1]) ?? []))).toBeCloseTo(y / 18, 9);
  });

  test('what lies behind the camera is cut off, not turned over', () => {
    for (const { points } of seenFaces(facesOf(tower), camera, poseOf(scene))) {
      for (const [x, y] of points) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
    }
    // The ground never rises above the horizon, which lies at the height of the axis: −rise.
    const ground = seenFaces(facesOf(tower).slice(0, 1), camera, poseOf(scene))[0];
    expect(Math.max(...(ground?.points.map((p) => p[1]) ?? [1]))).toBeLessThan(-11 / 18 + 0.01);
  });

  test('the farthest is drawn first', () => {
    const depths = seenFaces(facesOf(tower), camera, poseOf(scene)).map(({ depthM }) => depthM);
    expect([...depths].sort((a, b) => b - a)).toEqual(depths);
  });
});

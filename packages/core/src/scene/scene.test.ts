import type { Vec3 } from '../space/vector';
import fc from 'fast-check';
import { BufferAttribute, BufferGeometry, EdgesGeometry, Plane, Vector3 } from 'three';
import { projected } from '../perspective/rise';
import { inCamera, placed } from '../space/pose';
import { seenFaces } from './edges';
import { facesOf } from './faces';
import { PLAIN_SCENE, poseOf } from './scene';
import { dimensionsOf, extentOf, FIRST_SUBJECTS, SUBJECT_KINDS, type Mesh, type Subject, type SubjectKind } from '../subjects/subject';
import { evenly } from '../evenly.test-support';
import type { Scene } from '../model/scene';

const tower: Subject = { kind: 'front', widthM: 9, heightM: 31, depthM: 9, storeys: 7, bays: 3, turnDeg: 0 };
const scene: Scene = { subject: tower, distanceM: 24, asideM: 0, cameraHeightM: 1.6, yawDeg: 0, pitchDeg: 0, rollDeg: 0, ...PLAIN_SCENE };

/** A barn of two blocks, in centimetres as its file has it. */
const barn: Mesh = {
  name: 'barn.obj',
  vertices: [
    -400, 0, 0, 400, 0, 0, 400, 300, 0, -400, 300, 0, -400, 0, 600, 400, 0, 600, 400, 300, 600, -400, 300, 600, 0, 550, 0, 0, 550, 600,
  ],
  triangles: [0, 1, 2, 0, 2, 3, 4, 6, 5, 4, 7, 6, 0, 3, 7, 0, 7, 4, 1, 5, 6, 1, 6, 2, 3, 2, 8, 7, 9, 6, 3, 8, 9, 3, 9, 7, 2, 6, 9, 2, 9, 8],
};

/** A subject of a kind with any dimensions that it may have. */
const anySubject = fc
  .constantFrom(...SUBJECT_KINDS)
  .chain((kind) =>
    fc
      .record(
        Object.fromEntries(
          dimensionsOf(kind).map(([key, { min, max, whole }]) => [
            key,
            whole ? fc.integer({ min, max: Math.min(max, 8) }) : evenly(min, max),
          ]),
        ),
      )
      .map((sizes) => ({ kind, ...sizes, ...(kind === 'model' && { mesh: barn }) }) as unknown as Subject),
  );

const firstOf = (kind: SubjectKind): Subject =>
  kind === 'model' ? { kind, metresPerUnit: 0.01, turnDeg: 0, mesh: barn } : FIRST_SUBJECTS[kind];

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
      const subject = firstOf(kind);
      const ys = facesOf(subject).flatMap(({ corners }) => corners.map(([, y]) => y));
      expect(Math.max(...ys)).toBeCloseTo(extentOf(subject).topM, 9);
    }
  });

  test('an interior has the roof that its ridge makes: gable, lean-to or flat', () => {
    const gable = (ridgeAsideM: number, ridgeM: number) => facesOf({ ...FIRST_SUBJECTS.interior, ridgeAsideM, ridgeM })[0]?.corners;
    expect(gable(0, 8.5)).toContainEqual([0, 8.5, 0]);
    // Beyond the wall there is no roof: it stands over it.
    expect(gable(99, 8.5)).toContainEqual([4.5, 8.5, 0]);
    expect(Math.max(...(gable(0, 4) ?? []).map(([, y]) => y))).toBe(4);
  });

  test('a mesh is scaled, boxed, and has edges only where it bends', () => {
    const subject = firstOf('model');
    expect(extentOf(subject)).toEqual({ topM: 5.5, footM: 0, widthM: 8, depthM: 6 });
    const faces = facesOf(subject).slice(1);
    expect(faces).toHaveLength(14);
    // The two triangles of the front share a side that is no edge; their other sides toward walls and ground are, toward the gable above not.
    expect(faces[0]?.edges).toEqual([true, true, false]);
    expect(faces[1]?.edges).toEqual([false, false, true]);
    // As three's own EdgesGeometry finds them at the same angle, but for the open foot of this barn, which has no floor.
    const geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(new Float32Array(barn.vertices), 3));
    geometry.setIndex([...barn.triangles]);
    const theirs = new EdgesGeometry(geometry, 20).getAttribute('position').count / 2;
    const ours = new Set(
      faces.flatMap(({ corners, edges }) =>
        corners.flatMap((a, i) => (edges?.[i] ? [[a, corners[(i + 1) % 3]].map(String).sort().join(' ')] : [])),
      ),
    );
    expect(ours.size).toBe(theirs);
  });

  test('turned away on the right, its right side is farther off', () => {
    const wall = facesOf({ ...tower, turnDeg: 30 })[1];
    const right = wall?.corners.reduce((a, b) => (b[0] > a[0] ? b : a));
    expect(right?.[2]).toBeCloseTo(4.5 * Math.sin(Math.PI / 6), 9);
  });
});

describe('a scene as the camera sees it', () => {
  const camera = {
    focalMm: 24,
    imageMm: 24.024,
    movements: { riseMm: 11, shiftMm: 0, tiltDeg: 0, swingDeg: 0 },
    frame: { widthMm: 24, heightMm: 36 },
    nearM: 0.1,
    farM: 5000,
  };

  test('the drawing puts the top where the projection of the rise puts it', () => {
    const top: Vec3 = [0, extentOf(scene.subject).topM, 0];
    const [, y] = projected(24.024, 11, 0, inCamera(poseOf(scene), top));
    const drawn = seenFaces(facesOf(tower).slice(1, 2), camera, placed(poseOf(scene)))[0];
    expect(Math.max(...(drawn?.points.map((p) => p[1]) ?? []))).toBeCloseTo(y / 18, 9);
  });

  test('what is behind the camera is cut off, not turned over', () => {
    for (const { points } of seenFaces(facesOf(tower), camera, placed(poseOf(scene)))) {
      for (const [x, y] of points) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
    }
    // The ground never rises above the horizon, which lies at the height of the axis: −rise.
    const ground = seenFaces(facesOf(tower).slice(0, 1), camera, placed(poseOf(scene)))[0];
    expect(Math.max(...(ground?.points.map((p) => p[1]) ?? [1]))).toBeLessThan(-11 / 18 + 0.01);
  });

  test('the farthest is drawn first', () => {
    const depths = seenFaces(facesOf(tower), camera, placed(poseOf(scene))).map(({ depthM }) => depthM);
    expect([...depths].sort((a, b) => b - a)).toEqual(depths);
  });
});

import fc from 'fast-check';
import { Box3, BoxGeometry, Vector3 } from 'three';
import { CoreError } from '../errors';
import { massing } from './massing';
import { meshSize } from '../subjects/subject';
import { evenly } from '../evenly.test-support';

const most = { corners: 600, triangles: 400 };
/** A box of a general 3D package as loose triangles, moved anywhere. */
const boxSoup = (w: number, h: number, d: number, at: readonly [number, number, number]): number[] =>
  Array.from(
    new BoxGeometry(w, h, d)
      .translate(...at)
      .toNonIndexed()
      .getAttribute('position').array,
  );
const codeOf = (act: () => unknown): string => {
  try {
    act();
  } catch (error) {
    if (error instanceof CoreError) return error.code;
    throw error;
  }
  return 'taken';
};

describe('a massing model from loose triangles', () => {
  test('a box anywhere becomes eight corners on the ground, its near side at the reference plane', () => {
    fc.assert(
      fc.property(
        fc.tuple(...[1, 1, 1].map(() => evenly(0.5, 90))),
        fc.tuple(...[1, 1, 1].map(() => evenly(-500, 500))),
        ([w, h, d], at) => {
          const mesh = massing('box', boxSoup(w ?? 1, h ?? 1, d ?? 1, at as unknown as [number, number, number]), 'y', most);
          const box = new Box3().setFromArray([...mesh.vertices]);
          const size = box.getSize(new Vector3());
          const near = (a: number, b: number) => Math.abs(a - b) < 1e-3;
          return (
            mesh.vertices.length === 24 &&
            mesh.triangles.length === 36 &&
            near(box.min.y, 0) &&
            near(box.min.z, 0) &&
            near(box.min.x + box.max.x, 0) &&
            near(size.x, w ?? 0) &&
            near(size.y, h ?? 0) &&
            near(size.z, d ?? 0)
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  test('what comes toward the viewer in the file comes toward the camera, whichever axis is up', () => {
    // One triangle nearer to the viewer (y up: +z near; z up: −y near) and one farther, which is taller.
    const yUp = [0, 0, 5, 1, 0, 5, 0, 1, 5, 0, 0, 0, 1, 0, 0, 0, 9, 0];
    const zUp = [0, -5, 0, 1, -5, 0, 0, -5, 1, 0, 0, 0, 1, 0, 0, 0, 0, 9];
    for (const mesh of [massing('a', yUp, 'y', most), massing('b', zUp, 'z', most)]) {
      expect(meshSize(mesh).size).toEqual([1, 9, 5]);
      const top = mesh.vertices.findIndex((value, i) => i % 3 === 1 && value === 9);
      expect(mesh.vertices[top + 1]).toBe(5);
    }
  });

  test('what is no massing model is refused by name', () => {
    expect(codeOf(() => massing('x', [0, 0, 0, 1, 0, 0, 0, NaN, 0], 'y', most))).toBe('not_a_number');
    expect(codeOf(() => massing('x', [], 'y', most))).toBe('no_faces');
    expect(codeOf(() => massing('x', [1, 1, 1, 1, 1, 1, 1, 1, 1], 'y', most))).toBe('no_faces');
    expect(codeOf(() => massing('x', [0, 0, 0, 1, 0, 0, 0, 0, 1], 'y', most))).toBe('flat');
    expect(codeOf(() => massing('x', new Array(401 * 9).fill(1), 'y', most))).toBe('too_many_triangles');
    const scattered = Array.from({ length: 201 * 9 }, (_, i) => (i * 7919) % 10_007);
    expect(codeOf(() => massing('x', scattered, 'y', most))).toBe('too_many_corners');
  });
});

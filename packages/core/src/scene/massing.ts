import { sceneText } from '@gangway/messages/core/scene';
import { say } from '@gangway/messages/say';
import { CoreError } from '../errors';
import type { Mesh } from '../subjects/subject';

/** Which axis of a file points up. */
export type UpAxis = 'y' | 'z';

/** Corners nearer than this share of the whole are one. */
const SAME_SHARE = 1e-6;

/**
 * A massing model from the loose triangles of a file (nine numbers each):
 * equal corners are made one, triangles without area go, and the whole is put
 * with its foot on the ground, its nearest point at the reference plane and
 * its middle at x = 0. Numbers stay in the units of the file; +z of a file
 * whose y is up comes toward the viewer, so it is turned away from the camera.
 * Throws `not_a_number`, `no_faces`, `flat`, `too_many_triangles`, `too_many_corners`.
 *
 * @param name name of the model
 * @param soup corners of triangles, nine numbers each
 * @param up which axis of the file is up
 * @param most the most that a model may have
 *
 * @example
 * massing('block', [0, 0, 0, 1, 0, 0, 0, 1, 0], 'y', { corners: 100, triangles: 100 }) // => {name: 'block', vertices: [-0.5, 0, 0, 0.5, 0, 0, -0.5, 1, 0], triangles: [0, 1, 2]}
 */
export function massing(
  name: string,
  soup: ArrayLike<number>,
  up: UpAxis,
  most: { readonly corners: number; readonly triangles: number },
): Mesh {
  const count = Math.floor(soup.length / 9);
  if (count > most.triangles)
    throw new CoreError('too_many_triangles', ['triangles'], say(sceneText.theModelHasTrianglesA, { count, triangles: most.triangles }));
  const points = Array.from({ length: count * 3 }, (_, i): readonly [number, number, number] => {
    const [x = NaN, y = NaN, z = NaN] = [soup[3 * i], soup[3 * i + 1], soup[3 * i + 2]];
    if (![x, y, z].every(Number.isFinite))
      throw new CoreError('not_a_number', ['vertices', i], say(sceneText.cornerOfTheModelIs, { i: i + 1 }));
    return up === 'y' ? [x, y, -z] : [x, z, y];
  });
  const least = [0, 1, 2].map((j) => points.reduce((low, p) => Math.min(low, p[j] ?? 0), Infinity));
  const greatest = [0, 1, 2].map((j) => points.reduce((high, p) => Math.max(high, p[j] ?? 0), -Infinity));
  const size = greatest.map((high, j) => high - (least[j] ?? 0));
  const whole = Math.max(...size, 0);
  const [x0, y0, z0] = [((least[0] ?? 0) + (greatest[0] ?? 0)) / 2, least[1] ?? 0, least[2] ?? 0];
  const step = whole * SAME_SHARE;
  const numbers = new Map<string, number>();
  const vertices: number[] = [];
  const cornerOf = ([x, y, z]: readonly [number, number, number]): number => {
    const at = [x - x0, y - y0, z - z0];
    const key = at.map((value) => Math.round(value / step)).join(' ');
    const known = numbers.get(key);
    if (known !== undefined) return known;
    const next = vertices.length / 3;
    numbers.set(key, next);
    vertices.push(...at.map((value) => Number(value.toPrecision(9))));
    return next;
  };
  const triangles: number[] = [];
  for (let t = 0; whole > 0 && t < count; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => cornerOf(points[3 * t + k] ?? [0, 0, 0]));
    if (a !== undefined && b !== undefined && c !== undefined && a !== b && b !== c && c !== a) triangles.push(a, b, c);
  }
  if (triangles.length === 0) throw new CoreError('no_faces', ['triangles'], sceneText.theFileHasNoFaces);
  if (vertices.length / 3 > most.corners)
    throw new CoreError(
      'too_many_corners',
      ['vertices'],
      say(sceneText.theModelHasCornersA, { length: vertices.length / 3, corners: most.corners }),
    );
  if (!((size[1] ?? 0) > whole * 1e-3)) throw new CoreError('flat', ['vertices'], sceneText.theModelHasNoHeight);
  return { name, vertices, triangles };
}

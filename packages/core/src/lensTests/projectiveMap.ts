import { Matrix, SingularValueDecomposition } from 'ml-matrix';

/** A place in a plane: in a picture, px right and down from its upper left corner; on a chart, mm likewise. */
export type Place = readonly [x: number, y: number];

/**
 * The projective map that takes places of one plane to those of another, by
 * least squares. Source: Hartley and Zisserman, “Multiple View Geometry”, 4.1.
 *
 * @param pairs four or more places with where they go
 *
 * @example
 * projectiveMap([[[0, 0], [1, 1]], [[1, 0], [3, 1]], [[1, 1], [3, 3]], [[0, 1], [1, 3]]])([0.5, 0.5])[0] // => 2
 */
export function projectiveMap(pairs: readonly (readonly [from: Place, to: Place])[]): (at: Place) => Place {
  // About their means and to their scale, or the sums would be far from even.
  const [cx, cy, cs] = frameOf(pairs.map(([from]) => from));
  const [px, py, ps] = frameOf(pairs.map(([, to]) => to));
  const rows = pairs.flatMap(([[xMm, yMm], [u, v]]) => {
    const [x, y, a, b] = [(xMm - cx) / cs, (yMm - cy) / cs, (u - px) / ps, (v - py) / ps];
    return [
      [x, y, 1, 0, 0, 0, -a * x, -a * y, -a],
      [0, 0, 0, x, y, 1, -b * x, -b * y, -b],
    ];
  });
  // Four places give eight rows; without a ninth their one solution would not be among the vectors.
  if (rows.length < 9) rows.push(new Array<number>(9).fill(0));
  const least = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true }).rightSingularVectors;
  const h = Array.from({ length: 9 }, (_, i) => least.get(i, least.columns - 1));
  const part = (at: number, x: number, y: number): number => (h[at] ?? 0) * x + (h[at + 1] ?? 0) * y + (h[at + 2] ?? 0);
  return ([xMm, yMm]) => {
    const [x, y] = [(xMm - cx) / cs, (yMm - cy) / cs];
    const w = part(6, x, y);
    return [px + (ps * part(0, x, y)) / w, py + (ps * part(3, x, y)) / w];
  };
}

/** Mean and spread of places. */
function frameOf(places: readonly (readonly [number, number])[]): readonly [x: number, y: number, spread: number] {
  const mean = (of: 0 | 1): number => places.reduce((sum, each) => sum + each[of], 0) / places.length;
  const [x, y] = [mean(0), mean(1)];
  return [x, y, Math.max(1e-9, places.reduce((sum, each) => sum + Math.hypot(each[0] - x, each[1] - y), 0) / places.length)];
}

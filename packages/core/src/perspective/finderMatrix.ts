import { perspectiveText } from '@gangway/messages/core/perspective';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';
import { lensAxis, apertureAxes } from '../space/axis';
import type { Vec3 } from '../space/vector';
import type { FrameSize } from '../model/frame';
import type { LensMovements } from '../model/movements';

/** The camera as the Finder sees through it. Lengths in mm. */
export interface FinderCamera {
  readonly focalMm: number;
  readonly imageMm: number;
  readonly movements: LensMovements;
  readonly frame: FrameSize;
  /** The depth that is drawn, m in front of the lens. */
  readonly nearM: number;
  readonly farM: number;
  /** Exit pupil over entrance pupil, 1 where unknown. */
  readonly pupilRatio?: number;
}

/**
 * The projection through one point of the aperture, as a 4 × 4 matrix by
 * columns that takes a point of the camera frame (x right, y up, z forward, m)
 * to clip coordinates of the upright picture. `aperture` is a place in the
 * plane of the lens, mm across and up; [0, 0] is the pinhole picture.
 *
 * A ray from P through the aperture point A goes to the image Q of P, and cuts
 * the back at A + (Q − A)·(−v − A_z)/(Q_z − A_z). With Q = −f·P/(P·l − f) both
 * numerator and denominator are linear in P, so each point of the aperture
 * sees the scene by a projective map of its own, and all of them agree on the
 * plane of sharp focus. Averaging such pictures over the aperture is the true
 * picture of a thin lens, tilt included.
 * Source: thin-lens imaging; homogeneous coordinates.
 *
 * @param camera the lens, its movements and its frame
 * @param aperture point of the aperture that is looked through, mm
 *
 * @example
 * finderMatrix(camera).length // => 16
 */
export function finderMatrix(camera: FinderCamera, aperture: readonly [number, number] = [0, 0]): Float64Array {
  const { focalMm, imageMm, movements, frame } = camera;
  const f = requirePositive('focalMm', focalMm) / 1000;
  const v = requirePositive('imageMm', imageMm) / 1000;
  const near = requirePositive('nearM', camera.nearM);
  const far = requirePositive('farM', camera.farM);
  if (far <= near) throw new CoreError('depth_reversed', ['farM'], say(perspectiveText.farmIsItMustBe, { far, near }));
  const l = lensAxis(movements.tiltDeg, movements.swingDeg);
  const [across, up] = apertureAxes(l);
  // A point of the opening as the exit pupil shows it: p times as far out, f(1 − p) behind the lens. The middle stays the lens centre.
  const p = camera.pupilRatio ?? 1;
  const middle = aperture[0] === 0 && aperture[1] === 0;
  const ahead = middle ? 0 : f * (p - 1);
  const [u, o] = [(p * aperture[0]) / 1000, (p * aperture[1]) / 1000];
  const a: Vec3 = [
    across[0] * u + up[0] * o + l[0] * ahead,
    across[1] * u + up[1] * o + l[1] * ahead,
    across[2] * u + up[2] * o + l[2] * ahead,
  ];
  // k = P·l − f and the denominator D = f·P_z + k·A_z, as rows over (x, y, z, 1).
  const k = [l[0], l[1], l[2], -f] as const;
  const d = [k[0] * a[2], k[1] * a[2], f + k[2] * a[2], k[3] * a[2]] as const;
  // On the back, still upside down: A·D − (v + A_z)·(f·P + k·A), over D. Upright is its negative, less the movement.
  const reach = v + a[2];
  const row = (i: 0 | 1, moved: number, half: number): readonly number[] =>
    k.map((kj, j) => (reach * ((j === i ? f : 0) + kj * a[i]) - (a[i] + moved) * (d[j] ?? 0)) / half);
  const x = row(0, movements.shiftMm / 1000, frame.widthMm / 2000);
  const y = row(1, movements.riseMm / 1000, frame.heightMm / 2000);
  // Depth grows with D/f, which along every ray through A is a linear function.
  const [m, n] = [(far + near) / (far - near), (-2 * far * near) / (far - near)];
  const w = d.map((dj) => dj / f);
  const z = w.map((wj, j) => m * wj + (j === 3 ? n : 0));
  const scale = 1 / f;
  const rows = [x.map((e) => e * scale), y.map((e) => e * scale), z, w];
  const matrix = new Float64Array(16);
  rows.forEach((r, i) => r.forEach((e, j) => (matrix[4 * j + i] = e)));
  return matrix;
}

/**
 * Where a point lands, −1 to 1 across and up the frame, by a finder matrix; `null` behind the lens.
 *
 * @param matrix a finder matrix, by columns
 * @param point a point in the frame of the camera, m
 *
 * @example
 * throughMatrix(finderMatrix(camera), [0, 0, 10])?.length // => 2
 */
export function throughMatrix(matrix: Float64Array, [x, y, z]: Vec3): readonly [number, number] | null {
  const at = (i: number): number => (matrix[i] ?? 0) * x + (matrix[4 + i] ?? 0) * y + (matrix[8 + i] ?? 0) * z + (matrix[12 + i] ?? 0);
  const w = at(3);
  return w <= 0 ? null : [at(0) / w, at(1) / w];
}

/**
 * Points spread evenly over a round aperture, mm: a sunflower spiral whose
 * first point is nearest the middle and whose mean is close to it.
 * Source: Vogel (1979), with the golden angle.
 *
 * @param openingMm diameter of the aperture, mm
 * @param count number of points
 *
 * @example
 * aperturePoints(10, 8).length // => 8
 */
export function aperturePoints(openingMm: number, count: number): readonly (readonly [number, number])[] {
  const radius = requirePositive('openingMm', openingMm) / 2;
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const r = radius * Math.sqrt((i + 0.5) / count);
    return [r * Math.cos(i * golden), r * Math.sin(i * golden)] as const;
  });
}

import { type FinderCamera, finderMatrix } from '../perspective/finderMatrix';
import { seenFrom, type Placed } from '../space/pose';
import type { Vec3 } from '../space/vector';
import type { Face } from './faces';

/** A face as it appears, −1 to 1 across and up the frame (corners may lie outside), and how far off it is. */
export interface SeenFace {
  readonly points: readonly (readonly [number, number])[];
  readonly tone: number;
  /** Whether its sides are drawn; a piece of something smooth has none. */
  readonly edged: boolean;
  readonly depthM: number;
}

/**
 * Faces as a plain drawing shows them: cut at the nearest depth drawn, projected, farthest first.
 *
 * @param faces the faces of the subject
 * @param camera the lens, its movements and its frame
 * @param from place and direction of the camera
 *
 * @example
 * seenFaces(facesOf(front.scene.subject), camera, { at: [0, 1.6, -24], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }).length > 0 // => true
 */
export function seenFaces(faces: readonly Face[], camera: FinderCamera, from: Placed): readonly SeenFace[] {
  const matrix = finderMatrix(camera);
  const at = (i: number, [x, y, z]: Vec3): number =>
    (matrix[i] ?? 0) * x + (matrix[4 + i] ?? 0) * y + (matrix[8 + i] ?? 0) * z + (matrix[12 + i] ?? 0);
  return faces
    .flatMap(({ corners, tone, edges }): readonly SeenFace[] => {
      const inside = cutAtNear(
        corners.map((corner) => seenFrom(from, corner)),
        camera.nearM,
      );
      if (inside.length < 3) return [];
      const points = inside.map((p) => [at(0, p) / at(3, p), at(1, p) / at(3, p)] as const);
      return [
        {
          points,
          tone,
          edged: edges === undefined || edges.every(Boolean),
          depthM: inside.reduce((sum, [, , z]) => sum + z, 0) / inside.length,
        },
      ];
    })
    .sort((a, b) => b.depthM - a.depthM);
}

/** A polygon without its part nearer than a depth (Sutherland & Hodgman, 1974). */
function cutAtNear(corners: readonly Vec3[], nearM: number): readonly Vec3[] {
  return corners.flatMap((b, i): readonly Vec3[] => {
    const a = corners[(i + corners.length - 1) % corners.length] ?? b;
    const crossing = (a[2] - nearM) * (b[2] - nearM) < 0;
    const t = (nearM - a[2]) / (b[2] - a[2]);
    const on: Vec3 = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), nearM];
    return [...(crossing ? [on] : []), ...(b[2] >= nearM ? [b] : [])];
  });
}

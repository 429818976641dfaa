import type { Vec3 } from '@gangway/core/space/vector';
import { facesOf } from '@gangway/core/scene/faces';
import type { Subject } from '@gangway/core/subjects/subject';
import { seenFrom, type Placed } from '@gangway/core/space/pose';

/** A subject as triangles and lines in the frame of the camera, m. */
export interface World {
  readonly positions: readonly number[];
  /** Light of each corner of the triangles, three times. */
  readonly colours: readonly number[];
  /** The same corners in the world. */
  readonly places: readonly number[];
  readonly lines: readonly number[];
}

/** The world put into the camera frame: the matrix of the core does the rest. */
export function worldOf(subject: Subject, from: Placed): World {
  const positions: number[] = [];
  const colours: number[] = [];
  const places: number[] = [];
  const lines: number[] = [];
  facesOf(subject).forEach(({ corners, tone, edges: drawn }, i) => {
    const seen = corners.map((corner) => seenFrom(from, corner));
    const light = tone ** 2.2;
    for (let j = 1; j + 1 < seen.length; j++) {
      for (const k of [0, j, j + 1]) {
        const [corner, place]: readonly (Vec3 | undefined)[] = [seen[k], corners[k]];
        if (!corner || !place) continue;
        positions.push(...corner);
        places.push(...place);
        colours.push(light, light, light);
      }
    }
    // The ground has no edge that could be seen.
    if (i === 0 && subject.kind !== 'interior') return;
    seen.forEach((corner, j) => {
      const after = seen[(j + 1) % seen.length];
      if (after && (drawn === undefined || drawn[j])) lines.push(...corner, ...after);
    });
  });
  return { positions, colours, places, lines };
}

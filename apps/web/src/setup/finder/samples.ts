import { aperturePoints, finderMatrix, throughMatrix } from '@gangway/core/perspective/finderMatrix';
import { facesOf } from '@gangway/core/scene/faces';
import { seenFrom } from '@gangway/core/space/pose';
import type { Vec3 } from '@gangway/core/space/vector';
import type { FinderView } from './view';

/** Points of the aperture that a still picture with plain blur is made of. */
export const SAMPLES = 64;
/** Goes through the spiral in leaps, so that an unfinished picture is already balanced (19 and 64 have no common divisor). */
const LEAP = 19;

/**
 * The points of the aperture in the order in which a picture is made of them,
 * mm: however few are taken, they lie about its middle.
 *
 * @param openingMm diameter of the aperture, mm
 */
export function aperturePath(openingMm: number): readonly (readonly [number, number])[] {
  const points = aperturePoints(openingMm, SAMPLES);
  return points.map((point, i) => points[((i + 1) * LEAP) % SAMPLES] ?? point);
}

/** Below so much blur anywhere, px, fewer points show the same picture. */
const FEWER = [
  { blurPx: 1, samples: 8 },
  { blurPx: 3, samples: 24 },
] as const;
/** Farther than this nothing is drawn, m. */
const FAR_M = 3000;

/**
 * Of how many points of the aperture a picture is made: few where nothing in
 * it is blurred by more than a pixel or so, since they would all show the same.
 *
 * @param view what is pictured
 * @param widthPx width of the picture, px
 */
export function samplesFor(view: FinderView, widthPx: number): number {
  // What aberrations add is in the picture of each point, not in the blur of a thin lens.
  if (view.aberrations) return SAMPLES;
  const blurPx = mostBlurPx(view, widthPx);
  return FEWER.find((each) => blurPx < each.blurPx)?.samples ?? SAMPLES;
}

/** The largest blur in the picture, px: of corners of the subject, of the ground at the edge of the frame and of what is far away. */
export function mostBlurPx(view: FinderView, widthPx: number): number {
  const { camera, openingMm, frame } = view;
  const rim = openingMm / 2;
  const matrices = (
    [
      [rim, 0],
      [-rim, 0],
      [0, rim],
      [0, -rim],
    ] as const
  ).map((at) => finderMatrix(camera, at));
  const perMm = widthPx / frame.widthMm;
  const half = [(frame.widthMm / 2) * perMm, (frame.heightMm / 2) * perMm] as const;
  let most = 0;
  for (const point of pointsOf(view)) {
    const [a, b, c, d] = matrices.map((matrix) => throughMatrix(matrix, point));
    if (!a || !b || !c || !d) continue;
    const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    if (Math.abs(x) > 1.1 || Math.abs(y) > 1.1) continue;
    most = Math.max(
      most,
      Math.hypot((a[0] - b[0]) * half[0], (a[1] - b[1]) * half[1]),
      Math.hypot((c[0] - d[0]) * half[0], (c[1] - d[1]) * half[1]),
    );
  }
  return most;
}

/** Points in the frame of the camera that are most likely out of focus. */
function pointsOf({ subject, from, moved, imageMm, frame }: FinderView): readonly Vec3[] {
  const found: Vec3[] = [];
  for (const { corners } of facesOf(subject).slice(subject.kind === 'interior' ? 0 : 1))
    for (const corner of corners) found.push(seenFrom(from, corner));
  const levels = subject.kind === 'table' ? [0, subject.tableM] : [0];
  for (const across of [-1, 0, 1])
    for (const up of [-1, 0, 1]) {
      const ray: Vec3 = [moved.shiftMm + (across * frame.widthMm) / 2, moved.riseMm + (up * frame.heightMm) / 2, imageMm];
      const scale = 1 / imageMm;
      const far: Vec3 = [ray[0] * scale * FAR_M, ray[1] * scale * FAR_M, FAR_M];
      if (subject.kind !== 'interior') found.push(far);
      const down = ray[0] * from.axes.right[1] + ray[1] * from.axes.up[1] + ray[2] * from.axes.forward[1];
      for (const level of levels) {
        const times = (level - from.at[1]) / down;
        if (times > 0 && times * imageMm < FAR_M) found.push([ray[0] * times, ray[1] * times, ray[2] * times]);
      }
    }
  return found;
}

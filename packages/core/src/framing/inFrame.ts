import type { Geometry } from '../geometry/geometry';
import type { Vec3 } from '../space/vector';
import { drawnAt } from '../geometry/aberrations';
import { seenFrom } from '../space/pose';
import { extentOf, FIGURE_DEPTH_M, ridgeX } from '../subjects/subject';
import { labelOf, solidOf } from '../scene/things';
import { turnedAbout } from '../scene/turnedAbout';
import type { Scene } from '../model/scene';

/** A side of the upright picture. */
export type Edge = 'upper' | 'lower' | 'left' | 'right';

export interface FrameSpare {
  readonly edge: Edge;
  /** From the subject's outline to the nearest edge, mm on the sensor; negative beyond it, `null` when part of it lies behind the camera. */
  readonly spareMm: number | null;
}

/** So far off that nothing is told from the horizon, m. */
const HORIZON_M = 1e6;

interface BoxAtInput {
  readonly halfM: number;
  readonly footM: number;
  readonly topM: number;
  /** Nearest distance, m. */
  readonly nearM: number;
  /** Farthest distance, m; `null` at infinity. */
  readonly farM: number;
}

/** The eight corners of a box. */
function boxAt({ halfM, footM, topM, nearM, farM }: BoxAtInput): readonly Vec3[] {
  return [footM, topM].flatMap((y) => [-halfM, halfM].flatMap((x) => [nearM, farM].map((z): Vec3 => [x, y, z])));
}

/**
 * Points between which all of the subject lies, in the world, so that it is in
 * the picture where they are. An interior has to be in to its far gable; open
 * ground from the reference plane, the nearest of it that is wanted, to the
 * horizon, both straight ahead of the camera.
 */
export function outline({ subject, asideM, cameraHeightM }: Scene): readonly Vec3[] {
  const { topM, footM, widthM, depthM } = extentOf(subject);
  switch (subject.kind) {
    case 'ground':
      return [
        [asideM, 0, 0],
        [asideM, cameraHeightM, HORIZON_M],
      ];
    case 'interior': {
      const half = subject.widthM / 2;
      return [
        [-half, 0, 0],
        [half, 0, 0],
        [half, subject.wallM, 0],
        [ridgeX(subject), subject.ridgeM, 0],
        [-half, subject.wallM, 0],
      ];
    }
    case 'table':
      // The bench itself goes on beyond the picture.
      return [...labelOf(subject), ...solidOf(subject)];
    case 'people':
      return boxAt({ halfM: widthM / 2, footM, topM, nearM: -FIGURE_DEPTH_M, farM: FIGURE_DEPTH_M });
    case 'sheet':
      return boxAt({ halfM: widthM / 2, footM, topM, nearM: 0, farM: 0 });
    case 'front':
      return boxAt({ halfM: subject.widthM / 2, footM, topM, nearM: 0, farM: depthM }).map(turnedAbout(subject.turnDeg));
    case 'model':
      return boxAt({ halfM: widthM / 2, footM, topM, nearM: 0, farM: depthM }).map(turnedAbout(subject.turnDeg));
  }
}

/** What the subject's outline takes up on the back about the foot of the lens, mm, movements aside; `null` where part of it lies behind the camera. */
export interface Taken {
  readonly left: number;
  readonly right: number;
  readonly lower: number;
  readonly upper: number;
}

/** The box that the outline takes up; `undefined` without a scene, `null` when part of it lies behind the camera. */
export function takenUp(geometry: Geometry): Taken | null | undefined {
  const back = geometry.back;
  if (back === null || geometry.settings.scene === null) return undefined;
  const v = geometry.imageMm;
  let [left, right, lower, upper] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const point of outline(geometry.settings.scene)) {
    const [x, y, z] = seenFrom(back, point);
    if (z <= 0) return null;
    const [drawnX, drawnY] = drawnAt(geometry, [(v * x) / z, (v * y) / z]);
    left = Math.min(left, drawnX);
    right = Math.max(right, drawnX);
    lower = Math.min(lower, drawnY);
    upper = Math.max(upper, drawnY);
  }
  return { left, right, lower, upper };
}

/** How near the subject comes to an edge of the picture that is kept, or how far it goes beyond; `null` without a scene. */
export function frameSpare(geometry: Geometry): FrameSpare | null {
  const box = takenUp(geometry);
  if (box === undefined) return null;
  if (box === null) return { edge: 'upper', spareMm: null };
  const whole = geometry.laid?.union.whole;
  if (whole) return nearest(whole, box);
  const { widthMm, heightMm } = geometry.frame;
  const { riseMm, shiftMm } = geometry.position;
  return nearest(
    { left: shiftMm - widthMm / 2, right: shiftMm + widthMm / 2, lower: riseMm - heightMm / 2, upper: riseMm + heightMm / 2 },
    box,
  );
}

/** The edge of a picture that a box inside it comes nearest to, or goes farthest beyond. */
function nearest(picture: Taken, box: Taken): FrameSpare {
  const spares: readonly FrameSpare[] = [
    { edge: 'upper', spareMm: picture.upper - box.upper },
    { edge: 'lower', spareMm: box.lower - picture.lower },
    { edge: 'right', spareMm: picture.right - box.right },
    { edge: 'left', spareMm: box.left - picture.left },
  ];
  return spares.reduce((least, each) => ((each.spareMm ?? 0) < (least.spareMm ?? 0) ? each : least));
}

import { turned } from '../coverage/frame';
import { conjugates } from '../focus/conjugates';
import type { Vec3 } from '../focus/vector';
import { projected } from '../perspective/rise';
import { radians } from '../angles';
import { inCamera } from '../stand/pose';
import type { StandSettings } from '../stand/settings';
import { poseOf, type Scene } from './scene';
import { extentOf } from './subject';

/** A side of the upright picture. */
export type Edge = 'upper' | 'lower' | 'left' | 'right';

export interface FrameSpare {
  readonly edge: Edge;
  /** From the subject's outline to the nearest edge, mm on the sensor; negative beyond it, `null` when part of it lies behind the camera. */
  readonly spareMm: number | null;
}

/** The corners of the subject's outline, in the world; none for open ground, which has no outline. */
export function outline({ subject }: Scene): readonly Vec3[] {
  if (subject.kind === 'ground') return [];
  const { topM, footM } = extentOf(subject);
  if (subject.kind === 'interior') {
    const half = subject.widthM / 2;
    return [[-half, 0, 0], [half, 0, 0], [half, subject.wallM, 0], [0, subject.ridgeM, 0], [-half, subject.wallM, 0]];
  }
  const turn = subject.kind === 'front' ? radians(subject.turnDeg) : 0;
  const half = (subject.kind === 'front' ? subject.widthM : extentOf(subject).widthM) / 2;
  return [footM, topM].flatMap((y): readonly Vec3[] => [-1, 1].map((side) => [side * half * Math.cos(turn), y, side * half * Math.sin(turn)]));
}

/** How near the subject comes to an edge of the frame, or how far it goes beyond; `null` without a scene, or for open ground. */
export function frameSpare(settings: StandSettings): FrameSpare | null {
  const { scene, rig, movements } = settings;
  if (scene === null) return null;
  const points = outline(scene);
  if (points.length === 0) return null;
  const frame = turned(rig.back, settings.orientation);
  const { imageMm } = conjugates(rig.lens.focalMm, settings.focusM);
  const pose = poseOf(scene);
  let worst: FrameSpare = { edge: 'upper', spareMm: Infinity };
  for (const point of points) {
    const seen = inCamera(pose, point);
    if (seen[2] <= 0) return { edge: 'upper', spareMm: null };
    const [x, y] = projected(imageMm, movements.riseMm, movements.shiftMm, seen);
    for (const [edge, spareMm] of [['upper', frame.heightMm / 2 - y], ['lower', frame.heightMm / 2 + y], ['right', frame.widthMm / 2 - x], ['left', frame.widthMm / 2 + x]] as const) {
      if (worst.spareMm !== null && spareMm < worst.spareMm) worst = { edge, spareMm };
    }
  }
  return worst;
}

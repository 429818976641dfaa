import type { Pose } from '../stand/pose';
import { extentOf, type Subject } from './subject';

/** What stands before the camera, and where the camera stands to it. */
export interface Scene {
  readonly subject: Subject;
  /** From the lens to the reference plane of the subject, m. */
  readonly distanceM: number;
  /** How far the camera stands to the right of the subject's middle, m. */
  readonly asideM: number;
  readonly cameraHeightM: number;
  readonly yawDeg: number;
  readonly pitchDeg: number;
  readonly rollDeg: number;
}

/** The camera of a scene in the world. */
export function poseOf({ distanceM, asideM, cameraHeightM, yawDeg, pitchDeg, rollDeg }: Scene): Pose {
  return { xM: asideM, heightM: cameraHeightM, zM: -distanceM, yawDeg, pitchDeg, rollDeg };
}

/** The middle of the top and of the foot of a subject, in the world, m. */
export function topAndFoot({ subject }: Scene): { readonly top: readonly [number, number, number]; readonly foot: readonly [number, number, number] } {
  const { topM, footM } = extentOf(subject);
  return { top: [0, topM, 0], foot: [0, footM, 0] };
}

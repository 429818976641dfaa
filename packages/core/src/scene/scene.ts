import type { Pose } from '../space/pose';
import type { Accepted, Scene } from '../model/scene';

/** What passes when nothing else is said: half a millimetre on a print 400 mm wide is about what an eye finds beside a straight edge (from memory); a ball drawn a quarter too long begins to look like an egg (common practice). */
export const FIRST_ACCEPTED: Accepted = { stretch: 1.25, leanPrintMm: 0.5, printWidthMm: 400, convergeDeg: 0 };

/** What a scene has beyond subject and place when nothing was said. */
export const PLAIN_SCENE: Pick<Scene, 'roomM' | 'light' | 'compassDeg' | 'watched' | 'accepted'> = {
  roomM: null,
  light: null,
  compassDeg: null,
  watched: null,
  accepted: FIRST_ACCEPTED,
};

/** The camera of a scene in the world. */
export function poseOf({ distanceM, asideM, cameraHeightM, yawDeg, pitchDeg, rollDeg }: Scene): Pose {
  return { xM: asideM, heightM: cameraHeightM, zM: -distanceM, yawDeg, pitchDeg, rollDeg };
}

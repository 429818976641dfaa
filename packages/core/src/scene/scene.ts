import { firstOf } from '../fields/field';
import { ACCEPTED_FIELDS, STANCE_FIELDS } from '../fields/scene';
import type { Pose } from '../space/pose';
import type { Accepted, Scene } from '../model/scene';

/** What passes when nothing else is said. */
export const FIRST_ACCEPTED: Accepted = firstOf(ACCEPTED_FIELDS);

const { roomM, light, compassDeg, watched, accepted } = firstOf(STANCE_FIELDS);

/** What a scene has beyond subject and place when nothing was said. */
export const PLAIN_SCENE: Pick<Scene, 'roomM' | 'light' | 'compassDeg' | 'watched' | 'accepted'> = {
  roomM,
  light,
  compassDeg,
  watched,
  accepted,
};

/** The camera of a scene in the world. */
export function poseOf({ distanceM, asideM, cameraHeightM, yawDeg, pitchDeg, rollDeg }: Scene): Pose {
  return { xM: asideM, heightM: cameraHeightM, zM: -distanceM, yawDeg, pitchDeg, rollDeg };
}

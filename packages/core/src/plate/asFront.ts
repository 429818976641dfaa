import type { Plate } from '../model/plate';
import type { Scene } from '../model/scene';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import type { OutlinedFront } from './front';

/** A scene and the photograph in it, placed to one another. */
export interface SceneWithPlate {
  readonly scene: Scene;
  readonly plate: Plate;
}

/**
 * An outlined front as the subject of the scene, the camera where the photograph was taken and
 * straight ahead its heading. What else the scene says (depth, light, tolerances) stays.
 *
 * @param plate the photograph, its front outlined
 * @param front the front as it was measured
 * @param scene the present scene; `null` where there is none
 *
 * @example
 * withFront(quayPlate, { leftM: [-6, 20], turnedAwayDeg: 0, cameraHeightM: 1.6, widthM: 12, heightM: 9, distanceM: 20 }, null).scene.distanceM // => 20
 */
export function withFront(plate: Plate, front: OutlinedFront, scene: Scene | null): SceneWithPlate {
  const away = (front.turnedAwayDeg * Math.PI) / 180;
  const [leftM, ahead] = front.leftM;
  const place = {
    asideM: 0 - (leftM + (front.widthM / 2) * Math.cos(away)),
    distanceM: ahead + (front.widthM / 2) * Math.sin(away),
    cameraHeightM: plate.cameraHeightM,
  };
  const before = scene?.subject.kind === 'front' ? scene.subject : FIRST_SUBJECTS.front;
  const looks = scene ?? { yawDeg: 0, pitchDeg: 0, rollDeg: 0, ...PLAIN_SCENE };
  return {
    scene: {
      ...looks,
      ...place,
      subject: { ...before, widthM: front.widthM, heightM: front.heightM, turnDeg: front.turnedAwayDeg },
      watched: null,
    },
    // Straight ahead is where the photograph looks, and directions on a map go with it.
    plate: { ...plate, headingDeg: 0, from: place },
  };
}

/**
 * How far the camera of a scene stands from where the photograph was taken, m; `null` where that place is not in the scene.
 *
 * @param plate the photograph
 * @param scene the scene with its camera
 *
 * @example
 * awayFromPlate({ ...quayPlate, from: { asideM: 3, distanceM: 4, cameraHeightM: 1.6 } }, { ...front.scene, asideM: 0, distanceM: 8, cameraHeightM: 1.6 }) // => 5
 */
export function awayFromPlate({ from }: Plate, scene: Scene): number | null {
  if (from === null) return null;
  return Math.hypot(scene.asideM - from.asideM, scene.distanceM - from.distanceM, scene.cameraHeightM - from.cameraHeightM);
}

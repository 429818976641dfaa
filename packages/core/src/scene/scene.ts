import type { Vec3 } from '../space/vector';
import type { Pose } from '../space/pose';
import { extentOf, type Subject } from '../subjects/subject';

/** A lamp or the sun as it stands to the camera's place: to the right of straight ahead and up from level, degrees. */
export interface LightSource {
  readonly bearingDeg: number;
  readonly heightDeg: number;
  /** Kept off the lens by a hand, a flag or a hood. */
  readonly shaded: boolean;
}

/** What the photographer lets pass in this picture. */
export interface Accepted {
  /** How much longer than wide a round thing may be drawn. */
  readonly stretch: number;
  /** How far the ends of an outer upright, or of a level line, may part on the print, mm. */
  readonly leanPrintMm: number;
  /** The print on which that is judged, mm wide. */
  readonly printWidthMm: number;
  /** The pitch of the back that is wanted, so that uprights converge by choice; 0 for parallel ones, degrees. */
  readonly convergeDeg: number;
}

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
  /** Where an obstacle behind the camera stands, from the reference plane, m; `null` when nothing limits how far back one can go. */
  readonly roomM: number | null;
  readonly light: LightSource | null;
  /** Where straight ahead (at no yaw) goes on a map, degrees from true north through east; `null` when not known. */
  readonly compassDeg: number | null;
  /** The round thing whose stretch is watched, in the world; `null` when none was picked. */
  readonly watched: Vec3 | null;
  readonly accepted: Accepted;
}

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

/** The middle of the top and of the foot of a subject, in the world, m. */
export function topAndFoot({ subject }: Scene): { readonly top: Vec3; readonly foot: Vec3 } {
  const { topM, footM } = extentOf(subject);
  return { top: [0, topM, 0], foot: [0, footM, 0] };
}

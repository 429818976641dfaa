import type { Subject } from '../subjects/subject';
import type { Vec3 } from '../space/vector';

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

import { fieldsText } from '@gangway/messages/core/fields';
import type { Vec3 } from '../space/vector';
import type { Subject } from '../subjects/subject';
import { flag, group, maybeGroup, maybeNumber, number, own, type GroupValue } from './field';

/** What the photographer lets pass in this picture. Half a millimetre on a print 400 mm wide is about what an eye finds beside a straight edge (from memory); a ball drawn a quarter too long begins to look like an egg (common practice). */
export const ACCEPTED_FIELDS = {
  /** How much longer than wide a round thing may be drawn. */
  stretch: number({ label: fieldsText.stretch, unit: '×', min: 1.03, max: 5, first: 1.25 }),
  /** How far the ends of an outer upright, or of a level line, may part on the print, mm. */
  leanPrintMm: number({ label: fieldsText.leanOnThePrint, unit: 'mm', min: 0.01, max: 100, first: 0.5 }),
  /** The print on which that is judged, mm wide. */
  printWidthMm: number({ label: fieldsText.printWidth, unit: 'mm', min: 20, max: 20_000, first: 400 }),
  /** The pitch of the back that is wanted, so that uprights converge by choice; 0 for parallel ones, degrees. */
  convergeDeg: number({ label: fieldsText.convergingBy, unit: '°', min: -60, max: 60, first: 0 }),
};
export type Accepted = GroupValue<typeof ACCEPTED_FIELDS>;

/** A lamp or the sun as it stands to the camera's place: to the right of straight ahead and up from level, degrees. */
export const LIGHT_FIELDS = {
  bearingDeg: number({ label: fieldsText.lightToTheRight, unit: '°', min: -180, max: 180, first: 0 }),
  heightDeg: number({ label: fieldsText.lightUp, unit: '°', min: -90, max: 90, first: 0 }),
  /** Kept off the lens by a hand, a flag or a hood. */
  shaded: flag({ label: fieldsText.shaded, first: false }),
};
export type LightSource = GroupValue<typeof LIGHT_FIELDS>;

/** Where the camera stands to its subject. */
export const STANCE_FIELDS = {
  /** From the lens to the reference plane of the subject, m. */
  distanceM: number({ label: fieldsText.distance, unit: 'm', min: 0.05, max: 100_000, first: 10 }),
  /** How far the camera stands to the right of the subject's middle, m. */
  asideM: number({ label: fieldsText.toTheRight, unit: 'm', min: -10_000, max: 10_000, first: 0 }),
  cameraHeightM: number({ label: fieldsText.lensHeight, unit: 'm', min: -100, max: 1000, first: 1.6 }),
  yawDeg: number({ label: fieldsText.turnedRight, unit: '°', min: -180, max: 180, first: 0 }),
  pitchDeg: number({ label: fieldsText.pitchedUp, unit: '°', min: -89, max: 89, first: 0 }),
  rollDeg: number({ label: fieldsText.rolledClockwise, unit: '°', min: -90, max: 90, first: 0 }),
  /** Where an obstacle behind the camera stands, from the reference plane, m; `null` when nothing limits how far back one can go. */
  roomM: maybeNumber({ label: fieldsText.obstacleBehindAt, unit: 'm', min: 0.05, max: 100_000 }),
  light: maybeGroup({ label: fieldsText.light, fields: LIGHT_FIELDS }),
  /** Where straight ahead (at no yaw) goes on a map, degrees from true north through east; `null` when not known. */
  compassDeg: maybeNumber({ label: fieldsText.compassBearingOfView, unit: '°', min: 0, max: 360 }),
  /** The round thing whose stretch is watched, in the world; `null` when none was picked. */
  watched: own<Vec3 | null>({ label: fieldsText.watched, first: null }),
  accepted: group({ label: fieldsText.tolerances, fields: ACCEPTED_FIELDS }),
};

/** What stands before the camera, and where the camera stands to it. */
export type Scene = GroupValue<typeof STANCE_FIELDS> & { readonly subject: Subject };

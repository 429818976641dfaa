import { sunText } from '@gangway/messages/core/sun';
import type { Scene } from '../model/scene';

/**
 * Where the front of a scene looks, degrees from true north: `null` for what has no front, or when the compass was not read.
 *
 * @param scene the subject and where the camera stands
 *
 * @example
 * frontBearing({ ...front.scene, compassDeg: 0 }) // => 180
 */
export function frontBearing({ compassDeg, subject }: Scene): number | null {
  if (compassDeg === null || subject.kind !== 'front') return null;
  return (((compassDeg + 180 - subject.turnDeg) % 360) + 360) % 360;
}

/** From north through east. */
const WINDS = [
  sunText.north,
  sunText.northEast,
  sunText.east,
  sunText.southEast,
  sunText.south,
  sunText.southWest,
  sunText.west,
  sunText.northWest,
];

/**
 * The eight winds, for a bearing in words.
 *
 * @param bearingDeg degrees from north through east
 *
 * @example
 * windWords(45) // => 'north-east'
 */
export function windWords(bearingDeg: number): string {
  return WINDS[Math.round((((bearingDeg % 360) + 360) % 360) / 45) % 8] ?? sunText.north;
}

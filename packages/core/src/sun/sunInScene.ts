import type { LightSource } from '../model/scene';
import { sunAt, type LitStretch, type Place } from './sun';

/**
 * The sun of a moment as a light source of a scene: how far to the right of
 * straight ahead it stands, −180 to 180, and how high, degrees.
 *
 * @param place where the camera stands on the earth
 * @param at the moment
 * @param compassDeg where straight ahead (at no yaw) goes, degrees from true north through east
 *
 * @example
 * sunAsLight({ latitudeDeg: 51.5, longitudeDeg: 0, heightM: 0 }, new Date('2026-06-21T12:00:00Z'), 180).bearingDeg // => -0.88517
 */
export function sunAsLight(place: Place, at: Date, compassDeg: number): LightSource {
  const { azimuthDeg, altitudeDeg } = sunAt(place, at);
  const turned = (((azimuthDeg - compassDeg) % 360) + 540) % 360;
  return { bearingDeg: turned - 180, heightDeg: altitudeDeg, shaded: false };
}

/** Whether the sun is on a front: until when, or from when on; `null` where it comes no more that day. */
export type SunOnFront = { readonly lit: true; readonly until: Date } | { readonly lit: false; readonly from: Date | null };

/**
 * Whether the sun is on a front at a moment, and when that changes.
 *
 * @param stretches when it is on the front that day, in their order
 * @param at the moment
 *
 * @example
 * sunOnFront([], new Date('2026-06-21T12:00:00Z')) // => { lit: false, from: null }
 */
export function sunOnFront(stretches: readonly LitStretch[], at: Date): SunOnFront {
  const now = stretches.find(({ from, to }) => from <= at && at < to);
  if (now) return { lit: true, until: now.to };
  return { lit: false, from: stretches.find(({ from }) => from > at)?.from ?? null };
}

import type { ShiftPosition } from '../model/movements';
import { turnedAbout } from '../scene/turnedAbout';
import { cameraAxes, turnedToCamera, turnedToWorld, type Placed } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { pixelOf, type Pixel, type PlateProjection } from './pixel';
import type { OnBack, Turned } from './throughRig';

/** A front in the scene: upright, its foot on the ground with its middle at the reference, m; its right side turned away, degrees. */
export interface UprightFront {
  readonly widthM: number;
  readonly heightM: number;
  readonly turnDeg: number;
}

/** What is known of the place that a photograph shows: where it was taken, and the front before it, if any; the ground is level. */
export interface KnownPlace {
  readonly plateAt: Vec3;
  readonly front: UprightFront | null;
}

/** What the ray of a pixel meets. */
export interface MetPlane {
  /** The front, the ground, neither: it goes on past the edges of the front or to the sky. */
  readonly on: 'front' | 'ground' | 'guess';
  /** How many times the ray is gone along to what it meets; `null` for the sky. */
  readonly times: number | null;
}

/**
 * What a ray meets in a known place: the front or the level ground before it. Beyond its edges the plane
 * of the front goes on, as a guess; a front is known from the side only from which it was photographed.
 * Source: intersection of a line and a plane.
 *
 * @param place what is known of the place
 * @param at where the ray begins, m
 * @param ray its direction in the world
 *
 * @example
 * metPlane({ plateAt: [0, 1.6, -20], front: { widthM: 10, heightM: 8, turnDeg: 0 } }, [2, 1.6, -10], [0, 0, 1]) // => {on: 'front', times: 10}
 */
export function metPlane({ plateAt, front }: KnownPlace, at: Vec3, ray: Vec3): MetPlane {
  const ground = at[1] > 0 && ray[1] < 0 ? at[1] / -ray[1] : null;
  const met = front && metFront(front, plateAt, at, ray);
  if (!met) return ground === null ? { on: 'guess', times: null } : { on: 'ground', times: ground };
  if (ground !== null && ground < met.times) return { on: 'ground', times: ground };
  return { on: met.within ? 'front' : 'guess', times: met.times };
}

function metFront(
  { widthM, heightM, turnDeg }: UprightFront,
  plateAt: Vec3,
  at: Vec3,
  ray: Vec3,
): { times: number; within: boolean } | null {
  // As if the front stood square: its plane is z = 0 then.
  const squared = turnedAbout(-turnDeg);
  const [from, along, taken] = [squared(at), squared(ray), squared(plateAt)];
  const times = -from[2] / along[2];
  if (!(times > 0) || !Number.isFinite(times) || from[2] * taken[2] <= 0) return null;
  const [x, y] = [from[0] + times * along[0], from[1] + times * along[1]];
  return { times, within: Math.abs(x) <= widthM / 2 && y >= 0 && y <= heightM };
}

/** A place of a photograph, and what is known of it. */
export interface LookedUp {
  /** `null` where a flat photograph does not look. */
  readonly pixel: Pixel | null;
  readonly on: MetPlane['on'];
}

/** A photograph that was taken somewhere in the scene. */
export interface PlacedPlate {
  readonly plate: PlateProjection;
  readonly held: Turned;
  readonly place: KnownPlace;
}

/** A rig that stands somewhere in the scene. */
export interface PlacedRig extends ShiftPosition {
  readonly from: Placed;
  readonly imageMm: number;
}

/**
 * The pixel of a photograph that a place on the back of a rig elsewhere shows: through what lies there, where it
 * is known. Source: central projection of the front and of the ground, each a homography (Hartley and
 * Zisserman, “Multiple View Geometry”, 2004, 13.1).
 *
 * @param photograph how it was taken, and where
 * @param rig the rig
 * @param onBack on the upright picture, mm from the middle of the frame
 *
 * @example
 * fromElsewhere({ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.5, -20], front: { widthM: 10, heightM: 8, turnDeg: 0 } } }, { from: { at: [0, 1.5, -10], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, imageMm: 20, riseMm: 0, shiftMm: 0 }, [8, 0]) // => {pixel: [240, 150], on: 'front'}
 */
export function fromElsewhere(
  { plate, held, place }: PlacedPlate,
  { from, imageMm, riseMm, shiftMm }: PlacedRig,
  [xMm, yMm]: OnBack,
): LookedUp {
  const { direction, on } = seenFromPlate(place, from.at, turnedToWorld(from.axes, [xMm + shiftMm, yMm + riseMm, imageMm]));
  return { pixel: pixelOf(plate, turnedToCamera(cameraAxes(held), direction)), on };
}

/** The direction from where a photograph was taken to what a ray of a camera at `at` meets, in the world, and what is known of that. */
export function seenFromPlate(place: KnownPlace, at: Vec3, ray: Vec3): { readonly direction: Vec3; readonly on: MetPlane['on'] } {
  const { on, times } = metPlane(place, at, ray);
  // The sky is so far away that it looks the same from everywhere.
  if (times === null) return { direction: ray, on };
  const { plateAt } = place;
  return { direction: [at[0] + ray[0] * times - plateAt[0], at[1] + ray[1] * times - plateAt[1], at[2] + ray[2] * times - plateAt[2]], on };
}

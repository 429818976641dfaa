import type { ShiftPosition } from '../model/movements';
import { turnedAbout } from '../scene/turnedAbout';
import { cameraAxes, turnedToCamera, turnedToWorld, type Placed } from '../space/pose';
import { minus, scaled, type Vec3 } from '../space/vector';
import { pixelOf, type Pixel } from './pixel';
import type { HeldPlate, OnBack } from './throughRig';

/** A front in the scene: upright, its foot on the ground with its middle at the reference, m; its right side turned away, degrees. */
export interface UprightFront {
  readonly widthM: number;
  readonly heightM: number;
  readonly turnDeg: number;
}

/** What is known of the place that a photograph shows, in the scene, m. */
export interface KnownPlace {
  /** Where it was taken. */
  readonly plateAt: Vec3;
  /** `null` without a front. */
  readonly front: UprightFront | null;
  /** Whether the ground is open and level: in a room the walls are in the way. */
  readonly ground: boolean;
}

/** What the ray of a pixel meets. */
export interface MetPlane {
  /** The front, the ground, or neither: then it passes beside the front or goes to the sky. */
  readonly on: 'front' | 'ground' | 'guess';
  /** Where it meets that, as a multiple of the ray; `null` for the sky. */
  readonly times: number | null;
}

/**
 * What a ray meets in a known place: the front or the level ground before it. Beyond the edges of the front its plane
 * continues, as a guess. A front is known only from the side from which it was photographed.
 * Source: intersection of a line and a plane.
 *
 * @param place what is known of the place
 * @param at where the ray begins, m
 * @param ray its direction in the world
 *
 * @example
 * metPlane({ plateAt: [0, 1.6, -20], front: { widthM: 10, heightM: 8, turnDeg: 0 }, ground: true }, [2, 1.6, -10], [0, 0, 1]) // => {on: 'front', times: 10}
 */
export function metPlane(place: KnownPlace, at: Vec3, ray: Vec3): MetPlane {
  return planesSeenFrom(place, at)(ray);
}

/** As `metPlane`, for many rays from one place. */
export function planesSeenFrom({ plateAt, front, ground: level }: KnownPlace, at: Vec3): (ray: Vec3) => MetPlane {
  // As if the front stood square: its plane is z = 0 then.
  const squared = turnedAbout(-(front?.turnDeg ?? 0));
  const [from, taken, right, away] = [squared(at), squared(plateAt), squared([1, 0, 0]), squared([0, 0, 1])];
  const [x0, y0, z0] = from;
  const faces = front !== null && z0 * taken[2] > 0;
  const [halfM, heightM] = [(front?.widthM ?? 0) / 2, front?.heightM ?? 0];
  return (ray) => {
    const ground = level && y0 > 0 && ray[1] < 0 ? y0 / -ray[1] : Infinity;
    const wall = faces ? -z0 / (ray[0] * right[2] + ray[2] * away[2]) : -1;
    if (!(wall > 0 && wall < Infinity)) return ground === Infinity ? SKY : { on: 'ground', times: ground };
    if (ground < wall) return { on: 'ground', times: ground };
    const [x, y] = [x0 + wall * (ray[0] * right[0] + ray[2] * away[0]), y0 + wall * ray[1]];
    return { on: Math.abs(x) <= halfM && y >= 0 && y <= heightM ? 'front' : 'guess', times: wall };
  };
}

const SKY: MetPlane = { on: 'guess', times: null };

/** A place of a photograph, and what lies there. */
export interface LookedUp {
  /** `null` where a flat photograph does not look. */
  readonly pixel: Pixel | null;
  readonly on: MetPlane['on'];
}

/** A photograph that was taken somewhere in the scene. */
export interface PlacedPlate extends HeldPlate {
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
 * fromElsewhere({ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.5, -20], front: { widthM: 10, heightM: 8, turnDeg: 0 }, ground: true } }, { from: { at: [0, 1.5, -10], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, imageMm: 20, riseMm: 0, shiftMm: 0 }, [8, 0]) // => {pixel: [240, 150], on: 'front'}
 */
export function fromElsewhere(
  { plate, held, place }: PlacedPlate,
  { from, imageMm, riseMm, shiftMm }: PlacedRig,
  [xMm, yMm]: OnBack,
): LookedUp {
  const ray = turnedToWorld(from.axes, [xMm + shiftMm, yMm + riseMm, imageMm]);
  const { on, times } = metPlane(place, from.at, ray);
  // The sky is so far away that it looks the same from everywhere.
  const direction = times === null ? ray : minus(minus(scaled(ray, times), place.plateAt), scaled(from.at, -1));
  return { pixel: pixelOf(plate, turnedToCamera(cameraAxes(held), direction)), on };
}

import { cameraAxes, turnedToCamera, turnedToWorld, type Pose } from '../space/pose';
import type { ShiftPosition } from '../model/movements';
import { directionOf, pixelOf, type Pixel, type PlateProjection } from './pixel';

/** How a camera is turned. */
export type Turned = Pick<Pose, 'yawDeg' | 'pitchDeg' | 'rollDeg'>;

/** A photograph and how it was held. */
export interface HeldPlate {
  readonly plate: PlateProjection;
  readonly held: Turned;
}

/** A rig at the place of the photograph: how it is turned, and where its lens stands over the back, mm. */
export interface RigThere extends ShiftPosition {
  readonly turned: Turned;
  readonly imageMm: number;
}

/** A place of the upright picture on the back, mm from the middle of the frame. */
export type OnBack = readonly [xMm: number, yMm: number];

/**
 * Where a pixel of a photograph falls on the back of a rig at the same place,
 * whatever it shows; `null` behind the rig. Source: central projection.
 *
 * @param plate how the photograph is projected
 * @param held how the photograph was held
 * @param rig the rig at the same place
 * @param pixel px from the upper left corner
 *
 * @example
 * plateToRig({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm: 6, shiftMm: 0 }, [300, 150]) // => [12, -6]
 */
export function plateToRig(
  plate: PlateProjection,
  held: Turned,
  { turned, imageMm, riseMm, shiftMm }: RigThere,
  pixel: Pixel,
): OnBack | null {
  const world = turnedToWorld(cameraAxes(held), directionOf(plate, pixel));
  const [x, y, z] = turnedToCamera(cameraAxes(turned), world);
  return z <= 0 ? null : [(imageMm * x) / z - shiftMm, (imageMm * y) / z - riseMm];
}

/**
 * The pixel of a photograph that a place on the back of a rig at the same place
 * shows: the way back. `null` where a flat photograph does not look.
 *
 * @param plate how the photograph is projected
 * @param held how the photograph was held
 * @param rig the rig at the same place
 * @param place on the upright picture, mm from the middle of the frame
 *
 * @example
 * rigToPlate({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm: 6, shiftMm: 0 }, [12, -6]) // => [300, 150]
 */
export function rigToPlate(
  plate: PlateProjection,
  held: Turned,
  { turned, imageMm, riseMm, shiftMm }: RigThere,
  [xMm, yMm]: OnBack,
): Pixel | null {
  const world = turnedToWorld(cameraAxes(turned), [xMm + shiftMm, yMm + riseMm, imageMm]);
  return pixelOf(plate, turnedToCamera(cameraAxes(held), world));
}

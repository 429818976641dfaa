import type { Geometry } from '../geometry/geometry';
import { degrees, radians } from '../angles';
import { requireFinite } from '../errors';
import { keystone, type Keystone } from '../perspective/keystone';
import { keepingCentre } from './keepCentre';
import type { SetupPatch } from '../model/setup';

/** Uprights that converge by choice. */
export interface Converging {
  readonly pitchDeg: number;
  readonly keystone: Keystone;
  /** The pitch with the rise that keeps the centre of the picture, and the choice itself. */
  readonly patch: SetupPatch;
}

/**
 * The pitch at which an upright at the edge of the picture leans by so many
 * degrees (inward above +), with the rise that then keeps the centre:
 * tan φ = v·tan(lean)/(w/2). `null` without a scene.
 * Throws `beyond_correction` when the point where uprights meet comes into the frame.
 * Source: plane homography of a pitched central projection.
 *
 * @param geometry what follows from the settings of a setup
 * @param edgeLeanDeg lean of the verticals at the edge, degrees
 *
 * @example
 * converging(frontGeometry, 2)?.pitchDeg // => 3.89
 */
export function converging(geometry: Geometry, edgeLeanDeg: number): Converging | null {
  const { scene } = geometry.settings;
  if (scene === null) return null;
  const { widthMm, heightMm } = geometry.frame;
  const v = geometry.imageMm;
  const pitchDeg =
    Math.round(degrees(Math.atan((v * Math.tan(radians(requireFinite('edgeLeanDeg', edgeLeanDeg)))) / (widthMm / 2))) * 100) / 100;
  const found = keystone({ imageMm: v, sensorWidthMm: widthMm, sensorHeightMm: heightMm, columnsPx: 1000, pitchDeg });
  const placing = { pitchDeg: pitchDeg + geometry.settings.rear.tiltDeg };
  const kept = keepingCentre(geometry, placing);
  if (kept === null) return null;
  const tenth = (mm: number): number => Math.round(mm * 10) / 10 + 0;
  return {
    pitchDeg,
    keystone: found,
    patch: { placing, movements: { riseMm: tenth(kept.riseMm), shiftMm: tenth(kept.shiftMm) }, accepted: { convergeDeg: pitchDeg } },
  };
}

/**
 * The lean of an upright at the edge of the picture, inward above +, when the back is pitched so far, degrees.
 *
 * @param geometry what follows from the settings of a setup
 * @param pitchDeg pitch, degrees, up positive
 *
 * @example
 * edgeLeanDeg(frontGeometry, 10) // => 5.174
 */
export function edgeLeanDeg(geometry: Geometry, pitchDeg: number): number {
  return degrees(Math.atan(((geometry.frame.widthMm / 2) * Math.tan(radians(pitchDeg))) / geometry.imageMm));
}

import type { ShiftPosition } from '../model/movements';
import type { Geometry } from '../geometry/geometry';
import { carriedBy, overBack, slidesFor } from '../geometry/standards';

/**
 * The movement that puts the picture back where it was before the lens was turned by its pivot, in tenths; `null` when it has not moved.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * givenBack(frontGeometry) // => null
 */
export function givenBack(geometry: Geometry): { readonly riseMm: number; readonly shiftMm: number } | null {
  const moved = movedSinceComposed(geometry);
  if (Math.hypot(moved.riseMm, moved.shiftMm) < 0.05) return null;
  const { riseMm, shiftMm } = geometry.position;
  const back = slidesFor(geometry.carried, { riseMm: riseMm - moved.riseMm, shiftMm: shiftMm - moved.shiftMm });
  const tenth = (mm: number): number => Math.round(mm * 10) / 10 + 0;
  return { riseMm: tenth(back.riseMm), shiftMm: tenth(back.shiftMm) };
}

/**
 * How far turning the lens about its pivot has moved its centre over the back since the picture was composed, mm.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * movedSinceComposed(frontGeometry) // => { riseMm: 0, shiftMm: 0 }
 */
export function movedSinceComposed({ settings, imageMm, position }: Geometry): ShiftPosition {
  const { rig, movements, composedAt, front, rear } = settings;
  if (composedAt.tiltDeg === front.tiltDeg && composedAt.swingDeg === front.swingDeg) return { riseMm: 0, shiftMm: 0 };
  const was = overBack(carriedBy(rig, { front: composedAt, rear }, imageMm), movements);
  return { riseMm: position.riseMm - was.riseMm, shiftMm: position.shiftMm - was.shiftMm };
}

import { requirePositive } from '../errors';
import { lensAxis } from '../space/axis';
import { CORNERS, cornerPoints, type Corner } from './frame';
import type { FrameSize } from '../model/frame';
import type { LensMovements } from '../model/movements';

export interface CornerAngle {
  readonly corner: Corner;
  /** Angle between the lens axis and the ray from the lens centre to this corner, radians. */
  readonly angle: number;
}

/**
 * The angle off the lens axis of each corner, in the order of `CORNERS`. A
 * corner (X, Y) of the picture sees along (X + shift, Y + rise, v). A corner
 * is covered while this angle is within the circle's half-angle; tilted or
 * not, that is the whole rule.
 */
export function cornerAngles(frame: FrameSize, imageMm: number, movements: LensMovements): readonly CornerAngle[] {
  requirePositive('imageMm', imageMm);
  const [lx, ly, lz] = lensAxis(movements.tiltDeg, movements.swingDeg);
  return cornerPoints(frame).map(([cx, cy], index) => {
    const x = cx + movements.shiftMm;
    const y = cy + movements.riseMm;
    const along = x * lx + y * ly + imageMm * lz;
    // atan2 of cross and dot keeps small angles exact where acos would not.
    const across = Math.hypot(y * lz - imageMm * ly, imageMm * lx - x * lz, x * ly - y * lx);
    return { corner: CORNERS[index] ?? 'upperLeft', angle: Math.atan2(across, along) };
  });
}

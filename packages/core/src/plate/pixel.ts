import { degrees, radians } from '../angles';
import { requirePositive } from '../errors';
import type { Pixel } from '../model/plate';
import type { Vec3 } from '../space/vector';

/** A photograph as lenses draw that keep lines straight. */
export interface FlatPlate {
  readonly kind: 'flat';
  readonly widthPx: number;
  readonly heightPx: number;
  readonly focalPx: number;
  /** Where the lens pointed, px; the middle of the picture where it is not said. */
  readonly middlePx?: Pixel | null;
}

/** A photograph as it is projected: flat, with its focal length in pixels, or a whole sphere of 2:1. */
export type PlateProjection = FlatPlate | { readonly kind: 'sphere'; readonly widthPx: number; readonly heightPx: number };

export type { Pixel };

/** The diagonal by which 35 mm equivalents are counted, mm: that of 36 × 24. */
const EQUIVALENT_DIAGONAL_MM = Math.hypot(36, 24);

/**
 * The focal length of a picture in pixels from its 35 mm equivalent, by the
 * diagonal. Source: Exif 2.32, FocalLengthIn35mmFilm (from memory).
 *
 * @param equivalentMm 35 mm equivalent, mm
 * @param widthPx width of the picture, px
 * @param heightPx height of the picture, px
 *
 * @example
 * focalPixels(26, 4032, 3024) // => 3028.7
 */
export function focalPixels(equivalentMm: number, widthPx: number, heightPx: number): number {
  const diagonal = Math.hypot(requirePositive('widthPx', widthPx), requirePositive('heightPx', heightPx));
  return (requirePositive('equivalentMm', equivalentMm) * diagonal) / EQUIVALENT_DIAGONAL_MM;
}

/**
 * Where the lens of a flat photograph pointed, px from its upper left corner.
 *
 * @param plate how the photograph is projected
 *
 * @example
 * middleOf({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }) // => [200, 150]
 */
export function middleOf({ widthPx, heightPx, middlePx }: FlatPlate): Pixel {
  return middlePx ?? [widthPx / 2, heightPx / 2];
}

/**
 * The direction in which a pixel looks, in the camera of the photograph: x
 * right, y up, z forward, not of length one for a flat picture.
 *
 * @param plate how the photograph is projected
 * @param pixel px from the upper left corner
 *
 * @example
 * directionOf({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, [400, 150]) // => [1, 0, 1]
 */
export function directionOf(plate: PlateProjection, [u, v]: Pixel): Vec3 {
  const { widthPx, heightPx } = plate;
  if (plate.kind === 'flat') {
    const [u0, v0] = middleOf(plate);
    return [(u - u0) / plate.focalPx, 0 - (v - v0) / plate.focalPx, 1];
  }
  const [longitude, latitude] = [radians((u / widthPx - 0.5) * 360), radians((0.5 - v / heightPx) * 180)];
  return [Math.cos(latitude) * Math.sin(longitude), Math.sin(latitude), Math.cos(latitude) * Math.cos(longitude)];
}

/**
 * The pixel that looks in a direction; `null` for a direction behind a flat picture.
 *
 * @param plate how the photograph is projected
 * @param direction in the camera of the photograph
 *
 * @example
 * pixelOf({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, [1, 0, 1]) // => [400, 150]
 */
export function pixelOf(plate: PlateProjection, [x, y, z]: Vec3): Pixel | null {
  const { widthPx, heightPx } = plate;
  if (plate.kind === 'flat') {
    const [u0, v0] = middleOf(plate);
    return z <= 0 ? null : [u0 + (plate.focalPx * x) / z, v0 - (plate.focalPx * y) / z];
  }
  const length = Math.hypot(x, y, z);
  if (length === 0) return null;
  const [longitude, latitude] = [degrees(Math.atan2(x, z)), degrees(Math.asin(y / length))];
  return [widthPx * (longitude / 360 + 0.5), heightPx * (0.5 - latitude / 180)];
}

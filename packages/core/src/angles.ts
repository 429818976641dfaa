const RADIANS_PER_DEGREE = Math.PI / 180;

/**
 * Degrees to radians: degrees stand at every boundary, radians only inside a function.
 *
 * @param deg an angle, degrees
 *
 * @example
 * radians(180) // => 3.14159
 */
export function radians(deg: number): number {
  return deg * RADIANS_PER_DEGREE;
}

/**
 * Radians to degrees.
 *
 * @param rad an angle, radians
 *
 * @example
 * degrees(Math.PI) // => 180
 */
export function degrees(rad: number): number {
  return rad / RADIANS_PER_DEGREE;
}

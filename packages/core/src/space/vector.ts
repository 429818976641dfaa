/** A vector or point in the camera frame: x right, y up, z toward the subject. */
export type Vec3 = readonly [number, number, number];

/**
 * The scalar product of two vectors.
 *
 * @param a the first vector
 * @param b the second vector
 *
 * @example
 * dot([1, 2, 3], [4, 5, 6]) // => 32
 */
export function dot(a: Vec3, b: Vec3): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

/**
 * The vector product: square to both, as long as the area between them.
 *
 * @param a the first vector
 * @param b the second vector
 *
 * @example
 * cross([1, 0, 0], [0, 1, 0]) // => [0, 0, 1]
 */
export function cross(a: Vec3, b: Vec3): Vec3 {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

/**
 * From the second point to the first.
 *
 * @param a the first point
 * @param b the second point
 *
 * @example
 * minus([3, 2, 1], [1, 1, 1]) // => [2, 1, 0]
 */
export function minus(a: Vec3, b: Vec3): Vec3 {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}

/**
 * A vector times a number.
 *
 * @param a the first vector
 * @param by the factor
 *
 * @example
 * scaled([1, 2, 3], 2) // => [2, 4, 6]
 */
export function scaled(a: Vec3, by: number): Vec3 {
  return [a[0] * by, a[1] * by, a[2] * by];
}

/**
 * How long a vector is.
 *
 * @param a the vector
 *
 * @example
 * length([2, 3, 6]) // => 7
 */
export function length(a: Vec3): number {
  return Math.hypot(a[0], a[1], a[2]);
}

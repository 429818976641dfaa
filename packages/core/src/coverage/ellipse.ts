/** Halvings until the root is as exact as a number can be. */
const HALVINGS = 60;
/** As a share of the longer axis. */
const ON_AXIS = 1e-12;

/**
 * The distance of a point from an ellipse about the origin, at least 0, in the
 * unit of its axes. The nearest point is the root of a function that falls
 * steadily, so that halving finds it from anywhere. Source: D. Eberly,
 * "Distance from a Point to an Ellipse, an Ellipsoid, or a Hyperellipsoid",
 * Geometric Tools, 2013.
 *
 * @param long half the longer axis, along x
 * @param short half the shorter axis, along y; above zero and at most `long`
 * @param x the point, along the longer axis
 * @param y the point, along the shorter axis
 *
 * @example
 * distanceToEllipse(5, 3, 0, 0) // => 3
 */
export function distanceToEllipse(long: number, short: number, x: number, y: number): number {
  const [px, py] = [Math.abs(x), Math.abs(y)];
  // So near to an axis that halving would divide by nothing; the distance changes no more than the point.
  if (py < ON_AXIS * long) {
    const ahead = long * px;
    const beyond = long * long - short * short;
    // Near the middle of the longer axis the nearest points lie to either side of it.
    if (ahead >= beyond) return Math.abs(px - long);
    const share = ahead / beyond;
    return Math.hypot(long * share - px, short * Math.sqrt(1 - share * share));
  }
  if (px < ON_AXIS * long) return Math.abs(py - short);
  const [along, across] = [px / long, py / short];
  const ratio = (long / short) ** 2;
  let low = across - 1;
  let high = along * along + across * across < 1 ? 0 : Math.hypot(ratio * along, across) - 1;
  let at = (low + high) / 2;
  for (let i = 0; i < HALVINGS && at !== low && at !== high; i++) {
    const over = ((ratio * along) / (at + ratio)) ** 2 + (across / (at + 1)) ** 2 - 1;
    if (over > 0) low = at;
    else high = at;
    at = (low + high) / 2;
  }
  return Math.hypot((ratio * px) / (at + ratio) - px, py / (at + 1) - py);
}

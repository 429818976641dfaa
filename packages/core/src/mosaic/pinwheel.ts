import { requireFinite, requirePositive } from '../errors';

/** Four frames made by quarter turns of a sensor about the lens axis. */
export interface Pinwheel {
  /** Side of the largest upright centred square inside the union; 0 when the middle stays open. */
  readonly squareMm: number;
  /** The circle that the far corners need. */
  readonly circleNeededMm: number;
}

/**
 * Quarter turns of a frame w × h whose centre lies (ox, oy) off the axis, mm.
 * A square of half side s is covered when its first quadrant, and by symmetry
 * the others, is: by the frame itself and its turned neighbours. The candidate
 * sides are where an edge of a frame ends the square; each is tried exactly.
 * Source: plane geometry.
 */
export function pinwheel(sensorWidthMm: number, sensorHeightMm: number, offsetXMm: number, offsetYMm: number): Pinwheel {
  const w = requirePositive('sensorWidthMm', sensorWidthMm) / 2;
  const h = requirePositive('sensorHeightMm', sensorHeightMm) / 2;
  const ox = requireFinite('offsetXMm', offsetXMm);
  const oy = requireFinite('offsetYMm', offsetYMm);
  // Centre and half sides of the four frames, each a quarter turn on.
  const frames: Box[] = [box(ox, oy, w, h), box(-oy, ox, h, w), box(-ox, -oy, w, h), box(oy, -ox, h, w)];
  const edges = frames.flatMap(({ left, right, bottom, top }) => [left, right, bottom, top]).map(Math.abs);
  const sides = [...new Set(edges)].sort((a, b) => b - a);
  const half = sides.find((s) => s > 0 && covers(frames, s)) ?? 0;
  return {
    squareMm: 2 * half,
    circleNeededMm: 2 * Math.hypot(Math.abs(ox) + w, Math.abs(oy) + h),
  };
}

interface Box {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

function box(x: number, y: number, halfWidth: number, halfHeight: number): Box {
  return { left: x - halfWidth, right: x + halfWidth, bottom: y - halfHeight, top: y + halfHeight };
}

// Whether boxes cover the centred square of half side s: cut at all their edges, every cell's middle lies in one.
function covers(boxes: readonly Box[], s: number): boolean {
  const cuts = (values: readonly number[]): readonly number[] =>
    [...new Set([-s, s, ...values.filter((v) => v > -s && v < s)])].sort((a, b) => a - b);
  const xs = cuts(boxes.flatMap(({ left, right }) => [left, right]));
  const ys = cuts(boxes.flatMap(({ bottom, top }) => [bottom, top]));
  for (let i = 0; i + 1 < xs.length; i++) {
    for (let j = 0; j + 1 < ys.length; j++) {
      const x = ((xs[i] ?? 0) + (xs[i + 1] ?? 0)) / 2;
      const y = ((ys[j] ?? 0) + (ys[j + 1] ?? 0)) / 2;
      if (!boxes.some(({ left, right, bottom, top }) => x >= left && x <= right && y >= bottom && y <= top)) return false;
    }
  }
  return true;
}

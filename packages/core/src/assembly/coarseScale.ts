import { phasePeaks } from './phase';
import type { Plane, Px } from './plane';

const { ceil, floor, max, min } = Math;

/** The comparison is made at so many px along the longer side. */
const COMPARED_PX = 128;
/** Scales that are tried on either side of 1, and the step between them: focusing changes the scale by a few percent from frame to frame at most, close up. */
const [FARTHEST, STEP] = [0.08, 0.01] as const;
/** Another scale than 1 has to stand out by this factor, and by so many standard deviations of the correlation: chance gives five. */
const [CLEARER, CLEAR] = [1.1, 8] as const;

/** How one picture lies on another: larger by its scale, its middle moved, px. */
export interface CoarseScale {
  readonly scale: number;
  readonly moved: Px;
}

/**
 * How much larger one picture has to be drawn, and by how much moved, to lie on
 * another that was taken from the same place: the scale at which the phase
 * correlation is clearest, to half a percent or so.
 *
 * @param a the picture on which it is laid
 * @param b the picture that is laid on it, of the same size
 *
 * @example
 * coarseScale(wave(), wave()) // => { scale: 1, moved: { x: 0, y: 0 } }
 */
export function coarseScale(a: Plane, b: Plane): CoarseScale {
  const by = max(1, ceil(max(a.width, a.height) / COMPARED_PX));
  const [small, other] = [shrunk(a, by), shrunk(b, by)];
  const found = (scale: number): { readonly scale: number; readonly height: number; readonly moved: Px } => {
    const [peak] = phasePeaks(small, scaled(other, scale), 1, { wrapped: true, rim: 0.25 });
    return { scale, height: peak?.height ?? 0, moved: { x: -by * (peak?.x ?? 0), y: -by * (peak?.y ?? 0) } };
  };
  const plain = found(1);
  let best = plain;
  for (let off = STEP; off <= FARTHEST + 1e-9; off += STEP) {
    for (const scale of [1 - off, 1 + off]) {
      const each = found(scale);
      if (each.height > best.height) best = each;
    }
  }
  const { scale, moved } = best.height > max(CLEAR, CLEARER * plain.height) ? best : plain;
  return { scale, moved: { x: moved.x + 0, y: moved.y + 0 } };
}

/** A picture at a whole part of its size, each pixel the mean of a square. */
function shrunk({ width, height, data }: Plane, by: number): Plane {
  if (by === 1) return { width, height, data };
  const [w, h] = [floor(width / by), floor(height / by)];
  const out = new Float32Array(w * h);
  for (let y = 0; y < h * by; y++)
    for (let x = 0; x < w * by; x++) {
      const to = floor(y / by) * w + floor(x / by);
      out[to] = (out[to] ?? 0) + (data[y * width + x] ?? 0) / by ** 2;
    }
  return { width: w, height: h, data: out };
}

/** A picture drawn larger about its middle, in its own frame; beyond its edges they go on. */
function scaled({ width, height, data }: Plane, scale: number): Plane {
  if (scale === 1) return { width, height, data };
  const out = new Float32Array(width * height);
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2];
  for (let y = 0; y < height; y++) {
    const v = min(height - 1.001, max(0, cy + (y - cy) / scale));
    const [row, ty] = [floor(v) * width, v - floor(v)];
    for (let x = 0; x < width; x++) {
      const u = min(width - 1.001, max(0, cx + (x - cx) / scale));
      const [i, tx] = [row + floor(u), u - floor(u)];
      const above = (data[i] ?? 0) * (1 - tx) + (data[i + 1] ?? 0) * tx;
      const below = (data[i + width] ?? 0) * (1 - tx) + (data[i + width + 1] ?? 0) * tx;
      out[y * width + x] = above * (1 - ty) + below * ty;
    }
  }
  return { width, height, data: out };
}

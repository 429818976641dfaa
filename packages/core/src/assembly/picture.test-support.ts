import type { Plane } from './plane';

const { cos, floor, imul, log, max, min, sqrt } = Math;

/** A repeatable source of numbers 0 to 1. Source: mulberry32, public domain. */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = imul(state ^ (state >>> 15), 1 | state);
    t = (t + imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const SIDE = 128;

/**
 * A picture known at every place, between the pixels too: noise on lattices of
 * three mesh widths, `finestPx` the finest, joined by cubic B-splines (smooth,
 * hardly any detail finer than the mesh); 0.1 to 0.9.
 */
export function splinePicture(seed: number, finestPx = 4): (x: number, y: number) => number {
  const random = randomFrom(seed);
  const octaves = [1, 4, 15].map((times) => ({
    mesh: finestPx * times,
    turn: random() * 50,
    nodes: Float32Array.from({ length: SIDE * SIDE }, () => random() - 0.5),
  }));
  return (x, y) => {
    let value = 0;
    for (const { mesh, turn, nodes } of octaves) {
      const [u, v] = [x / mesh + turn, y / mesh + turn];
      const [i, j] = [floor(u), floor(v)];
      const [wx, wy] = [spline(u - i), spline(v - j)];
      for (let b = 0; b < 4; b++) {
        const row = (((j + b) % SIDE) + SIDE) % SIDE;
        for (let a = 0; a < 4; a++) value += (wx[a] ?? 0) * (wy[b] ?? 0) * (nodes[row * SIDE + ((((i + a) % SIDE) + SIDE) % SIDE)] ?? 0);
      }
    }
    return min(0.9, max(0.1, 0.5 + 0.7 * value));
  };
}

/** Weights of the uniform cubic B-spline at a fraction. */
function spline(t: number): readonly number[] {
  return [(1 - t) ** 3 / 6, (3 * t ** 3 - 6 * t ** 2 + 4) / 6, (-3 * t ** 3 + 3 * t ** 2 + 3 * t + 1) / 6, t ** 3 / 6];
}

/** Pixels of a picture from a place on, with noise of a standard deviation. */
export function sampled(
  picture: (x: number, y: number) => number,
  left: number,
  top: number,
  width: number,
  height: number,
  noise = 0,
  seed = 1,
): Plane {
  const random = randomFrom(seed);
  const normal = () => sqrt(-2 * log(1 - random())) * cos(2 * Math.PI * random());
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data[y * width + x] = picture(left + x, top + y) + (noise > 0 ? noise * normal() : 0);
  return { width, height, data };
}

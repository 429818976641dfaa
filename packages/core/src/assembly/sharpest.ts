import { toneOf } from './fusion';
import { smoothed } from './plane';
import { doubled, emptyLayers, halved, type Layers } from './pyramid';

const { floor, log, max, min } = Math;

/** Sharpness is judged at half the size and over about so many px of that (standard deviation of a Gaussian). */
const OVER_PX = 1;
/** Detail weaker than this, as the square of an encoded value, is noise and says nothing of depth. */
const NOISE = 4e-6;

/**
 * How sharp a picture is around each pixel of half its size: the energy of its
 * two finest sizes of detail, smoothed. Source: sum of the squared Laplacian;
 * Nayar and Nakagawa, “Shape from Focus”, 1994.
 *
 * @param picture encoded values 0 to 1, three channels
 *
 * @example
 * sharpness({ width: 4, height: 4, channels: 3, data: new Float32Array(48).fill(0.5) }).data[3] // => 0
 */
export function sharpness(picture: Layers): Layers {
  const tone = toneOf(picture);
  const half = halved(tone);
  const fine = halved(squaredDifference(tone, doubled(half, tone.width, tone.height)));
  const coarse = squaredDifference(half, doubled(halved(half), half.width, half.height));
  for (let i = 0; i < fine.data.length; i++) fine.data[i] = (fine.data[i] ?? 0) + (coarse.data[i] ?? 0);
  return { ...fine, data: smoothed(fine, OVER_PX).data };
}

/** The square of the difference of two pictures, in place of the second. */
function squaredDifference(a: Layers, b: Layers): Layers {
  for (let i = 0; i < b.data.length; i++) b.data[i] = ((a.data[i] ?? 0) - (b.data[i] ?? 0)) ** 2;
  return b;
}

/** Which frame of a stack is sharpest at each pixel, as the frames are looked at one after the other. */
export interface Sharpest {
  /** Looks at the next frame. */
  readonly look: (picture: Layers) => void;
  /** Of what follows: half the size of the frames, px. */
  readonly width: number;
  readonly height: number;
  /** Number of the sharpest frame around each pixel of half the size, from 0. */
  readonly frames: () => Uint16Array;
  /** Where between the frames it is sharpest, in frames; −1 where nothing shows it. */
  readonly depth: () => Float32Array;
}

/**
 * Looks for the sharpest frame everywhere, at half the size. No more than three
 * frames are remembered at a time.
 *
 * @param width width of the frames, px
 * @param height their height, px
 *
 * @example
 * sharpestOf(4, 4).frames()[0] // => 0
 */
export function sharpestOf(width: number, height: number): Sharpest {
  const half = { width: Math.ceil(width / 2), height: Math.ceil(height / 2) };
  const count = half.width * half.height;
  const frames = new Uint16Array(count);
  const most = new Float32Array(count).fill(-1);
  const before = new Float32Array(count);
  const after = new Float32Array(count);
  let last: Float32Array = new Float32Array(count);
  let looked = 0;
  return {
    ...half,
    look: (picture) => {
      const now = sharpness(picture).data;
      for (let i = 0; i < count; i++) {
        const value = now[i] ?? 0;
        if (value > (most[i] ?? 0)) {
          before[i] = last[i] ?? 0;
          after[i] = -1;
          most[i] = value;
          frames[i] = looked;
        } else if (frames[i] === looked - 1) after[i] = value;
      }
      last = now;
      looked++;
    },
    frames: () => frames,
    depth: () => {
      const out = new Float32Array(count);
      for (let i = 0; i < count; i++) {
        const known = (most[i] ?? 0) >= NOISE;
        out[i] = known ? between(frames[i] ?? 0, looked, [before[i] ?? 0, most[i] ?? 0, after[i] ?? 0]) : -1;
      }
      return out;
    },
  };
}

/**
 * 1 where a frame is the sharpest and 0 elsewhere, at the full size.
 *
 * @param sharpest the frames by number at half the size, with its width and height, px
 * @param frame the number of the frame
 * @param width full width, px
 * @param height full height, px
 *
 * @example
 * onlyWhere({ width: 1, height: 1, frames: Uint16Array.of(3) }, 3, 2, 1).data // => { 0: 1, 1: 1 }
 */
export function onlyWhere(
  sharpest: { readonly width: number; readonly height: number; readonly frames: Uint16Array },
  frame: number,
  width: number,
  height: number,
): Layers {
  const out = emptyLayers(width, height, 1);
  for (let j = 0; j < sharpest.height; j++)
    for (let i = 0; i < sharpest.width; i++) {
      if (sharpest.frames[j * sharpest.width + i] !== frame) continue;
      for (let y = 2 * j; y < min(height, 2 * j + 2); y++) out.data.fill(1, y * width + 2 * i, y * width + min(width, 2 * i + 2));
    }
  return out;
}

/** Where between frames the sharpness is greatest: the top of a parabola through the logarithms of three. */
function between(frame: number, count: number, [before, most, after]: readonly [number, number, number]): number {
  if (frame === 0 || frame === count - 1 || after < 0) return frame;
  const [p, q, r] = [log(before + NOISE / 10), log(most), log(after + NOISE / 10)];
  const bend = p - 2 * q + r;
  return bend < 0 ? frame + max(-0.5, min(0.5, (p - r) / (2 * bend))) : frame;
}

/**
 * A depth map without gaps and without single pixels that lie: the weighted
 * mean of what is known around each, farther around the less is known.
 *
 * @param depth depths in frames; −1 where nothing is known
 * @param width width, px
 * @param height height, px
 *
 * @example
 * filledDepth(Float32Array.of(2, -1, 2, 2), 2, 2)[1] // => 2
 */
export function filledDepth(depth: Float32Array, width: number, height: number): Float32Array {
  const values = emptyLayers(width, height, 2);
  for (let i = 0; i < depth.length; i++) {
    const known = depth[i] ?? -1;
    if (known < 0) continue;
    values.data[2 * i] = known;
    values.data[2 * i + 1] = 1;
  }
  // Halved until everything is known, then filled from coarse to fine.
  const sizes = [values];
  for (let at = values; at.width > 1 || at.height > 1;) {
    at = sure(halved(at));
    sizes.push(at);
  }
  const filled = sizes.toReversed().reduce((coarse, fine) => {
    if (coarse === fine) return fine;
    const from = doubled(coarse, fine.width, fine.height);
    for (let i = 0; i < fine.data.length; i += 2) {
      // Something is known around here: the rest comes from farther away.
      const missing = max(0, 1 - (fine.data[i + 1] ?? 0));
      const weight = from.data[i + 1] ?? 0;
      const share = weight > 0 ? missing / weight : 0;
      fine.data[i] = (fine.data[i] ?? 0) + share * (from.data[i] ?? 0);
      fine.data[i + 1] = (fine.data[i + 1] ?? 0) + share * weight;
    }
    return fine;
  });
  const out = new Float32Array(width * height);
  for (let i = 0; i < out.length; i++) {
    const weight = filled.data[2 * i + 1] ?? 0;
    out[i] = weight > 0 ? (filled.data[2 * i] ?? 0) / weight : 0;
  }
  return out;
}

/** A place of which this share is known is known. */
const KNOWN_SHARE = 0.2;

/** Depths with how much is known of each, which becomes all where enough is; in place. */
function sure(of: Layers): Layers {
  for (let i = 0; i < of.data.length; i += 2) {
    const known = of.data[i + 1] ?? 0;
    const by = known > 0 ? min(1, known / KNOWN_SHARE) / known : 1;
    of.data[i] = by * (of.data[i] ?? 0);
    of.data[i + 1] = by * known;
  }
  return of;
}

const STEPS = 65_535;

/**
 * A depth map as samples of 16 bits: 0 for the first frame, full for the last.
 *
 * @param depth depths in frames
 * @param frames how many frames there are
 *
 * @example
 * depthSamples(Float32Array.of(0, 1, 2), 3) // => { 0: 0, 1: 32768, 2: 65535 }
 */
export function depthSamples(depth: Float32Array, frames: number): Uint16Array<ArrayBuffer> {
  const out = new Uint16Array(depth.length);
  for (let i = 0; i < out.length; i++) out[i] = floor((STEPS * (depth[i] ?? 0)) / max(1, frames - 1) + 0.5);
  return out;
}

import { doubled, emptyLayers, halved, halvingsOf, joined, type Layers, type Pyramid } from './pyramid';

const { abs, exp, max, min, sqrt } = Math;

/** What of a picture is left after the last halving, with its weight there. */
export interface Remainder {
  readonly picture: Layers;
  readonly weight: Layers;
}

/** Light counted as grey by the parts of the three colours. Source: ITU-R BT.601. */
const [RED, GREEN, BLUE] = [0.299, 0.587, 0.114] as const;
/** How far from the middle tone a value is still well exposed. Source: Mertens, Kautz and Van Reeth 2007. */
const WELL = 0.2;
/** Where nothing is good in any picture, all count alike. */
const LEAST = 1e-12;

/**
 * One channel of three, weighed as the eye does.
 *
 * @param of a picture of three channels
 *
 * @example
 * toneOf({ width: 1, height: 1, channels: 3, data: Float32Array.of(1, 1, 0) }).data // => { 0: 0.886 }
 */
export function toneOf({ width, height, data }: Layers): Layers {
  const out = emptyLayers(width, height, 1);
  for (let i = 0; i < out.data.length; i++)
    out.data[i] = RED * (data[3 * i] ?? 0) + GREEN * (data[3 * i + 1] ?? 0) + BLUE * (data[3 * i + 2] ?? 0);
  return out;
}

/** How much each pixel differs from the mean of its four neighbours, edges mirrored; the sum, not the mean. */
function edginess({ width, height, data }: Layers): Float32Array {
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const up = width * (y > 0 ? y - 1 : min(1, height - 1));
    const down = width * (y < height - 1 ? y + 1 : max(0, height - 2));
    for (let x = 0; x < width; x++) {
      const left = x > 0 ? x - 1 : min(1, width - 1);
      const right = x < width - 1 ? x + 1 : max(0, width - 2);
      const here = data[y * width + x] ?? 0;
      out[y * width + x] =
        (data[y * width + left] ?? 0) + (data[y * width + right] ?? 0) + (data[up + x] ?? 0) + (data[down + x] ?? 0) - 4 * here;
    }
  }
  return out;
}

/**
 * How much each pixel of an exposure is worth: by contrast, by colour, and by
 * how near each channel is to the middle tone. Source: Mertens, Kautz and
 * Van Reeth, “Exposure Fusion”, 2007, all three measures to the first power.
 *
 * @param picture encoded values 0 to 1, three channels
 *
 * @example
 * exposureWeights({ width: 1, height: 1, channels: 3, data: Float32Array.of(0.5, 0.5, 0.5) }).data // => { 0: 1e-12 }
 */
export function exposureWeights(picture: Layers): Layers {
  const { width, height, data } = picture;
  const edges = edginess(toneOf(picture));
  const out = emptyLayers(width, height, 1);
  for (let i = 0; i < edges.length; i++) {
    const r = data[3 * i] ?? 0;
    const g = data[3 * i + 1] ?? 0;
    const b = data[3 * i + 2] ?? 0;
    const mean = (r + g + b) / 3;
    const colour = sqrt((r - mean) ** 2 + (g - mean) ** 2 + (b - mean) ** 2);
    const well = exp(-((r - 0.5) ** 2 + (g - 0.5) ** 2 + (b - 0.5) ** 2) / (2 * WELL ** 2));
    out.data[i] = abs(edges[i] ?? 0) * colour * well + LEAST;
  }
  return out;
}

/**
 * Divides weights by their sum, so that at each pixel they add up to 1. They are changed in place.
 *
 * @param weights one channel each, all of one size
 *
 * @example
 * shared([{ width: 1, height: 1, channels: 1, data: Float32Array.of(1) }, { width: 1, height: 1, channels: 1, data: Float32Array.of(3) }])[0].data // => { 0: 0.25 }
 */
export function shared(weights: readonly Layers[]): readonly Layers[] {
  const sum = new Float32Array(weights[0]?.data.length ?? 0);
  for (const { data } of weights) for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] ?? 0) + (data[i] ?? 0);
  const even = 1 / weights.length;
  for (const { data } of weights)
    for (let i = 0; i < sum.length; i++) {
      const all = sum[i] ?? 0;
      data[i] = all > 0 ? (data[i] ?? 0) / all : even;
    }
  return weights;
}

/** What has been blended so far: the weighted details, finest first. */
export type Details = Layers[];

/**
 * Adds the details of a picture, each weighed by its weight at that size, and
 * answers what is left of both after the last halving. Source: Burt and Adelson,
 * “A Multiresolution Spline with Application to Image Mosaics”, 1983.
 *
 * @param into the details so far; begins as an empty list and is changed
 * @param picture the picture
 * @param weight its share at each pixel, one channel
 * @param halvings how often it is halved
 *
 * @example
 * addDetails([], { width: 2, height: 2, channels: 1, data: new Float32Array(4).fill(0.5) }, { width: 2, height: 2, channels: 1, data: new Float32Array(4).fill(1) }, 1).picture.data // => { 0: 0.5 }
 */
export function addDetails(into: Details, picture: Layers, weight: Layers, halvings: number): Remainder {
  let [rest, share] = [picture, weight];
  const isIdle = weight.data.every((value) => value === 0);
  for (let k = 0; k < halvings; k++) {
    const half = halved(rest);
    // Without any weight nothing is added, and only what is left of it counts.
    if (isIdle) {
      into[k] ??= emptyLayers(rest.width, rest.height, rest.channels);
      [rest, share] = [half, emptyLayers(half.width, half.height, 1)];
      continue;
    }
    const back = doubled(half, rest.width, rest.height);
    const sum = (into[k] ??= emptyLayers(rest.width, rest.height, rest.channels));
    const { channels } = rest;
    for (let c = 0; c < channels; c++) {
      for (let i = 0, k = c; i < share.data.length; i++, k += channels)
        sum.data[k] = (sum.data[k] ?? 0) + (share.data[i] ?? 0) * ((rest.data[k] ?? 0) - (back.data[k] ?? 0));
    }
    [rest, share] = [half, halved(share)];
  }
  return { picture: rest, weight: share };
}

/** Adds what is left of a picture, weighed, to what is left of the others. */
function addRest(into: Layers, { picture, weight }: Remainder): void {
  const { channels } = picture;
  for (let i = 0; i < weight.data.length; i++)
    for (let c = channels * i; c < channels * (i + 1); c++)
      into.data[c] = (into.data[c] ?? 0) + (weight.data[i] ?? 0) * (picture.data[c] ?? 0);
}

/**
 * Pictures blended by their weights over all sizes of detail, in memory as a whole.
 *
 * @param parts the pictures with their weights, which add up to 1
 *
 * @example
 * blended([{ picture: { width: 2, height: 2, channels: 1, data: new Float32Array(4).fill(0.5) }, weight: { width: 2, height: 2, channels: 1, data: new Float32Array(4).fill(1) } }]).data[3] // => 0.5
 */
export function blended(parts: readonly Remainder[]): Layers {
  const first = parts[0]?.picture ?? emptyLayers(1, 1, 1);
  const halvings = halvingsOf(first.width, first.height);
  const details: Details = [];
  let rest: Layers | null = null;
  for (const { picture, weight } of parts) {
    const left = addDetails(details, picture, weight, halvings);
    rest ??= emptyLayers(left.picture.width, left.picture.height, left.picture.channels);
    addRest(rest, left);
  }
  const whole: Pyramid = { details, rest: rest ?? first };
  return joined(whole);
}

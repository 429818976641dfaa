const { abs, ceil, floor, max, min } = Math;

/** A picture of one or more channels, interleaved, row by row from the top left. */
export interface Layers {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  readonly data: Float32Array;
}

/** A picture as what each halving of its size loses, finest first, and what is left after the last. */
export interface Pyramid {
  readonly details: readonly Layers[];
  readonly rest: Layers;
}

/** Weights of the five samples around the one that is kept. Source: Burt and Adelson 1983, a = 0.375. */
const [MIDDLE, NEXT, OUTER] = [6 / 16, 4 / 16, 1 / 16] as const;

/** An empty picture. */
export const emptyLayers = (width: number, height: number, channels: number): Layers => ({
  width,
  height,
  channels,
  data: new Float32Array(width * height * channels),
});

/** The place of a sample beyond an edge, mirrored about the last one. */
const mirrored = (i: number, count: number): number => (count === 1 ? 0 : min(count - 1, abs(i >= count ? 2 * count - 2 - i : i)));

/**
 * A picture at half its size, each pixel the weighted mean of the five by five
 * around it; edges are mirrored. Source: Burt and Adelson, “The Laplacian
 * Pyramid as a Compact Image Code”, 1983.
 *
 * @param of the picture
 *
 * @example
 * halved({ width: 3, height: 1, channels: 1, data: Float32Array.of(0, 16, 0) }).data // => { 0: 8, 1: 8 }
 */
export function halved({ width, height, channels, data }: Layers): Layers {
  const [w, h] = [ceil(width / 2), ceil(height / 2)];
  const line = w * channels;
  const out = new Float32Array(line * h);
  const around = Array.from({ length: 5 }, () => new Float32Array(line));
  // Which row of the picture each of the five lines holds.
  const holds = around.map(() => -1);
  /** One row at half its width. */
  const across = (row: number): Float32Array => {
    const known = holds.indexOf(row);
    if (known >= 0) return around[known] ?? new Float32Array(line);
    // The row that is farthest above is needed no more.
    const slot = holds.indexOf(min(...holds));
    holds[slot] = row;
    const into = around[slot] ?? new Float32Array(line);
    const base = row * width * channels;
    // Channel by channel, and the edges apart: this is done for each of fifty million pixels.
    for (let c = 0; c < channels; c++) {
      const edge = (x: number): void => {
        const at = (i: number): number => data[base + mirrored(i, width) * channels + c] ?? 0;
        into[x * channels + c] = MIDDLE * at(2 * x) + NEXT * (at(2 * x - 1) + at(2 * x + 1)) + OUTER * (at(2 * x - 2) + at(2 * x + 2));
      };
      edge(0);
      const last = max(1, floor((width - 1) / 2));
      for (let x = 1; x < last; x++) {
        const i = base + 2 * x * channels + c;
        into[x * channels + c] =
          MIDDLE * (data[i] ?? 0) +
          NEXT * ((data[i - channels] ?? 0) + (data[i + channels] ?? 0)) +
          OUTER * ((data[i - 2 * channels] ?? 0) + (data[i + 2 * channels] ?? 0));
      }
      for (let x = last; x < w; x++) edge(x);
    }
    return into;
  };
  for (let y = 0; y < h; y++) {
    const a = across(mirrored(2 * y - 2, height));
    const b = across(mirrored(2 * y - 1, height));
    const m = across(2 * y);
    const d = across(mirrored(2 * y + 1, height));
    const e = across(mirrored(2 * y + 2, height));
    const base = y * line;
    for (let i = 0; i < line; i++)
      out[base + i] = MIDDLE * (m[i] ?? 0) + NEXT * ((b[i] ?? 0) + (d[i] ?? 0)) + OUTER * ((a[i] ?? 0) + (e[i] ?? 0));
  }
  return { width: w, height: h, channels, data: out };
}

/**
 * A picture at twice its size, to the width and height that it was halved from:
 * the counterpart of `halved`.
 *
 * @param of the picture
 * @param width width of the larger picture, px
 * @param height height of the larger picture, px
 *
 * @example
 * doubled({ width: 2, height: 1, channels: 1, data: Float32Array.of(8, 8) }, 3, 1).data // => { 0: 8, 1: 8, 2: 8 }
 */
export function doubled({ width: w, height: h, channels, data }: Layers, width: number, height: number): Layers {
  const line = width * channels;
  const out = new Float32Array(line * height);
  const [above, here, below] = [new Float32Array(line), new Float32Array(line), new Float32Array(line)];
  /** One row at twice its width: mirrored at the left, continued at the right, as its halves begin at the left. */
  const across = (row: number, into: Float32Array): void => {
    const base = row * w * channels;
    for (let c = 0; c < channels; c++) {
      let before = data[base + min(1, w - 1) * channels + c] ?? 0;
      let here = data[base + c] ?? 0;
      for (let x = 0; x < w - 1; x++) {
        const after = data[base + (x + 1) * channels + c] ?? 0;
        const i = 2 * x * channels + c;
        into[i] = (before + 6 * here + after) / 8;
        into[i + channels] = (here + after) / 2;
        before = here;
        here = after;
      }
      const i = 2 * (w - 1) * channels + c;
      into[i] = (before + 7 * here) / 8;
      if (2 * w - 1 < width) into[i + channels] = here;
    }
  };
  let [first, second, third] = [above, here, below];
  across(min(1, h - 1), first);
  across(0, second);
  for (let y = 0; y < h; y++) {
    across(min(h - 1, y + 1), third);
    const [even, odd] = [2 * y * line, (2 * y + 1) * line];
    for (let i = 0; i < line; i++) out[even + i] = ((first[i] ?? 0) + 6 * (second[i] ?? 0) + (third[i] ?? 0)) / 8;
    if (2 * y + 1 < height) for (let i = 0; i < line; i++) out[odd + i] = ((second[i] ?? 0) + (third[i] ?? 0)) / 2;
    [first, second, third] = [second, third, first];
  }
  return { width, height, channels, data: out };
}

/**
 * A picture taken apart into what each halving loses and what is left.
 *
 * @param of the picture
 * @param halvings how often it is halved
 *
 * @example
 * pyramidOf({ width: 4, height: 4, channels: 1, data: new Float32Array(16).fill(0.5) }, 2).rest.data // => { 0: 0.5 }
 */
export function pyramidOf(of: Layers, halvings: number): Pyramid {
  const details: Layers[] = [];
  let rest = of;
  for (let k = 0; k < halvings; k++) {
    const half = halved(rest);
    const back = doubled(half, rest.width, rest.height);
    const lost = back.data;
    for (let i = 0; i < lost.length; i++) lost[i] = (rest.data[i] ?? 0) - (lost[i] ?? 0);
    details.push(back);
    rest = half;
  }
  return { details, rest };
}

/**
 * The picture that a pyramid was made of.
 *
 * @param of the pyramid
 *
 * @example
 * joined(pyramidOf({ width: 4, height: 4, channels: 1, data: new Float32Array(16).fill(0.5) }, 2)).data[5] // => 0.5
 */
export function joined({ details, rest }: Pyramid): Layers {
  return details.toReversed().reduce((half, detail) => {
    const whole = doubled(half, detail.width, detail.height);
    for (let i = 0; i < whole.data.length; i++) whole.data[i] = (whole.data[i] ?? 0) + (detail.data[i] ?? 0);
    return whole;
  }, rest);
}

/** How often a picture can be halved before one side is a single pixel, as is usual for blending. */
export const halvingsOf = (width: number, height: number): number => Math.floor(Math.log2(max(1, min(width, height))));

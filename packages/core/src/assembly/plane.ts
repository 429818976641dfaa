const { ceil, exp, max, min, sqrt } = Math;

/** A picture of one channel, row by row from the top left, 0 black to 1 full. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Where something lies, or how far it is off, px: right + and *down* +, as the rows of a file run. */
export interface Px {
  readonly x: number;
  readonly y: number;
}

export interface CutInput {
  readonly plane: Plane;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A part of a plane; what lies outside is filled by the nearest edge. */
export function cut({ plane, left, top, width, height }: CutInput): Plane {
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = min(plane.height - 1, max(0, top + y)) * plane.width;
    for (let x = 0; x < width; x++) data[y * width + x] = plane.data[row + min(plane.width - 1, max(0, left + x))] ?? 0;
  }
  return { width, height, data };
}

interface AlongInput {
  readonly from: Float32Array;
  readonly count: number;
  readonly step: number;
  readonly lines: number;
  readonly line: number;
}

/** A plane smoothed by a Gaussian of standard deviation `sigmaPx`, edges continued. */
export function smoothed({ width, height, data }: Plane, sigmaPx: number): Plane {
  const reach = ceil(3 * sigmaPx);
  const taps = Float32Array.from({ length: 2 * reach + 1 }, (_, i) => exp(-((i - reach) ** 2) / (2 * sigmaPx ** 2)));
  const sum = taps.reduce((all, each) => all + each, 0);
  const padded = new Float32Array(max(width, height) + 2 * reach);
  const along = ({ from, count, step, lines, line }: AlongInput): Float32Array => {
    const to = new Float32Array(from.length);
    for (let j = 0; j < lines; j++) {
      const base = j * line;
      for (let i = 0; i < count; i++) padded[i + reach] = from[base + i * step] ?? 0;
      for (let i = 0; i < reach; i++) {
        padded[i] = padded[reach] ?? 0;
        padded[count + reach + i] = padded[count + reach - 1] ?? 0;
      }
      for (let i = 0; i < count; i++) {
        let value = 0;
        for (let k = 0; k < taps.length; k++) value += (taps[k] ?? 0) * (padded[i + k] ?? 0);
        to[base + i * step] = value / sum;
      }
    }
    return to;
  };
  return {
    width,
    height,
    data: along({
      from: along({ from: data, count: width, step: 1, lines: height, line: width }),
      count: height,
      step: width,
      lines: width,
      line: 1,
    }),
  };
}

/** Mean and standard deviation of a plane. */
export function spreadOf({ data }: Plane): { readonly mean: number; readonly deviation: number } {
  let sum = 0;
  let squares = 0;
  for (const value of data) {
    sum += value;
    squares += value * value;
  }
  const mean = sum / data.length;
  return { mean, deviation: sqrt(max(0, squares / data.length - mean * mean)) };
}

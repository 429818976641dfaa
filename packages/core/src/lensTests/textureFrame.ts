import { transformed } from '../assembly/phase';
import { degrees } from '../angles';
import { CLIPPED_LIGHT, luminance, type PixelValues } from './flatFrame';

/** Bands of detail, cycles per pixel. */
export const TEXTURE_BANDS = [
  [0.06, 0.12],
  [0.12, 0.22],
  [0.22, 0.36],
] as const;
/** Directions in which contrast is measured, from the right toward the top, degrees: 0, 45, 90, 135. */
export const TEXTURE_WAYS = 4;
/** A small picture of each cell has so many tones along a side, by which it is known again. */
const LOOK = 8;

/** The texture in one part of a frame. */
export interface TextureCell {
  /** Its middle, px. */
  readonly xPx: number;
  readonly yPx: number;
  /** Power of its contrast, band by band and within each direction by direction; that of its noise is included. */
  readonly powers: readonly number[];
  /** Power of its noise. */
  readonly noise: number;
  /** A small picture of it: tones about their mean, row by row. */
  readonly look: readonly number[];
}

/** What is read of a frame of a textured subject. */
export interface TextureReading {
  readonly cells: readonly TextureCell[];
  /** Share of clipped pixels in what was read. */
  readonly clipped: number;
}

/** Cells along the longer side of the frame, and the least and greatest side of what is read of each, px. */
const CELLS = 11;
const LEAST_PX = 64;
const MOST_PX = 256;
/** Beyond this frequency in both directions a lens leaves next to nothing: what is there is noise. */
const NOISE_FROM = 0.4;

/**
 * The contrast of a textured subject in parts of a frame: its power by bands
 * of detail and directions, and that of the noise, by what is left where no
 * lens shows anything.
 *
 * @param picture its pixels
 *
 * @example
 * readTexture({ widthPx: 90, heightPx: 60, values: new Float32Array(3 * 90 * 60).fill(0.5), light: null }).cells // => []
 */
export function readTexture(picture: PixelValues): TextureReading {
  const { widthPx, heightPx } = picture;
  const longer = Math.max(widthPx, heightPx);
  const side = Math.min(MOST_PX, 2 ** Math.floor(Math.log2(longer / CELLS)));
  if (side < LEAST_PX || Math.min(widthPx, heightPx) < side) return { cells: [], clipped: 0 };
  const [columns, rows] = [widthPx, heightPx].map((px) => Math.max(1, Math.round((CELLS * px) / longer))) as [number, number];
  let clipped = 0;
  const cells = Array.from({ length: columns * rows }, (_, i): TextureCell => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const left = Math.round(((column + 0.5) / columns) * widthPx - side / 2);
    const top = Math.round(((row + 0.5) / rows) * heightPx - side / 2);
    const at = [Math.min(Math.max(left, 0), widthPx - side), Math.min(Math.max(top, 0), heightPx - side)] as const;
    const part = partOf(picture, at, side);
    clipped += part.clipped;
    return { xPx: at[0] + side / 2, yPx: at[1] + side / 2, ...powersOf(part.light, side), look: lookOf(part.light, side) };
  });
  return { cells, clipped: clipped / (cells.length * side * side) };
}

/** The luminance of a square part. */
function partOf({ widthPx, values, light }: PixelValues, [left, top]: readonly [number, number], side: number) {
  const part = new Float64Array(side * side);
  let clipped = 0;
  const lightAt = (at: number): number => {
    const value = values[at] ?? 0;
    return light ? (light[value] ?? 0) : value;
  };
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const at = 3 * ((top + y) * widthPx + left + x);
      const rgb = [lightAt(at), lightAt(at + 1), lightAt(at + 2)] as const;
      if (Math.max(...rgb) >= CLIPPED_LIGHT) clipped++;
      part[y * side + x] = luminance(rgb);
    }
  }
  return { light: part, clipped };
}

/** Power of contrast by bands and directions, and of noise: squares of the Fourier transform under a Hann window, against the mean light. */
function powersOf(light: Float64Array, side: number): Pick<TextureCell, 'powers' | 'noise'> {
  let mean = 0;
  for (const each of light) mean += each / light.length;
  const window = Float64Array.from({ length: side }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / side));
  const field = new Float64Array(2 * side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++)
      field[2 * (y * side + x)] = ((light[y * side + x] ?? 0) / Math.max(mean, 1e-9) - 1) * (window[x] ?? 0) * (window[y] ?? 0);
  transformed(field, side, side, false);
  const size = TEXTURE_BANDS.length * TEXTURE_WAYS;
  const [sums, counts] = [new Float64Array(size), new Float64Array(size)];
  let [noise, noisy] = [0, 0];
  for (let ky = 0; ky < side; ky++) {
    const fy = (ky < side / 2 ? ky : ky - side) / side;
    for (let kx = 0; kx <= side / 2; kx++) {
      const fx = kx / side;
      const k = 2 * (ky * side + kx);
      const power = (field[k] ?? 0) ** 2 + (field[k + 1] ?? 0) ** 2;
      if (fx > NOISE_FROM && Math.abs(fy) > NOISE_FROM) {
        noise += power;
        noisy++;
      }
      const f = Math.hypot(fx, fy);
      const band = TEXTURE_BANDS.findIndex(([from, to]) => f >= from && f < to);
      if (band < 0) continue;
      // In the picture y runs down.
      const deg = (degrees(Math.atan2(-fy, fx)) + 360) % 180;
      const way = Math.round((deg / 180) * TEXTURE_WAYS) % TEXTURE_WAYS;
      sums[band * TEXTURE_WAYS + way] = (sums[band * TEXTURE_WAYS + way] ?? 0) + power;
      counts[band * TEXTURE_WAYS + way] = (counts[band * TEXTURE_WAYS + way] ?? 0) + 1;
    }
  }
  return { powers: Array.from(sums, (sum, i) => sum / Math.max(1, counts[i] ?? 0)), noise: noise / Math.max(1, noisy) };
}

/** A small picture of a part: mean tones of its squares, about their mean, with a standard deviation of one. */
function lookOf(light: Float64Array, side: number): readonly number[] {
  const step = side / LOOK;
  const tones = new Float64Array(LOOK * LOOK);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const at = Math.floor(y / step) * LOOK + Math.floor(x / step);
      tones[at] = (tones[at] ?? 0) + (light[y * side + x] ?? 0);
    }
  const mean = tones.reduce((sum, each) => sum + each, 0) / tones.length;
  const spread = Math.sqrt(tones.reduce((sum, each) => sum + (each - mean) ** 2, 0) / tones.length);
  return Array.from(tones, (each) => (spread === 0 ? 0 : (each - mean) / spread));
}

/** How alike two small pictures are, −1 to 1. */
export const likeness = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, each, i) => sum + each * (b[i] ?? 0), 0) / Math.max(1, a.length);

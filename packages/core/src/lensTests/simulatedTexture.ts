import { radians } from '../angles';
import { normalFrom, numbersFrom } from '../capture/shots';
import type { PixelValues } from './flatFrame';
import type { BlurSquares, SimulatedSharpness } from './simulatedChart';
import type { WallFrame } from './simulatedWall';

/** How weathered boards were photographed. */
export interface TextureShot {
  readonly fNumber: number;
  readonly riseMm: number;
  readonly shiftMm: number;
  /** How far the back is from focus on the axis at the widest aperture, away from the lens, mm. */
  readonly focusMm: number;
  /** Mean light; 1 fills a pixel. */
  readonly exposure: number;
  /** Noise, one standard deviation as a share of the mean light. */
  readonly noise: number;
  readonly seed: number;
}

/** A wave of the subject, tile by tile: boards are many of them, each drawn as the lens draws its detail. */
const TILE = 512;
/** Frequencies at their middle, cycles per pixel, and directions in which they run, from the right toward the top. */
const FREQUENCIES = [0.012, 0.02, 0.034, 0.055, 0.075, 0.095, 0.125, 0.16, 0.2, 0.24, 0.29, 0.34];
const DIRECTIONS = [0, 45, 90, 135];
/** Waves in each tile. */
const WAVES = 24;
/** Contrast of the whole, and how much of it there is in each direction: most across the grain, which stands upright. */
const CONTRAST = 0.17;
const ACROSS_GRAIN: Readonly<Record<number, number>> = { 0: 1, 45: 0.45, 90: 0.4, 135: 0.45 };
/** Colour of weathered boards: red and blue against green. */
const TINT = [1.12, 0.8] as const;
/** Where the lens is asked how it draws, px. */
const LATTICE = 64;
/** Half of the contrast is left at f where blur as a square is f⁻². */
const HALF = Math.LN2;

/** Contrast that a blur (as a square) and square pixels leave at a frequency in cycles per mm. */
export const contrastLeft = (square: number, cyMm: number, pixelMm: number): number => {
  const x = Math.PI * cyMm * pixelMm;
  return Math.exp(-HALF * square * cyMm * cyMm) * (x === 0 ? 1 : Math.abs(Math.sin(x) / x));
};

/** The waves of one frequency and direction over a tile that repeats. The subject is the same for every frame. */
const tiles = new Map<string, Float32Array>();
function tileOf(frequency: number, direction: number): Float32Array {
  const key = `${frequency} ${direction}`;
  const known = tiles.get(key);
  if (known) return known;
  const random = numbersFrom(Math.round(frequency * 1000) * 7 + direction);
  const tile = new Float32Array(TILE * TILE);
  const table = Float64Array.from({ length: TILE }, (_, i) => Math.cos((2 * Math.PI * i) / TILE));
  for (let w = 0; w < WAVES; w++) {
    const f = frequency * (1 + 0.12 * (2 * random() - 1));
    const turn = radians(direction + 18 * (2 * random() - 1));
    // A whole number of waves in the tile; up is against the rows.
    const [kx, ky] = [Math.round(TILE * f * Math.cos(turn)), Math.round(-TILE * f * Math.sin(turn))];
    const phase = Math.floor(TILE * random());
    for (let y = 0, at = 0; y < TILE; y++)
      // The size of a tile is a power of two: what is beyond it is cut off bit by bit.
      for (let x = 0, turned = ky * y + phase; x < TILE; x++, at++, turned += kx)
        tile[at] = (tile[at] ?? 0) + (table[turned & (TILE - 1)] ?? 0);
  }
  const by = Math.sqrt(2 / WAVES);
  for (let i = 0; i < tile.length; i++) tile[i] = (tile[i] ?? 0) * by;
  tiles.set(key, tile);
  return tile;
}

/**
 * What an invented lens draws of weathered boards far away, in linear light:
 * waves of every size and direction, each with the contrast that the lens
 * leaves it at its place.
 *
 * @param lens the invented lens
 * @param shot aperture, movements, focus and exposure
 * @param frame size of the frame in mm and pixels
 *
 * @example
 * simulatedTexture(sharpnessByLaw(simulatedSharpCopy({ focalMm: 24, imageCircleMm: 67, widestFNumber: 3.5 }, 1)), { fNumber: 8, riseMm: 0, shiftMm: 0, focusMm: 0, exposure: 0.4, noise: 0, seed: 1 }, { widthMm: 36, heightMm: 24, widthPx: 3, heightPx: 2 }).values.length // => 18
 */
export function simulatedTexture(lens: SimulatedSharpness, shot: TextureShot, frame: WallFrame): PixelValues {
  const { widthMm, heightMm, widthPx, heightPx } = frame;
  const pixelMm = widthMm / widthPx;
  const random = numbersFrom(shot.seed);
  const waves = FREQUENCIES.flatMap((frequency) =>
    DIRECTIONS.map((direction) => ({ frequency, direction, tile: tileOf(frequency, direction) })),
  );
  // The subject has less of what is finer, as most have.
  const amplitudes = waves.map(({ frequency, direction }) => frequency ** -0.5 * (ACROSS_GRAIN[direction] ?? 1));
  const whole = Math.sqrt(amplitudes.reduce((sum, each) => sum + each * each, 0));
  const [across, down] = [Math.ceil(widthPx / LATTICE) + 1, Math.ceil(heightPx / LATTICE) + 1];
  const left = waves.map(() => new Float32Array(across * down));
  for (let j = 0; j < down; j++) {
    for (let i = 0; i < across; i++) {
      const xMm = ((i * LATTICE) / widthPx - 0.5) * widthMm + shot.shiftMm;
      const yMm = (0.5 - (j * LATTICE) / heightPx) * heightMm + shot.riseMm;
      const blur = lens.blur([xMm, yMm], { fNumber: shot.fNumber, focusMm: shot.focusMm, magnification: 0 });
      for (const [w, { frequency, direction }] of waves.entries()) {
        const plane = left[w];
        if (plane)
          plane[j * across + i] =
            ((amplitudes[w] ?? 0) / whole) * contrastLeft(blurAcross(blur, [xMm, yMm], direction), frequency / pixelMm, pixelMm);
      }
    }
  }
  const values = new Float32Array(3 * widthPx * heightPx);
  const tilesOf = waves.map(({ tile }) => tile);
  // What each wave keeps at the left of a cell in this row, and by how much that changes from pixel to pixel.
  const [kept, change] = [new Float64Array(waves.length), new Float64Array(waves.length)];
  for (let y = 0; y < heightPx; y++) {
    const j = Math.floor(y / LATTICE);
    const v = y / LATTICE - j;
    const rowInTile = (y % TILE) * TILE;
    for (let i = 0; i * LATTICE < widthPx; i++) {
      for (const [w, plane] of left.entries()) {
        const at = j * across + i;
        const first = (plane[at] ?? 0) * (1 - v) + (plane[at + across] ?? 0) * v;
        const next = (plane[at + 1] ?? 0) * (1 - v) + (plane[at + across + 1] ?? 0) * v;
        kept[w] = first;
        change[w] = (next - first) / LATTICE;
      }
      for (let x = i * LATTICE; x < Math.min(widthPx, (i + 1) * LATTICE); x++) {
        const along = x - i * LATTICE;
        const inTile = rowInTile + (x % TILE);
        let contrast = 0;
        for (let w = 0; w < tilesOf.length; w++) contrast += ((kept[w] ?? 0) + along * (change[w] ?? 0)) * (tilesOf[w]?.[inTile] ?? 0);
        const light = shot.exposure * (1 + CONTRAST * contrast);
        const index = 3 * (y * widthPx + x);
        values[index] = clamped(TINT[0] * light + shot.noise * shot.exposure * normalFrom(random));
        values[index + 1] = clamped(light + shot.noise * shot.exposure * normalFrom(random));
        values[index + 2] = clamped(TINT[1] * light + shot.noise * shot.exposure * normalFrom(random));
      }
    }
  }
  return { widthPx, heightPx, values, light: null };
}

/** Blur as a square across a direction at a place about the axis. */
function blurAcross({ tangential, sagittal }: BlurSquares, [x, y]: readonly [number, number], directionDeg: number): number {
  const along = Math.cos(Math.atan2(y, x) - radians(directionDeg)) ** 2;
  return along * tangential + (1 - along) * sagittal;
}

const clamped = (light: number): number => Math.min(1, Math.max(0, light));

import { dimmed } from '../capture/develop';
import { normalFrom, numbersFrom } from '../capture/shots';
import { radians } from '../angles';
import { stopsBetween } from '../coverage/apertures';
import type { PixelValues } from './flatFrame';

/** An invented lens, as far as its light goes. */
export interface SimulatedLight {
  readonly focalMm: number;
  /** Diameter at which light ends, at infinity, mm. */
  readonly imageCircleMm: number;
  /** Light lost at an image height and aperture, stops. */
  readonly lostStops: (heightMm: number, fNumber: number) => number;
  /** How much redder and bluer the light becomes at an image height, stops against green. */
  readonly redder: (heightMm: number) => number;
  readonly bluer: (heightMm: number) => number;
  /** Where the lens axis really is when the scales read zero, mm right and up. */
  readonly axisOffMm: readonly [number, number];
}

/** How the light of an invented lens goes: by cos⁴, with vignetting that clears on stopping down, and a tint. */
export interface LightLaw extends Pick<SimulatedLight, 'focalMm' | 'imageCircleMm' | 'axisOffMm'> {
  /** What vignetting takes at the edge of the circle at the widest aperture, stops. */
  readonly vignettingStops: number;
  /** It is gone when the lens is stopped down so far from there. */
  readonly clearsInStops: number;
  readonly widestFNumber: number;
  /** How much redder the edge of the circle is, and twice how much less blue, stops. */
  readonly tintStops: number;
}

/**
 * An invented lens by a simple law.
 *
 * @param law how its light goes
 *
 * @example
 * lightByLaw({ focalMm: 24, imageCircleMm: 60, axisOffMm: [0, 0], vignettingStops: 1, clearsInStops: 2, widestFNumber: 4, tintStops: 0 }).lostStops(24, 8) // => 2
 */
export function lightByLaw({ vignettingStops, clearsInStops, widestFNumber, tintStops, ...light }: LightLaw): SimulatedLight {
  const { focalMm, imageCircleMm } = light;
  const radius = imageCircleMm / 2;
  const left = (fNumber: number): number => Math.max(0, 1 - Math.max(0, stopsBetween(widestFNumber, fNumber)) / clearsInStops);
  return {
    ...light,
    lostStops: (mm, fNumber) =>
      2 * Math.log2(1 + (mm / focalMm) ** 2) + vignettingStops * left(fNumber) * Math.max(0, (mm / radius - 0.3) / 0.7) ** 2,
    redder: (mm) => tintStops * (mm / radius) ** 2,
    bluer: (mm) => -0.5 * tintStops * (mm / radius) ** 2,
  };
}

/** What the maker says of a lens, from which an invented copy differs. */
export interface NominalLens {
  readonly focalMm: number;
  /** Diameter of the image circle at infinity, mm. */
  readonly imageCircleMm: number;
  readonly widestFNumber: number;
}

/**
 * An invented copy of a lens: its image circle is smaller than the maker says,
 * its corners are tinted, and its axis is off by a few tenths of a millimetre.
 * The same seed gives the same copy.
 *
 * @param nominal what the maker says
 * @param seed which copy
 *
 * @example
 * simulatedCopy({ focalMm: 24, imageCircleMm: 67, widestFNumber: 3.5 }, 1).imageCircleMm < 67 // => true
 */
export function simulatedCopy({ focalMm, imageCircleMm, widestFNumber }: NominalLens, seed: number): SimulatedLight {
  const random = numbersFrom(seed);
  const within = (low: number, high: number): number => low + (high - low) * random();
  return lightByLaw({
    focalMm,
    imageCircleMm: imageCircleMm * within(0.9, 0.96),
    vignettingStops: within(0.6, 1.5),
    clearsInStops: within(1, 3),
    widestFNumber,
    tintStops: within(-0.15, 0.15),
    axisOffMm: [within(-0.4, 0.4), within(-0.4, 0.4)],
  });
}

/**
 * Which copy of a lens an id stands for: the same lens is always the same copy.
 *
 * @param id id of the lens in the kit
 *
 * @example
 * copyNumber('a') // => 314
 */
export function copyNumber(id: string): number {
  return Array.from({ length: id.length }, (_, i) => id.charCodeAt(i)).reduce((sum, code) => (31 * sum + code) % 1_000_003, 7);
}

/** How a wall was photographed. */
export interface WallShot {
  readonly fNumber: number;
  readonly riseMm: number;
  readonly shiftMm: number;
  /** Light in the middle of the circle; 1 fills a pixel. */
  readonly exposure: number;
  /** How much lighter the wall becomes to the right and upward, stops per mm of the picture. */
  readonly slope: readonly [number, number];
  /** Noise and texture of the wall, one standard deviation as a share of the light. */
  readonly noise: number;
  readonly seed: number;
}

/** A frame, its size and its pixels. */
export interface WallFrame {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/**
 * What an invented lens draws of an evenly lit wall far away, in linear light.
 *
 * @param lens the invented lens
 * @param shot aperture, movements, exposure and how even the wall is
 * @param frame size of the frame in mm and pixels
 *
 * @example
 * simulatedWall(simulatedCopy({ focalMm: 24, imageCircleMm: 67, widestFNumber: 3.5 }, 1), { fNumber: 8, riseMm: 0, shiftMm: 0, exposure: 0.7, slope: [0, 0], noise: 0, seed: 1 }, { widthMm: 36, heightMm: 24, widthPx: 3, heightPx: 2 }).values.length // => 18
 */
export function simulatedWall(lens: SimulatedLight, shot: WallShot, frame: WallFrame): PixelValues {
  const { widthMm, heightMm, widthPx, heightPx } = frame;
  const rgb = new Float32Array(3 * widthPx * heightPx);
  const random = numbersFrom(shot.seed);
  const sensor = {
    imageMm: lens.focalMm,
    axis: [0, 0, 1] as const,
    lightAngle: Math.atan(lens.imageCircleMm / 2 / lens.focalMm),
    measured: (offAxisDeg: number) => lens.lostStops(lens.focalMm * Math.tan(radians(offAxisDeg)), shot.fNumber),
  };
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      // Its place about the axis by the scales, and about the true one.
      const across = ((x + 0.5) / widthPx - 0.5) * widthMm + shot.shiftMm;
      const up = (0.5 - (y + 0.5) / heightPx) * heightMm + shot.riseMm;
      const [realX, realY] = [across - lens.axisOffMm[0], up - lens.axisOffMm[1]];
      const height = Math.hypot(realX, realY);
      const light = shot.exposure * 2 ** (shot.slope[0] * across + shot.slope[1] * up) * dimmed(sensor, realX, realY);
      const by = light * (1 + shot.noise * normalFrom(random));
      const at = 3 * (y * widthPx + x);
      rgb[at] = Math.min(1, Math.max(0, by * 2 ** lens.redder(height)));
      rgb[at + 1] = Math.min(1, Math.max(0, by));
      rgb[at + 2] = Math.min(1, Math.max(0, by * 2 ** lens.bluer(height)));
    }
  }
  return { widthPx, heightPx, values: rgb, light: null };
}

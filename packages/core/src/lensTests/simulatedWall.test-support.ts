import { dimmed } from '../capture/develop';
import { normalFrom, numbersFrom } from '../capture/shots';
import { radians } from '../angles';
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

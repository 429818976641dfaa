import { encodedOf } from '../assembly/refine';
import type { Vec3 } from '../space/vector';
import { normalFrom } from './shots';

const { cos, exp, max, min, round, sqrt } = Math;

/** How light on the sensor becomes samples. */
export interface Sensor {
  readonly bits: 8 | 16;
  readonly gain: number;
  /** Where on the back pixel (0, 0) of the whole frame lies, mm from the foot of the lens (right, up), and how far apart pixels are. */
  readonly leftMm: number;
  readonly topMm: number;
  readonly pitchMm: number;
  readonly imageMm: number;
  readonly axis: Vec3;
  /** Half-angle of the image circle about the axis, radians; `null` when not known. */
  readonly lightAngle: number | null;
  /** Light lost at a place by what was measured of the lens, stops; `null` where nobody has measured it. */
  readonly measured?: ((offAxisDeg: number) => number) | null;
  /** Source of the noise; `null` for none. */
  readonly random: (() => number) | null;
}

/** Electrons that a full pixel holds, and the noise of reading one: of a common sensor (from memory). */
export const FULL_ELECTRONS = 30_000;
export const READ_ELECTRONS = 4;
/** Over so many degrees the edge of the circle goes dark. */
const EDGE = (0.25 * Math.PI) / 180;

/** By what the light at a place of the back is dimmed: as measured, else cos⁴ of the angle to the axis, and nothing outside the circle. */
export function dimmed(
  { imageMm, axis: [lx, ly, lz], lightAngle, measured = null }: Pick<Sensor, 'imageMm' | 'axis' | 'lightAngle' | 'measured'>,
  xMm: number,
  yMm: number,
): number {
  const c = (xMm * lx + yMm * ly + imageMm * lz) / sqrt(xMm * xMm + yMm * yMm + imageMm * imageMm);
  const law = measured ? 2 ** -measured((Math.acos(min(1, c)) * 180) / Math.PI) : c ** 4;
  if (lightAngle === null) return law;
  if (c >= cos(max(0, lightAngle - EDGE))) return law;
  const off = (Math.acos(min(1, c)) - lightAngle) / EDGE;
  return law / (1 + exp(6 * off));
}

export interface DevelopedTileInput {
  readonly light: Float32Array;
  readonly columns: number;
  readonly rows: number;
  readonly left: number;
  readonly top: number;
  readonly sensor: Sensor;
}

/**
 * A tile of light (red, green, blue, and one unused, row by row from the top;
 * 1 fills a pixel) into samples of the file, three to the pixel: falloff, edge
 * of the circle, exposure, noise of light and reading, sRGB's curve.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * developedTile({ light: new Float32Array([0.2, 0.2, 0.2, 0]), columns: 1, rows: 1, left: 0, top: 0, sensor }).length // => 3
 */
export function developedTile({ light, columns, rows, left, top, sensor }: DevelopedTileInput): Uint8Array | Uint16Array {
  const most = sensor.bits === 8 ? 255 : 65_535;
  const out = sensor.bits === 8 ? new Uint8Array(3 * columns * rows) : new Uint16Array(3 * columns * rows);
  const { gain, random, leftMm, topMm, pitchMm } = sensor;
  for (let y = 0; y < rows; y++) {
    const yMm = topMm - (top + y + 0.5) * pitchMm;
    for (let x = 0; x < columns; x++) {
      const by = gain * dimmed(sensor, leftMm + (left + x + 0.5) * pitchMm, yMm);
      for (let c = 0; c < 3; c++) {
        let value = by * (light[4 * (y * columns + x) + c] ?? 0);
        if (random) value += (normalFrom(random) * sqrt(max(0, value) * FULL_ELECTRONS + READ_ELECTRONS ** 2)) / FULL_ELECTRONS;
        out[3 * (y * columns + x) + c] = round(most * encodedOf(max(0, min(1, value))));
      }
    }
  }
  return out;
}

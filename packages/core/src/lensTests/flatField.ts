import type { FrameSize } from '../model/frame';
import type { ShiftPosition } from '../model/movements';
import type { PixelValues } from './flatFrame';
import type { LightAtAperture } from './light';
import { lostAt } from './radial';

/** Light on the axis in a flat-field frame: bright, and clipped nowhere. */
const AXIS_LIGHT = 0.8;

/**
 * What a lens would draw of a perfectly even wall, from its measured falloff
 * and cast: a flat-field frame without noise and without the slope of the wall,
 * in linear light. `null` where a corner lies farther out than was measured.
 *
 * @param at the light of the lens at one aperture
 * @param position of the lens against the back
 * @param frame size of the frame, mm
 * @param widthPx width of what is drawn, px
 *
 * @example
 * flatField({ fNumber: 8, heightsMm: [0, 30], lost: [0, 0], doubt: [0, 0], redder: [0, 0], bluer: [0, 0], edge: null, unevenStops: 0 }, { riseMm: 0, shiftMm: 0 }, { widthMm: 36, heightMm: 24 }, 3)?.values.length // => 18
 */
export function flatField(
  at: LightAtAperture,
  { riseMm, shiftMm }: ShiftPosition,
  { widthMm, heightMm }: FrameSize,
  widthPx: number,
): PixelValues | null {
  const heightPx = Math.max(1, Math.round((widthPx * heightMm) / widthMm));
  const [right, up] = at.edge?.middleMm ?? [0, 0];
  const last = at.heightsMm.at(-1) ?? 0;
  const corners = [-0.5, 0.5].flatMap((x) => [-0.5, 0.5].map((y) => Math.hypot(x * widthMm + shiftMm - right, y * heightMm + riseMm - up)));
  if (Math.max(...corners) > last) return null;
  const values = new Float32Array(3 * widthPx * heightPx);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const mm = Math.hypot(((x + 0.5) / widthPx - 0.5) * widthMm + shiftMm - right, (0.5 - (y + 0.5) / heightPx) * heightMm + riseMm - up);
      const green = AXIS_LIGHT * 2 ** -lostAt(at, mm);
      const index = 3 * (y * widthPx + x);
      values[index] = Math.min(1, green * 2 ** lostAt({ heightsMm: at.heightsMm, lost: at.redder }, mm));
      values[index + 1] = green;
      values[index + 2] = Math.min(1, green * 2 ** lostAt({ heightsMm: at.heightsMm, lost: at.bluer }, mm));
    }
  }
  return { widthPx, heightPx, values, light: null };
}

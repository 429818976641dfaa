import type { FrameSize } from '../model/frame';
import { cameraAxes, turnedToCamera, turnedToWorld } from '../space/pose';
import { pixelOf, type PlateProjection } from './pixel';
import type { RigThere, Turned } from './throughRig';

/** A picture in colour, three bytes to the pixel, row by row from the top. */
export interface ColourPicture {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgb: Uint8Array;
}

export interface SeenThroughRig {
  readonly picture: ColourPicture;
  /** How much of the frame the photograph covers, 0 to 1. */
  readonly covered: number;
}

/** What the photograph does not cover is hatched: light lines on dark, so wide and so far apart, px. */
const [HATCH_PX, HATCH_EVERY_PX] = [2, 14] as const;
const [HATCH_LIGHT, HATCH_DARK] = [150, 70] as const;

/**
 * A photograph of the place as another rig draws it from there: upright, as wide as is asked
 * for. Between pixels it is interpolated in two directions; what the photograph
 * does not cover is hatched. Source: central projection, each pixel looked up in the photograph.
 *
 * @param photograph the picture itself; it may be smaller than the plate, in the same proportions
 * @param plate how the photograph is projected
 * @param held how the photograph was held
 * @param rig the rig at the same place
 * @param frame size of the rig's upright frame, mm
 * @param widthPx width of the picture that is wanted
 *
 * @example
 * seenThroughRig({ widthPx: 2, heightPx: 1, rgb: new Uint8Array([9, 9, 9, 9, 9, 9]) }, { plate: { kind: 'flat', widthPx: 2, heightPx: 1, focalPx: 2 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 } }, { rig: { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 2, riseMm: 0, shiftMm: 0 }, frame: { widthMm: 2, heightMm: 1 } }, 2).covered // => 1
 */
export function seenThroughRig(
  photograph: ColourPicture,
  { plate, held }: { readonly plate: PlateProjection; readonly held: Turned },
  { rig, frame }: { readonly rig: RigThere; readonly frame: FrameSize },
  widthPx: number,
): SeenThroughRig {
  const heightPx = Math.max(1, Math.round((widthPx * frame.heightMm) / frame.widthMm));
  const rgb = new Uint8Array(widthPx * heightPx * 3);
  const [from, to] = [cameraAxes(rig.turned), cameraAxes(held)];
  const [scaleX, scaleY] = [photograph.widthPx / plate.widthPx, photograph.heightPx / plate.heightPx];
  const { widthPx: wide, heightPx: high, rgb: source } = photograph;
  let covered = 0;
  for (let row = 0; row < heightPx; row++) {
    const yMm = frame.heightMm * (0.5 - (row + 0.5) / heightPx);
    for (let column = 0; column < widthPx; column++) {
      const xMm = frame.widthMm * ((column + 0.5) / widthPx - 0.5);
      const world = turnedToWorld(from, [xMm + rig.shiftMm, yMm + rig.riseMm, rig.imageMm]);
      const at = pixelOf(plate, turnedToCamera(to, world));
      const out = 3 * (row * widthPx + column);
      const [u, v] = at === null ? [-1, -1] : [at[0] * scaleX, at[1] * scaleY];
      if (u < 0 || v < 0 || u > wide || v > high) {
        rgb.fill((row + column) % HATCH_EVERY_PX < HATCH_PX ? HATCH_LIGHT : HATCH_DARK, out, out + 3);
        continue;
      }
      covered++;
      // Pixels have their middles at halves; a sphere goes on round its edge.
      const [x, y] = [u - 0.5, Math.min(high - 1, Math.max(0, v - 0.5))];
      const [x0, y0] = [Math.floor(x), Math.floor(y)];
      const [fx, fy] = [x - x0, y - y0];
      const columnAt = (k: number): number => (plate.kind === 'sphere' ? (k + wide) % wide : Math.min(wide - 1, Math.max(0, k)));
      const [left, right] = [columnAt(x0), columnAt(x0 + 1)];
      const [above, below] = [y0 * wide, Math.min(high - 1, y0 + 1) * wide];
      for (let c = 0; c < 3; c++) {
        const value = (k: number): number => source[3 * k + c] ?? 0;
        const upper = value(above + left) * (1 - fx) + value(above + right) * fx;
        const lower = value(below + left) * (1 - fx) + value(below + right) * fx;
        rgb[out + c] = Math.round(upper * (1 - fy) + lower * fy);
      }
    }
  }
  return { picture: { widthPx, heightPx, rgb }, covered: covered / (widthPx * heightPx) };
}

import type { FrameSize } from '../model/frame';
import { cameraAxes, turnedToCamera, turnedToWorld } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { seenFromPlate, type KnownPlace } from './elsewhere';
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
  /** How much of the frame is a guess: what lies there is not known, and the rig is not where the photograph was taken. */
  readonly guessed: number;
}

/** A photograph as it was taken; with `place`, a rig may look at it from elsewhere. */
export interface TakenPlate {
  readonly plate: PlateProjection;
  readonly held: Turned;
  readonly place?: KnownPlace | null;
}

/** A rig and its frame; with `at`, where it stands in the scene, m. */
export interface RigAndFrame {
  readonly rig: RigThere;
  readonly frame: FrameSize;
  readonly at?: Vec3;
}

/** What the photograph does not cover is hatched: light lines on dark, so wide and so far apart, px. */
const [HATCH_PX, HATCH_EVERY_PX] = [2, 14] as const;
const [HATCH_LIGHT, HATCH_DARK] = [150, 70] as const;

/** A guess is drawn so much darker. */
export const GUESS_LIGHT = 0.5;

/**
 * A photograph of the place as another rig draws it, upright, as wide as is asked for: from the
 * same place all of it, from elsewhere what lies on the front and on the ground; the rest is a guess and dimmed.
 * Between pixels it is interpolated in two directions; what the photograph does not cover is hatched. Source: central projection, each pixel looked up in the photograph.
 *
 * @param photograph the picture itself; it may be smaller than the plate, in the same proportions
 * @param taken how the photograph was taken
 * @param seen the rig, and the size of its upright frame, mm
 * @param widthPx width of the picture that is wanted
 *
 * @example
 * seenThroughRig({ widthPx: 2, heightPx: 1, rgb: new Uint8Array([9, 9, 9, 9, 9, 9]) }, { plate: { kind: 'flat', widthPx: 2, heightPx: 1, focalPx: 2 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 } }, { rig: { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 2, riseMm: 0, shiftMm: 0 }, frame: { widthMm: 2, heightMm: 1 } }, 2).covered // => 1
 */
export function seenThroughRig(
  photograph: ColourPicture,
  { plate, held, place }: TakenPlate,
  { rig, frame, at: rigAt }: RigAndFrame,
  widthPx: number,
): SeenThroughRig {
  const heightPx = Math.max(1, Math.round((widthPx * frame.heightMm) / frame.widthMm));
  const rgb = new Uint8Array(widthPx * heightPx * 3);
  const [from, to] = [cameraAxes(rig.turned), cameraAxes(held)];
  const [scaleX, scaleY] = [photograph.widthPx / plate.widthPx, photograph.heightPx / plate.heightPx];
  const { widthPx: wide, heightPx: high, rgb: source } = photograph;
  let [covered, guessed] = [0, 0];
  for (let row = 0; row < heightPx; row++) {
    const yMm = frame.heightMm * (0.5 - (row + 0.5) / heightPx);
    for (let column = 0; column < widthPx; column++) {
      const xMm = frame.widthMm * ((column + 0.5) / widthPx - 0.5);
      const ray = turnedToWorld(from, [xMm + rig.shiftMm, yMm + rig.riseMm, rig.imageMm]);
      const { direction, on } = place && rigAt ? seenFromPlate(place, rigAt, ray) : { direction: ray, on: null };
      const at = pixelOf(plate, turnedToCamera(to, direction));
      const out = 3 * (row * widthPx + column);
      const [u, v] = at === null ? [-1, -1] : [at[0] * scaleX, at[1] * scaleY];
      if (u < 0 || v < 0 || u > wide || v > high) {
        rgb.fill((row + column) % HATCH_EVERY_PX < HATCH_PX ? HATCH_LIGHT : HATCH_DARK, out, out + 3);
        continue;
      }
      covered++;
      const light = on === 'guess' ? GUESS_LIGHT : 1;
      if (on === 'guess') guessed++;
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
        rgb[out + c] = Math.round(light * (upper * (1 - fy) + lower * fy));
      }
    }
  }
  const all = widthPx * heightPx;
  return { picture: { widthPx, heightPx, rgb }, covered: covered / all, guessed: guessed / all };
}

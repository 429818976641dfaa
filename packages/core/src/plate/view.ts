import type { FrameSize } from '../model/frame';
import { cameraAxes, turnedToCamera, type CameraAxes } from '../space/pose';
import { minus, type Vec3 } from '../space/vector';
import { planesSeenFrom, type KnownPlace } from './elsewhere';
import { pixelOf } from './pixel';
import type { HeldPlate, RigThere } from './throughRig';

/** A picture in colour, three bytes to the pixel, row by row from the top. */
export interface ColourPicture {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgb: Uint8Array;
}

export interface SeenThroughRig {
  readonly picture: ColourPicture;
  /** For each pixel 1 where a photograph covers it, 0 where not. */
  readonly covers: Uint8Array;
  /** How much of the frame the photograph covers, 0 to 1. */
  readonly covered: number;
}

/** A photograph as it was taken; with `place`, a rig may look at it from elsewhere. */
export interface TakenPlate extends HeldPlate {
  readonly place?: KnownPlace | null;
}

/** A rig and its frame; with `at`, where it stands in the scene, m. */
export interface RigAndFrame {
  readonly rig: RigThere;
  readonly frame: FrameSize;
  readonly at?: Vec3;
  /** What is seen where the photograph ends, of the same size as the picture that is drawn: another photograph through the same rig. Hatching without. */
  readonly beyond?: SeenThroughRig | null;
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
  { rig, frame, at: rigAt, beyond }: RigAndFrame,
  widthPx: number,
): SeenThroughRig {
  const heightPx = Math.max(1, Math.round((widthPx * frame.heightMm) / frame.widthMm));
  const rgb = new Uint8Array(widthPx * heightPx * 3);
  const covers = new Uint8Array(widthPx * heightPx);
  const { widthPx: wide, heightPx: high, rgb: source } = photograph;
  const [scaleX, scaleY] = [wide / plate.widthPx, high / plate.heightPx];
  const [toWorld, toPlate] = [cameraAxes(rig.turned), cameraAxes(held)];
  const inWorld = raysOf(toWorld, rig.imageMm);
  const asSeen = raysOf(
    {
      right: turnedToCamera(toPlate, toWorld.right),
      up: turnedToCamera(toPlate, toWorld.up),
      forward: turnedToCamera(toPlate, toWorld.forward),
    },
    rig.imageMm,
  );
  const meets = place && rigAt ? planesSeenFrom(place, rigAt) : null;
  const away = place && rigAt ? turnedToCamera(toPlate, minus(rigAt, place.plateAt)) : null;
  let covered = 0;
  for (let row = 0; row < heightPx; row++) {
    const y = frame.heightMm * (0.5 - (row + 0.5) / heightPx) + rig.riseMm;
    for (let column = 0; column < widthPx; column++) {
      const x = frame.widthMm * ((column + 0.5) / widthPx - 0.5) + rig.shiftMm;
      const met = meets?.(inWorld(x, y));
      const ray = asSeen(x, y);
      const times = met?.times ?? null;
      // The sky is so far away that it looks the same from everywhere.
      const at = pixelOf(plate, away === null || times === null ? ray : plusTimes(away, ray, times));
      const pixel = row * widthPx + column;
      const out = 3 * pixel;
      const u = at === null ? -1 : at[0] * scaleX;
      const v = at === null ? -1 : at[1] * scaleY;
      if (u < 0 || v < 0 || u > wide || v > high) {
        if (beyond?.covers[pixel] === 1) {
          rgb.set(beyond.picture.rgb.subarray(out, out + 3), out);
          covers[pixel] = 1;
          covered++;
        } else rgb.fill((row + column) % HATCH_EVERY_PX < HATCH_PX ? HATCH_LIGHT : HATCH_DARK, out, out + 3);
        continue;
      }
      covers[pixel] = 1;
      covered++;
      const light = met?.on === 'guess' ? GUESS_LIGHT : 1;
      // Pixels have their middles at halves; a sphere goes on round its edge.
      const px = u - 0.5;
      const py = Math.min(high - 1, Math.max(0, v - 0.5));
      const x0 = Math.floor(px);
      const y0 = Math.floor(py);
      const fx = px - x0;
      const fy = py - y0;
      const columnAt = (k: number): number => (plate.kind === 'sphere' ? (k + wide) % wide : Math.min(wide - 1, Math.max(0, k)));
      const left = columnAt(x0);
      const right = columnAt(x0 + 1);
      const above = y0 * wide;
      const below = Math.min(high - 1, y0 + 1) * wide;
      for (let c = 0; c < 3; c++) {
        const value = (k: number): number => source[3 * k + c] ?? 0;
        const upper = value(above + left) * (1 - fx) + value(above + right) * fx;
        const lower = value(below + left) * (1 - fx) + value(below + right) * fx;
        rgb[out + c] = Math.round(light * (upper * (1 - fy) + lower * fy));
      }
    }
  }
  return { picture: { widthPx, heightPx, rgb }, covers, covered: covered / (widthPx * heightPx) };
}

/** The rays of places of the back, mm over the foot of the lens, by the axes of the back. */
function raysOf({ right, up, forward }: CameraAxes, imageMm: number): (x: number, y: number) => Vec3 {
  const part = (i: 0 | 1 | 2, x: number, y: number): number => right[i] * x + up[i] * y + forward[i] * imageMm;
  return (x, y) => [part(0, x, y), part(1, x, y), part(2, x, y)];
}

const plusTimes = (a: Vec3, b: Vec3, times: number): Vec3 => [a[0] + b[0] * times, a[1] + b[1] * times, a[2] + b[2] * times];

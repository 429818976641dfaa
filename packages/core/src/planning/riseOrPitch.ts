import { type Geometry, freshGeometry } from '../geometry/geometry';
import { degrees } from '../angles';
import { keystone } from '../perspective/keystone';
import { outline } from '../framing/inFrame';
import { poseOf } from '../scene/scene';
import { inCamera } from '../space/pose';

/** A rectangle on the back of a level camera about the foot of its lens, mm. */
export interface LevelRect {
  readonly left: number;
  readonly right: number;
  readonly lower: number;
  readonly upper: number;
}

/** The same picture by rise and by pitching the camera and making uprights parallel in software. */
export interface RiseOrPitch {
  /** The pitch that points at the same centre, up +, degrees. */
  readonly pitchDeg: number;
  /** What the rise takes in. */
  readonly byRise: LevelRect;
  /** What pitched frame and software leave: full height, as wide as its narrower edge. */
  readonly byPitch: LevelRect;
  /** The whole pitched frame before it is cut, corner by corner: upper left, upper right, lower right, lower left. */
  readonly pitchedFrame: readonly (readonly [number, number])[];
  /** Shares of the frame's pixels that end in the picture. */
  readonly keptByRise: number;
  readonly keptByPitch: number;
  readonly pixelsByPitch: number | null;
  readonly pixelsByRise: number | null;
  /** How far software draws the far edge out, across and along. */
  readonly stretchAcross: number;
  readonly stretchAlong: number;
  /** How far the subject goes beyond either picture, mm on the level back; 0 when it is all in. */
  readonly outByRise: number;
  readonly outByPitch: number;
  /** A level lens that needs no rise for the same picture: its focal length, and the share of its pixels that the picture keeps. */
  readonly wider: { readonly focalMm: number; readonly kept: number };
}

/**
 * Compares the picture that rise takes with what a camera pitched to the same
 * centre leaves once software has made uprights parallel. Both are laid on the
 * back of a level camera at the present image distance v, where the pitched
 * frame is a trapezoid. `null` without a scene, without rise, or when pitched
 * so far that nothing can be made upright.
 * Source: plane homography of a pitched central projection.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * riseOrPitch(frontGeometry)?.pitchDeg // => 12.857
 */
export function riseOrPitch(geometry: Geometry): RiseOrPitch | null {
  const { scene, movements } = geometry.settings;
  if (scene === null || Math.abs(movements.riseMm) < 0.05) return null;
  const { widthMm: w, heightMm: h } = geometry.wholeFrame;
  const v = geometry.imageMm;
  const pitch = Math.atan(movements.riseMm / v);
  const tilted = (h * Math.abs(movements.riseMm)) / (2 * v * v);
  if (tilted >= 0.98) return null;
  const { keptFraction, stretchAcross, stretchAlong } = keystone({
    imageMm: v,
    sensorWidthMm: w,
    sensorHeightMm: h,
    columnsPx: 1000,
    pitchDeg: degrees(pitch),
  });
  const onLevel = (x: number, y: number): readonly [number, number] => {
    const away = v * Math.cos(pitch) - y * Math.sin(pitch);
    return [(v * x) / away + movements.shiftMm, (v * (y * Math.cos(pitch) + v * Math.sin(pitch))) / away];
  };
  const pitchedFrame = (
    [
      [-1, 1],
      [1, 1],
      [1, -1],
      [-1, -1],
    ] as const
  ).map(([sx, sy]) => onLevel((sx * w) / 2, (sy * h) / 2));
  const ys = pitchedFrame.map(([, y]) => y);
  const narrow = Math.min(...pitchedFrame.map(([x]) => Math.abs(x - movements.shiftMm)));
  const byRise = {
    left: movements.shiftMm - w / 2,
    right: movements.shiftMm + w / 2,
    lower: movements.riseMm - h / 2,
    upper: movements.riseMm + h / 2,
  };
  const byPitch = { left: movements.shiftMm - narrow, right: movements.shiftMm + narrow, lower: Math.min(...ys), upper: Math.max(...ys) };
  const pixels = freshGeometry({ ...geometry.settings, crop: null }).pixels;
  const all = pixels && pixels.columns * pixels.rows;
  // Level and centred, the picture reaches to h/2 + |rise| one way: a lens shorter by that much has it all.
  const share = Math.min(h / (h + 2 * Math.abs(movements.riseMm)), w / (w + 2 * Math.abs(movements.shiftMm)));
  const pose = poseOf({ ...scene, pitchDeg: 0, rollDeg: 0 });
  const beyond = (rect: LevelRect): number =>
    outline(scene).reduce((most, point) => {
      const [x, y, z] = inCamera(pose, point);
      if (z <= 0) return most;
      const [px, py] = [(v * x) / z, (v * y) / z];
      return Math.max(most, rect.left - px, px - rect.right, rect.lower - py, py - rect.upper);
    }, 0);
  return {
    pitchDeg: degrees(pitch),
    byRise,
    byPitch,
    pitchedFrame,
    keptByRise: 1,
    keptByPitch: keptFraction,
    pixelsByPitch: all === null ? null : all * keptFraction,
    pixelsByRise: all,
    stretchAcross,
    stretchAlong,
    outByRise: beyond(byRise),
    outByPitch: beyond(byPitch),
    wider: { focalMm: geometry.settings.rig.lens.focalMm * share, kept: share * share },
  };
}

import { fixedNumber } from '@gangway/messages/number';
import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError } from '../errors';
import { axisAngles, lensAxis } from '../space/axis';
import type { Vec3 } from '../space/vector';

/**
 * What the tilt mechanism allows. *free*: anything; *cone*: up to an angle in
 * every direction; *box*: tilt and swing each between ends of its own (one-way
 * tilt has 0 at one end); *line*: one tilt about an axis locked at an angle
 * (0° tilts forward, 90° swings right), between two ends.
 */
export type TiltMechanism =
  | { readonly kind: 'free' }
  | { readonly kind: 'cone'; readonly maxDeg: number }
  | { readonly kind: 'box'; readonly tiltDeg: readonly [number, number]; readonly swingDeg: readonly [number, number] }
  | { readonly kind: 'line'; readonly angleDeg: number; readonly rangeDeg: readonly [number, number] };

/** The axis of a tilt by `deg` whose direction is locked: 0° drops the axis, 90° turns it right. */
export function lockedAxis(angleDeg: number, deg: number): Vec3 {
  const a = (angleDeg * Math.PI) / 180;
  const t = (deg * Math.PI) / 180;
  return [Math.sin(t) * Math.sin(a), -Math.sin(t) * Math.cos(a), Math.cos(t)];
}

/** A tilt and swing, degrees. */
export interface TiltSetting {
  readonly tiltDeg: number;
  readonly swingDeg: number;
}

const clamp = (deg: number, [from, to]: readonly [number, number]): number => Math.min(to, Math.max(from, deg));

/** Tilt and swing of an axis, and nothing else: a setup is kept with what is set alone. */
function settingOf(axis: Vec3): TiltSetting {
  const { tiltDeg, swingDeg } = axisAngles(axis);
  return { tiltDeg, swingDeg };
}

/**
 * The nearest tilt and swing that a mechanism can be set to; the same when it can.
 *
 * @param mechanism how far the lens tilts
 * @param setting tilt and swing wanted, degrees
 *
 * @example
 * nearestTilt({ kind: 'cone', maxDeg: 8 }, { tiltDeg: 10, swingDeg: 0 }).tiltDeg // => 8
 */
export function nearestTilt(mechanism: TiltMechanism, { tiltDeg, swingDeg }: TiltSetting): TiltSetting {
  switch (mechanism.kind) {
    case 'free':
      return { tiltDeg, swingDeg };
    case 'box':
      return { tiltDeg: clamp(tiltDeg, mechanism.tiltDeg), swingDeg: clamp(swingDeg, mechanism.swingDeg) };
    case 'cone': {
      const [x, y] = lensAxis(tiltDeg, swingDeg);
      if (axisAngles(lensAxis(tiltDeg, swingDeg)).totalDeg <= mechanism.maxDeg) return { tiltDeg, swingDeg };
      return settingOf(lockedAxis((Math.atan2(x, -y) * 180) / Math.PI, mechanism.maxDeg));
    }
    case 'line': {
      const [x, y, z] = lensAxis(tiltDeg, swingDeg);
      const a = (mechanism.angleDeg * Math.PI) / 180;
      const along = (Math.atan2(x * Math.sin(a) - y * Math.cos(a), z) * 180) / Math.PI;
      return settingOf(lockedAxis(mechanism.angleDeg, clamp(along, mechanism.rangeDeg)));
    }
  }
}

// Finer than any tilt scale, coarser than the rounding of a solution.
const SAME_DEG = 1e-6;

/** Refuses a tilt and swing that a mechanism cannot be set to, naming the nearest that it can: `tilt_beyond_mechanism`. */
export function requireTilt(mechanism: TiltMechanism, setting: TiltSetting, path: readonly (string | number)[] = ['tiltDeg']): void {
  const near = nearestTilt(mechanism, setting);
  if (Math.abs(near.tiltDeg - setting.tiltDeg) <= SAME_DEG && Math.abs(near.swingDeg - setting.swingDeg) <= SAME_DEG) return;
  const words = ({ tiltDeg, swingDeg }: TiltSetting): string =>
    say(focusText.tiltAndSwing, { tiltDeg: fixedNumber(tiltDeg, 2), swingDeg: fixedNumber(swingDeg, 2) });
  throw new CoreError(
    'tilt_beyond_mechanism',
    path,
    say(focusText.thisNeedsWhichTheMechanism, { setting: words(setting), near: words(near) }),
  );
}

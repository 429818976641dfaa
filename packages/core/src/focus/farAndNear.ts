import { requirePositive } from '../errors';
import { lockedAxis } from './tiltMechanism';
import { requirePin } from './plane';
import { dot, scaled, type Vec3 } from '../space/vector';

/** One turn of the iteration that a photographer does on the screen. */
export interface Turn {
  readonly does: 'focusFar' | 'tiltForNear';
  /** How the lens is turned after it, degrees. */
  readonly turnDeg: number;
  /** How far the lens then stands out beyond its focal length, along the back's normal, mm. */
  readonly extensionMm: number;
  /** How far the lens would have to go for the other pin to be sharp, mm on the rail: + is farther out. */
  readonly otherMm: number;
}

export interface FarAndNear {
  readonly turns: readonly Turn[];
  /** Whether both ends came to stay sharp within what is allowed on the rail. */
  readonly settled: boolean;
  /** Whether the mechanism ended it. */
  readonly ended: boolean;
}

export interface FarAndNearInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Farthest distance, m; `null` at infinity. */
  readonly farM: Vec3;
  /** Nearest distance, m. */
  readonly nearM: Vec3;
  readonly angleDeg: number;
  readonly mostDeg: number;
  readonly withinMm: number;
  readonly mostTurns?: number | undefined;
}

/**
 * The iteration by far and near: focus the far pin, turn the lens until the
 * near one is sharp, focus the far one again, until both stay. Pins in m in the
 * frame of the back; the lens turns about one axis (0° tilts forward, 90° swings
 * right), up to `mostDeg` either way. `withinMm` is the spread on the rail at
 * which an eye is content. Throws for pins that cannot be focused.
 * Source: common practice; each step by v = f·P_z/(P·l − f).
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * farAndNear({ focalMm: 150, farM: [0, -1.5, 40], nearM: [0, -1.5, 2.2], angleDeg: 0, mostDeg: 10, withinMm: 0.01 }).settled // => true
 */
export function farAndNear({ focalMm, farM, nearM, angleDeg, mostDeg, withinMm, mostTurns = 24 }: FarAndNearInput): FarAndNear {
  requirePositive('focalMm', focalMm);
  requirePositive('withinMm', withinMm);
  requirePin(focalMm, farM, ['farM']);
  requirePin(focalMm, nearM, ['nearM']);
  const image = (pointM: Vec3, deg: number): number => {
    const p = scaled(pointM, 1000);
    const along = dot(p, lockedAxis(angleDeg, deg)) - focalMm;
    return along <= 0 ? Infinity : (focalMm * p[2]) / along;
  };
  const turns: Turn[] = [];
  let deg = 0;
  let v = image(farM, 0);
  const note = (does: Turn['does'], other: number): void => {
    turns.push({ does, turnDeg: deg, extensionMm: v - focalMm, otherMm: other - v });
  };
  note('focusFar', image(nearM, deg));
  let ended = false;
  while (turns.length < mostTurns && Math.abs(turns[turns.length - 1]?.otherMm ?? 0) > withinMm) {
    const to = turnUntil((each) => image(nearM, each) - v, deg, mostDeg);
    ended = to.ended;
    deg = to.deg;
    note('tiltForNear', image(farM, deg));
    if (Math.abs(turns[turns.length - 1]?.otherMm ?? 0) <= withinMm && !ended) break;
    v = image(farM, deg);
    note('focusFar', image(nearM, deg));
    if (ended) break;
  }
  return { turns, settled: Math.abs(turns[turns.length - 1]?.otherMm ?? Infinity) <= withinMm, ended };
}

/** The nearest angle at which a pin comes to focus, by bisection; the end of the mechanism when there is none. */
function turnUntil(off: (deg: number) => number, from: number, mostDeg: number): { readonly deg: number; readonly ended: boolean } {
  const start = off(from);
  const steps = 200;
  for (let i = 1; i <= steps; i++) {
    for (const side of [1, -1]) {
      const [a, b] = [from + (side * (i - 1) * 2 * mostDeg) / steps, from + (side * i * 2 * mostDeg) / steps];
      if (Math.abs(b) > mostDeg + 1e-9) continue;
      const [fa, fb] = [off(a), off(b)];
      if (!(fa * fb <= 0) || !Number.isFinite(fb)) continue;
      let [low, high] = [a, b];
      for (let k = 0; k < 60; k++) {
        const middle = (low + high) / 2;
        if (off(middle) * fa > 0) low = middle;
        else high = middle;
      }
      return { deg: (low + high) / 2, ended: false };
    }
  }
  const [up, down] = [off(mostDeg), off(-mostDeg)];
  const end = Math.abs(up) <= Math.abs(down) ? mostDeg : -mostDeg;
  return { deg: Math.abs(off(end)) < Math.abs(start) ? end : from, ended: true };
}

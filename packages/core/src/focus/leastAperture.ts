import { CoreError, requirePositive } from '../errors';
import { axisAngles, lensAxis, type AxisAngles } from './axis';
import { chebyshev } from './chebyshev';
import { requirePin } from './plane';
import { dot, length, scaled, type Vec3 } from './vector';

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

/** The setting that holds all pins at the widest opening, and that opening. */
export interface LeastAperture extends AxisAngles {
  readonly fNumber: number;
  readonly imageMm: number;
}

// The pins, ready for solving: q = l·d/f − 1/z is the inverse of the distance at which a pin is imaged.
interface Pins {
  readonly f: number;
  readonly d: readonly Vec3[];
  readonly inverseZ: readonly number[];
}

/**
 * The movement that holds a set of pins (m, camera frame) with the largest
 * opening, for a permissible blur c (mm). With a = v·l/f the signed blur of a
 * pin is g = 1 − a·d + f·|a|/z; max|g| is made least by a sequence of linear
 * Chebyshev problems, each solved exactly, with |a| linearised at the present
 * axis and the step halved whenever the true maximum rises. For a given axis
 * the best focus is exact: v = 2/(qmax + qmin). Where the mechanism binds, its
 * boundary is searched. N = f·max|g|/c, and 0 when the pins lie in one plane.
 * Throws for pins that cannot be focused.
 */
export function leastAperture(
  focalMm: number,
  pointsM: readonly Vec3[],
  cocMm: number,
  mechanism: TiltMechanism = { kind: 'free' },
): LeastAperture {
  requirePositive('focalMm', focalMm);
  requirePositive('cocMm', cocMm);
  if (pointsM.length === 0) throw new CoreError('no_pins', ['pointsM'], 'pointsM is empty; at least one pin is needed.');
  pointsM.forEach((point, i) => requirePin(focalMm, point, ['pointsM', i]));
  const pins: Pins = {
    f: focalMm,
    d: pointsM.map(([x, y, z]) => [x / z, y / z, 1]),
    inverseZ: pointsM.map(([, , z]) => 1 / (z * 1000)),
  };
  const axis = bestAxis(pins, mechanism);
  const { low, high } = inverseDistances(pins, axis);
  return {
    fNumber: (focalMm * spreadOf(low, high)) / cocMm,
    ...axisAngles(axis),
    imageMm: 2 / (low + high),
  };
}

function inverseDistances({ f, d, inverseZ }: Pins, axis: Vec3): { readonly low: number; readonly high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < d.length; i++) {
    const q = dot(d[i] ?? axis, axis) / f - (inverseZ[i] ?? 0);
    if (q < low) low = q;
    if (q > high) high = q;
  }
  return { low, high };
}

// max|g| at the best focus for an axis; 1 or more when a pin cannot be imaged at all.
function spreadOf(low: number, high: number): number {
  return low <= 0 ? 1 + high - low : (high - low) / (high + low);
}

function spreadAt(pins: Pins, axis: Vec3): number {
  const { low, high } = inverseDistances(pins, axis);
  return spreadOf(low, high);
}

function bestAxis(pins: Pins, mechanism: TiltMechanism): Vec3 {
  if (mechanism.kind === 'line') {
    const [from, to] = mechanism.rangeDeg;
    return alongArc(pins, (deg) => lockedAxis(mechanism.angleDeg, deg), from, to);
  }
  const free = freeAxis(pins);
  if (mechanism.kind === 'free') return free;
  const { tiltDeg, swingDeg, totalDeg } = axisAngles(free);
  if (mechanism.kind === 'cone') {
    if (totalDeg <= mechanism.maxDeg) return free;
    return alongArc(pins, (around) => coneAxis(mechanism.maxDeg, around), -180, 180);
  }
  const [t0, t1] = mechanism.tiltDeg;
  const [s0, s1] = mechanism.swingDeg;
  if (tiltDeg >= t0 && tiltDeg <= t1 && swingDeg >= s0 && swingDeg <= s1) return free;
  const edges = [
    alongArc(pins, (deg) => lensAxis(t0, deg), s0, s1),
    alongArc(pins, (deg) => lensAxis(t1, deg), s0, s1),
    alongArc(pins, (deg) => lensAxis(deg, s0), t0, t1),
    alongArc(pins, (deg) => lensAxis(deg, s1), t0, t1),
  ];
  return edges.reduce((best, edge) => (spreadAt(pins, edge) < spreadAt(pins, best) ? edge : best));
}

// The axis of a tilt by `deg` whose direction is locked: 0° drops the axis, 90° turns it right.
function lockedAxis(angleDeg: number, deg: number): Vec3 {
  const a = (angleDeg * Math.PI) / 180;
  const t = (deg * Math.PI) / 180;
  return [Math.sin(t) * Math.sin(a), -Math.sin(t) * Math.cos(a), Math.cos(t)];
}

function coneAxis(maxDeg: number, aroundDeg: number): Vec3 {
  return lockedAxis(aroundDeg, maxDeg);
}

const COARSE = 72;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The best axis along an arc of axes: every dip of a coarse look is narrowed down. */
function alongArc(pins: Pins, axisAt: (deg: number) => Vec3, from: number, to: number): Vec3 {
  const at = (deg: number): number => spreadAt(pins, axisAt(deg));
  if (to - from <= 0) return axisAt(from);
  const step = (to - from) / COARSE;
  const values = Float64Array.from({ length: COARSE + 1 }, (_, i) => at(from + i * step));
  let best = from;
  let least = Infinity;
  for (let i = 0; i <= COARSE; i++) {
    const here = values[i] ?? Infinity;
    if (here > (values[i - 1] ?? Infinity) || here > (values[i + 1] ?? Infinity)) continue;
    const deg = narrowed(at, Math.max(from, from + (i - 1) * step), Math.min(to, from + (i + 1) * step));
    const value = at(deg);
    if (value < least) {
      least = value;
      best = deg;
    }
  }
  return axisAt(best);
}

/** The least of a function with one dip between two places, by golden section. */
function narrowed(at: (x: number) => number, from: number, to: number): number {
  let [a, b] = [from, to];
  let x = b - GOLDEN * (b - a);
  let y = a + GOLDEN * (b - a);
  let [fx, fy] = [at(x), at(y)];
  while (b - a > 1e-10) {
    if (fx <= fy) {
      b = y;
      y = x;
      fy = fx;
      x = b - GOLDEN * (b - a);
      fx = at(x);
    } else {
      a = x;
      x = y;
      fx = fy;
      y = a + GOLDEN * (b - a);
      fy = at(y);
    }
  }
  const ends: [number, number][] = [
    [from, at(from)],
    [to, at(to)],
    [x, fx],
    [y, fy],
  ];
  return ends.reduce((best, each) => (each[1] < best[1] ? each : best))[0];
}

const MOST_ROUNDS = 60;

function freeAxis(pins: Pins): Vec3 {
  let axis: Vec3 = [0, 0, 1];
  let spread = spreadAt(pins, axis);
  for (let round = 0; round < MOST_ROUNDS && spread > 1e-15; round++) {
    const toward = chebyshev(pins.d.map((d, i) => linearised(d, axis, pins.f * (pins.inverseZ[i] ?? 0))));
    if (!toward || toward[2] <= 0) break;
    const aim = scaled(toward, 1 / length(toward));
    const next = shortened(pins, axis, aim, spread);
    if (!next) break;
    const gained = spread - next.spread;
    axis = next.axis;
    spread = next.spread;
    if (gained <= 1e-13 * spread) break;
  }
  return axis;
}

// With |a| ≈ l₀·a the signed blur is 1 − a·h, h = d − (f/z)·l₀.
function linearised(d: Vec3, axis: Vec3, fOverZ: number): Vec3 {
  return [d[0] - fOverZ * axis[0], d[1] - fOverZ * axis[1], d[2] - fOverZ * axis[2]];
}

/** From an axis toward another, all the way or half of it again and again until the true maximum falls; `null` when it never does. */
function shortened(pins: Pins, from: Vec3, to: Vec3, spread: number): { readonly axis: Vec3; readonly spread: number } | null {
  for (let share = 1; share > 1e-7; share /= 2) {
    const mixed: Vec3 = [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1]), from[2] + share * (to[2] - from[2])];
    const axis = scaled(mixed, 1 / length(mixed));
    const there = spreadAt(pins, axis);
    if (there < spread) return { axis, spread: there };
  }
  return null;
}

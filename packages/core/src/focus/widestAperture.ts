import { focusText } from '@gangway/messages/core/focus';
import { CoreError, requirePositive } from '../errors';
import { axisAngles, lensAxis, type AxisAngles } from '../space/axis';
import { chebyshev, minimaxStep, spanOf } from './chebyshev';
import { requirePin } from './plane';
import { lockedAxis, type TiltMechanism } from './tiltMechanism';
import { dot, length, scaled, type Vec3 } from '../space/vector';

/** The setting that holds all pins at the widest opening, and that opening. */
export interface WidestAperture extends AxisAngles {
  readonly fNumber: number;
  readonly imageMm: number;
}

// The pins, ready for solving: q = l·d/f − 1/z is the inverse of the distance at which a pin is imaged.
interface Pins {
  readonly f: number;
  readonly d: readonly Vec3[];
  readonly inverseZ: readonly number[];
  /** How many times sharper than the rest each must be; `null` when all are alike. */
  readonly weights: readonly number[] | null;
}

export interface WidestApertureInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** The points, m, in the camera's frame. */
  readonly pointsM: readonly Vec3[];
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
  readonly mechanism?: TiltMechanism | undefined;
  readonly weights?: readonly number[] | null | undefined;
}

/**
 * The movement that holds a set of pins (m, camera frame) with the largest
 * opening, for a permissible blur c (mm). With a = v·l/f the signed blur of a
 * pin is g = 1 − a·d + f·|a|/z; max|g| is made least by a sequence of linear
 * Chebyshev problems, each solved exactly, with |a| linearised at the present
 * axis and the step halved whenever the true maximum rises. For a given axis
 * the best focus is exact: v = 2/(qmax + qmin). Where the mechanism binds, its
 * boundary is searched. N = f·max|g|/c, and 0 when the pins lie in one plane.
 * A weight of 2 makes a pin count twice: its blur may be half of c.
 * Throws for pins that cannot be focused.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * widestAperture({ focalMm: 100, pointsM: [[0, 0, 10]], cocMm: 0.03 }).tiltDeg // => 0
 */
export function widestAperture({
  focalMm,
  pointsM,
  cocMm,
  mechanism = { kind: 'free' },
  weights = null,
}: WidestApertureInput): WidestAperture {
  requirePositive('cocMm', cocMm);
  const pins = pinsOf(focalMm, pointsM, weights);
  const axis = bestAxis(pins, mechanism);
  const { imageMm, spread } = bestFocus(pins, axis);
  return { fNumber: (focalMm * spread) / cocMm, ...axisAngles(axis), imageMm };
}

export interface WidestApertureAtInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** The points, m, in the camera's frame. */
  readonly pointsM: readonly Vec3[];
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
  readonly axis: Vec3;
  readonly weights?: readonly number[] | null | undefined;
}

/** The best focus of a set of pins (m) for a lens axis that is given, as `widestAperture` finds it for the best axis; exact. */
export function widestApertureAt({ focalMm, pointsM, cocMm, axis, weights = null }: WidestApertureAtInput): WidestAperture {
  requirePositive('cocMm', cocMm);
  const { imageMm, spread } = bestFocus(pinsOf(focalMm, pointsM, weights), axis);
  return { fNumber: (focalMm * spread) / cocMm, ...axisAngles(axis), imageMm };
}

function pinsOf(focalMm: number, pointsM: readonly Vec3[], weights: readonly number[] | null): Pins {
  requirePositive('focalMm', focalMm);
  if (pointsM.length === 0) throw new CoreError('no_pins', ['pointsM'], focusText.pointsmIsEmptyAtLeast);
  pointsM.forEach((point, i) => requirePin(focalMm, point, ['pointsM', i]));
  weights?.forEach((weight, i) => requirePositive(`weights.${i}`, weight));
  return {
    f: focalMm,
    d: pointsM.map(([x, y, z]) => [x / z, y / z, 1]),
    inverseZ: pointsM.map(([, , z]) => 1 / (z * 1000)),
    weights: weights && weights.some((weight) => weight !== 1) ? weights : null,
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

/** Where the back stands best for an axis, and max|g| there, weights counted. */
function bestFocus(pins: Pins, axis: Vec3): { readonly imageMm: number; readonly spread: number } {
  const { low, high } = inverseDistances(pins, axis);
  const even = { imageMm: 2 / (low + high), spread: spreadOf(low, high) };
  return pins.weights === null || low <= 0 ? even : weightedFocus(pins, pins.weights, axis, { low, high });
}

// The v that makes max w·|1 − v·q| least: what is too near rises with v and what is too far falls, so they cross once.
// Each round takes the worst of either side and puts them even, within what is left between them.
function weightedFocus(
  { f, d, inverseZ }: Pins,
  weights: readonly number[],
  axis: Vec3,
  { low, high }: { readonly low: number; readonly high: number },
): { readonly imageMm: number; readonly spread: number } {
  const q = d.map((each, i) => dot(each, axis) / f - (inverseZ[i] ?? 0));
  let [from, to] = [1 / high, 1 / low];
  let v = 2 / (low + high);
  let spread = Infinity;
  for (let round = 0; round < 60; round++) {
    let [over, under, a, b] = [-Infinity, -Infinity, 0, 0];
    for (let i = 0; i < q.length; i++) {
      const g = (weights[i] ?? 1) * (v * (q[i] ?? 0) - 1);
      if (g > over) [over, a] = [g, i];
      if (-g > under) [under, b] = [-g, i];
    }
    spread = Math.max(over, under);
    if (Math.abs(over - under) <= 1e-14 * spread || to - from <= 1e-15 * v) break;
    if (over > under) to = v;
    else from = v;
    const [wa, wb] = [weights[a] ?? 1, weights[b] ?? 1];
    const next = (wa + wb) / (wa * (q[a] ?? 1) + wb * (q[b] ?? 1));
    v = next > from && next < to ? next : (from + to) / 2;
  }
  return { imageMm: v, spread };
}

function spreadAt(pins: Pins, axis: Vec3): number {
  return bestFocus(pins, axis).spread;
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
    return alongArc(pins, (around) => lockedAxis(around, mechanism.maxDeg), -180, 180);
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

const MOST_ROUNDS = 400;
const FIRST_STEP = 4;
const STILL = 1e-11;

function freeAxis(pins: Pins): Vec3 {
  const ahead: Vec3 = [0, 0, 1];
  const h = pins.d.map((d, i) => linearised(d, ahead, pins.f * (pins.inverseZ[i] ?? 0)));
  const basis = spanOf(h);
  return basis.length === 3 ? descended(pins, ahead) : undetermined(pins, h, ahead);
}

// Pins in a line of sight or in a plane through the lens leave a movement free: it stays as small as it can.
function undetermined(pins: Pins, h: readonly Vec3[], ahead: Vec3): Vec3 {
  let axis = ahead;
  let rows = h;
  for (let round = 0; round < 20; round++) {
    const toward = chebyshev(rows, pins.weights);
    if (!toward || toward[2] <= 0) return axis;
    const next = scaled(toward, 1 / length(toward));
    if (spreadAt(pins, next) >= spreadAt(pins, axis) - 1e-15) return axis;
    axis = next;
    const from = axis;
    rows = pins.d.map((d, i) => linearised(d, from, pins.f * (pins.inverseZ[i] ?? 0)));
  }
  return axis;
}

/**
 * From an axis downhill to where max|g| is least: linear problems one after
 * the other, each within a step that is halved whenever the true maximum rises
 * and grows again when it falls, until still.
 */
function descended(pins: Pins, start: Vec3): Vec3 {
  const n = pins.d.length;
  const h = new Float64Array(3 * n);
  const r = new Float64Array(n);
  let axis = start;
  let { imageMm, spread } = bestFocus(pins, axis);
  let bound = FIRST_STEP;
  let fresh = true;
  for (let round = 0; round < MOST_ROUNDS && bound > STILL && spread > 1e-14; round++) {
    // a = v·l/f at the best focus; with |a| ≈ l·a the signed blur of a pin is 1 − a·h.
    const size = imageMm / pins.f;
    const a: Vec3 = [size * axis[0], size * axis[1], size * axis[2]];
    if (fresh) {
      for (let i = 0; i < n; i++) {
        const d = pins.d[i] ?? axis;
        const each = linearised(d, axis, pins.f * (pins.inverseZ[i] ?? 0));
        const weight = pins.weights?.[i] ?? 1;
        h[3 * i] = weight * each[0];
        h[3 * i + 1] = weight * each[1];
        h[3 * i + 2] = weight * each[2];
        r[i] = weight * (1 - dot(each, a));
      }
    }
    const step = minimaxStep(h, r, 3, bound * size);
    const next: Vec3 = [a[0] + (step[0] ?? 0), a[1] + (step[1] ?? 0), a[2] + (step[2] ?? 0)];
    const far = length(next);
    const there: Vec3 = scaled(next, 1 / far);
    const found = there[2] > 0 ? bestFocus(pins, there) : { imageMm: Infinity, spread: Infinity };
    const reached = found.spread;
    const took = Math.max(Math.abs(step[0] ?? 0), Math.abs(step[1] ?? 0), Math.abs(step[2] ?? 0)) / size;
    fresh = reached < spread;
    if (fresh) {
      const gained = spread - reached;
      axis = there;
      spread = reached;
      imageMm = found.imageMm;
      if (gained <= 1e-14 * spread) break;
      bound = Math.min(FIRST_STEP, 2 * Math.max(bound / 2, took));
    } else {
      bound = Math.min(bound, took) / 2;
    }
  }
  return axis;
}

// With |a| ≈ l₀·a the signed blur is 1 − a·h, h = d − (f/z)·l₀.
function linearised(d: Vec3, axis: Vec3, fOverZ: number): Vec3 {
  return [d[0] - fOverZ * axis[0], d[1] - fOverZ * axis[1], d[2] - fOverZ * axis[2]];
}

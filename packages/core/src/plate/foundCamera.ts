import { EigenvalueDecomposition, inverse, Matrix, solve } from 'ml-matrix';
import type { Pixel } from '../model/plate';
import { anglesOf, cameraAxes, turnedToCamera, turnedToWorld } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { metPlane, type PlacedPlate, type PlacedRig } from './elsewhere';
import { directionOf } from './pixel';
import type { OnBack } from './throughRig';

/** The same thing in a photograph of the place and in a frame that was taken. */
export interface MatchedPoint {
  readonly platePx: Pixel;
  /** On the upright frame, mm from its middle. */
  readonly onBack: OnBack;
}

/** What may differ between plan and frame: where the lens stood, m right, up and ahead; how the back was turned, degrees; how far it was shifted, mm; and how large it drew, a share. */
const UNKNOWNS = ['asideM', 'upM', 'aheadM', 'yawDeg', 'pitchDeg', 'rollDeg', 'riseMm', 'shiftMm', 'larger'] as const;
export type CameraUnknown = (typeof UNKNOWNS)[number];

/** A difference from the plan, with its standard deviation; `null` where that is unknown. */
export interface Difference {
  readonly by: number;
  readonly doubt: number | null;
}

/** How a frame was really taken, as differences from the plan. */
export interface FoundCamera {
  readonly differences: Readonly<Record<CameraUnknown, Difference>>;
  /** Whether the place was looked for: it needs a known front, and is taken to be that of the photograph otherwise. */
  readonly placed: boolean;
  /** Whether the points do not fit the rise, shift or focal length that is assumed: then neither place nor direction can be trusted. */
  readonly strained: boolean;
  /** How far from where it was planned the lens stood, m. */
  readonly moved: Difference;
  /** How many of the points it rests on. */
  readonly used: number;
  /** How far those lie from where they should be, root mean square, mm. */
  readonly rmsMm: number;
}

/** How far slides and scale are off when they were set as planned, one standard deviation each: mm, and a share of the focal length (common practice: engraved focal lengths are true to a percent or two). */
const SET_WITHIN: SetWithin = { riseMm: 0.4, shiftMm: 0.4, larger: 0.01 };

/** How far rise, shift and scale may be off what is assumed, one standard deviation each: mm, and a share of the focal length. */
export type SetWithin = Readonly<Record<'riseMm' | 'shiftMm' | 'larger', number>>;

/** What is assumed of how photograph and frame were taken. */
export interface Assumed {
  /** How far pitch, roll and direction of the photograph may be off, one standard deviation, degrees: the direction of the camera is counted from them; `null` where that is unknown. */
  readonly levelDoubtDeg: number | null;
  /** For slides and a lens that were set as planned where it is left out. */
  readonly setWithin?: SetWithin;
}
/** A value that is held near the plan and still ends this many of its standard deviations away was set otherwise. */
const STRAINED = 1.5;
/** Fewer points fix nothing. */
const POINTS_LEAST = 8;
const ROUNDS = 60;
/** A point this many standard deviations off counts less and less; the constant of Huber’s estimator for normal errors. */
const HUBER = 1.345;
/** A median deviation times this is a standard deviation of normal errors. */
const NORMAL = 1.4826;
/** Points are not found better than this in a frame, mm. */
const FINEST_MM = 0.0005;
const STEP = 1e-4;

/** What is solved for: the place too, or the way it looks alone. */
const solvedFor = (placed: boolean): readonly CameraUnknown[] => (placed ? UNKNOWNS : UNKNOWNS.slice(3));

/**
 * How a frame was really taken, from things that it and a photograph of the place both show: where the lens
 * stood, how the back was turned, and where the slides were. Points on the known front give the place; without a front it is taken to be that
 * of the photograph. Slides and focal length are held near the plan, because one plane alone hardly fixes them. `null` where too few
 * points are left, or they fix nothing.
 * Source: camera resection by Levenberg’s and Marquardt’s method, with Huber’s weights against wrong matches (Hartley and Zisserman, “Multiple View Geometry”, 2004, 7.2 and A6).
 *
 * @param photograph how the photograph was taken, and where
 * @param plan the rig as it was planned
 * @param matches the same things in both
 * @param assumed how well the level of the photograph and the setting of the slides are known
 *
 * @example
 * foundCamera({ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.5, -20], front: null, ground: true } }, { from: { at: [0, 1.5, -20], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, imageMm: 20, riseMm: 0, shiftMm: 0 }, [], { levelDoubtDeg: 0 }) // => null
 */
export function foundCamera(
  photograph: PlacedPlate,
  plan: PlacedRig,
  matches: readonly MatchedPoint[],
  { levelDoubtDeg, setWithin = SET_WITHIN }: Assumed,
): FoundCamera | null {
  const placed = photograph.place.front !== null;
  const seen = matches.flatMap((match) => thingOf(photograph, plan, match) ?? []);
  if (seen.length < POINTS_LEAST) return null;
  const unknowns = solvedFor(placed);
  const fit = fitted({ plan, things: seen, unknowns, setWithin });
  if (!fit) return null;
  const { values, covariance, weights, sigmaMm, offMm } = fit;
  const used = weights.filter((weight) => weight > 0.5).length;
  if (used < POINTS_LEAST) return null;
  const kept = offMm.filter((_, i) => (weights[i] ?? 0) > 0.5);
  const difference = (name: CameraUnknown): Difference => {
    const i = unknowns.indexOf(name);
    const by = values[i] ?? 0;
    const doubt = i < 0 ? 0 : sigmaMm * Math.sqrt(Math.max(0, covariance.get(i, i)));
    if (!name.endsWith('Deg')) return { by, doubt };
    return { by, doubt: levelDoubtDeg === null ? null : Math.hypot(doubt, levelDoubtDeg) };
  };
  return {
    differences: Object.fromEntries(UNKNOWNS.map((name) => [name, difference(name)])) as FoundCamera['differences'],
    placed,
    strained: unknowns.some((name, i) => Math.abs(values[i] ?? 0) > STRAINED * (heldTo(setWithin, name) ?? Infinity)),
    moved: placed ? movedBy(values, covariance, sigmaMm) : { by: 0, doubt: null },
    used,
    rmsMm: Math.sqrt(kept.reduce((sum, off) => sum + off * off, 0) / kept.length),
  };
}

/** The length of the way that the lens was moved, whose values come first, with its uncertainty. Source: propagation of uncertainty, JCGM 100:2008 (GUM), 5.2.2. */
function movedBy(values: readonly number[], covariance: Matrix, sigmaMm: number): Difference {
  const way = values.slice(0, 3);
  const by = Math.hypot(...way);
  const slopes = way.map((each) => (by === 0 ? 1 / Math.sqrt(3) : each / by));
  const variance = slopes.reduce((sum, a, i) => sum + slopes.reduce((part, b, j) => part + a * b * covariance.get(i, j), 0), 0);
  return { by, doubt: sigmaMm * Math.sqrt(Math.max(0, variance)) };
}

/** A thing as both show it: where it is, or the direction in which it lies, and where it lies in the frame. */
interface Thing {
  readonly at: Vec3;
  /** 0 for something so far away that only its direction counts. */
  readonly near: 0 | 1;
  readonly onBack: OnBack;
}

function thingOf({ plate, held, place }: PlacedPlate, { from }: PlacedRig, { platePx, onBack }: MatchedPoint): Thing | null {
  const ray = turnedToWorld(cameraAxes(held), directionOf(plate, platePx));
  if (place.front === null) return { at: ray, near: 0, onBack };
  const { on, times } = metPlane(place, place.plateAt, ray);
  // The ground carries whatever stands on it: only the front is sure to lie in its plane.
  if (on !== 'front' || times === null) return null;
  const [x, y, z] = place.plateAt;
  const at: Vec3 = [x + ray[0] * times, y + ray[1] * times, z + ray[2] * times];
  return turnedToCamera(from.axes, [at[0] - from.at[0], at[1] - from.at[1], at[2] - from.at[2]])[2] > 0 ? { at, near: 1, onBack } : null;
}

type Deviation = Partial<Record<CameraUnknown, number>>;

/** Where a rig that deviates from its plan draws things, mm. */
function drawnBy({ from, imageMm, riseMm, shiftMm }: PlacedRig, off: Deviation): (thing: Thing) => OnBack {
  const planned = anglesOf(from.axes);
  const axes = cameraAxes({
    yawDeg: planned.yawDeg + (off.yawDeg ?? 0),
    pitchDeg: planned.pitchDeg + (off.pitchDeg ?? 0),
    rollDeg: planned.rollDeg + (off.rollDeg ?? 0),
  });
  const lens: Vec3 = [from.at[0] + (off.asideM ?? 0), from.at[1] + (off.upM ?? 0), from.at[2] + (off.aheadM ?? 0)];
  const image = imageMm * (1 + (off.larger ?? 0));
  const [right, up] = [shiftMm + (off.shiftMm ?? 0), riseMm + (off.riseMm ?? 0)];
  return ({ at, near }) => {
    const [x, y, z] = turnedToCamera(axes, near ? [at[0] - lens[0], at[1] - lens[1], at[2] - lens[2]] : at);
    return [(image * x) / z - right, (image * y) / z - up];
  };
}

interface Fit {
  readonly values: readonly number[];
  /** Inverse of the weighted normal matrix: times the variance of a point it is that of the values. */
  readonly covariance: Matrix;
  /** Of each point. */
  readonly weights: readonly number[];
  readonly offMm: readonly number[];
  readonly sigmaMm: number;
}

interface Fitting {
  readonly plan: PlacedRig;
  readonly things: readonly Thing[];
  readonly unknowns: readonly CameraUnknown[];
  readonly setWithin: SetWithin;
}

function fitted({ plan, things, unknowns, setWithin }: Fitting): Fit | null {
  const held = unknowns.map((name) => heldTo(setWithin, name));
  const off = (values: readonly number[]): Deviation => Object.fromEntries(unknowns.map((name, i) => [name, values[i] ?? 0]));
  const missedBy = (values: readonly number[]): readonly OnBack[] => {
    const drawn = drawnBy(plan, off(values));
    return things.map((thing) => {
      const [x, y] = drawn(thing);
      return [x - thing.onBack[0], y - thing.onBack[1]];
    });
  };
  let values: readonly number[] = unknowns.map(() => 0);
  let missed = missedBy(values);
  let sigmaMm = spreadOf(missed);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS; round++) {
    const { normal, towards } = equations({ values, missed, sigmaMm, held, missedBy });
    const damped = normal.clone();
    for (let i = 0; i < unknowns.length; i++) damped.set(i, i, normal.get(i, i) * (1 + damping) + 1e-12);
    const step = solve(damped, towards).to1DArray();
    const next = values.map((value, i) => value - (step[i] ?? 0));
    const misses = missedBy(next);
    const cost = costOf(misses, sigmaMm, next, held);
    if (!(cost < costOf(missed, sigmaMm, values, held))) {
      damping *= 8;
      if (damping > 1e9) break;
      continue;
    }
    const moved = Math.hypot(...step);
    [values, missed, damping] = [next, misses, Math.max(1e-9, damping / 5)];
    sigmaMm = spreadOf(missed);
    if (moved < 1e-10) break;
  }
  if (values.some((value) => !Number.isFinite(value))) return null;
  const { normal } = equations({ values, missed, sigmaMm, held, missedBy });
  if (!isFixed(normal)) return null;
  const offMm = missed.map(([x, y]) => Math.hypot(x, y));
  return {
    values,
    covariance: inverse(normal),
    weights: offMm.map((mm) => weightOf(mm, sigmaMm)),
    offMm,
    sigmaMm,
  };
}

/** The least eigenvalue of the normal matrix, its diagonal made ones, by which every unknown is still fixed: less is rounding. */
const FIXED = 1e-10;

/** Whether points fix every unknown: all in one place or on one line they do not. */
function isFixed(normal: Matrix): boolean {
  const root = normal.diagonal().map(Math.sqrt);
  if (root.some((value) => !(value > 0))) return false;
  const scaled = normal.clone();
  for (let i = 0; i < root.length; i++)
    for (let j = 0; j < root.length; j++) scaled.set(i, j, normal.get(i, j) / ((root[i] ?? 1) * (root[j] ?? 1)));
  return Math.min(...new EigenvalueDecomposition(scaled, { assumeSymmetric: true }).realEigenvalues) > FIXED;
}

/** How far points lie off, as a standard deviation in one direction that wrong matches do not change. */
function spreadOf(missed: readonly OnBack[]): number {
  const sorted = missed.flatMap(([x, y]) => [Math.abs(x), Math.abs(y)]).sort((a, b) => a - b);
  return Math.max(FINEST_MM, NORMAL * (sorted[Math.floor(sorted.length / 2)] ?? 0));
}

const weightOf = (offMm: number, sigmaMm: number): number => Math.min(1, (HUBER * sigmaMm * Math.SQRT2) / Math.max(offMm, 1e-12));

/** How much a value held near the plan costs, in squares of a point’s standard deviation. */
const heldTo = (within: SetWithin, name: CameraUnknown): number | null => (name in within ? within[name as keyof SetWithin] : null);

function costOf(missed: readonly OnBack[], sigmaMm: number, values: readonly number[], held: readonly (number | null)[]): number {
  const knee = HUBER * sigmaMm * Math.SQRT2;
  const points = missed.reduce((sum, [x, y]) => {
    const mm = Math.hypot(x, y);
    return sum + (mm <= knee ? mm * mm : 2 * knee * mm - knee * knee);
  }, 0);
  return held.reduce<number>((sum, within, i) => (within === null ? sum : sum + (((values[i] ?? 0) / within) * sigmaMm) ** 2), points);
}

/** The weighted normal equations of the present state, and the way toward less. */
function equations({
  values,
  missed,
  sigmaMm,
  held,
  missedBy,
}: {
  readonly values: readonly number[];
  readonly missed: readonly OnBack[];
  readonly sigmaMm: number;
  /** How far each may be off what is assumed; `null` where nothing is. */
  readonly held: readonly (number | null)[];
  readonly missedBy: (values: readonly number[]) => readonly OnBack[];
}): { readonly normal: Matrix; readonly towards: Matrix } {
  const slopes = values.map((_, i) => {
    const moved = (by: number): readonly OnBack[] => missedBy(values.map((value, k) => (k === i ? value + by : value)));
    const [more, less] = [moved(STEP), moved(-STEP)];
    return more.map(([x, y], k): OnBack => [(x - (less[k]?.[0] ?? 0)) / (2 * STEP), (y - (less[k]?.[1] ?? 0)) / (2 * STEP)]);
  });
  const normal = Matrix.zeros(values.length, values.length);
  const towards = Matrix.zeros(values.length, 1);
  missed.forEach(([x, y], k) => {
    const weight = weightOf(Math.hypot(x, y), sigmaMm);
    slopes.forEach((of, i) => {
      const [ax, ay] = of[k] ?? [0, 0];
      towards.set(i, 0, towards.get(i, 0) + weight * (ax * x + ay * y));
      slopes.forEach((other, j) => {
        const [bx, by] = other[k] ?? [0, 0];
        normal.set(i, j, normal.get(i, j) + weight * (ax * bx + ay * by));
      });
    });
  });
  held.forEach((within, i) => {
    if (within === null) return;
    const firm = (sigmaMm / within) ** 2;
    normal.set(i, i, normal.get(i, i) + firm);
    towards.set(i, 0, towards.get(i, 0) + firm * (values[i] ?? 0));
  });
  return { normal, towards };
}

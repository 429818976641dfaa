import type { Pixel } from '../model/plate';
import { anglesOf, cameraAxes, turnedToCamera, turnedToWorld } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { metPlane, type PlacedPlate, type PlacedRig } from './elsewhere';
import { directionOf } from './pixel';
import { robustFit } from './robustFit';
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
  /** Whether the points do not fit the rise, shift or focal length that is assumed, or only with a tripod far from its plan: then neither place nor direction can be trusted. */
  readonly strained: boolean;
  /** How many of the points it rests on. */
  readonly used: number;
  /** How far those lie from where they should be, root mean square, mm. */
  readonly rmsMm: number;
}

/** How far slides and scale are off when they were set as planned, one standard deviation each: mm, and a share of the focal length (common practice: engraved focal lengths are true to a percent or two). */
const SET_WITHIN: Deviation = { riseMm: 0.4, shiftMm: 0.4, larger: 0.01 };
/** A value that is held near the plan and still ends this many of its standard deviations away was set otherwise. */
const STRAINED = 1.5;
/** A tripod is set up within this of its plan, m (assumed). A place farther aside or up is drawn nearly as another shift or rise is, so that it is not told from one. */
const SET_UP_WITHIN_M = 1;
/** Fewer points fix nothing. */
const POINTS_LEAST = 8;

/** What is solved for: the place too, or the way it looks alone. */
const solvedFor = (placed: boolean): readonly CameraUnknown[] => (placed ? UNKNOWNS : UNKNOWNS.slice(3));

/**
 * How a frame was really taken, from things that it and a photograph of the place both show: where the lens
 * stood, how the back was turned, and where the slides were. Points on the known front give the place; without a front it is taken to be that
 * of the photograph. Slides and focal length are held near the plan, because one plane alone hardly fixes them. `null` where too few
 * points are left, or they fix nothing.
 * Source: camera resection (Hartley and Zisserman, “Multiple View Geometry”, 2004, 7.2), solved by `robustFit`.
 *
 * @param photograph how the photograph was taken, and where
 * @param plan the rig as it was planned
 * @param matches the same things in both
 * @param levelDoubtDeg how far pitch, roll and direction of the photograph may be off, one standard deviation, degrees: the direction of the camera is counted from them; `null` where that is unknown
 *
 * @example
 * foundCamera({ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.5, -20], front: null, ground: true } }, { from: { at: [0, 1.5, -20], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, imageMm: 20, riseMm: 0, shiftMm: 0 }, [], 0) // => null
 */
export function foundCamera(
  photograph: PlacedPlate,
  plan: PlacedRig,
  matches: readonly MatchedPoint[],
  levelDoubtDeg: number | null,
): FoundCamera | null {
  const placed = photograph.place.front !== null;
  const seen = matches.flatMap((match) => thingOf(photograph, plan, match) ?? []);
  if (seen.length < POINTS_LEAST) return null;
  const unknowns = solvedFor(placed);
  const off = (values: readonly number[]): Deviation => Object.fromEntries(unknowns.map((name, i) => [name, values[i] ?? 0]));
  const fit = robustFit({
    missedBy: (values) => {
      const drawn = drawnBy(plan, off(values));
      return seen.map((thing) => {
        const [x, y] = drawn(thing);
        return [x - thing.onBack[0], y - thing.onBack[1]];
      });
    },
    held: unknowns.map((name) => SET_WITHIN[name] ?? null),
  });
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
    strained:
      unknowns.some((name, i) => Math.abs(values[i] ?? 0) > STRAINED * (SET_WITHIN[name] ?? Infinity)) ||
      Math.max(Math.abs(difference('asideM').by), Math.abs(difference('upM').by)) > SET_UP_WITHIN_M,
    used,
    rmsMm: Math.sqrt(kept.reduce((sum, off) => sum + off * off, 0) / kept.length),
  };
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

import { STACK_MOST, stackShots } from '../focus/stack';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { focusFor } from '../geometry/standards';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { patched } from '../setup/patch';
import { STACK_FIELDS } from '../fields/stack';
import { dot, scaled } from '../space/vector';

/** Neighbouring shots of a stack share this much of their depth where they follow each other by a fixed ratio (common practice). */
const STACK_OVERLAP = 0.2;
/** By even steps on the rail the shots nearest to the lens share less, but never less than this. */
const LEAST_OVERLAP = 0.05;

/** The nearest and the farthest point use up so much of the depth of their shots: a third of a stop is left. */
const ENDS = 0.88;

/** A stack that holds what must be sharp, with the lens turned as it is. */
export interface StackPlan {
  /** The shots it takes; more than a setup can hold where `patch` is `null`. */
  readonly shots: number;
  /** How far the lens goes between the first and the last shot, mm along the back's normal, and from shot to shot. */
  readonly railMm: number;
  readonly stepMm: number;
  /** Where the first and the last shot are focused, along the lens axis, m; `null` at infinity. */
  readonly firstM: number | null;
  readonly lastM: number | null;
  /** Sets it; a single shot where one is enough, `null` where there are too many. */
  readonly patch: SetupPatch | null;
}

/**
 * The stack that holds the pins that must be sharp at the aperture that is set,
 * with the lens turned as it is: its first and last shot reach a little past
 * the nearest and the farthest point, and they are as many as share a fifth of
 * their depth. `null` where no pin must be sharp or one cannot be imaged.
 *
 * Shots by even steps on the rail hold least where the image is nearest to the
 * lens; where they would hardly share anything there, there are more of them.
 * Source: the limits s/(1 ± e) of a shot with e = N·c/(p·f), counted from the exit pupil.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * stackFor(frontGeometry)?.shots // => 1
 */
export function stackFor(geometry: Geometry): StackPlan | null {
  const { settings, axis, blurAllowed } = geometry;
  const { focalMm } = settings.rig.lens;
  const points = geometry.placedPins.filter(({ pin }) => pin.role === 'sharp').flatMap((each) => each.points);
  if (points.length === 0) return null;
  const images = points.map((point) => {
    const p = scaled(point, 1000);
    const along = dot(p, axis) - focalMm;
    return along <= 0 || p[2] <= 0 ? NaN : (focalMm * p[2]) / along;
  });
  if (images.some(Number.isNaN)) return null;
  const [far, near] = [Math.min(...images), Math.max(...images)];
  const pupilRatio = settings.rig.parts.lens.specs.pupilRatio ?? 1;
  // The pin that counts most says how sharp all of it must be.
  const weight = Math.max(...settings.pins.map((pin) => (pin.role === 'sharp' ? pin.weight : 0)));
  const cocMm = blurAllowed.cocMm / weight;
  const e = (settings.fNumber * cocMm) / (pupilRatio * focalMm);
  const behind = focalMm * (1 - pupilRatio);
  const [first, last] = [near - (near - behind) * e * ENDS, far + (far - behind) * e * ENDS];
  const focus = (mm: number): number | null => focusFor(focalMm, mm / axis[2]);
  if (e >= 1 || first <= last) {
    const one = (near + far) / 2;
    return { shots: 1, railMm: 0, stepMm: 0, firstM: focus(one), lastM: focus(one), patch: { focusM: focus(one), stack: null } };
  }
  const least = stackShots({ nearMm: near, farMm: far, focalMm, fNumber: settings.fNumber, cocMm, overlap: STACK_OVERLAP, pupilRatio });
  const depth = (last - behind) * (1 / (1 - e) - 1 / (1 + e));
  const even = Math.ceil((first - last) / ((1 - LEAST_OVERLAP) * depth) - 1e-9) + 1;
  const shots = Math.min(STACK_MOST, Math.max(2, least, even));
  const [firstM, lastM] = [focus(first), focus(last)];
  const fits = shots <= STACK_FIELDS.shots.max && (lastM === null || lastM > 0) && (firstM === null || firstM > 0);
  return {
    shots,
    railMm: first - last,
    stepMm: (first - last) / (shots - 1),
    firstM,
    lastM,
    patch: fits ? { focusM: firstM, stack: { shots, lastFocusM: lastM } } : null,
  };
}

/**
 * A setup with the stack that it takes, if one is needed and can be written down.
 *
 * @param settings the settings of a setup
 *
 * @example
 * withStack(front) // => null
 */
export function withStack(settings: SetupSettings): SetupSettings | null {
  const plan = stackFor(freshGeometry(settings));
  return plan?.patch && plan.shots > 1 ? patched(settings, plan.patch) : null;
}

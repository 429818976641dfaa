import { planningText } from '@gangway/messages/core/planning';
import { type Geometry, freshGeometry } from '../geometry/geometry';
import { CoreError } from '../errors';
import { widestAperture } from '../focus/widestAperture';
import type { Vec3 } from '../space/vector';
import { patched } from '../setup/patch';
import { markedFor, pupilWeight, solveFocus, type FocusSolution } from './solveFocus';
import { setupTiltMechanism } from './setupTilt';
import { stackFor } from './stackFor';

/** A way of getting depth. */
export type DepthWay = 'tilt' | 'none' | 'stack' | 'tiltAndStack' | 'twoShots';

export const DEPTH_WAYS: Readonly<Record<DepthWay, string>> = {
  tilt: planningText.oneShotTilted,
  none: planningText.oneShotStraight,
  stack: planningText.focusStackStraight,
  tiltAndStack: planningText.tiltAndStack,
  twoShots: planningText.twoShotsMaskedTogether,
};

/** What moves between the shots of an option. */
export const MOVES_LABELS = {
  nothing: planningText.nothing,
  focus: planningText.focusByEvenStepsOn,
  tiltAndFocus: planningText.tiltAndFocus,
} as const;

/** The limits that an option can break. */
export const LIMIT_LABELS = {
  lensAperture: planningText.theLensDoesNotStop,
  smallestAperture: planningText.beyondYourSmallestAperture,
  frames: planningText.moreShotsThanYourMaximum,
  motion: planningText.somethingMovesBetweenShots,
} as const;

/** What one way takes. */
export interface DepthOption {
  readonly way: DepthWay;
  readonly shots: number;
  /** The f-number that it takes, exactly and as marked; `null` when the lens does not close so far. */
  readonly fNumber: number;
  readonly marked: number | null;
  readonly seconds: number;
  /** How far the lens goes between the first and the last shot, mm on the rail, and by step. */
  readonly railMm: number;
  readonly stepMm: number;
  /** Nearest and farthest distance along the back's normal that the shots are focused on, m; `null` at infinity. */
  readonly fromM: number | null;
  readonly toM: number | null;
  /** What is set differently from take to take. */
  readonly moves: keyof typeof MOVES_LABELS;
  readonly patch: FocusSolution['patch'] | null;
  /** What of the photographer's own limits it breaks; none when it keeps them. */
  readonly breaks: readonly (keyof typeof LIMIT_LABELS)[];
}

export interface DepthComparison {
  readonly options: readonly DepthOption[];
  /** The one that keeps all limits with fewest shots, and of those the widest opening; `null` when none does. */
  readonly preferred: DepthWay | null;
}

/** More pins than this are not tried in every way of two groups. */
const MOST_SPLIT = 10;

/**
 * The pins that must be sharp by one shot, by a stack, by both, and by two
 * takes that are masked together, with what each takes. A stack is counted at
 * the aperture that is set; `null` when there is nothing to hold or it cannot
 * be solved.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * tiltOrStack(frontGeometry)?.options.length // => 2
 */
export function tiltOrStack(geometry: Geometry): DepthComparison | null {
  const placed = geometry.placedPins.filter(({ pin }) => pin.role === 'sharp');
  const [tilted, straight] = [solveFocus(geometry, 'front'), solveFocus(geometry, 'none')];
  if (placed.length === 0 || !straight.ok) return null;
  const options: DepthOption[] = [];
  if (tilted.ok && (tilted.solution.front.tiltDeg !== 0 || tilted.solution.front.swingDeg !== 0))
    options.push(oneShot(geometry, 'tilt', tilted.solution));
  options.push(oneShot(geometry, 'none', straight.solution));
  const stack = stacked(geometry, 'stack', straight.solution);
  if (stack) options.push(stack);
  const both = tilted.ok && options.length > 2 ? stacked(geometry, 'tiltAndStack', tilted.solution) : null;
  if (both) options.push(both);
  const two = twoShots(
    geometry,
    placed.map(({ points: own }) => own),
  );
  if (two) options.push(two);
  const keeping = options.filter(({ breaks }) => breaks.length === 0);
  const preferred = keeping.reduce<DepthOption | null>(
    (best, each) => (best === null || each.shots < best.shots || (each.shots === best.shots && each.fNumber < best.fNumber) ? each : best),
    null,
  );
  return { options, preferred: preferred?.way ?? null };
}

function limited(geometry: Geometry, shots: number, fNumber: number, marked: number | null): DepthOption['breaks'] {
  const { smallestFNumber, mostFrames, somethingMoves } = geometry.settings.limits;
  const breaks: (keyof typeof LIMIT_LABELS)[] = [];
  if (marked === null) breaks.push('lensAperture');
  else if (smallestFNumber !== null && fNumber > smallestFNumber * (1 + 1e-9)) breaks.push('smallestAperture');
  if (shots > mostFrames) breaks.push('frames');
  if (shots > 1 && somethingMoves) breaks.push('motion');
  return breaks;
}

function oneShot(geometry: Geometry, way: 'tilt' | 'none', { fNumber, marked, patch, focusM }: FocusSolution): DepthOption {
  return {
    way,
    shots: 1,
    fNumber,
    marked,
    seconds: geometry.settings.limits.secondsPerFrame,
    railMm: 0,
    stepMm: 0,
    fromM: focusM,
    toM: focusM,
    moves: 'nothing',
    patch,
    breaks: limited(geometry, 1, fNumber, marked),
  };
}

function stacked(geometry: Geometry, way: 'stack' | 'tiltAndStack', { patch }: FocusSolution): DepthOption | null {
  const plan = stackFor(freshGeometry(patched(geometry.settings, { ...patch, stack: null, fNumber: geometry.settings.fNumber })));
  if (plan === null) return null;
  const { fNumber } = geometry.settings;
  const { shots } = plan;
  return {
    way,
    shots,
    fNumber,
    marked: fNumber,
    seconds: shots * geometry.settings.limits.secondsPerFrame,
    railMm: plan.railMm,
    stepMm: plan.stepMm,
    fromM: plan.firstM,
    toM: plan.lastM,
    moves: shots === 1 ? 'nothing' : 'focus',
    patch: shots === 1 ? patch : plan.patch && { ...patch, ...plan.patch },
    breaks: limited(geometry, shots, fNumber, fNumber),
  };
}

/** The split of the pins in two that takes the widest opening, each half with a tilt and focus of its own. */
function twoShots(geometry: Geometry, pins: readonly (readonly Vec3[])[]): DepthOption | null {
  const n = pins.length;
  if (n < 2 || n > MOST_SPLIT) return null;
  const { focalMm } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  const mechanism = setupTiltMechanism(geometry.settings) ?? { kind: 'cone' as const, maxDeg: 0 };
  const ratio = geometry.settings.rig.parts.lens.specs.pupilRatio ?? 1;
  const need = (mask: number): ReturnType<typeof widestAperture> | null => {
    const pointsM = pins.flatMap((points, i) => ((mask >> i) & 1 ? points : []));
    try {
      return widestAperture({
        focalMm,
        pointsM,
        cocMm,
        mechanism,
        weights: ratio === 1 ? null : pointsM.map(([, , z]) => pupilWeight(focalMm, ratio, z)),
      });
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  };
  let least: { readonly fNumber: number; readonly images: readonly [number, number] } | null = null;
  // The first pin is always in the first half: its mirror says the same.
  for (let mask = 1; mask < 1 << n; mask += 2) {
    if (mask === (1 << n) - 1) continue;
    const [a, b] = [need(mask), need(((1 << n) - 1) ^ mask)];
    if (!a || !b) continue;
    const fNumber = Math.max(a.fNumber, b.fNumber);
    if (least === null || fNumber < least.fNumber) least = { fNumber, images: [a.imageMm, b.imageMm] };
  }
  if (least === null) return null;
  const marked = markedFor(geometry.settings, least.fNumber);
  const railMm = Math.abs(least.images[0] - least.images[1]);
  return {
    way: 'twoShots',
    shots: 2,
    fNumber: least.fNumber,
    marked,
    seconds: 2 * geometry.settings.limits.secondsPerFrame,
    railMm,
    stepMm: railMm,
    fromM: null,
    toM: null,
    moves: 'tiltAndFocus',
    patch: null,
    breaks: limited(geometry, 2, least.fNumber, marked),
  };
}

import { both, known, need, unknown, type Result } from '../missing';
import { effectiveLens, rigLightCircle } from '../effectiveLens';
import { radians } from '../../angles';
import { filterClearance } from '../filterClearance';
import { frameOf } from '../frameOf';
import { movesOf } from '../moves';
import { lensTilt } from '../tilt';
import { farthestCorner } from './farCorner';
import { passedShare } from './passed';
import { limitWhere, shadeOf, worse, type Shade } from './shade';
import type { FrontPart, RigParts } from '../../model/rig';

/** One rim of the stack in front of the lens. */
export interface Rim {
  readonly name: string;
  readonly clearMm: number;
  /** Height of its front above the lens's thread, mm. */
  readonly heightMm: number;
}

/** Everything in front of the lens whose rim can stand in the way; a step-up ring only carries it farther out. */
export function rimsOf(front: readonly FrontPart[]): Result<readonly Rim[]> {
  const rims: Rim[] = [];
  const missing = [];
  let heightMm = 0;
  for (const part of front) {
    const height = need(part, 'heightMm');
    if (height.known) heightMm += height.value.heightMm;
    else missing.push(...height.asks);
    if (part.kind === 'ring') continue;
    const clear = need(part, 'clearMm');
    if (clear.known) rims.push({ name: part.name, clearMm: clear.value.clearMm, heightMm });
    else missing.push(...clear.asks);
  }
  return missing.length > 0 ? unknown(...missing) : known(rims);
}

/** The stack before the lens with all that decides what it shades. */
export interface FrontStack {
  readonly rims: readonly Rim[];
  readonly focalMm: number;
  readonly pupilDepthMm: number;
  readonly widestFNumber: number;
  readonly smallestFNumber: number;
}

export function frontStack(parts: RigParts): Result<FrontStack> {
  const all = both(
    both(rimsOf(parts.front), need(parts.lens, 'pupilDepthMm', 'focalMm')),
    need(parts.lens, 'widestFNumber', 'smallestFNumber'),
  );
  if (!all.known) return all;
  const [[rims, { pupilDepthMm, focalMm }], { widestFNumber, smallestFNumber }] = all.value;
  return known({ rims, focalMm, pupilDepthMm, widestFNumber, smallestFNumber });
}

/** What a stack does to a corner at a field angle and an f-number; from infinity, where the angle is widest. */
export function stackShade(stack: FrontStack, fNumber: number, fieldDeg: number): Shade {
  const slope = Math.tan(radians(Math.min(fieldDeg, STEEPEST_DEG)));
  return stack.rims.reduce<Shade>(
    (so, { clearMm, heightMm }) =>
      worse(so, shadeOf(passedShare(clearMm / 2, slope * (stack.pupilDepthMm + heightMm), stack.focalMm / fNumber / 2))),
    'clear',
  );
}

/** Light that comes in no flatter than this is looked at, degrees. */
const STEEPEST_DEG = 89;

/** How far the frame may go in the worst direction until the stack first shades a corner, mm; `null` when it does so without any movement, ∞ when never. */
export function stackLimit(parts: RigParts, stack: FrontStack, fNumber: number): number | null {
  const lens = effectiveLens(parts);
  const frame = frameOf(parts);
  if (!lens.known || !frame.known) return null;
  const light = rigLightCircle(parts);
  const imageCircleMm = light.known ? light.value.diameterMm : null;
  const { mechanism } = movesOf(parts);
  const stays = (mm: number): boolean => {
    const { fieldDeg } = farthestCorner({
      frame: frame.value,
      mechanism,
      imageCircleMm,
      mostMm: mm,
      focalMm: lens.value.focalMm,
      tilt: lensTilt(parts),
    });
    return stackShade(stack, fNumber, fieldDeg) === 'clear';
  };
  return limitWhere(
    stays,
    farthestCorner({ frame: frame.value, mechanism, imageCircleMm, focalMm: lens.value.focalMm, tilt: lensTilt(parts) }).movementMm,
  );
}

/** A filter's clear diameter is about this much less than its thread, mm (common practice, from memory). */
const RIM_WIDTH_MM = 4;
/** A step-up ring stands about this high, mm (common practice, from memory). */
const STEP_RING_MM = 3;

/** Filter threads that are made in the usual series, mm (common practice). */
export const STANDARD_THREADS_MM = [37, 39, 40.5, 43, 46, 49, 52, 55, 58, 62, 67, 72, 77, 82, 86, 95, 105, 112, 127, 145] as const;

/**
 * The smallest standard thread whose filters clear the corner at full movement
 * and the widest aperture, of the same height as those in use, on a step-up
 * ring of 3 mm; `null` when none does. What a rim takes from the thread is
 * taken over from the filter in use, 4 mm where there is none.
 */
export function clearingThread(parts: RigParts, stack: FrontStack, fieldDeg: number): number | null {
  const heights = stack.rims.at(-1)?.heightMm ?? 0;
  const hasRing = parts.front.some(({ kind }) => kind === 'ring');
  const widths = parts.front.flatMap((part) =>
    part.kind === 'filter' && part.specs.threadMm !== null && part.specs.clearMm !== null ? [part.specs.threadMm - part.specs.clearMm] : [],
  );
  const rim = widths.length > 0 ? Math.max(...widths) : RIM_WIDTH_MM;
  const heightMm = heights + (hasRing ? 0 : STEP_RING_MM);
  const { clearDiameterForNoShadeMm } = filterClearance({
    focalMm: stack.focalMm,
    fNumber: stack.widestFNumber,
    pupilDepthMm: stack.pupilDepthMm,
    stackMm: heightMm,
    clearDiameterMm: 1,
    fieldDeg,
  });
  return STANDARD_THREADS_MM.find((thread) => thread - rim >= clearDiameterForNoShadeMm) ?? null;
}

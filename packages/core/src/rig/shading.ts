import { degrees } from '../angles';
import { limitAlong } from '../coverage/shiftLimit';
import { turned, type FrameSize, type Orientation } from '../coverage/frame';
import type { ItemOf } from '../kit/item';
import { both, known, need, unknown, type Known } from './ask';
import { effectiveLens, rigLightCircle } from './effectiveLens';
import { adapterThickness } from './flanges';
import { filterClearance } from './filterClearance';
import type { Mechanism } from './mechanism';
import { travelLimitMm } from './mechanism';
import { movesOf } from './moves';
import { between, type FrontPart, type RigParts } from './parts';

const DIRECTIONS = 72;
const ORIENTATIONS: readonly Orientation[] = ['landscape', 'portrait'];

/** A frame as far out as it may go: how far its farthest corner lies from the axis, and at which movement. */
export interface FarCorner {
  readonly cornerMm: number;
  readonly movementMm: number;
  readonly directionDeg: number;
  readonly orientation: Orientation;
}

/**
 * The corner that lies farthest off the axis with the frame moved by at most
 * `mostMm` in any direction that the mechanism allows, and no farther than the
 * light circle, beyond which it is dark anyway. Travel that is not known
 * counts as none.
 */
export function farthestCorner(frame: FrameSize, mechanism: Mechanism, lightMm: number | null, mostMm = Infinity): FarCorner {
  let best: FarCorner = { cornerMm: 0, movementMm: 0, directionDeg: 0, orientation: 'landscape' };
  for (const orientation of ORIENTATIONS) {
    const { widthMm, heightMm } = turned(frame, orientation);
    for (let i = 0; i < DIRECTIONS; i++) {
      const directionDeg = (360 * i) / DIRECTIONS;
      const ux = Math.cos((2 * Math.PI * i) / DIRECTIONS);
      const uy = Math.sin((2 * Math.PI * i) / DIRECTIONS);
      const circle = lightMm === null ? Infinity : (limitAlong({ widthMm, heightMm }, lightMm, ux, uy) ?? 0);
      const movementMm = Math.min(mostMm, circle, travelLimitMm(mechanism, directionDeg) ?? 0);
      const cornerMm = Math.hypot(widthMm / 2 + Math.abs(ux) * movementMm, heightMm / 2 + Math.abs(uy) * movementMm);
      if (cornerMm > best.cornerMm) best = { cornerMm, movementMm, directionDeg, orientation };
    }
  }
  return best;
}

/** Whether something in the way shades the corner: not at all, up to half its light, or more. */
export type Shade = 'clear' | 'shades' | 'cuts';
const WORST: readonly Shade[] = ['cuts', 'shades', 'clear'];
const worse = (a: Shade, b: Shade): Shade => (WORST.indexOf(a) < WORST.indexOf(b) ? a : b);

/** One rim of the stack in front of the lens. */
export interface Rim {
  readonly name: string;
  readonly clearMm: number;
  /** Height of its front above the lens's thread, mm. */
  readonly heightMm: number;
}

/** Everything in front of the lens whose rim can stand in the way; a step-up ring only carries it farther out. */
export function rimsOf(front: readonly FrontPart[]): Known<readonly Rim[]> {
  const rims: Rim[] = [];
  const missing = [];
  let heightMm = 0;
  for (const part of front) {
    const height = need(part as ItemOf<'filter'>, 'heightMm');
    if (height.known) heightMm += height.value.heightMm;
    else missing.push(...height.asks);
    if (part.kind === 'ring') continue;
    const clear = need(part as ItemOf<'filter'>, 'clearMm');
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

export function frontStack(parts: RigParts): Known<FrontStack> {
  const all = both(both(rimsOf(parts.front), need(parts.lens, 'pupilDepthMm', 'focalMm')), need(parts.lens, 'widestFNumber', 'smallestFNumber'));
  if (!all.known) return all;
  const [[rims, { pupilDepthMm, focalMm }], { widestFNumber, smallestFNumber }] = all.value;
  return known({ rims, focalMm, pupilDepthMm, widestFNumber, smallestFNumber });
}

/** What a stack does to a corner at a field angle and an f-number; from infinity, where the angle is widest. */
export function stackShade(stack: FrontStack, fNumber: number, fieldDeg: number): Shade {
  return stack.rims.reduce<Shade>(
    (so, rim) => worse(so, filterClearance(stack.focalMm, fNumber, stack.pupilDepthMm, rim.heightMm, rim.clearMm, fieldDeg).verdict),
    'clear',
  );
}

/** How far the frame may go in the worst direction until the stack first does this to a corner, mm; `null` when it does so without any movement, ∞ when never. */
export function stackLimit(parts: RigParts, stack: FrontStack, fNumber: number, shade: 'shades' | 'cuts'): number | null {
  const lens = effectiveLens(parts);
  const frame = frameOf(parts);
  if (!lens.known || !frame.known) return null;
  const light = rigLightCircle(parts);
  const lightMm = light.known ? light.value.diameterMm : null;
  const { mechanism } = movesOf(parts);
  const stays = (mm: number): boolean => {
    const { cornerMm } = farthestCorner(frame.value, mechanism, lightMm, mm);
    const got = stackShade(stack, fNumber, fieldOf(cornerMm, lens.value.focalMm));
    return shade === 'shades' ? got === 'clear' : got !== 'cuts';
  };
  return limitWhere(stays, farthestCorner(frame.value, mechanism, lightMm).movementMm);
}

/** The largest amount up to `most` at which a test still stays true, to a hundredth of a mm; `null` when not even at 0, ∞ when at the most. */
function limitWhere(stays: (mm: number) => boolean, most: number): number | null {
  if (!stays(0)) return null;
  if (stays(most)) return Infinity;
  let good = 0;
  let bad = most;
  while (bad - good > 0.005) {
    const middle = (good + bad) / 2;
    if (stays(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/** The angle off the axis of a point of the picture that far from it, at infinity, degrees. */
export function fieldOf(cornerMm: number, focalMm: number): number {
  return degrees(Math.atan(cornerMm / focalMm));
}

/** The frame of a rig, as its maker gives it. */
export function frameOf(parts: RigParts): Known<FrameSize> {
  const figures = need(parts.back as ItemOf<'body'>, 'widthMm', 'heightMm');
  return figures.known ? known({ widthMm: figures.value.widthMm, heightMm: figures.value.heightMm }) : figures;
}

/** Filter threads that are made in the usual series, mm (common practice). */
export const STANDARD_THREADS_MM = [37, 39, 40.5, 43, 46, 49, 52, 55, 58, 62, 67, 72, 77, 82, 86, 95, 105, 112, 127, 145] as const;

/** A filter's clear diameter is about this much less than its thread, mm (common practice, from memory). */
export const RIM_WIDTH_MM = 4;
/** A step-up ring stands about this high, mm (common practice, from memory). */
export const STEP_RING_MM = 3;

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
    part.kind === 'filter' && part.figures.threadMm !== null && part.figures.clearMm !== null ? [part.figures.threadMm - part.figures.clearMm] : [],
  );
  const rim = widths.length > 0 ? Math.max(...widths) : RIM_WIDTH_MM;
  const heightMm = heights + (hasRing ? 0 : STEP_RING_MM);
  const { clearDiameterForNoShadeMm } = filterClearance(stack.focalMm, stack.widestFNumber, stack.pupilDepthMm, heightMm, 1, fieldDeg);
  return STANDARD_THREADS_MM.find((thread) => thread - rim >= clearDiameterForNoShadeMm) ?? null;
}

/** An opening behind the lens: how wide, how far before the sensor, and whether it shifts with the lens or stays with the back. */
interface Throat {
  readonly name: string;
  readonly clearMm: number;
  readonly beforeSensorMm: number;
  readonly with: 'lens' | 'back';
}

/**
 * What an opening does to the light for a corner of the picture at C when the
 * lens axis pierces the picture at A: the cone from the exit pupil (distance e,
 * radius ρ) crosses the plane of the opening at C + (A − C)·r/e with radius
 * ρ·r/e; the opening is centred on the back, or on the axis when it shifts
 * with the lens. Plane geometry; the exit pupil at infinity stands p·f before
 * the sensor.
 */
export function throatShade(
  { clearMm, beforeSensorMm, with: side }: Omit<Throat, 'name'>,
  corner: readonly [number, number],
  axis: readonly [number, number],
  pupil: { readonly distanceMm: number; readonly radiusMm: number },
): Shade {
  const share = beforeSensorMm / pupil.distanceMm;
  if (share >= 1) return 'clear';
  const [centreX, centreY] = side === 'lens' ? axis : [0, 0];
  const off = Math.hypot(corner[0] + (axis[0] - corner[0]) * share - centreX, corner[1] + (axis[1] - corner[1]) * share - centreY);
  if (off + pupil.radiusMm * share <= clearMm / 2) return 'clear';
  return off <= clearMm / 2 ? 'shades' : 'cuts';
}

/** What the openings behind the lens do at full movement. */
export interface ThroatVerdict {
  readonly shade: Shade;
  /** The opening that shades most. */
  readonly name: string;
  readonly movementMm: number;
  /** How far the frame may go in every direction without any shade, mm; `null` not even centred, ∞ to the end of movement. */
  readonly clearToMm: number | null;
  readonly pupilAssumed: boolean;
  /** Adapters whose opening is not known and not counted. */
  readonly notCounted: readonly string[];
}

/** The throat of the body and the openings of the adapters before it; an adapter that shifts carries its opening with the lens, and so does what stands before it. */
function throatsOf(parts: RigParts, throatMm: number, registerMm: number): { readonly throats: readonly Throat[]; readonly notCounted: readonly string[] } {
  const throats: Throat[] = [{ name: `the throat of ${parts.back.name}`, clearMm: throatMm, beforeSensorMm: registerMm, with: 'back' }];
  const notCounted: string[] = [];
  let at = registerMm;
  let shifted = false;
  for (const part of between(parts)) {
    if (part.kind !== 'adapter') continue;
    const thick = adapterThickness(part);
    if (thick.known) at += thick.value;
    if (part.figures.slides !== 'none') shifted = true;
    if (part.figures.throatMm === null || !thick.known) notCounted.push(part.name);
    else throats.push({ name: `the opening of ${part.name}`, clearMm: part.figures.throatMm, beforeSensorMm: at, with: shifted ? 'lens' : 'back' });
  }
  return { throats, notCounted };
}

/** Throat and adapters behind the lens at the widest aperture and full movement; `null` for film, which has no throat. */
export function throatVerdict(parts: RigParts): Known<ThroatVerdict> | null {
  if (parts.back.kind !== 'body' || parts.kind === 'fixed') return null;
  const body = both(need(parts.back, 'throatMm', 'registerMm'), frameOf(parts));
  const lens = effectiveLens(parts);
  const all = both(body, lens);
  if (!all.known) return all;
  const [[{ throatMm, registerMm }, frame], { focalMm, widestFNumber }] = all.value;
  const ratio = parts.lens.figures.pupilRatio;
  const p = ratio ?? 1;
  const pupil = { distanceMm: p * focalMm, radiusMm: (p * focalMm) / (2 * widestFNumber) };
  const { throats, notCounted } = throatsOf(parts, throatMm, registerMm);
  const light = rigLightCircle(parts);
  const lightMm = light.known ? light.value.diameterMm : null;
  const { mechanism } = movesOf(parts);
  const worstAt = (most: number): { readonly shade: Shade; readonly name: string } => {
    let worst = { shade: 'clear' as Shade, name: throats[0]?.name ?? '' };
    for (const orientation of ORIENTATIONS) {
      const { widthMm, heightMm } = turned(frame, orientation);
      for (let i = 0; i < DIRECTIONS; i++) {
        const [ux, uy] = [Math.cos((2 * Math.PI * i) / DIRECTIONS), Math.sin((2 * Math.PI * i) / DIRECTIONS)];
        const circle = lightMm === null ? Infinity : (limitAlong({ widthMm, heightMm }, lightMm, ux, uy) ?? 0);
        const mm = Math.min(most, circle, travelLimitMm(mechanism, (360 * i) / DIRECTIONS) ?? 0);
        for (const [sx, sy] of [[1, 1], [1, -1], [-1, 1], [-1, -1]] as const) {
          for (const throat of throats) {
            const shade = throatShade(throat, [(sx * widthMm) / 2, (sy * heightMm) / 2], [-ux * mm, -uy * mm], pupil);
            if (WORST.indexOf(shade) < WORST.indexOf(worst.shade)) worst = { shade, name: throat.name };
          }
        }
      }
    }
    return worst;
  };
  const movementMm = farthestCorner(frame, mechanism, lightMm).movementMm;
  return known({
    ...worstAt(Infinity),
    movementMm,
    clearToMm: limitWhere((mm) => worstAt(mm).shade === 'clear', movementMm),
    pupilAssumed: ratio === null,
    notCounted,
  });
}

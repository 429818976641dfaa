import { radians } from '../../angles';
import { rigPivots } from '../pivots';
import { lensTilt } from '../tilt';
import { passedShare } from './passed';
import { turned } from '../../coverage/frame';
import { limitAlong } from '../../coverage/shiftLimit';
import { ask, both, known, need, unknown, type MissingValue, type Result } from '../missing';
import { effectiveLens, rigLightCircle } from '../effectiveLens';
import { adapterThickness } from '../flanges';
import { frameOf } from '../frameOf';
import { travelLimitMm } from '../mechanism';
import { movesOf } from '../moves';
import { between } from '../parts';
import { DIRECTIONS, farthestCorner, ORIENTATIONS } from './farCorner';
import { limitWhere, WORST, shadeOf, type Shade } from './shade';
import type { RigParts } from '../../model/rig';

/** An opening behind the lens: how wide, how far before the sensor, and whether it shifts with the lens or stays with the back. */
interface Throat {
  readonly opening: 'throat' | 'adapter';
  /** Name of the body or adapter that it belongs to. */
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
  { clearMm, beforeSensorMm, with: side }: Omit<Throat, 'name' | 'opening'>,
  corner: readonly [number, number],
  axis: readonly [number, number],
  pupil: { readonly distanceMm: number; readonly radiusMm: number },
): Shade {
  const share = beforeSensorMm / pupil.distanceMm;
  if (share >= 1) return 'clear';
  const [centreX, centreY] = side === 'lens' ? axis : [0, 0];
  const off = Math.hypot(corner[0] + (axis[0] - corner[0]) * share - centreX, corner[1] + (axis[1] - corner[1]) * share - centreY);
  return shadeOf(passedShare(clearMm / 2, off, pupil.radiusMm * share));
}

/** What the openings behind the lens do at full movement. */
export interface ThroatShading {
  readonly shade: Shade;
  /** The opening that shades most, and what it belongs to. */
  readonly opening: Throat['opening'];
  readonly name: string;
  readonly movementMm: number;
  /** How far the frame may go in every direction without any shade, mm; `null` not even centred, ∞ to the end of movement. */
  readonly clearToMm: number | null;
  readonly pupilAssumed: boolean;
}

/** The throat of the body and the openings of the adapters before it; an adapter that shifts carries its opening with the lens, and so does what stands before it. */
function throatsOf(
  parts: RigParts,
  throatMm: number,
  flangeDistanceMm: number,
): { readonly throats: readonly Throat[]; readonly asks: readonly MissingValue[] } {
  const throats: Throat[] = [
    { opening: 'throat', name: parts.back.name, clearMm: throatMm, beforeSensorMm: flangeDistanceMm, with: 'back' },
  ];
  const asks: MissingValue[] = [];
  let at = flangeDistanceMm;
  let shifted = false;
  for (const part of between(parts)) {
    if (part.kind !== 'adapter') continue;
    const thick = adapterThickness(part);
    if (thick.known) at += thick.value;
    else asks.push(...thick.asks);
    if (part.specs.slides !== 'none') shifted = true;
    if (part.specs.throatMm === null) asks.push(ask(part, 'throatMm'));
    else
      throats.push({
        opening: 'adapter',
        name: part.name,
        clearMm: part.specs.throatMm,
        beforeSensorMm: at,
        with: shifted ? 'lens' : 'back',
      });
  }
  return { throats, asks };
}

/** How far the exit pupil is moved aside by the largest tilt, mm: it turns about the pivot with the lens. */
function pupilAside(parts: RigParts, aheadOfLensMm: number): number {
  const tilt = lensTilt(parts);
  if (tilt.kind !== 'mount') return 0;
  const { range } = rigPivots(parts).frontAheadMm;
  return Math.max(...range.map((mm) => Math.abs(mm + aheadOfLensMm))) * Math.sin(radians(tilt.maxDeg));
}

/** Throat and adapters behind the lens at the widest aperture and full movement; `null` for film, which has no throat. */
export function throatShading(parts: RigParts): Result<ThroatShading> | null {
  if (parts.back.kind !== 'body' || parts.kind === 'fixed') return null;
  const body = both(need(parts.back, 'throatMm', 'flangeDistanceMm'), frameOf(parts));
  const lens = effectiveLens(parts);
  const all = both(body, lens);
  if (!all.known) return all;
  const [[{ throatMm, flangeDistanceMm }, frame], { focalMm, widestFNumber }] = all.value;
  const ratio = parts.lens.specs.pupilRatio;
  const p = ratio ?? 1;
  const pupil = { distanceMm: p * focalMm, radiusMm: (p * focalMm) / (2 * widestFNumber) };
  const { throats, asks } = throatsOf(parts, throatMm, flangeDistanceMm);
  const light = rigLightCircle(parts);
  const imageCircleMm = light.known ? light.value.diameterMm : null;
  const moves = movesOf(parts);
  const { mechanism } = moves;
  const tiltedMm = pupilAside(parts, (p - 1) * focalMm);
  if (mechanism.kind === 'unknown') return unknown(...moves.asks);
  const worstAt = (most: number): Pick<ThroatShading, 'shade' | 'opening' | 'name'> => {
    let worst: Pick<ThroatShading, 'shade' | 'opening' | 'name'> = { shade: 'clear', opening: 'throat', name: parts.back.name };
    for (const orientation of ORIENTATIONS) {
      const { widthMm, heightMm } = turned(frame, orientation);
      for (let i = 0; i < DIRECTIONS; i++) {
        const [ux, uy] = [Math.cos((2 * Math.PI * i) / DIRECTIONS), Math.sin((2 * Math.PI * i) / DIRECTIONS)];
        const circle = imageCircleMm === null ? Infinity : (limitAlong({ widthMm, heightMm }, imageCircleMm, ux, uy) ?? 0);
        const mm = Math.min(most, circle, travelLimitMm(mechanism, (360 * i) / DIRECTIONS) ?? 0);
        // Tilted as far as it goes, the exit pupil is aside by so much more.
        const aside = mm + tiltedMm;
        for (const [sx, sy] of [
          [1, 1],
          [1, -1],
          [-1, 1],
          [-1, -1],
        ] as const) {
          for (const throat of throats) {
            const shade = throatShade(throat, [(sx * widthMm) / 2, (sy * heightMm) / 2], [-ux * aside, -uy * aside], pupil);
            if (WORST.indexOf(shade) < WORST.indexOf(worst.shade)) worst = { shade, opening: throat.opening, name: throat.name };
          }
        }
      }
    }
    return worst;
  };
  // What is known to shade does so whatever else is in the way; clear is only said of openings that were all looked at.
  if (asks.length > 0 && worstAt(Infinity).shade === 'clear') return unknown(...asks);
  const movementMm = farthestCorner({ frame, mechanism, imageCircleMm, focalMm, tilt: lensTilt(parts) }).movementMm;
  return known({
    ...worstAt(Infinity),
    movementMm,
    clearToMm: limitWhere((mm) => worstAt(mm).shade === 'clear', movementMm),
    pupilAssumed: ratio === null,
  });
}

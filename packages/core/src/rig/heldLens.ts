import { both, known, need, type Result } from './missing';
import { freeLens } from './freeLens';
import type { RigParts } from '../model/rig';

/** A lens held by hand before an open body, at a gap and an angle. */
export interface HeldAt {
  readonly gapMm: number;
  /** What is in focus straight ahead, m; `null` for nowhere (`extensionMm` below zero) or infinity (at zero). */
  readonly distanceM: number | null;
  readonly extensionMm: number;
  /** How far it can be tilted before its edge touches the body, degrees; `null` when its width is not known. */
  readonly tiltDeg: number | null;
}

/** What is known of a lens in the hand. */
export interface HeldLens {
  readonly focalMm: number;
  readonly lensFlangeDistanceMm: number;
  readonly bodyFlangeDistanceMm: number;
  readonly throatMm: number | null;
  /** How deep the barrel goes behind its flange, how wide it is there, and how wide the flange is, mm. */
  readonly barrelDepthMm: number;
  readonly barrelWidthMm: number | null;
  readonly flangeWidthMm: number | null;
}

/**
 * The specs that holding a lens by hand needs; asks for those that are missing.
 *
 * @param parts the components of a rig
 *
 * @example
 * heldLens(parts).known // => false
 */
export function heldLens(parts: RigParts): Result<HeldLens> {
  const all = both(
    need(parts.lens, 'focalMm', 'flangeDistanceMm', 'barrelDepthMm'),
    need(parts.back.kind === 'body' ? parts.back : parts.lens, 'flangeDistanceMm'),
  );
  if (!all.known) return all;
  const [{ focalMm, flangeDistanceMm, barrelDepthMm }, body] = all.value;
  const { barrelWidthMm, flangeWidthMm } = parts.lens.specs;
  return known({
    focalMm,
    lensFlangeDistanceMm: flangeDistanceMm,
    bodyFlangeDistanceMm: body.flangeDistanceMm,
    throatMm: parts.back.kind === 'body' ? parts.back.specs.throatMm : null,
    barrelDepthMm,
    barrelWidthMm,
    flangeWidthMm,
  });
}

/**
 * How far a lens held a gap before the body's flange can be tilted until it
 * touches, degrees: its flange, w wide, meets the body's plane at asin(2g/w);
 * a barrel that reaches into the throat, b wide and t deep in it, leaves its
 * sides at the angle where its lower edge meets the rim, (D − b)/2 aside.
 * `null` when the width of the flange is not known. Geometry of a disc and a
 * tube, turned about the middle of the flange.
 */
export function heldTilt(
  {
    throatMm,
    barrelDepthMm,
    barrelWidthMm,
    flangeWidthMm,
  }: Pick<HeldLens, 'throatMm' | 'barrelDepthMm' | 'barrelWidthMm' | 'flangeWidthMm'>,
  gapMm: number,
): number | null {
  if (flangeWidthMm === null) return null;
  const flange = gapMm <= 0 ? 0 : Math.asin(Math.min(1, (2 * gapMm) / flangeWidthMm));
  const into = barrelDepthMm - gapMm;
  let barrel = Math.PI / 2;
  if (into > 0) {
    if (throatMm === null || barrelWidthMm === null) return null;
    if (barrelWidthMm >= throatMm) return 0;
    // The side of the tube at its crossing with the body's plane: g·tan α + (b/2)/cos α = D/2.
    let [low, high] = [0, Math.PI / 2 - 1e-3];
    for (let i = 0; i < 50; i++) {
      const middle = (low + high) / 2;
      if (Math.max(0, gapMm) * Math.tan(middle) + barrelWidthMm / 2 / Math.cos(middle) <= throatMm / 2) low = middle;
      else high = middle;
    }
    barrel = low;
  }
  return (Math.min(flange, barrel) * 180) / Math.PI;
}

/**
 * What a lens in the hand does at a gap.
 *
 * @param lens the lens held by hand
 * @param gapMm gap between body and lens, mm
 *
 * @example
 * heldAt({ focalMm: 80, lensFlangeDistanceMm: 70, bodyFlangeDistanceMm: 18, flangeMm: 60, throatMm: 52 }, 52).extensionMm // => 0
 */
export function heldAt(lens: HeldLens, gapMm: number): HeldAt {
  const { extensionMm, distanceM } = freeLens(lens.focalMm, lens.lensFlangeDistanceMm, lens.bodyFlangeDistanceMm, gapMm);
  return { gapMm, extensionMm, distanceM, tiltDeg: heldTilt(lens, gapMm) };
}

/** The gap at which a lens in the hand focuses straight ahead on a distance (m), mm; `null` distance is infinity. */
export function gapFor({ focalMm, lensFlangeDistanceMm, bodyFlangeDistanceMm }: HeldLens, distanceM: number | null): number {
  const extension = distanceM === null ? 0 : (focalMm * focalMm) / (distanceM * 1000 - focalMm);
  return lensFlangeDistanceMm - bodyFlangeDistanceMm + extension;
}

/** No hand keeps more than this in focus, degrees (common practice). */
const HAND_DEG = 20;

/** How far the lens of a held rig tilts at infinity before its edge touches; `null` when not known, or when it is not held. */
export function heldTiltDeg(parts: RigParts): number | null {
  if (parts.kind !== 'held') return null;
  const lens = heldLens(parts);
  const free = lens.known ? heldTilt(lens.value, gapFor(lens.value, null)) : null;
  return free === null ? null : Math.min(HAND_DEG, free);
}

/**
 * Gaps in steps from where it touches infinity to as far out as a hand holds it steadily.
 *
 * @param lens the lens held by hand
 * @param farthestOutMm widest gap of the table, mm
 * @param rows number of rows
 *
 * @example
 * heldTable({ focalMm: 80, lensFlangeDistanceMm: 70, bodyFlangeDistanceMm: 18, flangeMm: 60, throatMm: 52 }, 10, 6).length // => 6
 */
export function heldTable(lens: HeldLens, farthestOutMm = 10, rows = 6): readonly HeldAt[] {
  const first = Math.max(0, gapFor(lens, null));
  return Array.from({ length: rows }, (_, i) => heldAt(lens, first + (farthestOutMm * i) / (rows - 1)));
}

/** How well a lens suits freelensing before a body, and why. */
export type HeldVerdict =
  | { readonly suits: 'well'; readonly why: 'slack'; readonly slackMm: number }
  | { readonly suits: 'somewhat'; readonly why: 'littleSlack' | 'short' | 'long'; readonly slackMm: number }
  /** No room to tilt: held against the body it focuses on `closestM`, `null` for infinity. */
  | { readonly suits: 'not'; readonly why: 'noSlack'; readonly slackMm: number; readonly closestM: number | null }
  | { readonly suits: 'unknown' };

/** The focal lengths that are easy to hold, mm (common practice). */
const EASY_MM: readonly [number, number] = [35, 85];
/** Less slack than this leaves no angle worth having, mm. */
const LITTLE_SLACK_MM = 5;

/**
 * Whether a lens is worth unmounting before a body with this flange distance, and why.
 *
 * @param focalMm focal length, mm
 * @param lensFlangeDistanceMm flange distance of the lens, mm
 * @param bodyFlangeDistanceMm flange distance of the body, mm
 *
 * @example
 * heldVerdict(80, 70, 18) // => { suits: 'well', why: 'slack', slackMm: 52 }
 */
export function heldVerdict(focalMm: number | null, lensFlangeDistanceMm: number | null, bodyFlangeDistanceMm: number | null): HeldVerdict {
  if (focalMm === null || lensFlangeDistanceMm === null || bodyFlangeDistanceMm === null) return { suits: 'unknown' };
  const { slackMm } = freeLens(focalMm, lensFlangeDistanceMm, bodyFlangeDistanceMm, 0);
  if (slackMm <= 0) {
    const closestM = slackMm === 0 ? null : (focalMm * (1 - focalMm / slackMm)) / 1000;
    return { suits: 'not', why: 'noSlack', slackMm, closestM };
  }
  const [least, most] = EASY_MM;
  if (slackMm < LITTLE_SLACK_MM) return { suits: 'somewhat', why: 'littleSlack', slackMm };
  if (focalMm < least) return { suits: 'somewhat', why: 'short', slackMm };
  if (focalMm > most) return { suits: 'somewhat', why: 'long', slackMm };
  return { suits: 'well', why: 'slack', slackMm };
}

import { fixedNumber } from '@gangway/messages/number';
import { planningText } from '@gangway/messages/core/planning';
import { say } from '@gangway/messages/say';
import { freshGeometry } from '../geometry/geometry';
import { sharpCircleAt } from '../geometry/circles';
import { apertureScale } from '../coverage/apertures';
import { turned } from '../coverage/frame';
import { oneWayLimitMm } from '../coverage/shiftLimit';
import { riseForHeight } from '../perspective/rise';
import { reaches, travelOf, type Travel } from '../rig/mechanism';
import type { CheckState } from '../state';
import { centredSetup } from './centred';
import type { Orientation } from '../model/frame';
import type { Mechanism } from '../model/movements';
import type { Rig } from '../model/rig';

/** What shall be in the picture, from where. Metres; the margin in mm on the sensor. */
export interface Wanted {
  readonly distanceM: number;
  readonly cameraHeightM: number;
  readonly topHeightM: number;
  readonly widthM: number;
  readonly footIn: boolean;
  readonly marginMm: number;
}

/** One rig, one way round, from one place. */
export interface FromHere {
  readonly orientation: Orientation;
  readonly state: CheckState;
  /** Rise that brings the top in; negative is fall, mm. */
  readonly riseMm: number;
  /** The rise (or the fall, when that is what is needed) that circle and slide allow at each full aperture, mm; `null` where the frame does not fit or no circle is known. */
  readonly allowed: readonly { readonly fNumber: number; readonly riseMm: number | null }[];
  /** The widest aperture at which everything holds; `null` when none. */
  readonly fromFNumber: number | null;
  /** The share of the picture's area that the subject fills, 0 to 1; more than 1 where it does not fit. */
  readonly used: number;
  /** What fails or is unknown; empty when everything passes. */
  readonly reasons: readonly FromHereReason[];
}

/** Why a rig does not get the subject in from a place, or what is unknown. */
export type FromHereReason =
  | { readonly kind: 'tooTall' | 'tooWide' | 'slideShort'; readonly mm: number }
  | { readonly kind: 'slideLocked'; readonly angleDeg: number }
  | { readonly kind: 'dark' | 'soft' | 'travelUnknown' | 'circleUnknown' };

/**
 * Why a rig does not get the subject in, without a capital, to stand in a list.
 *
 * @param reason one of the reasons found
 *
 * @example
 * fromHereReason({ kind: 'tooWide', mm: 3 }) // => 'it is 3.0 mm too wide'
 */
export function fromHereReason(reason: FromHereReason): string {
  switch (reason.kind) {
    case 'tooTall':
      return say(planningText.topAndFootAreMm, { mm: fixedNumber(reason.mm, 1) });
    case 'tooWide':
      return say(planningText.itIsMmTooWide, { mm: fixedNumber(reason.mm, 1) });
    case 'slideShort':
      return say(planningText.theSlideEndsMmToo, { mm: fixedNumber(reason.mm, 1) });
    case 'slideLocked':
      return say(planningText.theSlideIsLockedAt, { angleDeg: fixedNumber(reason.angleDeg, 1, 0) });
    case 'dark':
      return planningText.cornersFallOutsideTheImage;
    case 'soft':
      return planningText.cornersFallOutsideTheSharp;
    case 'travelUnknown':
      return planningText.theTravelOfTheSlides;
    case 'circleUnknown':
      return planningText.noCircleOfTheLens;
  }
}

/**
 * Whether a rig gets an upright subject into its frame from a place, level, by
 * rise alone: what it needs, what it may at each aperture, and what fails.
 *
 * @param rig the assembled rig
 * @param orientation landscape or portrait
 * @param wanted what must be in the frame
 *
 * @example
 * fromHere(rig, 'portrait', { distanceM: 24, cameraHeightM: 1.6, topHeightM: 15, widthM: 8, footIn: false, marginMm: 1 }).state // => 'passes'
 */
export function fromHere(rig: Rig, orientation: Orientation, wanted: Wanted): FromHere {
  const frame = turned(rig.back, orientation);
  const { focalMm, widestFNumber, smallestFNumber } = rig.lens;
  const settings = { ...centredSetup(rig, orientation), fNumber: widestFNumber, focusM: wanted.distanceM };
  const found = riseForHeight({
    focalMm,
    distanceM: wanted.distanceM,
    cameraHeightM: wanted.cameraHeightM,
    topHeightM: wanted.topHeightM,
    sensorHeightMm: frame.heightMm,
    marginMm: wanted.marginMm,
  });
  const scale = (focalMm * 1000) / (wanted.distanceM * 1000 - focalMm);
  // As little movement as will do: none when everything is in already, what the top needs, or the fall that the foot needs.
  const most = wanted.footIn ? found.highestRiseKeepingFootMm : Infinity;
  const riseMm = found.riseForTopMm > 0 ? found.riseForTopMm : Math.min(0, Math.max(most, found.riseForTopMm));
  const travel = riseAlone(rig.mechanism);
  const allowed = apertureScale(widestFNumber, smallestFNumber, 'full').map((fNumber) => {
    const circle = sharpCircleAt(freshGeometry(settings), fNumber);
    const optical = circle && oneWayLimitMm(frame, circle.diameterMm, 'rise', 0);
    const slide = riseMm < 0 ? -(travel?.minMm ?? -Infinity) : (travel?.maxMm ?? Infinity);
    return { fNumber, riseMm: optical === null ? null : Math.min(optical, slide) };
  });
  const from = allowed.find((each) => each.riseMm !== null && each.riseMm >= Math.abs(riseMm)) ?? null;
  const fails: FromHereReason[] = [];
  const open: FromHereReason[] = [];
  if (wanted.footIn && !found.fits) fails.push({ kind: 'tooTall', mm: found.riseForTopMm - found.highestRiseKeepingFootMm });
  if (wanted.widthM * scale > frame.widthMm - 2 * wanted.marginMm)
    fails.push({ kind: 'tooWide', mm: wanted.widthM * scale - frame.widthMm + 2 * wanted.marginMm });
  if (travel === null) open.push({ kind: 'travelUnknown' });
  const beyond = travel === null ? 0 : Math.max(riseMm - travel.maxMm, travel.minMm - riseMm);
  if (beyond > 0.005)
    fails.push(
      rig.mechanism.kind === 'line' && travel?.maxMm === travel?.minMm
        ? { kind: 'slideLocked', angleDeg: rig.mechanism.angleDeg }
        : { kind: 'slideShort', mm: beyond },
    );
  const light = freshGeometry(settings).imageCircle;
  const dark = light && oneWayLimitMm(frame, light.diameterMm, 'rise', 0);
  if (light !== null && (dark === null || dark < Math.abs(riseMm))) fails.push({ kind: 'dark' });
  else if (allowed.every((each) => each.riseMm === null) && freshGeometry(settings).sharpCircle === null)
    open.push({ kind: 'circleUnknown' });
  else if (from === null && beyond <= 0.005) fails.push({ kind: 'soft' });
  const share = (wanted.widthM * scale * wanted.topHeightM * scale) / (frame.widthMm * frame.heightMm);
  return {
    orientation,
    state: stateFrom(fails, open),
    riseMm,
    allowed,
    fromFNumber: from?.fNumber ?? null,
    used: share,
    reasons: [...fails, ...open],
  };
}

function stateFrom(fails: readonly FromHereReason[], open: readonly FromHereReason[]): 'fails' | 'unknown' | 'passes' {
  if (fails.length > 0) return 'fails';
  if (open.length > 0) return 'unknown';
  return 'passes';
}

/** How far a mechanism rises and falls without any shift, mm: a slide that is locked aslant does neither. `null` when not known. */
function riseAlone(mechanism: Mechanism): Travel | null {
  const travel = travelOf(mechanism, 'rise', { riseMm: 0, shiftMm: 0 });
  if (travel === null || mechanism.kind !== 'line') return travel;
  return [travel.minMm, travel.maxMm].every((riseMm) => reaches(mechanism, { riseMm, shiftMm: 0 }) === true)
    ? travel
    : { minMm: 0, maxMm: 0 };
}

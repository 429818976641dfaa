import { reaches, travelSpare, type TravelSpare } from '../rig/mechanism';
import { between } from '../rig/parts';
import type { ShiftPosition } from '../model/movements';
import type { Mover } from '../fields/mosaic';
import type { Rig } from '../model/rig';
import { apartForStep, stepForApart } from './step';

/** What of a rig moves from frame to frame: its slides, the stops of a stitch back, and how finely they are set. */
export interface Slides {
  readonly rig: Rig;
  /** Where a sliding stitch back stops, mm from the centre; `[0]` without one. */
  readonly stopsMm: readonly number[];
  /** What the scale of the shift is read to, mm: half of its marks, or half a millimetre by eye where none are given (common practice). */
  readonly stepMm: number;
  /** The only directions that a rotating shift can be turned to, degrees; `null` for any. */
  readonly clicksDeg: readonly number[] | null;
  /** The offset of a plate that turns the back by quarters about the axis; `null` without one. */
  readonly quarter: { readonly xMm: number; readonly yMm: number } | null;
  /** Where the tripod foot of the adapter sits: on the lens side the lens stands still while the back moves. */
  readonly footOnLens: boolean;
  /** Whether the slides move the lens before a standing camera, and the magnification of what is in focus: pictures then part by s(1 + m). */
  readonly lensMoves: boolean;
  readonly magnification: number;
}

const BY_EYE_MM = 0.5;

/**
 * What the components of a rig give a mosaic to move with.
 *
 * @param rig the assembled rig
 * @param mover what stands still from frame to frame; `null` as the rig’s tripod foot says
 * @param magnification magnification of what is in focus
 *
 * @example
 * slidesOf(rig).quarter // => null
 */
export function slidesOf(rig: Rig, mover: Mover | null = null, magnification = 0): Slides {
  const { parts } = rig;
  const adapters = between(parts).filter((part) => part.kind === 'adapter');
  const sliding = adapters.find(({ specs }) => specs.stitching === 'sliding');
  const quarter = adapters.find(({ specs }) => specs.stitching === 'quarter');
  const movers = [...adapters, parts.lens];
  const marked = movers.find(({ specs }) => specs.slides !== 'none' && specs.shiftStepMm !== null)?.specs.shiftStepMm ?? null;
  const clicked = movers.find(({ specs }) => specs.slides === 'rotating');
  const { offsetXMm = null, offsetYMm = null } = quarter?.specs ?? {};
  const footOnLens = adapters.some(({ specs }) => specs.tripodFoot === 'lens');
  return {
    rig,
    stopsMm: sliding && sliding.specs.stopsMm.length > 0 ? sliding.specs.stopsMm : [0],
    stepMm: marked === null ? BY_EYE_MM : marked / 2,
    clicksDeg: clicked?.specs.rotation === 'clicks' && clicked.specs.clicksDeg.length > 0 ? clicked.specs.clicksDeg : null,
    quarter: offsetXMm !== null && offsetYMm !== null ? { xMm: offsetXMm, yMm: offsetYMm } : null,
    footOnLens,
    lensMoves: (mover ?? (footOnLens ? 'back' : 'lens')) === 'lens',
    magnification,
  };
}

/**
 * Where a frame lies in the picture, mm, by where its slides stand: a slide
 * that moves the lens parts pictures by s(1 + m), a stop of the back by what it is.
 *
 * @param slides how the rig moves its frame
 * @param at a frame, as its slides are set
 *
 * @example
 * picturePlace({ ...slides, lensMoves: true, magnification: 0.25, stopsMm: [0] }, { riseMm: 0, shiftMm: 8 }) // => { riseMm: 0, shiftMm: 10 }
 */
export function picturePlace(slides: Slides, at: ShiftPosition): ShiftPosition {
  const { magnification, lensMoves, quarter } = slides;
  if (!lensMoves || magnification === 0 || (quarter !== null && onPlate(at, quarter))) return { riseMm: at.riseMm, shiftMm: at.shiftMm };
  const stopMm = stopFor(slides, at);
  return {
    riseMm: apartForStep(at.riseMm, magnification, 'lens'),
    shiftMm: stopMm + apartForStep(at.shiftMm - stopMm, magnification, 'lens'),
  };
}

/** The stop of the back that a place is set from: the nearest, unless the slides do not reach it from there. */
function stopFor(slides: Slides, at: ShiftPosition): number {
  const near = nearestStop(slides.stopsMm, at.shiftMm);
  if (slides.stopsMm.length === 1 || reaches(slides.rig.mechanism, { riseMm: at.riseMm, shiftMm: at.shiftMm - near }) !== false)
    return near;
  return settingFor(slides, at)?.stopMm ?? near;
}

function nearestStop(stopsMm: readonly number[], shiftMm: number): number {
  let best = stopsMm[0] ?? 0;
  for (const each of stopsMm) if (Math.abs(each - shiftMm) < Math.abs(best - shiftMm)) best = each;
  return best;
}

/**
 * How the slides stand for a frame that is to lie at a place in the picture: the inverse of `picturePlace`, from the nearest stop.
 *
 * @param slides how the rig moves its frame
 * @param place where the frame’s centre is to lie, mm
 *
 * @example
 * slidePlace({ ...slides, lensMoves: true, magnification: 0.25, stopsMm: [0] }, { riseMm: 0, shiftMm: 10 }) // => { riseMm: 0, shiftMm: 8 }
 */
export function slidePlace({ magnification, lensMoves, stopsMm }: Slides, place: ShiftPosition): ShiftPosition {
  if (!lensMoves || magnification === 0) return place;
  const stopMm = nearestStop(stopsMm, place.shiftMm);
  return {
    riseMm: stepForApart(place.riseMm, magnification, 'lens'),
    shiftMm: stopMm + stepForApart(place.shiftMm - stopMm, magnification, 'lens'),
  };
}

/** Whether a place is one of the four that a plate of quarter turns turns to. */
export function onPlate({ shiftMm, riseMm }: ShiftPosition, { xMm, yMm }: NonNullable<Slides['quarter']>): boolean {
  return [
    [xMm, yMm],
    [-yMm, xMm],
    [-xMm, -yMm],
    [yMm, -xMm],
  ].some(([x, y]) => Math.hypot(shiftMm - (x ?? 0), riseMm - (y ?? 0)) < 0.005);
}

/** How a place is set: the stop of the back, and what the slides then have to do. */
export interface Setting extends ShiftPosition {
  readonly stopMm: number;
}

/** How a place of the frame is set on the mechanism, with the least that the slides have to do; `null` where no stop brings it within reach. Not known travel is taken as reached. */
export function settingFor({ rig, stopsMm }: Slides, at: ShiftPosition): Setting | null {
  const ways = stopsMm
    .map((stopMm): Setting => ({ stopMm, riseMm: at.riseMm, shiftMm: at.shiftMm - stopMm }))
    .filter((way) => reaches(rig.mechanism, way) !== false);
  return ways.reduce<Setting | null>(
    (best, each) => (best === null || Math.hypot(each.riseMm, each.shiftMm) < Math.hypot(best.riseMm, best.shiftMm) ? each : best),
    null,
  );
}

/** Whether any stop brings a place within reach; not known travel is taken as reached. */
export function isReached({ rig, stopsMm }: Slides, at: ShiftPosition): boolean {
  for (const stopMm of stopsMm) {
    if (reaches(rig.mechanism, stopMm === 0 ? at : { riseMm: at.riseMm, shiftMm: at.shiftMm - stopMm }) !== false) return true;
  }
  return false;
}

/** What is left to the stop that is nearest, mm, negative beyond it; `null` when the travel is not known. */
export function spareFor({ rig, stopsMm }: Slides, at: ShiftPosition): TravelSpare | null {
  const spares = stopsMm
    .map((stopMm) => travelSpare(rig.mechanism, { riseMm: at.riseMm, shiftMm: at.shiftMm - stopMm }))
    .filter((spare) => spare !== null);
  return spares.reduce<TravelSpare | null>((best, each) => (best === null || each.spareMm > best.spareMm ? each : best), null);
}

/** Whether the slide goes only in directions that it clicks into, so that rise and shift cannot be set by themselves. */
export function clicksInto({ rig, clicksDeg }: Slides): boolean {
  return rig.mechanism.kind === 'disc' && clicksDeg !== null;
}

/**
 * The nearest place that scale and stops can be set to. Along a rotating shift it is its travel that is rounded, in a direction it clicks into.
 *
 * @param slides how the rig moves its frame
 * @param at rise and shift, mm
 *
 * @example
 * rounded(slides, { riseMm: 3.04, shiftMm: 0 }) // => {riseMm: 3, shiftMm: 0}
 */
export function rounded({ rig, stepMm, clicksDeg, stopsMm }: Slides, at: ShiftPosition): ShiftPosition {
  const step = (mm: number): number => Math.round(Math.round(mm / stepMm) * stepMm * 1000) / 1000 + 0;
  if (rig.mechanism.kind !== 'disc' || clicksDeg === null) {
    // From the stop that is nearest the slide is set in its own steps.
    const stop = stopsMm.reduce((best, each) => (Math.abs(each - at.shiftMm) < Math.abs(best - at.shiftMm) ? each : best), stopsMm[0] ?? 0);
    return { riseMm: step(at.riseMm), shiftMm: stop + step(at.shiftMm - stop) };
  }
  const far = Math.hypot(at.riseMm, at.shiftMm);
  if (far < stepMm / 2) return { riseMm: 0, shiftMm: 0 };
  const angle = (Math.atan2(at.riseMm, at.shiftMm) * 180) / Math.PI;
  const click = nearestClick(clicksDeg, angle);
  const a = (click * Math.PI) / 180;
  const along = step(far);
  return { riseMm: clean(along * Math.sin(a)), shiftMm: clean(along * Math.cos(a)) };
}

function clean(mm: number): number {
  return Math.round(mm * 1e6) / 1e6 + 0;
}

/** The direction that a slide clicks into nearest to one wanted, degrees. A slide goes both ways from each click. */
function nearestClick(clicksDeg: readonly number[], angle: number): number {
  let best = angle;
  let least = Infinity;
  for (const click of clicksDeg) {
    for (let half = 0; half < 2; half++) {
      const deg = click + half * 180;
      const apart = Math.abs(((((angle - deg) % 360) + 540) % 360) - 180);
      if (apart < least - 1e-9) {
        best = deg;
        least = apart;
      }
    }
  }
  return best;
}

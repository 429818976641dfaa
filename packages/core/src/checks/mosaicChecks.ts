import { sharpCircle, standMargin, lightCircle, cornersOutside, type CircleMargin, type CircleOnBack } from '../geometry/circles';
import type { Corner } from '../coverage/frame';
import { mosaicGiven, mosaicParallax, zoneStates } from '../stitching/metrics';
import { mosaicOnStand, standOfFrame } from '../geometry/laidMosaic';
import { spareFor } from '../mosaic/slides';
import type { Finding, FindingKind, WhichFrame } from './finding';
import { stateOf } from './tight';
import type { SetupSettings } from '../model/setup';

type MosaicCheck<K extends FindingKind> = (settings: SetupSettings) => Omit<Extract<Finding, { kind: K }>, 'remedies'> | null;

/** The frame of a mosaic that has least to spare in a circle; `null` without a mosaic. */
export function worstInCircle(
  settings: SetupSettings,
  which: 'light' | 'sharp',
): { readonly margin: CircleMargin; readonly corners: readonly Corner[]; readonly frame: WhichFrame } | null {
  const circle: CircleOnBack | null = which === 'light' ? lightCircle(settings) : sharpCircle(settings);
  if (!settings.mosaic || !circle) return null;
  const { frames } = settings.mosaic;
  return frames
    .map((each, i) => {
      const alone = standOfFrame(settings, each);
      return { margin: standMargin(alone, circle), alone, frame: { number: i + 1, of: frames.length } };
    })
    .map(({ margin, alone, frame }) => ({ margin, corners: cornersOutside(alone, circle), frame }))
    .reduce((worst, each) => (each.margin.valueMm < worst.margin.valueMm ? each : worst));
}

/** The frame that is nearest to a stop, or farthest beyond one; `null` without a mosaic or when the travel is not known. */
export function worstOnSlides(
  settings: SetupSettings,
): { readonly spareMm: number; readonly stop: string; readonly frame: WhichFrame } | null {
  const laid = mosaicOnStand(settings);
  if (!laid) return null;
  const { length } = laid.frames;
  const spares = laid.frames.flatMap((each, i) => {
    const set = laid.settings[i];
    // On the plate of quarter turns the slides stand at their centre.
    const spare = spareFor(laid.slides, set && set.stopMm === 0 ? set : each);
    return spare ? [{ ...spare, spareMm: set ? Math.max(0, spare.spareMm) : spare.spareMm, frame: { number: i + 1, of: length } }] : [];
  });
  return spares.length < length ? null : spares.reduce((worst, each) => (each.spareMm < worst.spareMm ? each : worst));
}

/** Do the frames join without a gap, with the overlap that is asked? */
export const checkOverlap: MosaicCheck<'overlap'> = (settings) => {
  const laid = mosaicOnStand(settings);
  if (!laid || !settings.mosaic || laid.frames.length < 2) return null;
  const { holes, pieces, areaMm2, box, whole: cropped } = laid.union;
  const ragged =
    areaMm2 < (box.right - box.left) * (box.upper - box.lower) * (1 - 1e-6)
      ? { widthMm: cropped.right - cropped.left, heightMm: cropped.upper - cropped.lower }
      : null;
  const quarter = laid.slides.quarter !== null && laid.frames.some(({ turned }) => turned);
  const asked = settings.mosaic.leastOverlap;
  const whole = holes === 0 && pieces === 1;
  const worst = laid.overlaps.reduce<(typeof laid.overlaps)[number] | null>(
    (least, each) => (least === null || each.share < least.share ? each : least),
    null,
  );
  const base = {
    kind: 'overlap' as const,
    holes,
    pieces,
    ragged,
    asked,
    overlap: laid.leastOverlap,
    between: worst ? ([worst.a + 1, worst.b + 1] as const) : null,
    fixed: quarter,
  };
  // What a plate gives is what it gives: the frames have to hang together.
  return { ...base, state: !whole ? 'fails' : quarter ? 'holds' : stateOf(laid.leastOverlap - asked, 0) };
};

/** Do near and far stay together in the overlaps? */
export const checkParallax: MosaicCheck<'parallax'> = (settings) => {
  if (!settings.mosaic || settings.mosaic.frames.length < 2) return null;
  const { mover, parallaxPx } = settings.mosaic;
  const found = mosaicParallax(settings);
  const base = { kind: 'parallax' as const, mover, accepted: parallaxPx, film: settings.rig.back.columnsPx === null };
  if (found === null) return { ...base, state: 'unknown', parallax: null };
  return { ...base, state: stateOf(parallaxPx - found.px, parallaxPx / 10), parallax: found };
};

/** A thing that moves less than this between two takes is drawn as if it stood, px. */
const STANDS_PX = 1;

/** Is what moves kept off the seams? */
export const checkSeam: MosaicCheck<'seam'> = (settings) => {
  const zones = zoneStates(settings);
  const worst = zones.reduce<(typeof zones)[number] | null>((most, each) => (most === null || each.px > most.px ? each : most), null);
  if (!worst) return null;
  return { kind: 'seam', state: worst.px <= STANDS_PX ? 'holds' : 'fails', zone: worst, zones: zones.length };
};

/** Is there room for all takes? */
export const checkRoom: MosaicCheck<'room'> = (settings) => {
  const { mosaic } = settings;
  const given = mosaicGiven(settings);
  if (!mosaic || !given) return null;
  const onFilm = settings.rig.back.columnsPx === null;
  const base = {
    kind: 'room' as const,
    takes: given.takes,
    gb: given.bytes === null ? null : given.bytes / 1e9,
    free: onFilm ? mosaic.filmLeft : mosaic.cardGb,
    film: onFilm,
  };
  const needs = onFilm ? given.takes : base.gb;
  if (base.free === null || needs === null) return { ...base, state: 'unknown' };
  return { ...base, state: stateOf(base.free - needs, onFilm ? 0 : needs / 10) };
};
